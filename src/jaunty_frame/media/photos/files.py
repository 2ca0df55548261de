"""Photo files as bytes: reading them whole, what their content goes by, what the disk says of them."""

import os
from hashlib import blake2b
from pathlib import Path

from jaunty_frame.errors import PhotoError
from jaunty_frame.media.opening import read_plain

PHOTO_SUFFIXES = (".jpg", ".jpeg", ".png", ".webp", ".tif", ".tiff", ".heic", ".heif", ".avif")
_MOST_BYTES = 2_000_000_000


def read_bytes(path: Path) -> bytes:
    """Return the file's content; PhotoError if it cannot be read."""
    return read_plain(path, PhotoError, "choose photos or folders", _MOST_BYTES)


def content_hash(data: bytes) -> str:
    """Return the name that a photo's content goes by."""
    return "blake2b:" + blake2b(data, digest_size=16).hexdigest()


def file_facts(path: Path) -> tuple[int, int]:
    """Return size in bytes and time of change in whole seconds; OSError where the file is not there."""
    try:
        facts = os.stat(path)
    except ValueError as error:  # what can be the name of no file, with a zero in it
        raise FileNotFoundError(str(error)) from error
    return facts.st_size, int(facts.st_mtime)
