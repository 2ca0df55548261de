"""``still``: a picture out of a clip, or of a slide as an output shows it."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import change_project
from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.errors import UsageError
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.moving.stills import clip_still, frame_still
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache


def run(
    project: ProjectPath,
    slide: Annotated[int, typer.Option(metavar="N", help="The slide by its number.")],
    at: Annotated[str, typer.Option(metavar="SECONDS", help="The time since the slide begins.")],
    to: Annotated[Path, typer.Option(metavar="FILE.png", help="The picture to write.")],
    output: Annotated[str, typer.Option(metavar="ID", help="As this output shows it; else the clip itself.")] = "",
    add: Annotated[bool, typer.Option("--add", help="Show it as a photo, after the slide.")] = False,
    overwrite: Overwrite = False,
) -> None:
    """Keep one picture of a clip, in full size and upright, or one frame of a slide."""
    if to.suffix.lower() != ".png":
        raise UsageError(f"{to} must end in .png; pictures are kept as PNG.")
    opened = Opened(project)
    if not 1 <= slide <= len(opened.project.slides):
        raise UsageError(f"--slide is {slide}; the show has {len(opened.project.slides)} slides.")
    k = slide - 1
    plan = opened.readable_plans([output] if output else None)[0]
    try:
        seconds = parse_fraction(at)
    except UsageError as error:
        raise UsageError(f"--at: {error}") from error
    lasts = plan.schedule.frames[k] / plan.output.frame_rate
    if not 0 <= seconds <= lasts:
        raise UsageError(f"--at {at} lies outside the slide, which lasts {float(lasts):g} s.")
    if output:
        png = frame_still(plan, k, float(seconds / lasts) if lasts else 0.0, opened.source)
    else:
        shown = opened.project.slides[k].exhibit
        photo = next((one for one in map(opened.project.photo, shown.photos) if one.moving is not None), None)
        if photo is None:
            raise UsageError(f"Slide {slide} shows no clip; say with --output as which output shows it.")
        png = clip_still(photo, shown.picture_at(photo, seconds), opened.source)
    ensure_free([to], overwrite)
    write_whole(to, png)
    print(to)
    if add:
        photo = look_at_photo(to, opened.folder, ThumbnailCache())
        change_project(project, add_photos([photo], k + 1), dry_run=False)
