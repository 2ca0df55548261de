"""The command ``jaunty-frame``: a verb, or else the window.

The first argument decides: the name of a verb or something that begins with ``-`` goes to the verbs, anything else
 is a project to be opened in the window.
"""

import gc
import signal
import sys
from types import FrameType, ModuleType

from jaunty_frame.cli.verb_list import is_verb
from jaunty_frame.errors import Cancelled, JauntyError, UsageError

PROJECT_SUFFIX = ".jaunty"
_USAGE_FAILED = 2
_CANCELLED = 130


def main(arguments: list[str] | None = None) -> None:
    """Run the program and leave it with its exit code."""
    arguments = sys.argv[1:] if arguments is None else arguments
    signal.signal(signal.SIGTERM, _stop)
    try:
        if not arguments or arguments[0].endswith(PROJECT_SUFFIX):
            sys.exit(_open_window(arguments))
        if not is_verb(arguments[0]):
            sys.exit(_open_window(arguments))
        # The verbs' libraries take 0.3 s to load, which opening a project in the window should not wait for.
        from jaunty_frame.cli.run import run_verb

        sys.exit(run_verb(arguments))
    except (KeyboardInterrupt, Cancelled) as stopped:
        print(str(stopped) or "Stopped.", file=sys.stderr)
        sys.exit(_CANCELLED)
    except JauntyError as error:
        print(" ".join(str(error).split()), file=sys.stderr)
        sys.exit(_USAGE_FAILED)


def hasten_start() -> None:
    """Leave out what only delays the start of the window."""
    # Loading makes many objects and no garbage; the collector's looks at them take 0.04 s. The window has its own way
    # of collecting (app.shell.collector).
    gc.disable()
    # pydantic's loader of plugins, of which there are none for us, takes 0.03 s to load all that it needs to search the
    # installed packages. Its one function is called by name, so that one without plugins can stand in for it.
    no_plugins = ModuleType("pydantic.plugin._loader")
    no_plugins.get_plugins = tuple  # type: ignore[attr-defined]
    sys.modules.setdefault(no_plugins.__name__, no_plugins)


def _open_window(arguments: list[str]) -> int:
    if len(arguments) > 1:
        raise UsageError(f"“{arguments[0]}” is no command, and the window opens one project at a time.")
    hasten_start()
    # Qt takes 0.15 s to load, which no other command should wait for.
    from jaunty_frame.app.shell.start import run_window

    return run_window(arguments[0] if arguments else None)


def _stop(signal_number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt
