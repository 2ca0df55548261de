"""``carry``: what one slide has, to others."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides, parsed_aspects, where_slides
from jaunty_frame.document.edits.aspects import carry_over
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.model import Project
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.choosing import Where, following

_FOLLOWING = "following"


def run(
    project: ProjectPath,
    source: Annotated[int, typer.Option("--from", metavar="N", help="The slide that has it.")],
    aspects: Annotated[str, typer.Option(metavar="A,B", help=f"What: {', '.join(SlideAspect)}.")],
    to: Annotated[
        str, typer.Option(metavar="WHERE", help="1,3-5, following, all, upright, sideways, every-second, …")
    ] = "all",
    mirrored: Annotated[bool, typer.Option("--mirrored", help="Left for right on every second one.")] = False,
    dry_run: DryRun = False,
) -> None:
    """Carry chosen aspects of one slide over to others: what it was meant to do, never windows in numbers."""
    opened = load_project(project)
    from_id = numbered_slides(str(source), opened, "--from")[0]
    targets = [name for name in _targets(to, from_id, opened, project) if name != from_id]
    change_project(project, carry_over(from_id, parsed_aspects(aspects), targets, mirrored), dry_run)


def _targets(to: str, from_id: str, project: Project, path: Path) -> list[str]:
    if to == _FOLLOWING:
        return following([from_id], project)
    if to in tuple(Where):
        return where_slides(path, project, Where(to))
    if to[:1].isdigit():
        return numbered_slides(to, project, "--to")
    known = ", ".join(Where)
    raise UsageError(f"--to: “{to[:40]}” is no choice of slides; give their numbers, following, or one of {known}.")
