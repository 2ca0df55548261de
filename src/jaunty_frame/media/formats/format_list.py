"""The formats that shows can be written in; the first is what is written unless something else is asked for."""

from pkgutil import resolve_name
from typing import NamedTuple

from jaunty_frame.media.formats.format import Format


class FormatEntry(NamedTuple):
    """suffix : of its files; place : module and Format, loaded late, with its encoder's libraries."""

    suffix: str
    place: str


FORMATS = {
    "mp4": FormatEntry(".mp4", "jaunty_frame.media.formats.mp4:FORMAT"),
}
USUAL = next(iter(FORMATS))


def format_of(name: str) -> Format:
    """Return the format of a name in FORMATS."""
    found: Format = resolve_name(FORMATS[name].place)
    return found
