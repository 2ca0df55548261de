"""Opening what comes from outside: asked first whether it is a plain file, and how large.

Pipes, devices and links to them have no end, or never begin: to open one may hang, to read one fill the memory.
"""

import os
import stat
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import BinaryIO

from jaunty_frame.errors import JauntyError, shown_name
from jaunty_frame.media.atomic import reason_of


def ensure_plain(path: Path, error: type[JauntyError], remedy: str, most_bytes: int | None = None) -> os.stat_result:
    """Return what the disk says of a file; ``error`` with a sentence where it is none that can be read to its end.

    remedy : what to do instead, like "choose a photo".
    """
    try:
        facts = os.stat(path)
    except FileNotFoundError as fault:
        raise error(
            f"{shown_name(path.name)} is not there (looked in {shown_name(path.parent)}); check the name."
        ) from fault
    except (OSError, ValueError) as fault:
        raise error(f"{shown_name(path.name)} cannot be read: {reason_of(fault)}.") from fault
    _ensure_sane(facts, path, error, remedy, most_bytes)
    return facts


@contextmanager
def opened_plain(
    path: Path, error: type[JauntyError], remedy: str, most_bytes: int | None = None
) -> Iterator[BinaryIO]:
    """Give a plain file, opened to be read; ``error`` with a sentence where it cannot be opened or read."""
    ensure_plain(path, error, remedy, most_bytes)
    try:
        # Asked once more of what was opened: another thing may have come in its place.
        descriptor = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        with open(descriptor, "rb") as file:
            _ensure_sane(os.fstat(descriptor), path, error, remedy, most_bytes)
            yield file
    except (OSError, ValueError) as fault:
        raise error(f"{shown_name(path.name)} cannot be read: {reason_of(fault)}.") from fault


def read_plain(path: Path, error: type[JauntyError], remedy: str, most_bytes: int) -> bytes:
    """Return what is in a plain file; ``error`` with a sentence where it cannot be read, or is larger."""
    with opened_plain(path, error, remedy, most_bytes) as file:
        return file.read(most_bytes + 1)


def _ensure_sane(
    facts: os.stat_result, path: Path, error: type[JauntyError], remedy: str, most_bytes: int | None
) -> None:
    name = shown_name(path.name)
    if stat.S_ISDIR(facts.st_mode):
        raise error(f"{shown_name(path)} is a folder; {remedy}.")
    if not stat.S_ISREG(facts.st_mode):
        raise error(f"{name} is not a file that can be read to its end; {remedy}.")
    if most_bytes is not None and facts.st_size > most_bytes:
        large, most = (
            f"{size / 1e9:.1f} GB" if size >= 1e9 else f"{size / 1e6:.0f} MB" for size in (facts.st_size, most_bytes)
        )
        raise error(f"{name} has {large}; up to {most} can be used.")
