"""``edit``: any field of slides, photos, outputs or the house rules."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import chosen_slides
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.fields import (
    Settings,
    set_in_output_fields,
    set_output_fields,
    set_photo_fields,
    set_rule_fields,
    set_slide_fields,
)
from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import Shape
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.choosing import Where

_SHOWN = "shown"


def run(
    project: ProjectPath,
    slides: Annotated[str, typer.Option(metavar="1,3-5", help="Slides by their numbers.")] = "",
    where: Annotated[Where | None, typer.Option(help="Slides that are so.")] = None,
    like: Annotated[int | None, typer.Option(metavar="N", help="Slides of the shape and settings of slide N.")] = None,
    output: Annotated[
        str,
        typer.Option(
            metavar="ID",
            help="Fields of this output; with slides, their fill and mount in it alone; shown=false leaves them out.",
        ),
    ] = "",
    rules: Annotated[bool, typer.Option("--rules", help="House rules; with --where SHAPE those of a shape.")] = False,
    photo: Annotated[bool, typer.Option("--photo", help="Fields of the photos of the slides.")] = False,
    set_: Annotated[list[str] | None, typer.Option("--set", metavar="NAME=VALUE", help="What to set.")] = None,
    unset: Annotated[list[str] | None, typer.Option(metavar="NAME", help="What goes back to the house rules.")] = None,
    dry_run: DryRun = False,
) -> None:
    """Set fields by their names in the project file, on all slides or on those that you name.

    For example --set seconds=4, --set placement=cover, --set transition.kind=shove --set transition.direction=left.
    The schema verb lists all fields.
    """
    settings = _settings(set_ or [], unset or [])
    opened = load_project(project)
    if rules:
        change_project(project, set_rule_fields(settings, _shape(where, slides, like)), dry_run)
        return
    about_slides = bool(slides or where or like is not None)
    if output and not about_slides:
        change_project(project, set_output_fields(opened.output(output).id, settings), dry_run)
        return
    chosen = chosen_slides(project, opened, slides, where, like)
    if output:
        change_project(project, _in_output(chosen, opened.output(output).id, settings), dry_run)
    elif photo:
        change_project(project, set_photo_fields(_photos(opened, chosen), settings), dry_run)
    else:
        change_project(project, set_slide_fields(chosen, settings), dry_run)


def _settings(set_: list[str], unset: list[str]) -> Settings:
    settings: dict[str, str | None] = {}
    for text in set_:
        name, sign, value = text.partition("=")
        if not sign or not name.strip():
            raise UsageError(f"--set: “{text[:60]}” is no NAME=VALUE.")
        settings[name.strip()] = value.strip()
    settings |= {name.strip(): None for name in unset}
    if not settings:
        raise UsageError("Say what to change: --set NAME=VALUE or --unset NAME.")
    return settings


def _shape(where: Where | None, slides: str, like: int | None) -> Shape | None:
    if slides or like is not None:
        raise UsageError("House rules are not for single slides; leave out --slides and --like.")
    if where is None:
        return None
    if where.value not in tuple(Shape):
        raise UsageError("House rules of their own are for shapes: upright, sideways, square or panorama.")
    return Shape(where.value)


def _in_output(chosen: list[str], output_id: str, settings: Settings) -> Edit:
    if _SHOWN not in settings:
        return set_in_output_fields(chosen, output_id, settings)
    value = settings[_SHOWN]
    if set(settings) != {_SHOWN} or value not in ("true", "false"):
        raise UsageError("“shown” is set by itself, to true or false.")
    return leave_out(chosen, output_id, value == "false")


def _photos(project: Project, slide_ids: list[str]) -> list[str]:
    return [name for slide_id in slide_ids for name in project.slide(slide_id).exhibit.photos]
