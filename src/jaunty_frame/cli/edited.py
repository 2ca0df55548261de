"""What the verbs that change a project have in common: read it, change it, say what changed, write it whole."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.media.projects.project_store import load_project, save_project

DryRun = Annotated[bool, typer.Option("--dry-run", help="Say what would change; write nothing.")]


def change_project(path: Path, edit: Edit, dry_run: bool) -> None:
    """Apply an edit to the project in ``path`` and say in one line how many slides it changes."""
    before = load_project(path)
    after = edit.apply(before)
    if after is before or after == before:
        print("Nothing changes.")
        return
    changed = sum(a != b for a, b in zip(before.slides, after.slides, strict=False))
    changed += abs(len(before.slides) - len(after.slides))
    what = f"{edit.label}: {changed} of {len(after.slides)} slides" if changed else edit.label
    if dry_run:
        print(f"{what}; nothing was written.")
        return
    save_project(after, path)
    print(f"{what}.")
