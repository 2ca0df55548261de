"""Bringing photos into the open project, and looking after them, without the window waiting."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.project.area_finder import AreaFinder
from jaunty_frame.app.project.jobs import CHECK_FILES, FIND, IMPORT, Kind
from jaunty_frame.app.project.notice import NoticeAction, Said
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.sound_work import SoundWork
from jaunty_frame.app.project.task import Task, Work
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.material.photos import add_photos, without_copies
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.words import counted

if TYPE_CHECKING:
    from jaunty_frame.media.photos.photo_import import Imported


class Importer(QObject):
    """One import or check at a time; photos asked for meanwhile wait their turn."""

    progressed = Signal(int, int)
    # Sentences for the user, and a NoticeAction or None.
    ended = Signal(list, object)
    # The first photos come into an empty project.
    began = Signal()
    files_checked = Signal()

    def __init__(self, session: Session, sounds: SoundWork, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session, self._jobs, self.sounds = session, session.jobs, sounds
        self._may_work = False
        self._was_asked = False
        self._waiting: list[tuple[list[Path], int | None]] = []
        self.finder = AreaFinder(session, self)
        self.finder.ended.connect(lambda sentences: self.ended.emit(sentences, None) if sentences else None)

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

    def bring_in_still(self, png: Callable[[], bytes], name: str, at: int) -> None:
        """Add a picture that is taken out of the show, as a file of its own. png : makes it; name : of the file."""
        if self.task is not None:
            self.ended.emit(["Photos are coming in; keep the picture when they are there."], None)
            return
        cache, folder = self._session.cache, self._session.folder if self._session.path else None

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            from jaunty_frame.media.moving.stills import keep_still  # as below
            from jaunty_frame.media.photos.photo_import import import_photos

            return import_photos([keep_still(png(), name, folder)], folder, cache, report, stopped)

        self._run(IMPORT, work, lambda imported: self._take(imported, at))

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
        self.finder.find()
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

    def forget(self) -> None:
        """Another project was opened: nothing comes of what is under way for the one before."""
        self._waiting.clear()
        self.finder.forget()
        self._was_asked = False

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
