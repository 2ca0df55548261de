"""The outputs that people usually need, and outputs of one's own size."""

import re
from fractions import Fraction

from pydantic import ValidationError

from jaunty_frame.core.geometry import zones
from jaunty_frame.core.time.timebase import parse_frame_rate
from jaunty_frame.document.model import LONGEST_SIDE, Output, ZoneMargins
from jaunty_frame.errors import UsageError

_OWN_SIZE = re.compile(r"(\d{1,5})[x×](\d{1,5})(?:@([\d./]{1,20}))?", re.ASCII)


def _preset(
    output_id: str, name: str, width: int, height: int, margins: zones.Zones, rate: int = 30, pixel: str = "1"
) -> Output:
    return Output(
        id=output_id,
        name=name,
        width=width,
        height=height,
        pixel_aspect=Fraction(pixel),
        frame_rate=Fraction(rate),
        zones=ZoneMargins(**margins._asdict()),
    )


PRESETS = (
    _preset("tall", "Tall phone", 1080, 1920, zones.PHONE),
    _preset("portrait", "Portrait post", 1080, 1350, zones.NO_ZONES),
    _preset("square", "Square post", 1080, 1080, zones.NO_ZONES),
    _preset("classic", "Classic screen", 1440, 1080, zones.CLASSIC),
    _preset("panel", "Digital frame", 1280, 800, zones.NO_ZONES),
    _preset("wide", "Wide screen", 1920, 1080, zones.TELEVISION),
    _preset("uhd", "Large wide screen", 3840, 2160, zones.TELEVISION),
    _preset("banner", "Window banner", 3840, 1080, zones.TELEVISION),
    # 720 samples shown as 16:9, pixel aspect over all of them.
    _preset("disc", "TV disc", 720, 576, zones.TELEVISION, rate=25, pixel="64/45"),
)


def output_from_text(text: str) -> Output:
    """Return the preset of id ``text``, or an output of one's own size like ``1200x628@25``."""
    for preset in PRESETS:
        if preset.id == text:
            return preset
    match = _OWN_SIZE.fullmatch(text)
    if not match:
        known = ", ".join(preset.id for preset in PRESETS)
        raise UsageError(f"There is no output “{text}”; choose one of {known}, or give a size like 1200x628@25.")
    width, height = int(match[1]), int(match[2])
    rate = parse_frame_rate(match[3]) if match[3] else Fraction(30)
    try:
        name = f"Own size {width}×{height}"
        return Output(
            id=text.replace("/", "-").replace("×", "x"),
            name=name,
            width=width,
            height=height,
            frame_rate=rate,
        )
    except ValidationError as error:
        raise UsageError(
            f"The output “{text}” cannot be made: width and height are even numbers from 64 to {LONGEST_SIDE}, "
            "the frame rate lies between 10 and 120."
        ) from error


def preset_zones(output: Output) -> ZoneMargins:
    """Return the zones that an output's preset has; none for own sizes."""
    name = re.sub(r"-\d+$", "", output.id)
    return next((preset.zones for preset in PRESETS if preset.id == name), ZoneMargins())


def with_free_id(output: Output, taken: set[str]) -> Output:
    """Return ``output`` with ``-2``, ``-3`` ... added to its id where that is taken."""
    if output.id not in taken:
        return output
    number = 2
    while f"{output.id}-{number}" in taken:
        number += 1
    return output.changed(id=f"{output.id}-{number}", name=f"{output.name} {number}")
