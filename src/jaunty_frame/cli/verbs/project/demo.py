"""``demo``: the drawn photos and their project."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.progress import progress_bar


def run(
    folder: Annotated[Path, typer.Argument(metavar="DIR", help="Where the photos and the project go.")],
) -> None:
    """Draw the demo: fourteen photos of an invented pottery, and a project for three screens.

    The pictures come from a seeded program: the same bytes again each time. Files that are there already stay.
    """
    # Drawing needs SciPy, which takes 0.2 s to load.
    from jaunty_frame.demo.project import make_demo

    with progress_bar("Drawing photos") as progress:
        path = make_demo(folder, progress)
    print(path)
