"""The formats that shows can be written in; the first is what is written unless something else is asked for."""

from pkgutil import resolve_name
from typing import NamedTuple

from jaunty_frame.errors import UsageError
from jaunty_frame.media.formats.format import Format, FormatOptions


class FormatEntry(NamedTuple):
    """label : for people; suffix : of its file, or of its folder's name; place : module and Format, loaded late, with
    its encoder's libraries; options : module and class of what can be chosen of it, "" where there is nothing;
    is_folder : whether a show becomes a folder of files; limits : whether it can be kept under a size; said : what it
    is good for."""

    label: str
    suffix: str
    place: str
    options: str = ""
    is_folder: bool = False
    limits: bool = False
    said: str = ""


_HERE = "jaunty_frame.media.formats."
_SMALL = f"{_HERE}format:SmallOptions"
FORMATS = {
    "mp4": FormatEntry(
        "MP4",
        ".mp4",
        f"{_HERE}mp4:FORMAT",
        f"{_HERE}mp4:H264Options",
        limits=True,
        said="H.264: plays nearly everywhere.",
    ),
    "hevc": FormatEntry(
        "HEVC",
        ".mp4",
        f"{_HERE}hevc:FORMAT",
        f"{_HERE}hevc:HevcOptions",
        limits=True,
        said="H.265: smaller, for newer players; 8 or 10 bits.",
    ),
    "av1": FormatEntry(
        "AV1", ".mp4", f"{_HERE}av1:FORMAT", limits=True, said="AV1 in MP4: smallest, for the newest players."
    ),
    "webm": FormatEntry(
        "WebM",
        ".webm",
        f"{_HERE}webm:FORMAT",
        f"{_HERE}webm:WebmOptions",
        limits=True,
        said="VP9 or AV1 with Opus, for pages.",
    ),
    "mov": FormatEntry(
        "ProRes", ".mov", f"{_HERE}mov:FORMAT", said="ProRes 422 HQ in MOV: large, for those who cut on."
    ),
    "gif": FormatEntry("GIF", ".gif", f"{_HERE}pages:GIF", _SMALL, said="256 colours, without sound; made smaller."),
    "webp": FormatEntry(
        "WebP", ".webp", f"{_HERE}pages:WEBP", _SMALL, said="Moving picture for pages, without sound; made smaller."
    ),
    "avif": FormatEntry(
        "AVIF",
        ".avif",
        f"{_HERE}avif:FORMAT",
        _SMALL,
        said="Moving picture for newer pages, without sound; made smaller.",
    ),
    "png": FormatEntry(
        "PNG", "", f"{_HERE}pictures:PNG", is_folder=True, said="A folder of every frame, without loss."
    ),
    "jpeg": FormatEntry("JPEG", "", f"{_HERE}pictures:JPEG", is_folder=True, said="A folder of every frame."),
    "tiff": FormatEntry(
        "TIFF", "", f"{_HERE}pictures:TIFF", is_folder=True, said="A folder of every frame, without loss."
    ),
    "wav": FormatEntry("WAV", ".wav", f"{_HERE}sound_alone:WAV", said="The sound alone, 24 bits."),
    "flac": FormatEntry("FLAC", ".flac", f"{_HERE}sound_alone:FLAC", said="The sound alone, packed without loss."),
    "stills": FormatEntry(
        "Stills",
        "",
        f"{_HERE}pictures:STILLS",
        f"{_HERE}pictures:StillOptions",
        is_folder=True,
        said="One picture of each slide, for posts.",
    ),
    "draft": FormatEntry("Draft", ".mp4", f"{_HERE}mp4:DRAFT", said="Half the size, quickly, for a look."),
}
USUAL = next(iter(FORMATS))


def is_first_of_its_suffix(name: str) -> bool:
    """Return whether a format's files are told from those of others by their suffix."""
    suffix = _entry(name).suffix
    return bool(suffix) and next(one for one, entry in FORMATS.items() if entry.suffix == suffix) == name


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
