"""``schema``: what a project file, or a look's, may hold."""

from typing import Annotated

import typer

from jaunty_frame.cli.opened import print_json
from jaunty_frame.document.files.look_format import look_schema
from jaunty_frame.document.files.project_format import project_schema


def run(look: Annotated[bool, typer.Option("--look", help="Of files with a look instead.")] = False) -> None:
    """Print the JSON Schema of project files."""
    print_json(look_schema() if look else project_schema())
