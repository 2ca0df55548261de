"""``fit``: a show of a given length."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.edits.seconds import fit_show
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project


def run(
    project: ProjectPath,
    length: Annotated[str, typer.Option(metavar="S", help="How long the show is to last.")],
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose frames count; else the first.")] = "",
    dry_run: DryRun = False,
) -> None:
    """Make the show last as long as you say, exact to the frame: all unlocked slides are scaled together.

    No slide becomes shorter than its transitions; where that makes the show too long, it says so.
    """
    try:
        typed = typed_seconds(length)
    except UsageError as error:
        raise UsageError(f"--length: {error}") from error
    if not typed.is_length:
        raise UsageError(f"--length: “{length}” is a change; say how long the show is to last.")
    opened = load_project(project)
    if not opened.outputs:
        raise UsageError("The project has no outputs; add one first.")
    chosen = opened.output(output) if output else opened.outputs[0]
    change_project(project, fit_show(typed.more, chosen.id), dry_run)
