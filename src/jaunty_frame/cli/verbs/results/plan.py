"""``plan``: what every output shows, in numbers."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.opened import Opened, ProjectPath, print_json
from jaunty_frame.media.frames.legibility import measured_contrasts
from jaunty_frame.media.sounds.mixing import mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.soundtrack import sound_plan


def run(
    project: ProjectPath,
    output: Annotated[list[str] | None, typer.Option(metavar="ID", help="Only this output.")] = None,
    measure: Annotated[
        bool, typer.Option("--measure", help="With --json: mix the sound, and tell how loud it is.")
    ] = False,
    as_json: Annotated[bool, typer.Option("--json", help="Print one JSON object.")] = False,
) -> None:
    """Say what every output shows: each slide's frames, placement, move and windows."""
    opened = Opened(project)
    plans = opened.readable_plans(output) if as_json else opened.plans(output)
    if as_json:
        read = measured_contrasts({p.output.id: p for p in plans}, opened.source, full_size=True)
        outputs = [plan_object(p, read.get(p.output.id)) for p in plans]
        if measure:
            for told, chosen in zip(outputs, plans, strict=True):
                told |= _measured(chosen, opened.folder)
        print_json({"title": opened.project.title, "outputs": outputs})
        return
    for chosen in plans:
        print(f"{chosen.output.id}: {chosen.schedule.total} frames, {float(chosen.seconds):.1f} s")
        for k, slide in enumerate(chosen.slides):
            first, count, rows = chosen.schedule.first[k], chosen.schedule.frames[k], chosen.rows_of(k)
            print(f"  {k + 1:4} {first:7} +{count:<5} {_shown(chosen, rows[0]) if rows else slide.exhibit.label}")


def _measured(chosen: Plan, folder: Path) -> dict[str, float]:
    heard = sound_plan(chosen)
    if not heard.heard:
        return {}
    with mixed_show(heard, folder, PeakCache()) as mix:
        lufs, peak = mix.measured
    return {"loudness_lufs": round(lufs, 2), "true_peak_dbtp": round(peak, 2)}


def _shown(chosen: Plan, row: int) -> str:
    framing = chosen.framing(row)
    return f"{framing.placement or 'hand-set':9} {framing.move:9} {Path(chosen.photo(row).path).name}"
