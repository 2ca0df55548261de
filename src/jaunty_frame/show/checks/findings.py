"""Findings: what the checks have to say about a slide in an output, in words, with a remedy."""

from collections.abc import Callable, Mapping
from enum import IntEnum, StrEnum
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.framing.bases import BREATHING_ROOM, PLACEMENTS, Placement
from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, FloatArray, bar_share
from jaunty_frame.core.motion.courses import ENTERING_COURSES, HOLD, Move
from jaunty_frame.core.motion.moves import PAN_SECONDS
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.document.model import Project
from jaunty_frame.show.planning.area_names import area_name
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.visibility import Visibility, frame_boxes, shares_within, visibility

_EQUAL = 1e-6
# Up to this share of the frame, bars over a fill look intended; beyond it the photo looks small.
_FEW_BARS = 0.5
VERY_SOFT = 0.5
# Up to this share of a required area may lie under an overlay or outside action safe without being said.
_LITTLE_COVERED = 0.05
_MUCH_COVERED = 0.25
_LITTLE_UNSAFE = 0.25
# Margins below this share of the wanted breathing room are said.
_TIGHT = 1 / 3
# Solved zooms reach 6 % per second; above this a hand-set one looks rushed (common practice).
_FASTEST_ZOOM = 0.10
_SPEED_SLACK = 1.02


class Kind(StrEnum):
    MISSING_PHOTO = "missing-photo"
    KEEP_AREA_CUT = "keep-area-cut"
    SOFT = "soft"
    HEAD_AT_EDGE = "head-at-edge"
    UNDER_OVERLAY = "under-overlay"
    TOO_FAST = "too-fast"
    HAIRLINE = "hairline"
    NO_BREATHING_ROOM = "no-breathing-room"
    OUTSIDE_ACTION_SAFE = "outside-action-safe"
    BARS_LEFT = "bars-left"
    NEIGHBOURS_ALIKE = "neighbours-alike"
    CHANGED_PHOTO = "changed-photo"


class Severity(IntEnum):
    """NOTED : listed, but not marked; for example bars that the user asked for."""

    NOTED = 0
    SLIGHT = 1
    NOTABLE = 2
    SEVERE = 3


class Remedy(StrEnum):
    """What a button beside a finding can do; see ``show.checks.remedies``."""

    NONE = "none"
    BACK_TO_SOLVED = "back-to-solved"
    PLACE_SUBJECT = "place-subject"
    PLACE_COVER = "place-cover"
    PLACE_WHOLE = "place-whole"
    ONLY_WISH = "only-wish"
    SLOWER = "slower"
    ANOTHER_MOVE = "another-move"
    FIND_AGAIN = "find-again"
    REMOVE_SLIDE = "remove-slide"


class PhotoState(StrEnum):
    """What the disk says of a photo of the set."""

    PRESENT = "present"
    CHANGED = "changed"
    MISSING = "missing"


class Finding(NamedTuple):
    """slide : number from 1; output : its id; amount : a fraction, its meaning depends on the kind."""

    slide: int
    slide_id: str
    output: str
    kind: Kind
    severity: Severity
    amount: float
    sentence: str
    remedy: Remedy

    @property
    def noted_only(self) -> bool:
        return self.severity is Severity.NOTED


def output_findings(plan: Plan, states: Mapping[str, PhotoState]) -> list[Finding]:
    """Return the findings of one output, by slide. states : by photo id; a photo not named is present."""
    if not plan.slides:
        return []
    checks = _Checks(plan, states)
    return [finding for k in range(len(plan.slides)) if checks.notable[k] for finding in checks.of_slide(k)]


_Add = Callable[[Kind, Severity, float, str, Remedy], None]


