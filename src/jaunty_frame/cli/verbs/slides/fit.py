"""``fit``: a show of a given length."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.edits.seconds import fit_show
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import music_seconds


def run(
    project: ProjectPath,
    length: Annotated[str, typer.Option(metavar="S", help="How long the show is to last.")] = "",
    to_music: Annotated[bool, typer.Option("--to-music", help="As long as its music, played once.")] = False,
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose frames count; else the first.")] = "",
    dry_run: DryRun = False,
) -> None:
    """Make the show last as long as you say, exact to the frame: all unlocked slides are scaled together.

    No slide becomes shorter than its transitions; where that makes the show too long, it says so.
    """
    if bool(length) == to_music:
        raise UsageError("Say how long: --length S, or --to-music.")
    if to_music:
        _fit_to_music(project, output, dry_run)
        return
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


def _fit_to_music(project: Path, output: str, dry_run: bool) -> None:
    opened = load_project(project)
    if not opened.outputs:
        raise UsageError("The project has no outputs; add one first.")
    chosen = opened.output(output) if output else opened.outputs[0]
    seconds = music_seconds(Planner().plans(opened)[chosen.id])
    if not seconds:
        raise UsageError("There is no music in this output; put some on the soundtrack first.")
    change_project(project, fit_show(seconds, chosen.id), dry_run)
