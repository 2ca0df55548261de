"""Measuring how well words can be read, on the frames themselves; and what lets them be read where they cannot."""

from collections.abc import Callable, Mapping

import numpy as np

from jaunty_frame.core.painting.surface import Coding, FrameFormat, Part, new_surface, part_of
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.core.words.legibility import helps_in_turn
from jaunty_frame.core.words.painting import letters_coverage
from jaunty_frame.core.words.seen_contrast import BEST, seen_contrast
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.frames.look_ahead import output_format
from jaunty_frame.media.frames.ready import ReadySources
from jaunty_frame.media.once import OnceCache
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.findings.facts import Contrasts
from jaunty_frame.show.frames.content import FrameContent, slide_content
from jaunty_frame.show.frames.layers.layer import Layers
from jaunty_frame.show.frames.layers.still import opened
from jaunty_frame.show.frames.layers.words import WordsLayer
from jaunty_frame.show.frames.painting import paint_frame
from jaunty_frame.show.frames.words import at_rest
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.colours import helped_paint
from jaunty_frame.show.planning.words.helped import before_help, helped_plan
from jaunty_frame.show.planning.words.placed import Helped, PlacedWords
from jaunty_frame.show.planning.words.planned import all_words

_MOMENTS = 5
"""Of a slide's time, at which words on it are looked at."""
_EM_PX = 50
"""Of an em, where the window waits: fewer would mix letters with what is beside them."""
_MOST_READY_BYTES = 48_000_000
_MOST_REMEMBERED = 4000
_TO_SPARE = 1.05
"""So many times the contrast that is wanted has to be found: frames of other sizes differ a little."""

_ready = ReadySources(_MOST_READY_BYTES)
_measured: OnceCache[tuple[FrameContent, FrameFormat, WordsLayer], float] = OnceCache(_MOST_REMEMBERED, lambda one: 1)


def measured_contrasts(
    plans: Mapping[str, Plan],
    source: PhotoSource,
    full_size: bool = False,
    stopped: Callable[[], bool] = lambda: False,
) -> dict[str, Contrasts]:
    """Return the contrast of all words in all outputs: at their worst moment, what all but the worst 5 % of the pixels
    beside their letters have.

    full_size : on frames of the output's size, else on smaller ones where letters are large enough. What was measured
    of equal frames is remembered. Words that come, go or have instants are looked at where they lie at rest. Slides
    whose photo cannot be read are left out."""
    found: dict[str, Contrasts] = {}
    for output_id, plan in plans.items():
        own = dict[tuple[str, str], float]()
        for placed in all_words(plan):
            if stopped():
                return found
            try:
                key = plan.slides[placed.slide].id, placed.words.id
                own[key] = _worst(plan, placed, source, _frame(plan, placed, full_size))
            except JauntyError:
                continue  # there is a finding about its photo
        found[output_id] = own
    return found


def readable_plans(
    plans: Mapping[str, Plan], source: PhotoSource, stopped: Callable[[], bool] = lambda: False
) -> dict[str, Plan]:
    """Return the plans with words helped that find their colour by themselves and cannot be read on the frames as they
    are: by the quietest help with which they can. What was measured of equal frames is remembered."""
    return {output_id: _readable(plan, source, stopped) for output_id, plan in plans.items()}


def _readable(plan: Plan, source: PhotoSource, stopped: Callable[[], bool]) -> Plan:
    helped = []
    for placed in all_words(plan):
        before = before_help(plan, placed)
        if before.help is None or stopped():
            continue
        frame, wanted = _frame(plan, before, full_size=False), before.wanted_contrast * _TO_SPARE
        try:
            found = _worst(plan, before, source, frame)
            if found >= wanted:
                continue
            best = before
            for wants in helps_in_turn(before.help.light):
                tried = before._replace(paint=helped_paint(before.style, wants), help=wants)
                reached = _worst(plan, tried, source, frame)
                if reached > found:
                    best, found = tried, reached
                if found >= wanted:
                    break
        except JauntyError:
            continue  # there is a finding about its photo
        if best is not before:
            helped.append(Helped(before, best._replace(contrast=found)))
    return plan if stopped() else helped_plan(plan, helped)


def _frame(plan: Plan, placed: PlacedWords, full_size: bool) -> FrameFormat:
    width, height = plan.output.width, plan.output.height
    em = placed.size * min(height, width * float(plan.output.pixel_aspect))
    scale = 1.0 if full_size else min(_EM_PX / em, 1.0)
    return output_format(plan, _even(width * scale), _even(height * scale), Coding.SCREEN)


def _even(length: float) -> int:
    return max(2 * round(length / 2), 16)


def _worst(plan: Plan, placed: PlacedWords, source: PhotoSource, frame: FrameFormat) -> float:
    worst = BEST
    end = placed.time.first + placed.time.frames
    for k in plan.shown if placed.time.goes_on else (placed.slide,):
        first, frames = plan.schedule.first[k], plan.schedule.frames[k]
        if first >= end or first + frames <= placed.time.first or k < placed.slide:
            continue
        low, high = max(placed.time.first - first, 0), min(end - first, frames) - 1
        for n in sorted({round(n) for n in np.linspace(low, max(high, low), _MOMENTS)}):
            content = slide_content(plan, k, n / max(frames - 1, 1))
            resting = content._replace(layers=_with_rest(opened(content.layers), placed))
            key = resting, frame, at_rest(placed)
            contrast = _measured.get(key, lambda c=resting: _contrast(c, placed, source, frame))  # type: ignore[misc]
            worst = min(worst, contrast)
    return worst


def _with_rest(layers: Layers, placed: PlacedWords) -> Layers:
    """Return layers with words as they lie at rest, wherever they are on their way to."""
    rest = at_rest(placed)
    others = tuple(
        layer
        for layer in layers
        if not (isinstance(layer, WordsLayer) and layer.block == placed.block and layer.box == placed.box)
    )
    return (*others, rest)


def _contrast(content: FrameContent, placed: PlacedWords, source: PhotoSource, frame: FrameFormat) -> float:
    coverage, (left, top), em = letters_coverage(placed.block, placed.box, frame)
    right, bottom = left + coverage.shape[1], top + coverage.shape[0]
    part = Part(max(left, 0), max(top, 0), min(right, frame.width), min(bottom, frame.height))
    if part.right <= part.left or part.bottom <= part.top:
        return BEST
    surface = new_surface(frame.width, frame.height, frame.coding)
    # Only the part that is looked at.
    seen = part_of(surface, part)
    paint_frame(seen, content, _ready.of(content.sources(frame), source), Workspace(frame))
    return seen_contrast(surface.planes[0], coverage, (left, top), em, placed.paint.colour)
