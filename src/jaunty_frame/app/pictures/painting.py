"""Pixels for the window as Qt images. It is loaded after the first painted window, with OpenCV and all that paints."""

import threading
from collections.abc import Mapping
from typing import Any

from PySide6.QtGui import QImage

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import FrameFormat, Surface, new_surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.media.frames.ready import ReadySources
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.frames.layers.layer import Source
from jaunty_frame.show.frames.painting import paint_frame, prepared

__all__ = ["OpenCvError", "ReadySources", "image_of", "painted_image", "prepared"]

OpenCvError = cv2.error
_MOST_WORKSPACES = 16
_own = threading.local()


def image_of(surface: Surface) -> QImage:
    """Return a copy of a SCREEN surface."""
    pixels = surface.planes[0]
    return QImage(pixels.data, surface.width, surface.height, pixels.strides[0], QImage.Format.Format_RGB32).copy()


def painted_image(content: FrameContent, frame: FrameFormat, ready: Mapping[Source, Any]) -> QImage:
    """Return a frame as an image."""
    surface = new_surface(frame.width, frame.height, frame.coding)
    paint_frame(surface, content, ready, _workspace(frame))
    return image_of(surface)


def _workspace(frame: FrameFormat) -> Workspace:
    """Return this thread's workspace of a format."""
    kept: dict[FrameFormat, Workspace] = _own.__dict__.setdefault("kept", {})
    if frame not in kept:
        if len(kept) >= _MOST_WORKSPACES:
            kept.clear()
        kept[frame] = Workspace(frame)
    return kept[frame]
