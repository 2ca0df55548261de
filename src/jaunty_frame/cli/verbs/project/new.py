"""``new``: a project of photos."""

import sys
from collections.abc import Callable
from enum import StrEnum
from fractions import Fraction
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.opened import with_areas
from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits.material.photos import add_photos, without_copies
from jaunty_frame.document.model import HouseRules, Output, Project
from jaunty_frame.document.outputs import output_from_text, with_free_id
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.errors import UsageError, shown_name
from jaunty_frame.media.photos.photo_import import copies_sentence, import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import project_file, save_project
from jaunty_frame.show.words import counted

_MOST_TITLE = 200


class Copies(StrEnum):
    """What ``new`` does with a further file of the same picture."""

    LEAVE_OUT = "leave-out"
    SHOW = "show"


def run(
    photos: Annotated[list[Path], typer.Argument(metavar="FILES_OR_FOLDERS...", help="Photos, or folders of photos.")],
    to: Annotated[Path, typer.Option(metavar="PROJECT", help="The project file to write.")],
    output: Annotated[list[str], typer.Option(metavar="ID", help="An output; give it several times for several.")],
    seconds: Annotated[str | None, typer.Option(metavar="S", help="How long every slide is seen.")] = None,
    transition: Annotated[
        str | None, typer.Option(metavar="S", help="Length of dissolves and fades; 0 = cuts and no fades.")
    ] = None,
    placement: Annotated[Placement, typer.Option(help="How photos are placed.")] = Placement.AUTO,
    covering: Annotated[
        Covering, typer.Option(help="How readily auto fills the frame, though something is lost.")
    ] = Covering.BALANCED,
    move: Annotated[Move, typer.Option(help="What the camera does.")] = Move.AUTO,
    copies: Annotated[Copies, typer.Option(help="What becomes of files with the same picture.")] = Copies.LEAVE_OUT,
    title: Annotated[str | None, typer.Option(help="Title of the show; otherwise the project file's name.")] = None,
    overwrite: Overwrite = False,
) -> None:
    """Make a project of photos, with their keep areas found.

    Files keep the order given; the photos of a folder go by capture time, then name. Files that cannot be used are
    named, the others come in.
    """
    to = project_file(to)
    ensure_free([to], overwrite)
    if not to.parent.is_dir():
        raise UsageError(f"The folder {to.parent} is not there; make it first.")
    outputs: list[Output] = []
    for text in output:
        outputs.append(with_free_id(output_from_text(text), {other.id for other in outputs}))
    rules = _house_rules(seconds, transition, {"placement": placement, "covering": covering, "move": move})
    cache = ThumbnailCache()
    with progress_bar("Looking at photos") as progress:
        imported = import_photos(photos, to.parent, cache, progress)
    for problem in (*imported.problems, *imported.notes):
        print(problem, file=sys.stderr)
    if not imported.photos:
        raise UsageError("None of the photos could be used; no project was written.")
    name = title if title is not None else to.stem.replace("-", " ").replace("_", " ").strip().capitalize()
    project = _checked(lambda: Project(title=name, outputs=tuple(outputs), house_rules=rules), name)
    shown, left_out = list(imported.photos), list[Photo]()
    if copies is Copies.LEAVE_OUT:
        shown, left_out = without_copies(project, shown)
    if left_out:
        print(copies_sentence(len(left_out)), file=sys.stderr)
    project = add_photos(shown).apply(project)
    save_project(with_areas(project, PhotoSource(to.parent, cache)), to)
    slides = f", {counted(len(shown), 'slide')}" if len(shown) != len(project.photos) else ""
    print(f"{to}: {counted(len(project.photos), 'photo')}{slides}, {counted(len(outputs), 'output')}")


def _house_rules(seconds: str | None, transition: str | None, chosen: dict[str, Any]) -> HouseRules:
    fields = dict(chosen)
    if seconds is not None:
        held = _time(seconds, "--seconds", Fraction(1, 10), Fraction(3600))
        fields |= {"seconds_held": held, "seconds_moving": held}
    if transition is not None:
        joint = _time(transition, "--transition", Fraction(0), Fraction(60))
        transition_value = CrossDissolve(seconds=joint) if joint else Cut()
        fields |= {"transition": transition_value, "fade_in": joint, "fade_out": joint}
    return HouseRules(**fields)


def _time(text: str, option: str, least: Fraction, most: Fraction) -> Fraction:
    try:
        value = parse_fraction(text)
    except UsageError as error:
        raise UsageError(f"{option}: {error}") from error
    if not least <= value <= most:
        raise UsageError(f"{option} is {text}; it must lie between {float(least):g} and {float(most):g} seconds.")
    return value


def _checked(make: Callable[[], Project], title: str) -> Project:
    try:
        return make()
    except ValueError as error:
        wrong = "it is too long" if len(title) > _MOST_TITLE else "it holds signs that are no text"
        raise UsageError(f"The title “{shown_name(title)}” cannot be used: {wrong}.") from error
