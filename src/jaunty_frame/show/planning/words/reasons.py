"""Why words stand where they do, and look as they do, in a sentence."""

from jaunty_frame.core.words.places import COVERED
from jaunty_frame.show.planning.words.placed import PlacedWords

_CALM = 0.12


def words_reason(placed: PlacedWords) -> str:
    """Return why words are as they are in one output."""
    return " ".join(part for part in (_place(placed), _size(placed), _help(placed)) if part)


def _place(placed: PlacedWords) -> str:
    what = placed.words.kind
    anchor = placed.words.anchor
    if anchor == "free":
        return f"The {what} stands where it was put."
    if anchor != "auto":
        return f"The {what} is anchored {_where(anchor)}."
    if placed.covers > COVERED:
        return (
            f"Nowhere is the {what} off what must stay in view: another framing, a plate or shorter words would help."
        )
    if placed.in_strip:
        return f"The {what} stands in the strip that the photo leaves free."
    ground = "on a calm ground" if placed.detail < _CALM else "on the calmest ground there is"
    return f"The {what} stands {ground} {_side(placed)}, off what must stay in view."


def _where(anchor: str) -> str:
    return "in the middle" if anchor == "middle" else f"at the {anchor.replace('-', ' ')}"


def _side(placed: PlacedWords) -> str:
    x, y = placed.box.x + placed.box.w / 2, placed.box.y + placed.box.h / 2
    down = "top" if y < 0.36 else "bottom" if y > 0.64 else ""
    across = "left" if x < 0.36 else "right" if x > 0.64 else ""
    return f"at the {' '.join(part for part in (down, across) if part)}" if down or across else "in the middle"


def _size(placed: PlacedWords) -> str:
    if placed.size >= placed.wanted_size * 0.995:
        return ""
    share = round(100 * placed.size / placed.wanted_size)
    return f"It is set at {share} % of its size, to fit." if placed.covers <= COVERED else ""


def _help(placed: PlacedWords) -> str:
    if placed.help is None:
        return ""
    for name in ("plate", "outline", "shadow"):
        if getattr(placed.help, name):
            article = "An outline" if name == "outline" else f"A {name}"
            return f"{article} lets it be read."
    return ""
