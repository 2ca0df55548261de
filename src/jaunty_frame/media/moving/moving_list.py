"""The kinds of file whose picture changes with time."""

from pkgutil import resolve_name

from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moving.moving import MovingReader

MOVING = {"clip": "jaunty_frame.media.moving.clips:READER"}
"""Module and reader of each kind, loaded late."""


def moving_of(kind: str) -> MovingReader:
    """Return what reads a kind; PhotoError where this program knows none of that name."""
    if kind not in MOVING:
        raise PhotoError(f"A file of the kind {kind} cannot be shown by this version; use a newer one.")
    found: MovingReader = resolve_name(MOVING[kind])
    return found
