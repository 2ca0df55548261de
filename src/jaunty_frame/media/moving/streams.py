"""What goes through a clip's pictures, by what the file is."""

from pathlib import Path

from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moving.clip_names import is_moving_webp
from jaunty_frame.media.moving.clip_stream import ClipStream
from jaunty_frame.media.moving.webp_stream import WebpStream
from jaunty_frame.media.opening import opened_plain

Stream = ClipStream | WebpStream


def stream_of(path: Path) -> Stream:
    """Open a clip; PhotoError where it is none that can be read."""
    with opened_plain(path, PhotoError, "choose photos, clips or folders") as file:
        head = file.read(32)
    return WebpStream(path) if is_moving_webp(head) else ClipStream(path)
