"""Transitions: the table of their kinds, each painting the way from one picture to another."""

from collections.abc import Callable
from typing import Any

from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.core.transitions.cross_dissolve import dissolve
from jaunty_frame.core.transitions.cut import cut
from jaunty_frame.document.transition import Transition
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.show.frames.layers.mix import Mix
from jaunty_frame.show.frames.painters.brush import Brush

TransitionPainter = Callable[[Any, Surface, Surface, float], None]
"""Given the transition's value, the old picture, which it paints over, the new one, and the progress in 0..1."""

TRANSITION_PAINTERS: dict[type[Transition], TransitionPainter] = {
    CrossDissolve: lambda transition, surface, above, progress: dissolve(surface, above, progress),
    Cut: lambda transition, surface, above, progress: cut(surface, above, progress),
}


def paint_mix(surface: Surface, layer: Mix, brush: Brush) -> None:
    brush.paint_layers(surface, layer.below, brush)
    with brush.workspace.surface() as above:
        brush.paint_layers(above, layer.above, brush)
        TRANSITION_PAINTERS[type(layer.transition)](layer.transition, surface, above, layer.progress)
