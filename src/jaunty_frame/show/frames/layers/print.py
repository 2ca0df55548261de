"""A photo mounted on its fill: a print."""

from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.outline import STRAIGHT, Turn
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.mount import Mount
from jaunty_frame.show.frames.layers.fill import FillReady
from jaunty_frame.show.frames.layers.layer import PhotoFile
from jaunty_frame.show.frames.layers.photo import PhotoLevels, levels_for, path_of_levels


class Print(NamedTuple):
    """How a print lies in the frame at an instant.

    piece : what the window is mapped onto, in fractions of the frame; seen : corners, in short sides of the frame, of
    what is seen of the photo (``core.mounts.outline``); see_through : whether something is seen through the photo; turn
    : about the middle of the piece.
    """

    mount: Mount
    piece: Window
    seen: tuple[tuple[float, float], ...]
    see_through: bool
    turn: Turn = STRAIGHT


class GroundLayer(NamedTuple):
    """What lies under the photo of a print and about it: shadow, border, line."""

    print: Print

    def sources(self, frame: FrameFormat) -> tuple[FillReady, ...]:
        mount = self.print.mount
        if not (mount.border_paper and mount.border):
            return ()
        return (FillReady(None, TextureFill(texture="rough-paper", colour=mount.border_colour, relief=0.5), frame),)


class PrintLayer(NamedTuple):
    """The photo of a print, through ``window``, turned clockwise by ``degrees`` about its centre.

    path, reach : of the whole way that the window is on, so that all its frames share their levels; largest : width and
    height of the largest piece on it.
    """

    photo: PhotoFile
    window: Window
    degrees: float
    path: tuple[Window, ...]
    reach: tuple[float, float]
    largest: tuple[float, float]
    print: Print

    def sources(self, frame: FrameFormat) -> tuple[PhotoLevels]:
        width, height = max(round(self.largest[0] * frame.width), 2), max(round(self.largest[1] * frame.height), 2)
        path = path_of_levels(self.photo, self.window, self.path)
        return (PhotoLevels(self.photo, levels_for(path, width, height, self.reach), frame.coding),)
