"""The formats that shows can be written in; the first is what is written unless something else is asked for."""

from pkgutil import resolve_name
from typing import NamedTuple

from jaunty_frame.errors import UsageError
from jaunty_frame.media.formats.format import Format, FormatOptions


class FormatEntry(NamedTuple):
    """label : for people; suffix : of its file, or of its folder's name; place : module and Format, loaded late, with
    its encoder's libraries; options : module and class of what can be chosen of it, "" where there is nothing;
    is_folder : whether a show becomes a folder of files."""

    label: str
    suffix: str
    place: str
    options: str = ""
    is_folder: bool = False


FORMATS = {
    "mp4": FormatEntry("MP4 video", ".mp4", "jaunty_frame.media.formats.mp4:FORMAT"),
}
USUAL = next(iter(FORMATS))


def format_of(name: str) -> Format:
    """Return the format of a name in FORMATS; UsageError where there is none."""
    found: Format = resolve_name(_entry(name).place)
    return found


def options_type(name: str) -> type[FormatOptions]:
    """Return the kind of a format's options; UsageError where there is no such format."""
    place = _entry(name).options
    found: type[FormatOptions] = resolve_name(place) if place else FormatOptions
    return found


def _entry(name: str) -> FormatEntry:
    if name not in FORMATS:
        raise UsageError(f"There is no format {name}. Choose one of: {', '.join(FORMATS)}.")
    return FORMATS[name]
