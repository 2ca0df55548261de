"""How long the window with the demo takes to appear, beside a bare window."""

import os
import shutil
import statistics
import subprocess
import sys
import time
from contextlib import nullcontext
from pathlib import Path

from bench.subjects import Scale, report
from bench.x_server import x_server
from jaunty_frame.demo.project import make_demo

_RUNS = 9
# Both end as soon as they have painted, and say when that was by the clock that all processes share.
_BARE = """
import os
import sys
import time
from PySide6.QtWidgets import QApplication, QLabel

class Label(QLabel):
    def paintEvent(self, event):
        super().paintEvent(event)
        print(time.monotonic(), flush=True)
        os._exit(0)

app = QApplication(sys.argv)
label = Label("Jaunty Frame")
label.resize(1280, 800)
label.show()
app.exec()
"""
_OURS = """
import os
import sys
import time
from pathlib import Path
from jaunty_frame.cli.entry import hasten_start
hasten_start()
from jaunty_frame.app.sheet.sheet_view import SheetView
from jaunty_frame.app.shell.start import make_application, open_window

paint = SheetView.paintEvent

def paint_and_end(sheet, event):
    paint(sheet, event)
    print(time.monotonic(), flush=True)
    os._exit(0)

SheetView.paintEvent = paint_and_end
app = make_application()
window = open_window(app, Path(sys.argv[1]))
app.exec()
"""


def run(folder: Path, scale: Scale) -> None:
    project = make_demo(folder / "demo")
    there = shutil.which("Xvfb") is not None
    with x_server() if there else nullcontext({**os.environ, "QT_QPA_PLATFORM": "offscreen"}) as environment:
        # As in daily use, the bytecode of the first run serves the others.
        environment.pop("PYTHONDONTWRITEBYTECODE", None)

        def seconds_to_paint(script: str) -> float:
            command = [sys.executable, "-c", script, str(project)]
            began = time.monotonic()
            ended = subprocess.run(
                command, check=True, env=environment, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True
            )
            return float(ended.stdout) - began

        seconds_to_paint(_OURS)
        pairs = [(seconds_to_paint(_OURS), seconds_to_paint(_BARE)) for _ in range(scale.of(_RUNS, 1))]
    ratio = statistics.median(ours / bare for ours, bare in pairs)
    ours, bare = (statistics.median(column) for column in zip(*pairs, strict=True))
    report("start to the first painted window / bare window", f"{ratio:.2f} ({ours:.2f} s / {bare:.2f} s)", "<= 3")
