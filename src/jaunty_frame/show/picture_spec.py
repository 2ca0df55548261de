"""What a slide needs ready before it can be painted: decided from the plan, without a pixel."""

from math import ceil
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.colour import Amounts
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.level_specs import LevelSpec, grown, level_specs
from jaunty_frame.core.straightening import Turned
from jaunty_frame.core.surface import Coding
from jaunty_frame.document.model import BlurredFill, PlainFill
from jaunty_frame.show.plan import Plan


class PictureSpec(NamedTuple):
    """All that decides a slide's picture but the photo's pixels; hashable."""

    levels: tuple[LevelSpec, ...]
    fill: BlurredFill | PlainFill
    width: int
    height: int
    pixel_aspect: float
    coding: Coding
    covers: bool
    photo_aspect: float
    correction: Amounts


def picture_spec(plan: Plan, k: int, width: int, height: int, coding: Coding) -> PictureSpec:
    """Return what slide ``k`` needs to be painted at ``width`` x ``height``."""
    framing = plan.framing(k)
    return window_picture_spec(plan, k, (framing.opening, framing.closing), width, height, coding)


def window_picture_spec(
    plan: Plan, k: int, ends: tuple[Window, Window], width: int, height: int, coding: Coding
) -> PictureSpec:
    """Return what slide ``k`` needs to be painted through all windows between ``ends``."""
    pixel_aspect = float(plan.output.aspect) * height / width
    photo_width, photo_height = plan.photo(k).upright_size
    framing = plan.framing(k)
    reach = _reach(max(abs(framing.opening_degrees), abs(framing.closing_degrees)), float(plan.output.aspect))
    return PictureSpec(
        levels=level_specs(*ends, width, height, reach),
        fill=plan.fill(k),
        width=width,
        height=height,
        pixel_aspect=pixel_aspect,
        coding=coding,
        covers=all(_covers(grown(window, reach)) for window in ends),
        photo_aspect=photo_width / photo_height,
        correction=Amounts(**dict(plan.photo(k).correction)),
    )


def _reach(degrees: float, aspect: float) -> tuple[float, float]:
    if not degrees:
        return 1.0, 1.0
    across, down = Turned(np.array([degrees]), np.ones(1), np.array([aspect])).reach[0].tolist()
    return across, down


def _covers(window: Window) -> bool:
    # Far below what any sample could show.
    slack = 1e-9
    x, y, w, h = window
    return x >= -slack and y >= -slack and x + w <= 1 + slack and y + h <= 1 + slack


def wanted_width(spec: PictureSpec) -> int:
    """Return how many pixels across the whole photo the finest level asks for."""
    return max(ceil(level.width / level.region.w) for level in spec.levels)
