"""Which files are clips: by their names, or by how they begin. Loads nothing that decodes."""

from pathlib import Path

from jaunty_frame.errors import PhotoError
from jaunty_frame.media.opening import opened_plain

CLIP_SUFFIXES = (
    ".mp4",
    ".m4v",
    ".mov",
    ".webm",
    ".mkv",
    ".avi",
    ".mpg",
    ".mpeg",
    ".ts",
    ".mts",
    ".m2ts",
    ".3gp",
    ".ogv",
    ".gif",
)
_PICTURE_BRANDS = (b"heic", b"heix", b"hevc", b"heim", b"mif1", b"msf1", b"avif", b"crx ")
"""Of ISO media files that hold photos."""
_FLAGS_AT, _MOVES = 20, 0x02
"""Of WebP (RFC 9649, section 2.7)."""


def is_clip(path: Path) -> bool:
    """Return whether a file is named like a clip, or begins like one whatever its name."""
    if path.suffix.lower() in CLIP_SUFFIXES:
        return True
    try:
        with opened_plain(path, PhotoError, "choose photos, clips or folders") as file:
            head = file.read(32)
    except PhotoError:
        return False  # whoever reads it will say why
    brand = head[8:12] if head[4:8] == b"ftyp" else b""
    movie = (bool(brand) and brand not in _PICTURE_BRANDS) or is_moving_webp(head)
    return movie or head[:4] in (b"\x1aE\xdf\xa3", b"\0\0\1\xba") or (head[:4] == b"RIFF" and head[8:12] == b"AVI ")


def is_moving_webp(head: bytes) -> bool:
    """Return whether a file that begins so is a WebP picture that moves. head : 32 bytes are enough."""
    is_extended = head[:4] == b"RIFF" and head[8:16] == b"WEBPVP8X"
    return is_extended and len(head) > _FLAGS_AT and bool(head[_FLAGS_AT] & _MOVES)
