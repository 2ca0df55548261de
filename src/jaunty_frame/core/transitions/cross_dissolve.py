"""The old picture goes as the new one comes, in coded values."""

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Surface


def dissolve(surface: Surface, above: Surface, progress: float) -> None:
    """Blend ``above`` into ``surface`` with weight ``progress``."""
    for plane, incoming in zip(surface.planes, above.planes, strict=True):
        cv2.addWeighted(plane, 1.0 - progress, incoming, progress, 0.0, dst=plane)
