"""The net under the window: no exception leaves a paint, event or slot handler, or a thread, unseen.

PySide hands such exceptions to ``sys.excepthook``. It also keeps the traceback, and with it every local of the
handlers: a painter among them would stay begun, and Qt would crash when its widget goes. So the frames are cleared.
"""

import contextlib
import sys
import threading
import traceback
from pathlib import Path
from types import TracebackType

from platformdirs import user_state_dir
from PySide6.QtCore import QObject, Qt, Signal

from jaunty_frame.app.project.session import Session
from jaunty_frame.errors import JauntyError

_MOST_LOGGED_BYTES = 1_000_000
_FAULT = "Something went wrong inside the program. Your work is kept; if it happens again, save and start anew."


class Net(QObject):
    """Catches for one session. ``caught`` : a sentence for the user, once for all that happens at a time."""

    caught = Signal(list)
    _fell = Signal()

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._told = False
        self._sentences: list[str] = []
        self._before = sys.excepthook
        self._before_in_threads = threading.excepthook
        # Told in the GUI thread, and not from within whatever handler failed.
        self._fell.connect(self._tell, Qt.ConnectionType.QueuedConnection)
        sys.excepthook = self._catch
        threading.excepthook = self._catch_in_thread

    def close(self) -> None:
        """Give the place back."""
        if sys.excepthook == self._catch:
            sys.excepthook = self._before
            threading.excepthook = self._before_in_threads

    def _catch_in_thread(self, fault: threading.ExceptHookArgs) -> None:
        if fault.exc_value is None or issubclass(fault.exc_type, SystemExit):
            self._before_in_threads(fault)
        else:
            self._catch(fault.exc_type, fault.exc_value, fault.exc_traceback)

    def _catch(self, kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        if issubclass(kind, KeyboardInterrupt):
            self._before(kind, error, trace)
            return
        if isinstance(error, JauntyError):
            # What a user can cause has its sentence; nobody had a place of its own to show it.
            self._sentences.append(str(error))
        else:
            _log("".join(traceback.format_exception(kind, error, trace)))
        traceback.clear_frames(trace)
        sys.last_traceback = None
        if not self._told:
            self._told = True
            self._fell.emit()

    def _tell(self) -> None:
        self._told = False
        self._session.place.write_autosave()
        sentences, self._sentences = self._sentences, []
        self.caught.emit(sentences or [_FAULT])


def log_path() -> Path:
    return Path(user_state_dir("jaunty-frame")) / "errors.log"


def _log(text: str) -> None:
    """Write to the error stream, and to a file that is begun anew when it has grown long."""
    print(text, file=sys.stderr)
    with contextlib.suppress(OSError):
        path = log_path()
        path.parent.mkdir(parents=True, exist_ok=True)
        long = path.exists() and path.stat().st_size > _MOST_LOGGED_BYTES
        with open(path, "w" if long else "a", encoding="utf-8") as file:
            file.write(text + "\n")
