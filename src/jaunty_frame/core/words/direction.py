"""The order in which characters are read and written: UAX #9, the Unicode bidirectional algorithm."""

from itertools import groupby
from types import ModuleType
from typing import Any

_STRONG_RIGHT = ("R", "AL", "AN", "RLE", "RLO", "RLI")


def reads_leftwards(text: str) -> bool:
    """Return whether a text begins with a letter that is written from right to left (rules P2 and P3)."""
    return bool(_algorithm().get_base_level(text))


def levels(text: str, leftwards: bool) -> list[int]:
    """Return the embedding level of each character of one line or paragraph; even ones run rightwards.

    leftwards : of the paragraph. Marks of explicit embeddings have the level of what is before them; isolates, of
    Unicode 6.3, are read as neutral characters.
    """
    base, algorithm = int(leftwards), _algorithm()
    if not leftwards and not any(algorithm.bidirectional(one) in _STRONG_RIGHT for one in text):
        return [0] * len(text)
    storage: dict[str, Any] = algorithm.get_empty_storage()
    storage["base_level"], storage["base_dir"] = base, ("L", "R")[base]
    algorithm.get_embedding_levels(text, storage)
    for index, character in enumerate(storage["chars"]):
        character["index"] = index
    algorithm.explicit_embed_and_overrides(storage)
    algorithm.resolve_weak_types(storage)
    algorithm.resolve_neutral_types(storage, False)
    algorithm.resolve_implicit_levels(storage, False)
    found: list[int | None] = [None] * len(text)
    for character in storage["chars"]:
        found[character["index"]] = character["level"]
    before, whole = base, list[int]()
    for level in found:
        before = before if level is None else level
        whole.append(before)
    return whole


def visual_order(of: list[int]) -> list[int]:
    """Return the indices of runs from left to right, given their levels in reading order (rule L2)."""
    order = list(range(len(of)))
    for level in range(max(of, default=0), 0, -1):
        turned: list[int] = []
        for high, part in groupby(order, key=lambda index: of[index] >= level):
            members = list(part)
            turned += reversed(members) if high else members
        order = turned
    return order


def _algorithm() -> ModuleType:
    # It takes 0.006 s to load.
    from bidi import algorithm

    module: ModuleType = algorithm
    return module
