"""Pixels for the window: photos, cells and frames as Qt images."""

import cv2
from PySide6.QtGui import QImage

from jaunty_frame.core.painting.colour import Amounts, Pixels
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.surface import Coding, Surface, new_surface
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.frames.picture import Picture, make_picture, paint_frame

__all__ = ["OpenCvError", "image_of", "make_picture", "painted_image", "photo_image"]

OpenCvError = cv2.error


def image_of(surface: Surface) -> QImage:
    """Return a copy of a SCREEN surface."""
    pixels = surface.planes[0]
    return QImage(pixels.data, surface.width, surface.height, pixels.strides[0], QImage.Format.Format_RGB32).copy()


def painted_image(content: FrameContent, picture: Picture, width: int, height: int) -> QImage:
    """Return one slide's picture as an image."""
    surface = new_surface(width, height, Coding.SCREEN)
    paint_frame(surface, surface, content.alone(), {0: picture})
    return image_of(surface)


def photo_image(pixels: Pixels, width: int, height: int, correction: Amounts) -> QImage:
    """Return a photo (H, W, 3) or premultiplied (H, W, 4) at a size, its colours corrected."""
    small = corrected(cv2.resize(pixels, (width, height), interpolation=cv2.INTER_AREA), correction)
    flat = cv2.cvtColor(small, cv2.COLOR_BGR2BGRA) if small.shape[2] == 3 else small
    return QImage(flat.data, width, height, flat.strides[0], QImage.Format.Format_ARGB32_Premultiplied).copy()
