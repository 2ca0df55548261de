"""What painters work with."""

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat, Surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.show.frames.layers.layer import Layers, Source


class Brush(NamedTuple):
    """ready : what was made of each source; workspace : for what is painted aside; layers : paints layers."""

    ready: Mapping[Source, Any]
    workspace: Workspace
    paint_layers: Callable[[Surface, Layers, "Brush"], None]

    @property
    def frame(self) -> FrameFormat:
        return self.workspace.frame


class Preparation(NamedTuple):
    """How a kind of source is made ready.

    wanted_width : pixels across its whole photo that suffice, 0 for no photo; make : from the photo's pixels (None for
    no photo), upright, B G R (A), to what painters use.
    """

    wanted_width: Callable[[Any], int]
    make: Callable[[Pixels | None, Any], Any]
