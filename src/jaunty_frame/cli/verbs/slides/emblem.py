"""``emblem``: small pictures over the show."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides
from jaunty_frame.document.edits.emblems import add_emblem, remove_emblem
from jaunty_frame.errors import UsageError
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project


def run(
    project: ProjectPath,
    add: Annotated[Path | None, typer.Option(metavar="FILE", help="A PNG, WebP or SVG picture.")] = None,
    slides: Annotated[str, typer.Option(metavar="1,3-5", help="The slides over which it lies; otherwise all.")] = "",
    size: Annotated[float | None, typer.Option(metavar="%", help="Of its longer side, of the frame's shorter.")] = None,
    anchor: Annotated[str, typer.Option(metavar="PLACE", help="bottom-right, top, ...; else a free corner.")] = "",
    remove: Annotated[str, typer.Option(metavar="ID", help="Take one off, by the id that --list tells.")] = "",
    list_: Annotated[bool, typer.Option("--list", help="List them.")] = False,
    dry_run: DryRun = False,
) -> None:
    """Lay a small picture over the show, or over some slides: in the corner that is free in each output."""
    opened = load_project(project)
    if add is not None:
        photo = look_at_photo(add, project.absolute().parent, ThumbnailCache())
        chosen = numbered_slides(slides, opened) if slides else []
        fields: dict[str, object] = {"anchor": anchor} if anchor else {}
        if size is not None:
            fields["size"] = size / 100
        try:
            change_project(project, add_emblem(photo, chosen, **fields), dry_run)
        except ValueError as error:
            raise UsageError("--size lies between 1 and 100; --anchor is top-left, top, ... or auto.") from error
    elif remove:
        if remove not in {one.id for one in opened.emblems}:
            raise UsageError(f"There is no emblem “{remove[:40]}”; --list tells the ids.")
        change_project(project, remove_emblem(remove), dry_run)
    elif list_:
        paths = {photo.id: photo.path for photo in opened.photos}
        for emblem in opened.emblems:
            over = f"{len(emblem.slides)} slides" if emblem.slides else "all slides"
            print(f"{emblem.id:12} {paths[emblem.photo]}, over {over}, {100 * emblem.size:g} %")
    else:
        raise UsageError("Say what to do: --add FILE, --remove ID or --list.")
