"""What the first painted window waits for, in a process of its own: loaded modules cannot be unloaded."""

import os
import subprocess
import sys
import tempfile
import textwrap
import unittest
from pathlib import Path

from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from tests.media.photo_sets import write_set

_DRIVER = """
import os
import sys
import traceback
from pathlib import Path
from jaunty_frame.cli.entry import hasten_start
hasten_start()
from jaunty_frame.app.shell.start import make_application, open_window
from jaunty_frame.app.sheet.sheet_view import SheetView
from PySide6.QtCore import QTimer

paint = SheetView.paintEvent
loaded = []

def paint_and_look(sheet, event):
    paint(sheet, event)
    loaded.append(set(sys.modules))

def look(window):
    assert not {"cv2", "scipy", "PIL", "importlib.metadata", "jaunty_frame.app.bench.bench"} & loaded[0], loaded[0]
    bench = window.bench
    assert window.side.currentWidget() is bench and bench.isVisible()
    assert (bench.cell.slide_id, bench.cell.output_id) == window.sheet.chosen_place() != ("", "")
    assert bench.title.text() == "Slide 1 in Own size 240×400", bench.title.text()
    shot = bench.grab().toImage()
    assert len({shot.pixel(x, y) for x in range(0, 400, 7) for y in range(0, 400, 7)}) > 20
    print("looked", flush=True)
    os._exit(0)

SheetView.paintEvent = paint_and_look
app = make_application()
window = open_window(app, Path(sys.argv[1]))

def look_when_painted():
    if loaded and "bench" in window.__dict__:
        try:
            look(window)
        except BaseException:
            traceback.print_exc()
            os._exit(1)

timer = QTimer()
timer.timeout.connect(look_when_painted)
timer.start(10)
app.exec()
"""


class Start(unittest.TestCase):
    def run_script(self, script: str, *arguments: str) -> str:
        command = [sys.executable, "-c", textwrap.dedent(script), *arguments]
        environment = {**os.environ, "QT_QPA_PLATFORM": "offscreen"}
        done = subprocess.run(command, env=environment, capture_output=True, text=True, timeout=90, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout.strip()

    def test_the_sheet_is_painted_first_and_the_bench_follows(self):
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            photos = import_photos(write_set(folder, 2), folder, ThumbnailCache(folder / "cache")).photos
            project = add_photos(photos).apply(Project(outputs=(output_from_text("240x400"),)))
            save_project(project, folder / "show.jaunty")
            self.assertEqual(self.run_script(_DRIVER, str(folder / "show.jaunty")), "looked")

    def test_values_are_validated_without_the_loader_of_plugins(self):
        said = self.run_script("""
            import sys
            from jaunty_frame.cli.entry import hasten_start
            hasten_start()
            from pydantic import ValidationError
            from jaunty_frame.document.model import HouseRules, photo_slide
            from jaunty_frame.document.keep_areas import KeepArea
            from jaunty_frame.document.photo import Photo
            photo = Photo(id="b", path="b.jpg", width=3, height=2)
            assert HouseRules().transition.seconds == photo_slide("a", photo).changed(seconds="7/10").seconds
            try:
                KeepArea(box=(0.5, 0.5, 0.6, 0.1))
            except ValidationError as error:
                print(error.errors()[0]["msg"])
        """)
        self.assertIn("a keep area lies inside the photo", said)


if __name__ == "__main__":
    unittest.main()
