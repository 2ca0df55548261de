"""Bringing sounds onto the soundtrack without the window waiting: files, the shelf, the speaking voice, recordings."""

from collections.abc import Callable, Sequence
from fractions import Fraction
from pathlib import Path
from typing import TYPE_CHECKING, Any

from platformdirs import user_data_dir
from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.project.jobs import SOUNDS
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.task import Task
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.sound import SoundFile, SoundKind
from jaunty_frame.errors import JauntyError

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.peaks import PeakCache, Peaks

Make = Callable[[Path], Path]
"""Makes a sound file in a folder and returns it."""


def _as_it_is(path: Path) -> Make:
    return lambda folder: path


class SoundWork(QObject):
    """One piece of work at a time; what is asked for meanwhile waits. ``said`` brings sentences; ``added`` the id of
    the last sound that came."""

    said = Signal(list)
    added = Signal(str)
    working = Signal(bool)

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._cache: PeakCache | None = None
        self._waiting: list[Callable[[], None]] = []

    @property
    def task(self) -> Task | None:
        """The work that is under way."""
        return self._session.jobs.running(SOUNDS)

    def keep_peaks_in(self, folder: Path) -> None:
        """Keep the waves of sounds in a folder instead of the user's own."""
        from jaunty_frame.media.sounds.peaks import PeakCache

        self._cache = PeakCache(folder)

    @property
    def cache(self) -> "PeakCache":
        if self._cache is None:
            from jaunty_frame.media.sounds.peaks import PeakCache

            self._cache = PeakCache()
        return self._cache

    @property
    def made_folder(self) -> Path:
        """Where what is made, spoken or recorded is kept: beside the project, or until it is saved with the user's
        data."""
        from jaunty_frame.media.shelf.shelf import MADE_FOLDER

        own = self._session.path is not None
        return (self._session.folder if own else Path(user_data_dir("jaunty-frame"))) / MADE_FOLDER

    def peaks(self, file: SoundFile) -> "Peaks | None":
        """Return the wave of a file, if it was listened to on this machine."""
        return self.cache.get(file.content)

    def bring_in(self, paths: Sequence[Path], kind: SoundKind, slide_ids: Sequence[str] = (), **fields: Any) -> None:
        """Put files on the soundtrack."""
        self._bring([_as_it_is(path) for path in paths], kind, slide_ids, fields)

    def from_shelf(self, name: str) -> None:
        def make(folder: Path) -> Path:
            from jaunty_frame.media.shelf.shelf import shelf_file

            return shelf_file(name, folder)

        self._bring([make], "music", (), {})

    def speak(self, texts: Sequence[tuple[str, str]], language: str, pace: int) -> None:
        """Let a voice say texts, each (slide id, text), on its slide."""

        def maker(text: str) -> Make:
            def make(folder: Path) -> Path:
                from jaunty_frame.media.sounds.speaking import speak

                return speak(text, folder, language, pace)

            return make

        for slide_id, text in texts:
            self._bring([maker(text)], "voice", [slide_id], {})

    def add_take(self, path: Path, slide_id: str, begins: float, ends: float, at: Fraction) -> None:
        """Put a recording on its slide, or on the show where ``slide_id`` is ""."""
        fields = {"begins": Fraction(round(begins * 100), 100), "ends": Fraction(round(ends * 100), 100), "at": at}
        self.bring_in([path], "voice", [slide_id] if slide_id else [], **fields)

    def _bring(self, makes: Sequence[Make], kind: SoundKind, slide_ids: Sequence[str], fields: dict[str, Any]) -> None:
        if self.task is not None:
            self._waiting.append(lambda: self._bring(makes, kind, slide_ids, fields))
            return
        folder, cache, made = self._session.folder if self._session.path else None, self.cache, self.made_folder

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            # What decodes takes 0.07 s to load.
            from jaunty_frame.media.sounds.listening import look_at_sound

            files, problems = [], []
            for k, make in enumerate(makes):
                report(k, len(makes))
                try:
                    files.append(look_at_sound(make(made), folder, cache, stopped))
                except JauntyError as error:
                    problems.append(str(error))
            return files, problems

        self.working.emit(True)
        self._session.jobs.start(
            SOUNDS,
            work,
            lambda result: self._take(result, kind, slide_ids, fields),
            failed=lambda sentence: self.said.emit([sentence]),
            ended=self._go_on,
        )

    def _take(self, result: Any, kind: SoundKind, slide_ids: Sequence[str], fields: dict[str, Any]) -> None:
        files, problems = result
        known = {slide.id for slide in self._session.latest.slides}
        slides = [name for name in slide_ids if name in known]
        if slide_ids and not slides:
            files, problems = [], [*problems, "The slide that the sound was for is gone; it was not added."]
        edits: list[Edit] = [add_sound(file, kind, slides, **fields) for file in files]
        if edits:
            self._session.apply(edits[0] if len(edits) == 1 else all_of(edits))
            self.added.emit(self._session.latest.sound.sounds[-1].id)
        if problems:
            self.said.emit(problems)

    def _go_on(self) -> None:
        if self._waiting:
            self._waiting.pop(0)()
        else:
            self.working.emit(False)

    def forget(self) -> None:
        """Another project was opened: nothing comes of what is under way for the one before."""
        self._waiting.clear()
        self.working.emit(False)
