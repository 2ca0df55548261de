"""Layers painted once, and layers of which only a share is seen."""

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Surface, copy_planes
from jaunty_frame.show.frames.layers.still import Faded, Still
from jaunty_frame.show.frames.painters.brush import Brush


def paint_still(surface: Surface, layer: Still, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    copy_planes(surface, brush.ready[source])


def paint_faded(surface: Surface, layer: Faded, brush: Brush) -> None:
    if layer.share <= 0:
        return
    with brush.workspace.surface() as before:
        kept = [
            own[: plane.shape[0], : plane.shape[1]] for own, plane in zip(before.planes, surface.planes, strict=True)
        ]
        for own, plane in zip(kept, surface.planes, strict=True):
            own[:] = plane
        brush.paint_layers(surface, layer.layers, brush)
        for own, plane in zip(kept, surface.planes, strict=True):
            plane[:] = cv2.addWeighted(own, 1 - layer.share, plane, layer.share, 0)
