"""``estimate``: how large a show's file will be, and how long writing it takes."""

import json
from typing import Annotated

import typer

from jaunty_frame.cli.format_options import typed_options
from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.media.export.estimate import estimated
from jaunty_frame.media.export.job import options_of
from jaunty_frame.media.formats.format import Quality
from jaunty_frame.media.formats.format_list import FORMATS, USUAL
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.show.words import counted


def run(
    project: ProjectPath,
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose show it is.")],
    form: Annotated[
        str, typer.Option("--format", metavar="NAME", help=f"What would be written: {', '.join(FORMATS)}.")
    ] = USUAL,
    quality: Annotated[Quality, typer.Option(help="Speed against fidelity and size.")] = Quality.STANDARD,
    options: Annotated[
        list[str] | None, typer.Option("--set", metavar="NAME=VALUE", help="An option of the format; several times.")
    ] = None,
    as_json: Annotated[bool, typer.Option("--json", help="As JSON: bytes, seconds, frames.")] = False,
) -> None:
    """Say how large a show's file will be and how long writing it takes, from a few frames."""
    chosen = options_of(form, typed_options(options or []))
    opened = Opened(project)
    (plan,) = opened.plans([output])
    found = estimated(plan, opened.source, quality, bool(sound_plan(plan).heard), form_name=form, options=chosen)
    if as_json:
        told = {"bytes": round(found.size), "seconds": round(found.seconds, 2), "frames": plan.schedule.total}
        print(json.dumps(told))
        return
    print(f"{counted(plan.schedule.total, 'frame')}: about {found.size / 1e6:.1f} MB, {found.seconds:.0f} s to write")
