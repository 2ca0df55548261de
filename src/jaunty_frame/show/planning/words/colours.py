"""The colours of words: as their style says, or light or dark with what lets them be read."""

from jaunty_frame.core.painting.colour import parse_colour
from jaunty_frame.core.words.legibility import (
    OUTLINE_REACHES,
    SHADOW_REACHES,
    Ground,
    WordsHelp,
    quietest_help,
    tone_of,
    worst_contrast,
)
from jaunty_frame.core.words.paint import WordsPaint
from jaunty_frame.document.words import TypeStyle

_LIGHT_GROUND = 0.62
"""Coded luminance over which a ground is light: dark letters are preferred there."""


def words_paint(style: TypeStyle, ground: Ground, wanted: float) -> tuple[WordsPaint, WordsHelp | None, float]:
    """Return how words are painted, the help that was added, and the contrast that is to be expected."""
    own = _own_paint(style)
    behind = ground.seen_through(own.plate, tone_of(own.plate_colour))
    behind = behind.seen_through(own.shadow * SHADOW_REACHES, tone_of(own.shadow_colour))
    if own.outline:
        behind = behind.seen_through(OUTLINE_REACHES, tone_of(own.outline_colour))
    if style.colour_by == "chosen":
        return own, None, worst_contrast(tone_of(own.colour), behind)
    # Dark letters on a light ground, unless that is asked for otherwise.
    light_first = tone_of(own.colour) > 0.5 and (behind.low + behind.high) / 2 < _LIGHT_GROUND
    wants, found = quietest_help(behind, wanted, light_first)
    return helped_paint(style, wants), wants, found


def _own_paint(style: TypeStyle) -> WordsPaint:
    return WordsPaint(
        colour=parse_colour(style.colour),
        outline=style.outline,
        outline_colour=parse_colour(style.outline_colour),
        shadow=style.shadow,
        shadow_blur=style.shadow_blur,
        shadow_distance=style.shadow_distance,
        shadow_colour=parse_colour(style.shadow_colour),
        plate=style.plate,
        plate_colour=parse_colour(style.plate_colour),
        plate_padding=style.plate_padding,
        plate_corners=style.plate_corners,
    )


def helped_paint(style: TypeStyle, wants: WordsHelp) -> WordsPaint:
    """Return how words are painted whose colour is light or dark as a help says, with what it adds."""
    own = _own_paint(style)
    colours: tuple[tuple[int, int, int], tuple[int, int, int]] = ((255, 255, 255), (12, 10, 10))
    colour, other = colours if wants.light else colours[::-1]
    # A colour of one's own of the right lightness is kept.
    if abs(tone_of(own.colour) - tone_of(colour)) < 0.1:
        colour = own.colour
    paint = own._replace(colour=colour)
    if wants.shadow > own.shadow:
        paint = paint._replace(shadow=wants.shadow, shadow_colour=other)
    if wants.outline > own.outline:
        paint = paint._replace(outline=wants.outline, outline_colour=other)
    if wants.plate > own.plate:
        paint = paint._replace(plate=wants.plate, plate_colour=other)
    return paint
