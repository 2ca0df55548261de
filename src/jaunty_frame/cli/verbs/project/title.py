"""``title``: the show's title."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.document.edits.edit import all_of
from jaunty_frame.document.edits.house_rules import set_about, set_title
from jaunty_frame.errors import shown_name


def run(
    project: ProjectPath,
    title: Annotated[str, typer.Argument(metavar="TITLE", help="The new title.")],
    author: Annotated[str | None, typer.Option(metavar="NAME", help="Who made it; finished files say so.")] = None,
    description: Annotated[str | None, typer.Option(metavar="TEXT", help="What it is about; likewise.")] = None,
    dry_run: DryRun = False,
) -> None:
    """Give the show another title, and say who made it and what it is about."""
    told = {"author": author, "description": description}
    edits = [set_title(title), *(set_about(name, **{name: text}) for name, text in told.items() if text is not None)]
    change_project(project, all_of(edits)._replace(label=f"Title “{shown_name(title)}”"), dry_run)
