"""What the verbs that write files have in common: nothing is replaced unasked."""

from collections.abc import Collection, Iterable
from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.errors import UsageError, shown_name
from jaunty_frame.media.replacing import replaced_by

Overwrite = Annotated[bool, typer.Option("--overwrite", help="Replace files of the same names.")]


def ensure_free(paths: Iterable[Path], overwrite: bool) -> Collection[Path]:
    """Return the files that are there and may be replaced; UsageError where they may not."""
    there = replaced_by(paths)
    if there and not overwrite:
        names = ", ".join(shown_name(path.name) for path in there)
        raise UsageError(f"Already in {shown_name(there[0].parent)}: {names}. Give --overwrite or another name.")
    return there
