"""``remove``: slides out of the show, or photos out of the set."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import chosen_slides
from jaunty_frame.document.edits.material.photos import remove_photos
from jaunty_frame.document.edits.slides import remove_slides
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.choosing import Where


def run(
    project: ProjectPath,
    slides: Annotated[str, typer.Option(metavar="1,3-5", help="Slides by their numbers.")] = "",
    where: Annotated[Where | None, typer.Option(help="Slides that are so.")] = None,
    unused: Annotated[bool, typer.Option("--unused", help="Photos of the set that no slide shows.")] = False,
    from_set: Annotated[bool, typer.Option("--from-set", help="Their photos too.")] = False,
    dry_run: DryRun = False,
) -> None:
    """Remove slides; their photos stay in the set unless you say otherwise. Files are never touched."""
    opened = load_project(project)
    if unused:
        shown = {name for slide in opened.slides for name in slide.exhibit.photos}
        change_project(project, remove_photos([p.id for p in opened.photos if p.id not in shown]), dry_run)
        return
    if not slides and where is None:
        raise UsageError("Say which: --slides 1,3-5, --where, or --unused.")
    chosen = chosen_slides(project, opened, slides, where, None)
    if from_set:
        photos = [name for slide_id in chosen for name in opened.slide(slide_id).exhibit.photos]
        change_project(project, remove_photos(photos), dry_run)
    else:
        change_project(project, remove_slides(chosen), dry_run)
