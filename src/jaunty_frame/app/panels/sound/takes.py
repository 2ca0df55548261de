"""Takes that were recorded: where each lies, what of it is wanted, and how it comes onto the show."""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from typing import Any, NamedTuple

from jaunty_frame.app.desk import Desk
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.seconds import change_at
from jaunty_frame.errors import JauntyError, UsageError
from jaunty_frame.show.planning.plan import Plan


class Over(NamedTuple):
    """What a take is recorded over: the slides that are shown from its first on, in an output.

    nexts : at which seconds of the take the next slide was asked for.
    """

    slides: Sequence[str]
    output_id: str
    nexts: list[float]


@dataclass
class Recorded:
    """A take that was made: its file, and what of it is wanted."""

    path: Path
    peaks: Any
    seconds: float
    begins: float
    ends: float
    over: Over


def use_take(desk: Desk, take: Recorded, sets_times: bool) -> str:
    """Put a take on its slide, or on the show where it goes on over several. Return what could not be done.

    sets_times : let the slides change where the speaker went on. UsageError where its slide is no longer shown.
    """
    session, (slides, output_id, nexts) = desk.session, take.over
    plan = session.plans().get(output_id)
    known = {slide.id for slide in session.project.slides}
    if plan is None or slides[0] not in known:
        raise UsageError("The slide that it was recorded for is gone; the file is kept in the project's folder.")
    if not nexts:
        desk.sounds.add_take(take.path, slides[0], take.begins, take.ends, Fraction(0))
        return ""
    # It goes on over slides, so it belongs to the show, from where its first slide begins.
    k = next((k for k in plan.shown if plan.slides[k].id == slides[0]), None)
    if k is None:
        raise UsageError("The slide that it was recorded for is left out of that output now; show it there again.")
    start, said = Fraction(plan.schedule.first[k]) / plan.output.frame_rate, ""
    if sets_times:
        try:
            session.apply(_changes(take, plan, start, known))
        except JauntyError as error:
            said = str(error)
    desk.sounds.add_take(take.path, "", take.begins, take.ends, start)
    return said


def _changes(take: Recorded, plan: Plan, start: Fraction, known: set[str]) -> Edit:
    """Return the edit that lets slides change where the speaker went on."""
    slides, _, nexts = take.over
    passed = [slides[i] for i in range(len(nexts)) if slides[i] in known]
    taps = {
        name: start + Fraction(round((at - take.begins) * 100), 100) for name, at in zip(passed, nexts, strict=False)
    }
    return change_at(taps, plan.output.id)
