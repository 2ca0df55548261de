"""What the verbs that change a project have in common: read it, change it, say what changed, write it whole."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.media.projects.project_store import read_project, save_project
from jaunty_frame.show.changes import change_words

DryRun = Annotated[bool, typer.Option("--dry-run", help="Say what would change; write nothing.")]


def change_project(path: Path, edit: Edit, dry_run: bool) -> None:
    """Apply an edit to the project in ``path`` and say in one line what it changes."""
    before, digest = read_project(path)
    after = edit.apply(before)
    if after is before or after == before:
        print("Nothing changes.")
        return
    what = change_words(edit.label, before, after)
    if dry_run:
        print(f"{what}; nothing was written.")
        return
    save_project(after, path, digest)
    print(f"{what}.")
