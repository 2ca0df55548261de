"""``group``: photos together on one slide, and apart again."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides
from jaunty_frame.document.edits.groups import put_together, take_apart
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project


def run(
    project: ProjectPath,
    together: Annotated[str, typer.Option(metavar="1,3-4", help="The slides whose photos share one slide.")] = "",
    apart: Annotated[str, typer.Option(metavar="N", help="The group whose photos get slides of their own.")] = "",
    dry_run: DryRun = False,
) -> None:
    """Put two to four photos together on one slide, or take them apart. How they are arranged is solved for each
    output; edit --set exhibit.arrangement=beside has it otherwise."""
    if bool(together) == bool(apart):
        raise UsageError("Say what to do: --together 3,4 or --apart 3.")
    opened = load_project(project)
    if together:
        edit = put_together(numbered_slides(together, opened, "--together"))
    else:
        edit = take_apart(numbered_slides(apart, opened, "--apart")[0])
    change_project(project, edit, dry_run)
