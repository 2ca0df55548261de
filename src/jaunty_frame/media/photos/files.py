"""Photo files as bytes: reading them whole, what their content goes by, what the disk says of them."""

import os
import stat
from hashlib import blake2b
from pathlib import Path

from jaunty_frame.errors import PhotoError, shown_name
from jaunty_frame.media.atomic import reason_of

PHOTO_SUFFIXES = (".jpg", ".jpeg", ".png", ".webp", ".tif", ".tiff", ".heic", ".heif", ".avif")
_MOST_BYTES = 2_000_000_000


def read_bytes(path: Path) -> bytes:
    """Return the file's content; PhotoError if it cannot be read."""
    name = shown_name(path.name)
    try:
        facts = os.stat(path)
        if not stat.S_ISREG(facts.st_mode):
            raise PhotoError(f"{name} is not a file; choose photos or folders.")
        if facts.st_size > _MOST_BYTES:
            raise PhotoError(f"{name} has {facts.st_size / 1e9:.1f} GB; photos of up to 2 GB can be used.")
        return path.read_bytes()
    except FileNotFoundError as error:
        raise PhotoError(f"{name} is not there (looked in {shown_name(path.parent)}); check the name.") from error
    except (OSError, ValueError) as error:
        raise PhotoError(f"{name} cannot be read: {reason_of(error)}.") from error


def content_hash(data: bytes) -> str:
    """Return the name that a photo's content goes by."""
    return "blake2b:" + blake2b(data, digest_size=16).hexdigest()


def file_facts(path: Path) -> tuple[int, int]:
    """Return size in bytes and time of change in whole seconds; OSError where the file is not there."""
    facts = os.stat(path)
    return facts.st_size, int(facts.st_mtime)
