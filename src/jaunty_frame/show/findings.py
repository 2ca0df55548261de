"""Findings: what the checks have to say about a slide in an output, in words, with a remedy."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from jaunty_frame.core.framing import PLACEMENTS, Placement
from jaunty_frame.core.geometry import FULLY_VISIBLE, bar_share, visible_share
from jaunty_frame.document.model import Project
from jaunty_frame.show.plan import Plan

_EQUAL = 1e-6
# Up to this share of the frame, bars over a fill look intended; beyond it the photo looks small.
_FEW_BARS = 0.4


class Kind(StrEnum):
    MISSING_PHOTO = "missing-photo"
    KEEP_AREA_CUT = "keep-area-cut"
    SOFT = "soft"
    BARS_LEFT = "bars-left"
    CHANGED_PHOTO = "changed-photo"


class PhotoState(StrEnum):
    """What the disk says of a photo of the set."""

    PRESENT = "present"
    CHANGED = "changed"
    MISSING = "missing"


@dataclass(frozen=True)
class Finding:
    """slide : number from 1; output : its id; amount : a fraction, its meaning depends on the kind."""

    slide: int
    slide_id: str
    output: str
    kind: Kind
    amount: float
    sentence: str
    remedy: str
    noted_only: bool = False
    """True where it is listed but not marked: bars that the user asked for, or that leave the photo large enough."""


def output_findings(plan: Plan, states: Mapping[str, PhotoState]) -> list[Finding]:
    """Return the findings of one output, by slide. states : by photo id; a photo not named is present."""
    found: list[Finding] = []
    if not plan.slides:
        return found
    required = plan.table.areas.required
    shares = np.minimum(
        visible_share(plan.opening, plan.table.areas.boxes),
        visible_share(plan.closing, plan.table.areas.boxes),
    )
    worst = np.min(np.where(required, shares, 1.0), axis=1, initial=1.0)
    bars = np.maximum(bar_share(plan.opening), bar_share(plan.closing))
    limit = plan.table.rules.least_softness
    states_seen = [states.get(slide.photo, PhotoState.PRESENT) for slide in plan.slides]
    notable = (worst < FULLY_VISIBLE - _EQUAL) | (bars > _EQUAL) | (plan.softness < limit)
    notable |= np.array([state is not PhotoState.PRESENT for state in states_seen], bool)
    for k in np.flatnonzero(notable).tolist():
        found += _slide_findings(plan, k, states_seen[k], float(worst[k]), float(bars[k]), limit)
    return found


def _slide_findings(plan: Plan, k: int, state: PhotoState, worst: float, bars: float, limit: float) -> list[Finding]:
    slide, output = plan.slides[k], plan.output
    place = f"Slide {k + 1} in {output.name}"
    found: list[Finding] = []

    def add(kind: Kind, amount: float, sentence: str, remedy: str, noted_only: bool = False) -> None:
        found.append(Finding(k + 1, slide.id, output.id, kind, round(amount, 4), sentence, remedy, noted_only))

    name = plan.photo(k).path.rsplit("/", 1)[-1]
    if state is PhotoState.MISSING:
        add(
            Kind.MISSING_PHOTO,
            1.0,
            f"{place}: the photo {name} is not where it was.",
            "Put it back, or remove the slide.",
        )
    if worst < FULLY_VISIBLE - _EQUAL:
        remedy = "Place by subject." if not plan.hand_set[k] else "Go back to solved."
        add(
            Kind.KEEP_AREA_CUT,
            1 - worst,
            f"{place}: {percent(1 - worst)} of a required keep area is cut off.",
            remedy,
        )
    softness = float(plan.softness[k])
    if softness < limit:
        severe = "very soft" if softness < 0.5 else "soft"
        sentence = f"{place} looks {severe}: {softness:.2f} photo pixels for each output pixel."
        add(Kind.SOFT, softness, sentence, "Show more of the photo, or take a larger one.")
    if bars > _EQUAL:
        wanted = PLACEMENTS[plan.table.placement[k]]
        asked = wanted in (Placement.WHOLE, Placement.SUBJECT) and not plan.hand_set[k]
        what = "a hairline of the frame" if plan.hairline[k] else f"{percent(bars)} of the frame"
        sentence = f"{place}: {what} is left to the fill."
        few = bars <= _FEW_BARS and not plan.hairline[k] and not plan.hand_set[k]
        add(Kind.BARS_LEFT, bars, sentence, "Place as cover, or turn a keep area into a wish.", asked or few)
    if state is PhotoState.CHANGED:
        sentence = f"{place}: the photo {name} has changed since it was added."
        add(Kind.CHANGED_PHOTO, 1.0, sentence, "Look at its keep areas again.")
    return found


def percent(share: float) -> str:
    """Return a share for people."""
    return f"{share * 100:.0f} %" if share >= 0.01 else f"{share * 100:.1f} %"


def all_findings(project: Project, plans: Mapping[str, Plan], states: Mapping[str, PhotoState]) -> list[Finding]:
    """Return the findings of all outputs in the order of slides, then outputs."""
    order = {output.id: k for k, output in enumerate(project.outputs)}
    found = [finding for plan in plans.values() for finding in output_findings(plan, states)]
    return sorted(found, key=lambda finding: (finding.slide, order[finding.output]))