class _Checks:
    """The checks of one output: first for all slides at once, then sentences for those with something to say."""

    def __init__(self, plan: Plan, states: Mapping[str, PhotoState]) -> None:
        self.plan = plan
        self.seen: Visibility = visibility(plan)
        self.worst = np.min(self.seen.required(plan), axis=1, initial=1.0)
        self.states = [states.get(slide.photo, PhotoState.PRESENT) for slide in plan.slides]
        self.margin = _margins(plan)
        self.covered, self.unsafe = _under_overlays(plan), _outside_action_safe(plan)
        self.pan_speed, self.zoom_speed = _speeds(plan)
        self.alike = _alike(plan)
        self.notable = (
            (self.worst < FULLY_VISIBLE - _EQUAL)
            | (self.seen.bars > _EQUAL)
            | (plan.softness < plan.table.rules.least_softness)
            | np.array([state is not PhotoState.PRESENT for state in self.states], bool)
            | (self.margin.min(axis=1, initial=1.0) < _TIGHT)
            | (self.covered.max(axis=1, initial=0.0) > _LITTLE_COVERED)
            | (self.unsafe.max(axis=1, initial=0.0) > _LITTLE_UNSAFE)
            | (self.pan_speed > _SPEED_SLACK)
            | (self.zoom_speed > _SPEED_SLACK)
            | self.alike
        )

    def of_slide(self, k: int) -> list[Finding]:
        """Return the findings of slide ``k``."""
        plan = self.plan
        place = f"Slide {k + 1} in {plan.output.name}"
        by_hand = bool(plan.hand_set[k])
        back = Remedy.BACK_TO_SOLVED
        found: list[Finding] = []
        # A close-up leaves out the rest on purpose.
        close_up = plan.slides[k].close_up is not None and not by_hand

        def add(kind: Kind, severity: Severity, amount: float, sentence: str, remedy: Remedy) -> None:
            slide_id = plan.slides[k].id
            found.append(
                Finding(k + 1, slide_id, plan.output.id, kind, severity, round(float(amount), 4), sentence, remedy)
            )

        name = plan.photo(k).path.rsplit("/", 1)[-1]
        if self.states[k] is PhotoState.MISSING:
            sentence = f"{place}: the photo {name} is not where it was; put it back, or remove the slide."
            add(Kind.MISSING_PHOTO, Severity.SEVERE, 1.0, sentence, Remedy.REMOVE_SLIDE)
        if self.worst[k] < FULLY_VISIBLE - _EQUAL:
            cut = 1 - float(self.worst[k])
            which = int(self.seen.required(plan)[k].argmin())
            severe = cut > 0.1 or self._is_head(k, which)
            sentence = f"{place}: {percent(cut)} of {self._name(k, which)} is cut off."
            remedy = back if by_hand else Remedy.PLACE_SUBJECT
            severity = Severity.NOTED if close_up else Severity.SEVERE if severe else Severity.NOTABLE
            add(Kind.KEEP_AREA_CUT, severity, cut, sentence, remedy)
        softness = float(plan.softness[k])
        if softness < plan.table.rules.least_softness:
            severe = softness < VERY_SOFT
            looks = "very soft" if severe else "soft"
            sentence = f"{place} looks {looks}: {softness:.2f} photo pixels for each output pixel."
            remedy = back if by_hand else Remedy.PLACE_WHOLE if not self._is_whole(k) else Remedy.NONE
            add(Kind.SOFT, Severity.SEVERE if severe else Severity.NOTABLE, softness, sentence, remedy)
        self._edges(k, place, back if by_hand else Remedy.PLACE_SUBJECT, add)
        self._zones(k, place, back if by_hand else Remedy.PLACE_WHOLE if not self._is_whole(k) else Remedy.NONE, add)
        self._motion(k, place, add)
        self._bars(k, place, by_hand, add)
        if self.states[k] is PhotoState.CHANGED:
            sentence = f"{place}: the photo {name} has changed since it was added."
            add(Kind.CHANGED_PHOTO, Severity.SLIGHT, 1.0, sentence, Remedy.FIND_AGAIN)
        return found

    def _edges(self, k: int, place: str, remedy: Remedy, add: _Add) -> None:
        if not self.margin.shape[1] or self.margin[k].min() >= _TIGHT or self.worst[k] < FULLY_VISIBLE - _EQUAL:
            return
        which = int(self.margin[k].argmin())
        share = max(float(self.margin[k, which]), 0.0) * BREATHING_ROOM
        if self._is_head(k, which):
            sentence = f"{place}: {self._name(k, which)} stands at the frame's edge."
            add(Kind.HEAD_AT_EDGE, Severity.NOTABLE, share, sentence, remedy)
        else:
            sentence = f"{place}: {self._name(k, which)} has no room to the frame's edge."
            add(Kind.NO_BREATHING_ROOM, Severity.SLIGHT, share, sentence, remedy)

    def _zones(self, k: int, place: str, remedy: Remedy, add: _Add) -> None:
        if self.covered[k].max(initial=0.0) > _LITTLE_COVERED:
            which = int(self.covered[k].argmax())
            share = float(self.covered[k, which])
            worth_marking = share > (_LITTLE_COVERED if self._is_head(k, which) else _MUCH_COVERED)
            severity = Severity.NOTABLE if worth_marking else Severity.NOTED
            sentence = f"{place}: {percent(share)} of {self._name(k, which)} may be covered on the receiver."
            add(Kind.UNDER_OVERLAY, severity, share, sentence, remedy)
        if self.unsafe[k].max(initial=0.0) > _LITTLE_UNSAFE:
            which = int(self.unsafe[k].argmax())
            share = float(self.unsafe[k, which])
            sentence = f"{place}: {percent(share)} of {self._name(k, which)} lies outside action safe."
            add(Kind.OUTSIDE_ACTION_SAFE, Severity.SLIGHT, share, sentence, remedy)

    def _motion(self, k: int, place: str, add: _Add) -> None:
        speed = max(float(self.pan_speed[k]), float(self.zoom_speed[k]))
        if speed > _SPEED_SLACK:
            sentence = f"{place} moves {speed:.1f} times as fast as looks calm."
            add(Kind.TOO_FAST, Severity.NOTABLE, speed, sentence, Remedy.SLOWER)
        if self.alike[k]:
            sentence = f"{place} moves as the slide before it does."
            add(Kind.NEIGHBOURS_ALIKE, Severity.SLIGHT, 1.0, sentence, Remedy.ANOTHER_MOVE)

    def _bars(self, k: int, place: str, by_hand: bool, add: _Add) -> None:
        plan, bars = self.plan, float(self.seen.bars[k])
        if bars <= _EQUAL:
            return
        if plan.hairline[k]:
            # The base leaves the hairline; the move's other end may leave more.
            bars = float(min(bar_share(plan.opening[k]), bar_share(plan.closing[k])))
            sentence = (
                f"{place}: a hairline of {percent(bars)} of the frame is left; filling it would cut what must stay."
            )
            add(Kind.HAIRLINE, Severity.NOTABLE, bars, sentence, Remedy.ONLY_WISH)
            return
        wanted = PLACEMENTS[plan.table.placement[k]]
        asked = wanted in (Placement.WHOLE, Placement.SUBJECT) and not by_hand
        few = bars <= _FEW_BARS and not by_hand
        sentence = f"{place}: {percent(bars)} of the frame is left to the fill."
        remedy = Remedy.BACK_TO_SOLVED if by_hand else Remedy.PLACE_COVER
        add(Kind.BARS_LEFT, Severity.NOTED if asked or few else Severity.SLIGHT, bars, sentence, remedy)

    def _is_whole(self, k: int) -> bool:
        return PLACEMENTS[self.plan.placement[k]] is Placement.WHOLE

    def _is_head(self, k: int, which: int) -> bool:
        return self.plan.photo(k).keep_areas[which].what is AreaKind.HEAD

    def _name(self, k: int, which: int) -> str:
        return area_name(self.plan.photo(k).keep_areas, which)


