"""A test case with the real window on a small project; mouse and keys go through Qt's own events."""

import atexit
import gc
import os
import shutil
import tempfile
import time
import unittest
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from pathlib import Path
from unittest import mock

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEvent, QEventLoop, QPoint, QPointF, Qt, QTimer, qInstallMessageHandler
from PySide6.QtGui import QColor, QImage, QMouseEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.shell.main_window import MainWindow
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.media.photos.finder import with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.projects.recovery import AutosaveStore
from tests.media.photo_sets import finding_once, write_set

OUTPUTS = ("180x320", "240x240@25", "320x180")
_LOOK_AGAIN_MS = 10
LEFT = Qt.MouseButton.LeftButton


@lru_cache
def _drawn_project(photo_count: int) -> str:
    """Return a folder with photos, their thumbnails, and a project in which keep areas were found; made once."""
    kept = tempfile.TemporaryDirectory()
    atexit.register(kept.cleanup)
    folder = Path(kept.name)
    cache = ThumbnailCache(folder / "cache")
    imported = import_photos(write_set(folder, photo_count), folder, cache)
    outputs = tuple(output_from_text(text) for text in OUTPUTS)
    joint = CrossDissolve(seconds="1/5")
    rules = HouseRules(seconds_moving=Fraction(1), transition=joint, fade_in="1/5", fade_out="1/5")
    project = add_photos(imported.photos).apply(Project(title="Show", outputs=outputs, house_rules=rules))
    save_project(with_areas_found(project, PhotoSource(folder, cache)), folder / "show.jaunty")
    return kept.name


def wait_for(app: QApplication, condition: Callable[[], object], seconds: float = 30) -> None:
    """Let Qt work until ``condition`` holds; AssertionError where that takes too long."""
    end = time.monotonic() + seconds
    wake = QTimer()  # with a longest time of its own, processEvents would not wait but spin
    wake.start(_LOOK_AGAIN_MS)
    while not condition():
        if time.monotonic() > end:
            raise AssertionError("what was waited for did not come")
        app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)


class WindowCase(unittest.TestCase):
    """Each test gets a window of its own with five photos in three outputs."""

    photo_count = 5
    # What a platform without a screen says of everything that it leaves out.
    not_ours: tuple[str, ...] = ("This plugin does not support",)

    def setUp(self):
        self.app: QApplication = make_application()
        finding_once(self)
        warnings: list[str] = []
        qInstallMessageHandler(
            lambda kind, context, said: any(one in said for one in self.not_ours) or warnings.append(said)
        )
        self.addCleanup(lambda: self.assertEqual(warnings, [], "Qt warned"))
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        # Faults that tests cause are not written into the user's own log.
        state = mock.patch.dict(os.environ, {"XDG_STATE_HOME": str(self.folder / "home")})
        state.start()
        self.addCleanup(state.stop)
        self.path = self.folder / "show.jaunty"
        self.cache = ThumbnailCache(self.folder / "cache")
        shutil.copytree(_drawn_project(self.photo_count), self.folder, dirs_exist_ok=True)
        self.window = self.open_window()
        self.window.files.open_path(self.path)
        self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
        self.settle()

    def open_window(self) -> MainWindow:
        window = MainWindow(Session(self.cache, AutosaveStore(self.folder / "state")))
        window.desk.sounds.keep_peaks_in(self.folder / "peaks")
        window.resize(1280, 800)
        window.show()

        def close() -> None:
            # The offscreen platform deletes what is on its clipboard after the application, and crashes; X11 does not.
            self.app.clipboard().clear()
            window.session.place.count_as_saved()
            window.close()
            window.deleteLater()
            self.app.sendPostedEvents(None, QEvent.Type.DeferredDelete)
            gc.collect()  # in this thread: Qt objects must not die in a worker

        self.addCleanup(close)
        return window

    @property
    def project(self) -> Project:
        return self.window.session.project

    def wait_until(self, condition: Callable[[], object], seconds: float = 30) -> None:
        """Let Qt work until ``condition`` holds; fail where that takes too long."""
        wait_for(self.app, condition, seconds)

    def settle(self) -> None:
        """Wait until every picture that the window wants is there."""
        self.app.processEvents()
        window = self.window
        self.wait_until(
            lambda: not (window.images.is_working() or window.session.shown.is_working or window.sheet.is_unfinished)
        )
        self.app.processEvents()

    def choose(self, row: int, output: int = 0) -> None:
        self.window.sheet.select_cell(self.project.slides[row].id, self.project.outputs[output].id)
        self.settle()

    def click(self, widget: QWidget, place: QPointF | None = None) -> None:
        point = place.toPoint() if place is not None else widget.rect().center()
        QTest.mouseClick(widget, LEFT, Qt.KeyboardModifier.NoModifier, point)

    def choose_option(self, choice, label: str) -> None:
        k = next(k for k, (_, text) in enumerate(choice._options) if text == label)
        self.click(choice, choice.option_rects()[k].center())

    def drag(self, widget: QWidget, start: QPointF, end: QPointF, steps: int = 6, release: bool = True) -> None:
        # Control switches snapping off, so that what is dragged arrives where the pointer does.
        modifier = Qt.KeyboardModifier.ControlModifier
        QTest.mousePress(widget, LEFT, modifier, start.toPoint())
        for step in range(1, steps + 1):
            self.move_to(widget, start + (end - start) * step / steps, modifier)
        if release:
            QTest.mouseRelease(widget, LEFT, modifier, end.toPoint())

    def move_to(self, widget: QWidget, place: QPointF, modifier: Qt.KeyboardModifier) -> None:
        where = widget.mapToGlobal(place)
        event = QMouseEvent(QEvent.Type.MouseMove, place, where, Qt.MouseButton.NoButton, LEFT, modifier)
        self.app.sendEvent(widget, event)

    def cell_image(self, row: int, column: int) -> QImage:
        """Return the pixels of a cell as they are on the screen."""
        sheet = self.window.sheet
        return sheet.viewport().grab(sheet.visualRect(sheet.sheet_model.index(row, column))).toImage()

    def colour_at(self, widget: QWidget, place: QPoint) -> QColor:
        return widget.grab().toImage().pixelColor(place)
