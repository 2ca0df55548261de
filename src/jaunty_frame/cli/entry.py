"""The command ``jaunty-frame``: a sub-command, or else the window.

The first argument decides: the name of a sub-command or something that begins with ``-`` goes to the commands, anything
else is a project to be opened in the window.
"""

import signal
import sys
from types import FrameType

import typer

from jaunty_frame.cli.commands import app
from jaunty_frame.errors import Cancelled, JauntyError, UsageError

# typer brings a copy of click of its own, whose base error it does not export.
_ClickException: type[Exception] = typer.BadParameter.__mro__[2]
USAGE_FAILED = 2
_CANCELLED = 130


def main(arguments: list[str] | None = None) -> None:
    """Run the program and leave it with its exit code."""
    arguments = sys.argv[1:] if arguments is None else arguments
    commands = {command.callback.__name__ for command in app.registered_commands if command.callback}
    signal.signal(signal.SIGTERM, _stop)
    try:
        if arguments and (arguments[0] in commands or arguments[0].startswith("-")):
            code = app(arguments, standalone_mode=False, prog_name="jaunty-frame")
            sys.exit(code if isinstance(code, int) else 0)
        sys.exit(_open_window(arguments))
    except typer.Exit as leave:
        sys.exit(leave.exit_code)
    except (typer.Abort, KeyboardInterrupt, Cancelled) as stopped:
        sentence = str(stopped) or "Stopped."
        print(sentence, file=sys.stderr)
        sys.exit(_CANCELLED)
    except _ClickException as error:
        message = getattr(error, "format_message", lambda: "")().rstrip(".")
        _fail(f"{message}. See jaunty-frame --help." if message else "See jaunty-frame --help.")
    except JauntyError as error:
        _fail(str(error))


def _open_window(arguments: list[str]) -> int:
    if len(arguments) > 1:
        raise UsageError(f"“{arguments[0]}” is no command, and the window opens one project at a time.")
    # Qt takes 0.15 s to load, which no other command should wait for.
    from jaunty_frame.app.start import run_window

    return run_window(arguments[0] if arguments else None)


def _fail(sentence: str) -> None:
    print(" ".join(sentence.split()), file=sys.stderr)
    sys.exit(USAGE_FAILED)


def _stop(signal_number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt
