"""``add``: more photos."""

import sys
from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath, with_areas
from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import Project
from jaunty_frame.errors import UsageError
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project


def run(
    project: ProjectPath,
    photos: Annotated[list[Path], typer.Argument(metavar="FILES_OR_FOLDERS...", help="Photos, or folders of photos.")],
    at: Annotated[int | None, typer.Option(metavar="N", help="The number of the first new slide.")] = None,
    dry_run: DryRun = False,
) -> None:
    """Add photos to the set and a slide for each to the running order, at its end or where you say.

    A photo that is in the set already is shown once more.
    """
    count = len(load_project(project).slides)
    if at is not None and not 1 <= at <= count + 1:
        raise UsageError(f"--at is {at}; it must lie between 1 and {count + 1}.")
    folder, cache = project.absolute().parent, ThumbnailCache()
    with progress_bar("Looking at photos") as progress:
        imported = import_photos(photos, folder, cache, progress)
    for problem in (*imported.problems, *imported.notes):
        print(problem, file=sys.stderr)
    if not imported.photos:
        raise UsageError("None of the photos could be used; nothing was changed.")
    added = add_photos(imported.photos, None if at is None else at - 1)

    def apply(before: Project) -> Project:
        after = added.apply(before)
        return after if dry_run else with_areas(after, PhotoSource(folder, cache))

    change_project(project, Edit(added.label, apply), dry_run)
