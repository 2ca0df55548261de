"""``mix``: the sound of a show by itself."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.media.sounds.mix_file import write_mix
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import sound_plan


def run(
    project: ProjectPath,
    output: Annotated[str, typer.Option(metavar="ID", help="The output whose show it is.")],
    to: Annotated[Path, typer.Option(metavar="FILE", help="A .wav file.")],
    overwrite: Overwrite = False,
) -> None:
    """Write the finished sound of a show as WAV: at its loudness, as long as the show to the sample."""
    opened = load_project(project)
    plan = sound_plan(Planner().plans(opened)[opened.output(output).id])
    if not plan.heard:
        raise UsageError("Nothing is heard in this output; put music or a voice on the soundtrack first.")
    ensure_free([to], overwrite)
    with progress_bar(to.name) as progress:
        measured = write_mix(plan, project.absolute().parent, PeakCache(), to, progress)
    print(f"{to}: {plan.samples / RATE:.2f} s, {measured.lufs:.1f} LUFS, true peak {measured.peak_dbtp:.1f} dBTP")
