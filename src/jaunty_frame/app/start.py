"""Opening the window."""

# isort: off
# Once PySide6 is loaded, a hook of its slows every further import down; loading what is not Qt first saves 0.1 s.
import jaunty_frame.show.picture_spec
import jaunty_frame.show.reasons
import jaunty_frame.show.remedies
import jaunty_frame.media.recovery
import jaunty_frame.media.sources  # noqa: F401
# isort: on

import os
import signal
import sys
from pathlib import Path

from PySide6.QtWidgets import QApplication

from jaunty_frame.app.collector import Collector
from jaunty_frame.app.main_window import MainWindow
from jaunty_frame.app.session import Session
from jaunty_frame.app.theme import mark, prefers_dark, set_theme, set_up_fonts
from jaunty_frame.errors import UsageError


def make_application() -> QApplication:
    """Return the one Qt application, with fonts and colours set up."""
    running = QApplication.instance()
    if isinstance(running, QApplication):
        return running
    app = QApplication(["jaunty-frame"])
    app.setApplicationName("jaunty-frame")
    app.setApplicationDisplayName("Jaunty Frame")
    app.setDesktopFileName("org.jauntyframe.JauntyFrame")
    set_up_fonts(app)
    set_theme(app, prefers_dark())
    app.setWindowIcon(mark())
    Collector(app)
    return app


def run_window(project: str | None) -> int:
    """Open the window, with a project if one is given; return the exit code."""
    if not (os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or os.environ.get("QT_QPA_PLATFORM")):
        raise UsageError("There is no display to open a window on; jaunty-frame --help lists what works without one.")
    path = Path(project) if project else None
    if path is not None and not path.exists():
        raise UsageError(f"There is no project {path}; check the name, or give a command (jaunty-frame --help).")
    app = make_application()
    window = MainWindow(Session())
    if path is not None:
        window.files.open_path(path)
    else:
        window.files.offer_recovery()
    window.show()

    def stop(*_: object) -> None:
        window.session.write_autosave()
        app.exit(130)

    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, stop)
    code = app.exec()
    sys.stdout.flush()
    return code
