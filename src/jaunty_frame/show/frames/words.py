"""What is seen of words and emblems at a frame: how they come, lie and go."""

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import eased
from jaunty_frame.core.words.paint import AT_REST, Posed, Reveal
from jaunty_frame.document.mount import PLAIN_MOUNT
from jaunty_frame.document.words import Entrance
from jaunty_frame.show.frames.layers.layer import Layer, Layers, photo_file
from jaunty_frame.show.frames.layers.words import EmblemLayer, WordsLayer
from jaunty_frame.show.planning.emblems import emblems_at
from jaunty_frame.show.planning.places.poses import pose_at
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.placed import PlacedWords
from jaunty_frame.show.planning.words.planned import words_of, words_over

_TURNS = {"letters": "letters", "words": "words", "wipe": "across"}
# Shares of the way into view over which a part of the words comes.
_SOFT = {"letters": 0.12, "words": 0.3, "wipe": 0.15}
_SMALL = 0.6
"""From which size words grow."""


def words_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return the words that belong to slide ``k`` alone, at ``progress`` of its way; None : all of them, at rest."""
    placed = [one for one in words_of(plan, k) if not one.time.goes_on]
    if progress is None:
        return tuple(at_rest(one) for one in placed)
    n = plan.schedule.first[k] + progress * (plan.schedule.frames[k] - 1)
    return tuple(layer for one in placed if (layer := words_layer(one, n, plan)) is not None)


def layers_over(plan: Plan, n: float) -> Layers:
    """Return what lies over the show at frame ``n``: words that go on over several slides, and emblems."""
    words = (words_layer(one, n, plan) for one in words_over(plan, int(n)))
    emblems = (
        EmblemLayer(photo_file(plan.table.by_id[one.emblem.photo]), one.box, posed, share * one.emblem.opacity)
        for one in emblems_at(plan, int(n))
        for posed, share in [_on_the_way(one.emblem.comes, one.emblem.goes, n - one.first, one.frames, one.box, plan)]
    )
    layers: tuple[Layer | None, ...] = (*words, *emblems)
    return tuple(layer for layer in layers if layer is not None)


def at_rest(one: PlacedWords) -> WordsLayer:
    """Return words as they lie when they neither come nor go."""
    return WordsLayer(one.block, one.paint, one.box)


def words_layer(one: PlacedWords, n: float, plan: Plan) -> WordsLayer | None:
    """Return words at frame ``n`` of the show, None where they are not seen."""
    local, frames, words = n - one.time.first, one.time.frames, one.words
    if not -0.5 < local < frames:
        return None
    ways = _TURNS.get(words.comes.kind, ""), _TURNS.get(words.goes.kind, "")
    posed, share = _on_the_way(words.comes, words.goes, local, frames, one.box, plan)
    reveal, turns_by = None, ways[0] or ways[1]
    coming, going = _shares(words.comes, words.goes, local, frames, plan)
    if ways[0] and coming < 1:
        reveal, turns_by = Reveal(coming, _SOFT[words.comes.kind]), ways[0]
    elif ways[1] and going < 1:
        reveal, turns_by = Reveal(going, _SOFT[words.goes.kind]), ways[1]
    density = 1.0
    if words.instants:
        pose = pose_at(words.instants, PLAIN_MOUNT, min(max(local / max(frames - 1, 1), 0.0), 1.0))
        posed = Posed(
            posed.across + pose.across, posed.down + pose.down, posed.scale * pose.scale, posed.lean + pose.lean
        )
        share *= pose.opacity
        density = max(1.0, *(instant.scale or 1.0 for instant in words.instants))
    return WordsLayer(one.block, one.paint, one.box, turns_by, density, posed, share, reveal)


def _shares(comes: Entrance, goes: Entrance, local: float, frames: int, plan: Plan) -> tuple[float, float]:
    """Return how far words have come, and how much of them is left, in 0..1."""
    rate = float(plan.output.frame_rate)

    def share(way: Entrance, j: float) -> float:
        length = min(float(way.seconds) * rate, frames / 2)
        if way.kind == "with-slide" or j + 0.5 >= length:
            return 1.0
        return eased((j + 0.5) / length, way.easing)

    return share(comes, local), share(goes, frames - 1 - local)


def _on_the_way(
    comes: Entrance, goes: Entrance, local: float, frames: int, box: Window, plan: Plan
) -> tuple[Posed, float]:
    """Return how words lie while they come or go, and the share of them that is seen."""
    posed, seen = AT_REST, 1.0
    for way, share in zip((comes, goes), _shares(comes, goes, local, frames, plan), strict=True):
        if share >= 1:
            continue
        if way.kind == "side":
            across, down = _beyond(box, way.side)
            posed = Posed(posed.across + across * (1 - share), posed.down + down * (1 - share))
        elif way.kind == "grow":
            posed = posed._replace(scale=_SMALL + (1 - _SMALL) * share)
            seen *= share
        elif way.kind == "fade":
            seen *= share
    return posed, seen


def _beyond(box: Window, side: str) -> tuple[float, float]:
    """Return by how much a box is to be shifted to lie beyond an edge of the frame."""
    return {
        "left": (-box.x - box.w - 0.02, 0.0),
        "right": (1.02 - box.x, 0.0),
        "top": (0.0, -box.y - box.h - 0.02),
        "bottom": (0.0, 1.02 - box.y),
    }[side]
