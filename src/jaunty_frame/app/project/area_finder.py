"""Looking for keep areas in the photos of the open project, while the window is used."""

from collections.abc import Callable, Iterable, Sequence

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.app.project.jobs import FIND
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.task import Task
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.photo import Photo

_TAKE_FOUND_AFTER_MS = 400
"""Many are found at a time, and after each taking over the show is planned anew."""


class AreaFinder(QObject):
    """``progressed`` tells how far it is, ``ended`` that it is done, with sentences for the user."""

    progressed = Signal(int, int)
    ended = Signal(list)
    # The number of the project for which it was found, and an edit.
    _found = Signal(int, object)

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session, self._jobs = session, session.jobs
        # Photos in which keep areas were looked for since the project was opened; one that cannot be read is not
        # tried again and again.
        self._looked_for: set[str] = set()
        self._found_edits: list[Edit] = []
        self._found.connect(self._keep_found)
        self._take_found_soon = QTimer(self)
        self._take_found_soon.setSingleShot(True)
        self._take_found_soon.setInterval(_TAKE_FOUND_AFTER_MS)
        self._take_found_soon.timeout.connect(self._take_found)

    @property
    def task(self) -> Task | None:
        """The search that is under way."""
        return self._jobs.running(FIND)

    def find(self) -> None:
        """Look in photos in which nobody has looked yet."""
        self._find([photo for photo in self._session.latest.photos if not photo.finder], again=False)

    def find_again(self, photo_ids: Iterable[str]) -> None:
        """Look once more because the user asked; what was found before is replaced, what was drawn stays."""
        ids = set(photo_ids)
        self._looked_for -= ids
        self._find([photo for photo in self._session.latest.photos if photo.id in ids], again=True)

    def _find(self, photos: list[Photo], again: bool) -> None:
        wanted = [photo for photo in photos if photo.id not in self._looked_for]
        if not wanted or self.task is not None:
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
            lambda _: self._end(),
            failed=lambda sentence: self._end([sentence]),
            cancelled=self._end,
            progress=self.progressed.emit,
            ended=self.find,  # photos may have come in meanwhile
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

    def _end(self, sentences: Sequence[str] = ()) -> None:
        self._take_found()
        self.ended.emit(list(sentences))

    def forget(self) -> None:
        """Another project was opened: nothing comes of what was found for the one before."""
        self._take_found_soon.stop()
        self._found_edits.clear()
        self._looked_for.clear()
        self.ended.emit([])
