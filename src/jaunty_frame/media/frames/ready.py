"""Sources that were made ready for a view, kept for its next frames."""

from collections.abc import Iterable, Mapping
from dataclasses import fields, is_dataclass
from typing import Any

from jaunty_frame.media.once import OnceCache
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.layers.layer import Source, is_quick
from jaunty_frame.show.frames.painting import prepared


class ReadySources:
    """What was made of sources, at most ``most_bytes`` of it; may be used from several threads."""

    def __init__(self, most_bytes: int) -> None:
        self._kept: OnceCache[Source, Any] = OnceCache(most_bytes, bytes_of)

    def of(self, sources: Iterable[Source], photos: PhotoSource) -> Mapping[Source, Any]:
        """Return what is made of ``sources``, making what is not there. PhotoError where a photo cannot be read."""
        return {source: self._kept.get(source, lambda s=source: prepared(s, photos.pixels)) for source in sources}  # type: ignore[misc]

    def at_hand(self, sources: Iterable[Source]) -> Mapping[Source, Any] | None:
        """Return what was made of ``sources`` if all of it is there, but for what is quickly made: that is made now."""
        wanted = list(sources)
        found = {source: self._kept.peek(source) for source in wanted}
        if any(value is None and not is_quick(source) for source, value in found.items()):
            return None
        for source, value in found.items():
            if value is None:
                found[source] = self._kept.get(source, lambda s=source: prepared(s, _no_photo))  # type: ignore[misc]
        return found

    def clear(self) -> None:
        self._kept.clear()


def _no_photo(photo: Any, width: int) -> Any:
    raise AssertionError("what is quickly made is made of no photo")


def bytes_of(value: Any) -> int:
    """Return the memory of all arrays in a value made of tuples and dataclasses."""
    if isinstance(value, tuple | list):
        return sum(map(bytes_of, value))
    if is_dataclass(value):
        return sum(bytes_of(getattr(value, field.name)) for field in fields(value))
    return getattr(value, "nbytes", 0)
