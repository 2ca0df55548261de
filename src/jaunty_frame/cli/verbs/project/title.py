"""``title``: the show's title."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.errors import shown_name


def run(
    project: ProjectPath,
    title: Annotated[str, typer.Argument(metavar="TITLE", help="The new title.")],
    dry_run: DryRun = False,
) -> None:
    """Give the show another title."""
    change_project(project, set_title(title)._replace(label=f"Title “{shown_name(title)}”"), dry_run)
