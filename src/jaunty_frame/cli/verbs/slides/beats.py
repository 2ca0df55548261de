"""``beats``: cuts on beats."""

from fractions import Fraction
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits.seconds import cut_on_beats, cut_on_times
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import coming_beats


def run(
    project: ProjectPath,
    tempo: Annotated[str, typer.Option(metavar="N", help="Beats a minute; else those of the music.")] = "",
    offset: Annotated[str, typer.Option(metavar="S", help="When the first beat comes.")] = "0",
    bars: Annotated[bool, typer.Option("--bars", help="Only on beats that open a bar, where they were found.")] = False,
    every: Annotated[int, typer.Option(metavar="N", help="Every so many beats.")] = 1,
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose slides count; else the first.")] = "",
    dry_run: DryRun = False,
) -> None:
    """Let the pictures change on beats: the middle of every transition falls on one. They move as little as can be."""
    opened = load_project(project)
    if not opened.outputs:
        raise UsageError("The project has no outputs; add one first.")
    chosen = opened.output(output) if output else opened.outputs[0]
    if not tempo:
        plan = Planner().plans(opened)[chosen.id]
        beats = coming_beats(plan, bars)
        if not beats:
            raise UsageError("No beats were found in music; give --tempo, or put music on the soundtrack.")
        change_project(project, cut_on_times(beats, chosen.id, max(every, 1)), dry_run)
        return
    edit = cut_on_beats(_number(tempo, "--tempo"), _number(offset, "--offset"), every, chosen.id)
    change_project(project, edit, dry_run)


def _number(text: str, option: str) -> Fraction:
    try:
        return parse_fraction(text)
    except UsageError as error:
        raise UsageError(f"{option}: {error}") from error
