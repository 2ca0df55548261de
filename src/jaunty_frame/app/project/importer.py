"""Bringing photos into the open project, and looking after them, without the window waiting."""

from collections.abc import Callable, Iterable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.project.jobs import CHECK_FILES, FIND, IMPORT, Kind
from jaunty_frame.app.project.notice import NoticeAction, Said
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.sound_work import SoundWork
from jaunty_frame.app.project.task import Task, Work
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.material.photos import add_photos, without_copies
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.words import counted

if TYPE_CHECKING:
    from jaunty_frame.media.photos.photo_import import Imported

_TAKE_FOUND_AFTER_MS = 400
"""Many are found at a time, and after each taking over the show is planned anew."""


class Importer(QObject):
    """One import or check at a time; photos asked for meanwhile wait their turn."""

    progressed = Signal(int, int)
    # Sentences for the user, and a NoticeAction or None.
    ended = Signal(list, object)
    # The first photos come into an empty project.
    began = Signal()
    files_checked = Signal()
    finding_progressed = Signal(int, int)
    finding_ended = Signal()
    # The number of the project for which it was found, and an edit.
    _found = Signal(int, object)

    def __init__(self, session: Session, sounds: SoundWork, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session, self._jobs, self.sounds = session, session.jobs, sounds
        self._may_work = False
        self._was_asked = False
        self._waiting: list[tuple[list[Path], int | None]] = []
        # Photos in which keep areas were looked for since the project was opened; one that cannot be read is not
        # tried again and again.
        self._looked_for: set[str] = set()
        self._found_edits: list[Edit] = []
        self._found.connect(self._keep_found)
        self._take_found_soon = QTimer(self)
        self._take_found_soon.setSingleShot(True)
        self._take_found_soon.setInterval(_TAKE_FOUND_AFTER_MS)
        self._take_found_soon.timeout.connect(self._take_found)

    def bring_in(self, paths: list[Path], at: int | None = None) -> None:
        """Add the photos of files and folders, at position ``at`` of the running order or at its end."""
        if not paths:
            return
        latest = self._session.latest
        if not latest.photos and not self._was_asked and self._session.path is None:
            self._was_asked = True
            self.began.emit()
        if self.task is not None:
            self._waiting.append((paths, at))
            return
        cache, folder = self._session.cache, self._session.folder if self._session.path else None

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            # With OpenCV it takes 0.05 s to load, which the first painted window does not wait for.
            from jaunty_frame.media.photos.photo_import import import_photos

            return import_photos(paths, folder, cache, report, stopped)

        self._run(IMPORT, work, lambda imported: self._take(imported, at))

    def bring_in_picture(self, png: bytes, at: int | None = None) -> None:
        """Add a picture that another program has copied or dragged, as a file of its own."""
        from jaunty_frame.media.photos.pasted import save_pasted

        try:
            path = save_pasted(png, self._session.folder if self._session.path else None)
        except JauntyError as error:
            self.ended.emit([str(error)], None)
            return
        self.bring_in([path], at)

    def check_files(self, place: Path | None = None) -> None:
        """Compare photos and sounds with the disk: they may have moved, changed or gone.

        place : a folder in which missing ones are looked for too.
        """
        project, folder, cache = self._session.latest, self._session.folder, self._session.cache
        if not (project.photos or project.sound.files) or self.task is not None:
            return
        peaks = self.sounds.cache

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            from jaunty_frame.media.photos.photo_check import check_photos  # as above

            photos = check_photos(project, folder, cache, place)
            if not project.sound.files:
                return photos.states, photos.edit
            from jaunty_frame.media.sounds.sound_check import check_sounds  # as above

            sounds = check_sounds(project, folder, peaks, place, stopped)
            return {**photos.states, **sounds.states}, all_of([photos.edit, sounds.edit])

        self._run(CHECK_FILES, work, self._take_checked)

    @property
    def task(self) -> Task | None:
        """The import or the check that is under way."""
        return self._jobs.running(IMPORT, CHECK_FILES)

    @property
    def finding(self) -> Task | None:
        """The search for keep areas that is under way."""
        return self._jobs.running(FIND)

    def _run(self, kind: Kind, work: Work, take: Callable[[Any], Said | None]) -> None:
        """Do an import or a check; ``take`` takes over its result and returns what to say, None to leave what is said
        as it is."""

        def finish(result: Any) -> None:
            said: Said | None = Said(["The photos could not be taken over; nothing was added."])
            try:
                said = take(result)
            finally:
                self._say(said)

        task = self._jobs.make(
            kind,
            work,
            finish,
            failed=lambda sentence: self._say(Said([sentence])),
            cancelled=lambda: self._say(Said(["The import was stopped; nothing was added."])),
            progress=self.progressed.emit if kind is IMPORT else lambda done, total: None,
            ended=self._go_on,
        )
        if self._may_work:
            task.start()

    def _say(self, said: Said | None) -> None:
        if said is not None:
            self.ended.emit(list(said.sentences), said.action)

    def _go_on(self) -> None:
        self.find_areas()
        if self._waiting:
            self.bring_in(*self._waiting.pop(0))

    def begin(self) -> None:
        """Let work run, which until now waited so as not to take Python's lock from the window being built."""
        self._may_work = True
        if self.task is not None:
            self.task.start()

    def cancel(self) -> None:
        self._waiting.clear()
        self._jobs.cancel(IMPORT, CHECK_FILES, FIND)

    def find_areas(self) -> None:
        """Look for keep areas in photos in which nobody has looked yet; the window can be used meanwhile."""
        self._find([photo for photo in self._session.latest.photos if not photo.finder], again=False)

    def find_areas_again(self, photo_ids: Iterable[str]) -> None:
        """Look once more because the user asked; what was found before is replaced, what was drawn stays."""
        ids = set(photo_ids)
        self._looked_for -= ids
        self._find([photo for photo in self._session.latest.photos if photo.id in ids], again=True)

    def _find(self, photos: list[Photo], again: bool) -> None:
        wanted = [photo for photo in photos if photo.id not in self._looked_for]
        if not wanted or self.finding is not None:
            return
        self._looked_for |= {photo.id for photo in wanted}
        source, opened = self._session.shown.latest_source, self._jobs.opened

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> None:
            # The networks take 0.1 s to read, and only where there is something to look at.
            from jaunty_frame.media.photos.finder import find_areas

            find_areas(wanted, source, lambda edit: self._found.emit(opened, edit), report, stopped, again)

        self._jobs.start(
            FIND,
            work,
            lambda _: self._end_finding(),
            failed=lambda sentence: self._end_finding([sentence]),
            cancelled=self._end_finding,
            progress=self.finding_progressed.emit,
            ended=self.find_areas,  # photos may have come in meanwhile
        )

    def _keep_found(self, opened: int, edit: Edit) -> None:
        if opened != self._jobs.opened:
            return  # of a project that is no longer open
        self._found_edits.append(edit)
        if not self._take_found_soon.isActive():
            self._take_found_soon.start()

    def _take_found(self) -> None:
        edits, self._found_edits = self._found_edits, []
        if edits:
            self._session.amend(all_of(edits))

    def _end_finding(self, sentences: Sequence[str] = ()) -> None:
        self._take_found()
        self.finding_ended.emit()
        if sentences:
            self.ended.emit(list(sentences), None)

    def forget(self) -> None:
        """Another project was opened: nothing comes of what is under way for the one before."""
        self._waiting.clear()
        self._take_found_soon.stop()
        self._found_edits.clear()
        self._looked_for.clear()
        self._was_asked = False
        self.finding_ended.emit()

    def _take(self, imported: "Imported", at: int | None) -> Said:
        fresh, copies = without_copies(self._session.latest, imported.photos)
        if fresh:
            self._session.apply(add_photos(fresh, at))
        sentences = list(imported.problems)
        if sentences:
            sentences.insert(0, f"{counted(len(fresh), 'photo')} came in. These files could not be used:")
        sentences = [*imported.notes, *sentences]
        if not copies:
            return Said(sentences)
        from jaunty_frame.media.photos.photo_import import copies_sentence  # as above

        after = None if at is None else at + len(fresh)
        show = NoticeAction("Show again", lambda: self._session.apply(add_photos(copies, after)))
        return Said([copies_sentence(len(copies)), *sentences], show)

    def _take_checked(self, checked: tuple[dict[str, FileState], Edit]) -> Said | None:
        states, edit = checked
        self._session.take_facts(states, edit)
        self.files_checked.emit()
        gone = {name for name, state in states.items() if state is FileState.MISSING}
        if not gone:
            return None
        project = self._session.latest
        photos = sum(one.id in gone for one in project.photos)
        sounds = [one.name for one in project.sound.files if one.id in gone]
        sentences = []
        if photos:
            sentences.append(
                f"{counted(photos, 'photo')} could not be found; their slides are marked. "
                "Put them back beside the project, say where they are now, or remove the slides."
            )
        if sounds:
            names = ", ".join(sounds[:3]) + (f" and {len(sounds) - 3} more" if len(sounds) > 3 else "")
            sentences.append(
                f"Sounds are missing: {names}. Put them back beside the project, say where they are now, or remove "
                "them from the soundtrack."
            )
        return Said(sentences, NoticeAction("Find them in a folder…", self.ask_where_files_are))

    def ask_where_files_are(self) -> None:
        """Ask for a folder in which all missing photos and sounds are looked for."""
        from jaunty_frame.app.project.dialogs import ask_for_folder

        window = self.parent()
        assert isinstance(window, QWidget)
        ask_for_folder(window, "Where the files are now", "", self.check_files)
