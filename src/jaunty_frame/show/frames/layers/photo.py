"""A photo seen through a window."""

from functools import lru_cache
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.level_specs import LevelSpec, level_specs
from jaunty_frame.core.painting.surface import Coding, FrameFormat
from jaunty_frame.show.frames.layers.layer import PhotoFile


class PhotoLevels(NamedTuple):
    """A photo resampled for a whole way (``core.painting.levels``)."""

    photo: PhotoFile
    levels: tuple[LevelSpec, ...]
    coding: Coding


class PhotoLayer(NamedTuple):
    """A photo through ``window``, turned clockwise by ``degrees`` about its centre.

    path, reach : of the whole way that the window is on, so that all its frames share their levels.
    """

    photo: PhotoFile
    window: Window
    degrees: float
    path: tuple[Window, ...]
    reach: tuple[float, float]

    def sources(self, frame: FrameFormat) -> tuple[PhotoLevels]:
        path = path_of_levels(self.photo, self.window, self.path)
        return (PhotoLevels(self.photo, levels_for(path, frame.width, frame.height, self.reach), frame.coding),)


def path_of_levels(photo: PhotoFile, window: Window, path: tuple[Window, ...]) -> tuple[Window, ...]:
    """Return the way that a photo's levels serve: all of it; of what moves the present window, for each frame has
    another picture."""
    return (window, window) if photo.moving else path


@lru_cache(maxsize=1024)
def levels_for(path: tuple[Window, ...], width: int, height: int, reach: tuple[float, float]) -> tuple[LevelSpec, ...]:
    """Return the levels that a way needs on a surface of so many pixels."""
    return level_specs(path, width, height, reach)
