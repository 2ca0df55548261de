"""What a slide needs ready before it can be painted: decided from the plan, without a pixel."""

from math import ceil
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import grown, lies_in_photo
from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.core.painting.level_specs import LevelSpec, level_specs
from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.document.model import BlurredFill, PlainFill
from jaunty_frame.show.planning.plan import Plan, framing_reach


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
    pixel_aspect = float(plan.output.aspect) * height / width
    photo_width, photo_height = plan.photo(k).upright_size
    framing = plan.framing(k)
    reach = framing_reach(framing, float(plan.output.aspect))
    return PictureSpec(
        levels=level_specs(framing.path, width, height, reach),
        fill=plan.fill(k),
        width=width,
        height=height,
        pixel_aspect=pixel_aspect,
        coding=coding,
        covers=all(lies_in_photo(grown(window, reach)) for window in framing.path),
        photo_aspect=photo_width / photo_height,
        correction=Amounts(**dict(plan.photo(k).correction)),
    )


def wanted_width(spec: PictureSpec) -> int:
    """Return how many pixels across the whole photo the finest level asks for."""
    return max(ceil(level.width / level.region.w) for level in spec.levels)
