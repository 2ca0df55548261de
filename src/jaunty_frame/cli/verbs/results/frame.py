"""``frame``: one frame of a show as a picture."""

from math import floor
from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.errors import UsageError
from jaunty_frame.media.export.export import export_frame
from jaunty_frame.media.export.export_job import ensure_exportable


def run(
    project: ProjectPath,
    output: Annotated[str, typer.Option(metavar="ID", help="The output.")],
    at: Annotated[str, typer.Option(metavar="SECONDS", help="The time; the frame is floor(time x rate).")],
    to: Annotated[Path, typer.Option(metavar="FILE.png", help="The picture to write.")],
    overwrite: Overwrite = False,
) -> None:
    """Write one frame of a show as a PNG."""
    if to.suffix.lower() != ".png":
        raise UsageError(f"{to} must end in .png; frames are written as PNG.")
    opened = Opened(project)
    chosen = opened.readable_plans([output])[0]
    ensure_exportable(opened.project, opened.folder, [chosen])
    try:
        n = floor(parse_fraction(at) * chosen.output.frame_rate)
    except UsageError as error:
        raise UsageError(f"--at: {error}") from error
    if n >= chosen.schedule.total:
        raise UsageError(f"--at {at} lies past the end; the show in {output} has {float(chosen.seconds):g} s.")
    ensure_free([to], overwrite)
    export_frame(chosen, opened.source, n, to)
