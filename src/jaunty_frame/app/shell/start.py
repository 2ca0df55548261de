"""Opening the window."""

import os
import signal
import sys
import threading
from pathlib import Path

from PySide6.QtWidgets import QApplication

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.shell.collector import Collector
from jaunty_frame.app.shell.main_window import MainWindow
from jaunty_frame.app.shell.memory import give_memory_back
from jaunty_frame.app.widgets.theme import mark, prefers_dark, set_theme, set_up_fonts, styled_when_built
from jaunty_frame.errors import UsageError, shown_name
from jaunty_frame.media.projects.project_store import project_file

# Python lets a thread go on for 0.005 s while another waits for its lock, and painting asks for the lock at every call
# into Qt: while a worker was busy, the longest stall on 500 slides was half as long again.
_SWITCH_S = 0.0005


def make_application() -> QApplication:
    """Return the one Qt application, with fonts and colours set up."""
    running = QApplication.instance()
    if isinstance(running, QApplication):
        return running
    give_memory_back()
    sys.setswitchinterval(_SWITCH_S)
    # Named here and not by setStyle, which takes 0.008 s to hand back the style that it made.
    app = QApplication(["jaunty-frame", "-style", "Fusion"])
    app.setApplicationName("jaunty-frame")
    app.setApplicationDisplayName("Jaunty Frame")
    app.setDesktopFileName("org.jauntyframe.JauntyFrame")
    set_up_fonts(app)
    set_theme(app, prefers_dark())
    app.setWindowIcon(mark())
    Collector(app)
    return app


def open_window(app: QApplication, project: Path | None) -> MainWindow:
    """Return a window with ``project``, or else with what was not saved when the program last ended, and show it."""
    with styled_when_built(app):
        window = MainWindow(Session())
        if project is None:
            window.files.offer_recovery()
        else:
            window.files.open_path(project)
    window.show()
    return window


def run_window(project: str | None) -> int:
    """Open the window, with a project if one is given; return the exit code."""
    if not (os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY") or os.environ.get("QT_QPA_PLATFORM")):
        raise UsageError("There is no display to open a window on; jaunty-frame --help lists what works without one.")
    path = project_file(Path(project)) if project else None
    if path is not None and not os.path.exists(path):
        raise UsageError(
            f"There is no project {shown_name(project)}; check the name, or give a command (jaunty-frame --help)."
        )
    app = make_application()
    window = open_window(app, path)

    def stop(*_: object) -> None:
        window.session.place.write_autosave()
        app.exit(130)

    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, stop)
    code = app.exec()
    sys.stdout.flush()
    if threading.active_count() > 1:
        # What was told to stop and did not hear it, such as a look at a file on a slow disk: Python would wait for it.
        os._exit(code)
    return code
