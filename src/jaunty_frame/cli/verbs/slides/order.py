"""``order``: the running order."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.document.edits.order import Order, arrange_slides, order_slides
from jaunty_frame.errors import UsageError


def run(
    project: ProjectPath,
    by: Annotated[Order | None, typer.Option(help="What to order all slides by.")] = None,
    numbers: Annotated[
        str, typer.Option("--as", metavar="3,1,2", help="The present numbers of the slides in their new order.")
    ] = "",
    dry_run: DryRun = False,
) -> None:
    """Put the slides in another order: by capture time, name or shape, spread, reversed, or as you say.

    spread puts shapes apart, so that as few neighbours are alike as can be; the order within a shape stays.
    """
    if (by is None) is not bool(numbers):
        raise UsageError("Say how: --by time, name, shape, spread or reverse, or --as with the slides' numbers.")
    change_project(project, order_slides(by) if by else arrange_slides(_numbers(numbers)), dry_run)


def _numbers(text: str) -> list[int]:
    parts = [part.strip() for part in text.split(",")]
    if not all(part.isascii() and part.isdigit() and len(part) <= 5 for part in parts):
        raise UsageError(f"--as: “{text[:40]}” is no list of slide numbers; write it like 3,1,2.")
    return [int(part) for part in parts]