def _margins(plan: Plan) -> FloatArray:
    """Return the least room (N, K) from each required area to the frame, in wanted breathing rooms.

    The end at which the base stands counts. Where the area touches the photo's own edge there is no room to be had,
    and photos that leave bars have room enough: both count as 1.
    """
    aspect = float(plan.output.aspect)
    short = min(aspect, 1.0) * BREATHING_ROOM
    frame = frame_boxes(plan)
    low, high = frame[..., :2], 1 - frame[..., :2] - frame[..., 2:]
    scale = np.array([aspect, 1.0]) / short
    boxes = plan.table.areas.boxes
    at_low, at_high = boxes[..., :2] < 0.02, boxes[..., :2] + boxes[..., 2:] > 0.98
    room = np.minimum(np.where(at_low, 1.0, low * scale), np.where(at_high, 1.0, high * scale)).min(
        axis=-1, initial=1.0
    )
    return np.where(plan.table.areas.required, np.clip(room, -1.0, 1.0), 1.0)


def _under_overlays(plan: Plan) -> FloatArray:
    """Return the share (N, K) of each required area that lies under the output's overlays at the closing."""
    required = plan.table.areas.required
    overlays = plan.output.zones.as_zones().overlay_boxes()
    return np.where(required, shares_within(plan, *overlays), 0.0) if overlays else np.zeros(required.shape)


