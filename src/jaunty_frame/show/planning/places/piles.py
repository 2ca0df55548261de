"""Piles: which slides lie on which, in an output, and where."""

from zlib import crc32

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.mounts.piles import USUAL_SPREAD, Laid, Rest, solved_rests
from jaunty_frame.document.model import Output
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.show.planning.places.mounting import rectangles
from jaunty_frame.show.planning.slide_table import SlideTable

MOST_PILED = 24
"""Prints in a pile: nobody knows more of them, and every one is painted. The next one begins a new pile."""


def piles(table: SlideTable, shown: tuple[int, ...]) -> list[tuple[int, ...]]:
    """Return the slides of each pile that an output shows, from the lowest up."""
    found: list[tuple[int, ...]] = []
    pile: list[int] = []
    for k in shown:
        pile.append(k)
        if not table.settings[k].transition.stays or k == shown[-1] or len(pile) == MOST_PILED:
            if len(pile) > 1:
                found.append(tuple(pile))
            pile = []
    return found


def pile_rests(output: Output, table: SlideTable, pile: tuple[int, ...]) -> dict[int, Rest]:
    """Return where each print of a pile lies, by its row; slides without a photo, and groups, lie as they are."""
    rows = [table.rows_of(k)[0] for k in pile if len(table.rows_of(k)) == 1]
    prints = [_laid(output, table, row, table.settings[pile[0]].transition) for row in rows]
    overlays = output.zones.as_zones().overlay_boxes()
    return dict(zip(rows, solved_rests(prints, float(output.aspect), overlays), strict=True))


def _laid(output: Output, table: SlideTable, row: int, joint: object) -> Laid:
    k = int(table.slide_of[row])
    own = table.settings[k].transition
    pile = own if isinstance(own, Pile) else joint
    assert isinstance(pile, Pile)
    mount, aspect = table.mount_of(row, output.id, float(output.aspect)), float(output.aspect)
    assert isinstance(mount, Mount)
    width, height = table.photo_size[row]
    outer, piece = rectangles(mount, width / height, aspect)
    unit_x, unit_y = short_side(aspect)
    keep = tuple(
        Window(
            (piece.x + x * piece.w - outer.x) / outer.w,
            (piece.y + y * piece.h - outer.y) / outer.h,
            w * piece.w / outer.w,
            h * piece.h / outer.h,
        )
        for x, y, w, h in table.areas.boxes[row][table.areas.required[row]].tolist()
    )
    seed = crc32(table.slides[k].id.encode())
    size = outer.w / unit_x, outer.h / unit_y
    spread = USUAL_SPREAD if table.has_usual_size(row, output.id) else 1.0
    return Laid(size, pile.lean, pile.alternates, pile.scatter, seed, keep, spread)
