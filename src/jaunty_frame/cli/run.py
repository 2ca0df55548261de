"""Running a sub-command; what typer has to complain of becomes an error of ours, in one line."""

import typer

from jaunty_frame.cli.commands import app
from jaunty_frame.errors import Cancelled, UsageError

# typer brings a copy of click of its own, whose base error it does not export.
_ClickException: type[Exception] = typer.BadParameter.__mro__[2]


def is_command(argument: str) -> bool:
    """Return whether a first argument asks for a command: its name, or an option."""
    names = {command.callback.__name__ for command in app.registered_commands if command.callback}
    return argument in names or argument.startswith("-")


def run_command(arguments: list[str]) -> int:
    """Run a command and return its exit code. Raises JauntyError."""
    try:
        code = app(arguments, standalone_mode=False, prog_name="jaunty-frame")
    except typer.Exit as leave:
        return leave.exit_code
    except typer.Abort as stopped:
        raise Cancelled("Stopped.") from stopped
    except _ClickException as error:
        message = getattr(error, "format_message", lambda: "")().rstrip(".")
        raise UsageError(f"{message}. See jaunty-frame --help." if message else "See jaunty-frame --help.") from error
    return code if isinstance(code, int) else 0
