"""The window on a real X server: it opens from the command line, takes keys and mouse, and paints what it should."""

import shutil
import subprocess
import sys
import tempfile
import textwrap
import unittest
from pathlib import Path

from bench.x_server import x_server

from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, save_project
from tests.media.photo_sets import write_set

# Runs the program's own start, then works the window as a person would and leaves through its own close.
_DRIVER = """
import os
import sys
import traceback
from PySide6.QtCore import QTimer, Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication
from jaunty_frame.app.shell import start

def work(window):
    assert QGuiApplication.platformName() == "xcb"
    assert window.isVisible() and window.windowHandle().isExposed()
    if window.images.is_working() or window.importer.task or window.importer.finder.task:
        QTimer.singleShot(50, lambda: guarded(window))
        return
    shot = window.screen().grabWindow(window.winId()).toImage()
    sheet = window.sheet
    place = sheet.viewport().mapTo(window, sheet.visualRect(sheet.sheet_model.index(0, 2)).center())
    colours = {shot.pixelColor(place.x() + k % 30 - 15, place.y() + k // 30 - 40).rgb() for k in range(1500)}
    assert len(colours) > 50, len(colours)
    window.sheet.setFocus()
    QTest.keyClick(window.sheet, Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
    choice = window.bench.page("move").move_choice
    QTest.mouseClick(choice, Qt.MouseButton.LeftButton, pos=choice.option_rects()[1].center().toPoint())
    window.desk.actions["save"].trigger()  # shortcuts need a window manager that gives the focus
    assert window.session.place.is_saved
    print("worked", flush=True)
    window.close()

shown = start.MainWindow.show
def guarded(window):
    try:
        work(window)
    except BaseException:
        traceback.print_exc()
        os._exit(1)

def show(window):
    shown(window)
    QTimer.singleShot(300, lambda: guarded(window))
start.MainWindow.show = show
sys.exit(start.run_window(sys.argv[1]))
"""


@unittest.skipUnless(shutil.which("Xvfb"), "needs Xvfb")
class RealWindow(unittest.TestCase):
    def test_it_opens_works_and_closes_on_an_x_server(self):
        with x_server() as environment, tempfile.TemporaryDirectory() as folder:
            self.work_on(environment, Path(folder))

    def work_on(self, environment: dict[str, str], folder: Path) -> None:
        photos = import_photos(write_set(folder, 3), folder, ThumbnailCache(folder / "cache")).photos
        project = add_photos(photos).apply(Project(outputs=(output_from_text("240x400"), output_from_text("400x240"))))
        path = folder / "show.jaunty"
        save_project(project, path)
        environment = {
            **environment,
            "XDG_STATE_HOME": str(folder / "state"),
            "XDG_CACHE_HOME": str(folder / "caches"),
        }
        command = [sys.executable, "-c", textwrap.dedent(_DRIVER), str(path)]
        done = subprocess.run(command, env=environment, capture_output=True, text=True, timeout=90, check=False)
        self.assertEqual((done.returncode, done.stdout.strip()), (0, "worked"), done.stderr)
        saved = load_project(path)
        self.assertEqual(saved.slides[1].id, project.slides[0].id)
        self.assertEqual(saved.slides[1].move, "hold")
