"""A verb that exists only for the test of the seams."""

from typing import Annotated

import typer


def run(loud: Annotated[bool, typer.Option("--loud", help="In capitals.")] = False) -> None:
    """Says how seams are told."""
    print("SEAMS" if loud else "seams")
