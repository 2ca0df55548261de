"""Running a verb; what typer has to complain of becomes an error of ours, in one line."""

from pkgutil import resolve_name

import typer
from pydantic import ValidationError

from jaunty_frame.cli.verb_list import VERBS
from jaunty_frame.document.basis.limits import limit_sentence
from jaunty_frame.errors import Cancelled, UsageError

# typer brings a copy of click of its own, whose base error it does not export.
_ClickException: type[Exception] = typer.BadParameter.__mro__[2]
_INTERRUPTED = 130
_HELP = """One set of photos, one slideshow for every screen.

    Without a command, **jaunty-frame [PROJECT]** opens the window.

    From a folder of photos to finished videos:

        jaunty-frame new photos/ --output tall --output wide --to trip.jaunty

        jaunty-frame render trip.jaunty --all --to shows/

    Outputs are **tall** (1080x1920), **portrait** (1080x1350), **square** (1080x1080), **classic** (1440x1080),
    **panel** (1280x800), **wide** (1920x1080), **uhd** (3840x2160), **banner** (3840x1080), **disc** (720x576 shown as
    16:9), or a size of your own like **1200x628@25**. Where something is wrong, one sentence on the error stream says
    what, and the exit code is 2.
    """


def run_verb(arguments: list[str]) -> int:
    """Run a verb and return its exit code. Raises JauntyError."""
    if "" in arguments:
        raise UsageError("An argument is empty; give a name in its place. See jaunty-frame --help.")
    try:
        code = _commands()(arguments, standalone_mode=False, prog_name="jaunty-frame")
    except typer.Exit as leave:
        return leave.exit_code
    except ValidationError as error:
        raise UsageError(f"That cannot be used: {limit_sentence(error)}") from error
    except typer.Abort as stopped:
        raise Cancelled("Stopped.") from stopped
    except _ClickException as error:
        message = getattr(error, "format_message", lambda: "")().rstrip(".")
        raise UsageError(f"{message}. See jaunty-frame --help." if message else "See jaunty-frame --help.") from error
    if code == _INTERRUPTED:  # what typer makes of Ctrl+C
        raise Cancelled("Stopped.")
    return code if isinstance(code, int) else 0


def _commands() -> typer.Typer:
    commands = typer.Typer(
        add_completion=False, no_args_is_help=True, pretty_exceptions_enable=False, rich_markup_mode="markdown"
    )
    # With a callback it stays a group of commands, even of one.
    commands.callback(help=_HELP)(lambda: None)
    for name, module in VERBS.items():
        commands.command(name)(resolve_name(f"{module}:run"))
    return commands