def _outside_action_safe(plan: Plan) -> FloatArray:
    zones, required = plan.output.zones.as_zones(), plan.table.areas.required
    if not zones.action_safe and zones.cut_out is None:
        return np.zeros(required.shape)
    return np.where(required, 1 - shares_within(plan, zones.action_safe_box(plan.output.aspect)), 0.0)


def _speeds(plan: Plan) -> tuple[FloatArray, FloatArray]:
    """Return mean pan and zoom speeds (N,) as multiples of what looks calm; 0 where a photo enters."""
    size = (plan.opening[:, 2:] + plan.closing[:, 2:]) / 2
    middle = [ends[:, :2] + ends[:, 2:] / 2 for ends in (plan.opening, plan.closing)]
    travel = (np.abs(middle[1] - middle[0]) / size).max(axis=1) / plan.table.seconds * PAN_SECONDS
    zoom = np.abs(np.log(plan.opening[:, 2] / plan.closing[:, 2])) / plan.table.seconds / _FASTEST_ZOOM
    # A zoom about a point that is not the middle moves the middle too; only what is not zoom counts as a pan.
    travel = np.where(zoom > _EQUAL, 0.0, travel)
    for k in np.flatnonzero([slide.path == "arc" for slide in plan.slides]).tolist():
        path = np.array(plan.framing(k).path)
        width, place = path[:, 2], path[:, :2] + path[:, 2:] / 2
        steps = np.abs(np.diff(place, axis=0)) / ((path[1:, 2:] + path[:-1, 2:]) / 2)
        travel[k] = steps.sum(axis=0).max() / plan.table.seconds[k] * PAN_SECONDS
        zoom[k] = np.abs(np.diff(np.log(width))).sum() / plan.table.seconds[k] / _FASTEST_ZOOM
    told = ~np.isin(plan.course, ENTERING_COURSES)
    return np.where(told, travel, 0.0), np.where(told, zoom, 0.0)


def _alike(plan: Plan) -> np.ndarray:
    """Return which slides repeat their predecessor's move, where moves are meant to vary."""
    count = len(plan.slides)
    if plan.table.rules.move is not Move.AUTO or plan.table.rules.show_move != "none":
        return np.zeros(count, bool)
    alike = np.zeros(count, bool)
    alike[1:] = (plan.course[1:] == plan.course[:-1]) & (plan.course[1:] != HOLD)
    return alike


def percent(share: float) -> str:
    """Return a share for people."""
    return f"{share * 100:.0f} %" if share >= 0.01 else f"{share * 100:.1f} %"


def all_findings(project: Project, plans: Mapping[str, Plan], states: Mapping[str, PhotoState]) -> list[Finding]:
    """Return the findings of all outputs, the most severe first, then in the order of slides and outputs."""
    order = {output.id: k for k, output in enumerate(project.outputs)}
    found = [finding for plan in plans.values() for finding in output_findings(plan, states)]
    return sorted(found, key=lambda finding: (-finding.severity, finding.slide, order[finding.output]))
