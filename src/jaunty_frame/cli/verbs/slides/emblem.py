"""``emblem``: small pictures over the show."""

from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits.material.emblems import add_emblem, remove_emblem, set_emblem, set_emblem_in_output
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
    at: Annotated[str, typer.Option(metavar="S", help="Seconds after its slides begin.")] = "",
    for_: Annotated[str, typer.Option("--for", metavar="S", help="For so long; otherwise to their end.")] = "",
    output: Annotated[str, typer.Option(metavar="ID", help="With --edit: only in this output.")] = "",
    edit: Annotated[str, typer.Option(metavar="ID", help="Give one another size, place or times.")] = "",
    leave_out: Annotated[bool, typer.Option(help="With --edit and --output: do not show it there.")] = False,
    remove: Annotated[str, typer.Option(metavar="ID", help="Take one off, by the id that --list tells.")] = "",
    list_: Annotated[bool, typer.Option("--list", help="List them.")] = False,
    dry_run: DryRun = False,
) -> None:
    """Lay a small picture over the show, or over some slides: in the corner that is free in each output."""
    opened = load_project(project)
    fields: dict[str, Any] = {"anchor": anchor} if anchor else {}
    if size is not None:
        fields["size"] = size / 100
    if at:
        fields["at"] = parse_fraction(at)
    if for_:
        fields["lasts"] = parse_fraction(for_)
    if add is not None:
        photo = look_at_photo(add, project.absolute().parent, ThumbnailCache())
        chosen = numbered_slides(slides, opened) if slides else []
        change_project(project, add_emblem(photo, chosen, **fields), dry_run)
    elif edit:
        if edit not in {one.id for one in opened.emblems}:
            raise UsageError(f"There is no emblem “{edit[:40]}”; --list tells the ids.")
        if output and output not in {one.id for one in opened.outputs}:
            raise UsageError(f"There is no output “{output[:40]}”; the outputs verb lists them.")
        if output and (at or for_ or slides):
            raise UsageError("Times and slides hold for all outputs: leave out --output, or --at, --for and --slides.")
        if leave_out and not output:
            raise UsageError("--leave-out needs --output: where is it not to be shown?")
        if leave_out:
            fields["left_out"] = True
        if slides:
            fields["slides"] = tuple(numbered_slides(slides, opened))
        changes = set_emblem_in_output(edit, output, **fields) if output else set_emblem(edit, **fields)
        change_project(project, changes, dry_run)
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
        raise UsageError("Say what to do: --add FILE, --edit ID, --remove ID or --list.")
