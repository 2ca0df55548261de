"""``export-cuts``: the running order for other programs."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.errors import UsageError
from jaunty_frame.show.words import counted


def run(
    project: ProjectPath,
    to: Annotated[Path, typer.Option(metavar="FILE.otio", help="The cut list to write.")],
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose slides it lists; else the first.")] = "",
    overwrite: Overwrite = False,
) -> None:
    """Write slides, their frames and transitions as an OpenTimelineIO cut list."""
    # It takes 0.1 s to load, which no other verb needs.
    from jaunty_frame.media.projects.cut_list import cut_list, write_cut_list

    if to.suffix != ".otio":
        raise UsageError(f"{to.name} is no name of a cut list; let it end in .otio.")
    ensure_free([to], overwrite)
    opened = Opened(project)
    plan = opened.plans([output] if output else None)[0]
    if not plan.shown:
        raise UsageError(f"{plan.output.name} shows no slides.")
    write_cut_list(cut_list(plan, opened.project.title, opened.folder), to)
    print(f"{to}: {counted(len(plan.shown), 'slide')}, {plan.schedule.total} frames.")
