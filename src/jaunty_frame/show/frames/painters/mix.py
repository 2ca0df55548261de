"""Transitions: the table of their kinds, each painting the way from one picture to another."""

from collections.abc import Callable
from typing import Any

from jaunty_frame.core.painting.colour import parse_colour
from jaunty_frame.core.painting.light import fade_to
from jaunty_frame.core.painting.matting import lay_over_matted
from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface, part_of
from jaunty_frame.core.transitions.brightness_dissolve import brightness_dissolve
from jaunty_frame.core.transitions.cross_dissolve import dissolve
from jaunty_frame.core.transitions.cut import cut
from jaunty_frame.core.transitions.fade import fade
from jaunty_frame.core.transitions.glide import glide
from jaunty_frame.core.transitions.glide import seen as glide_parts
from jaunty_frame.core.transitions.iris import iris
from jaunty_frame.core.transitions.iris import seen as iris_parts
from jaunty_frame.core.transitions.shove import seen as shove_parts
from jaunty_frame.core.transitions.shove import shove
from jaunty_frame.core.transitions.sweep import seen as sweep_parts
from jaunty_frame.core.transitions.sweep import sweep
from jaunty_frame.core.transitions.uncover import seen as uncover_parts
from jaunty_frame.core.transitions.uncover import uncover
from jaunty_frame.core.transitions.wipe import seen as wipe_parts
from jaunty_frame.core.transitions.wipe import wipe
from jaunty_frame.core.transitions.zoom import zoom
from jaunty_frame.document.transition import Transition
from jaunty_frame.document.transitions.brightness_dissolve import BrightnessDissolve
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.fade import Fade
from jaunty_frame.document.transitions.glide import Glide
from jaunty_frame.document.transitions.iris import Iris
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.document.transitions.shove import Shove
from jaunty_frame.document.transitions.sweep import Sweep
from jaunty_frame.document.transitions.uncover import Uncover
from jaunty_frame.document.transitions.wipe import Wipe
from jaunty_frame.document.transitions.zoom import Zoom
from jaunty_frame.show.frames.layers.mix import Mix, MixOverFill
from jaunty_frame.show.frames.painters.brush import Brush

TransitionPainter = Callable[[Any, Surface, Surface, float, FrameFormat], None]
"""Given the transition's value, the old picture, which it paints over, the new one, which it may spoil, the progress in
0..1 after easing, and the format of both."""

TRANSITION_PAINTERS: dict[type[Transition], TransitionPainter] = {
    BrightnessDissolve: lambda t, old, new, p, frame: brightness_dissolve(old, new, p, t.first, t.softness),
    CrossDissolve: lambda t, old, new, p, frame: dissolve(old, new, p),
    Cut: lambda t, old, new, p, frame: cut(old, new, p),
    Fade: lambda t, old, new, p, frame: fade(old, new, p, parse_colour(t.colour)),
    Glide: lambda t, old, new, p, frame: glide(old, new, p, t.direction),
    Iris: lambda t, old, new, p, frame: iris(old, new, p, frame, t.shape, t.way, t.softness),
    # Photos that come to lie on others are layers of one picture (show.frames.piles); this is for two pictures.
    Pile: lambda t, old, new, p, frame: dissolve(old, new, p),
    Shove: lambda t, old, new, p, frame: shove(old, new, p, t.direction),
    Sweep: lambda t, old, new, p, frame: sweep(
        old, new, p, t.direction, [parse_colour(code) for code in t.colours], t.stagger
    ),
    Uncover: lambda t, old, new, p, frame: uncover(old, new, p, t.direction),
    Wipe: lambda t, old, new, p, frame: wipe(old, new, p, t.direction, t.angle, t.softness),
    Zoom: lambda t, old, new, p, frame: zoom(old, new, p, t.way),
}

SeenParts = Callable[[Any, float, FrameFormat], tuple[Part | None, Part | None]]

SEEN_PARTS: dict[type[Transition], SeenParts] = {
    Fade: lambda t, p, frame: (_whole(frame), None) if p <= 0.5 else (None, _whole(frame)),
    Glide: lambda t, p, frame: glide_parts(frame, p, t.direction),
    Iris: lambda t, p, frame: iris_parts(frame, p, t.shape, t.way, t.softness),
    Shove: lambda t, p, frame: shove_parts(frame, p, t.direction),
    Sweep: lambda t, p, frame: sweep_parts(frame, p, t.direction, len(t.colours), t.stagger),
    Uncover: lambda t, p, frame: uncover_parts(frame, p, t.direction),
    Wipe: lambda t, p, frame: wipe_parts(frame, p, t.direction, t.angle, t.softness),
}
"""What is needed of the old picture and of the new one, so that nothing is painted that is not seen; of kinds that are
not named all of both."""

FILL_TRANSITIONS: dict[str, TransitionPainter] = {
    "cut": TRANSITION_PAINTERS[Cut],
    "cross-dissolve": TRANSITION_PAINTERS[CrossDissolve],
}


def paint_mix(surface: Surface, layer: Mix, brush: Brush) -> None:
    seen = SEEN_PARTS.get(type(layer.transition), lambda t, p, frame: (_whole(frame), _whole(frame)))
    old, new = seen(layer.transition, layer.progress, brush.frame)
    if old is not None:
        brush.paint_layers(part_of(surface, old), layer.below, brush)
    with brush.workspace.surface() as above:
        if new is not None:
            brush.paint_layers(part_of(above, new), layer.above, brush)
        _paint_on_the_way(surface, above, layer, brush)


def _whole(frame: FrameFormat) -> Part:
    return Part(0, 0, frame.width, frame.height)


def paint_mix_over_fill(surface: Surface, layer: MixOverFill, brush: Brush) -> None:
    """Paint the photos on their way twice, on black and on white: what differs is how much of the fill is seen."""
    old_fill, new_fill = layer.fills
    with brush.workspace.surface() as above, brush.workspace.surface() as black, brush.workspace.surface() as white:
        for ground, colour in ((black, "#000000"), (white, "#ffffff")):
            for target, layers in ((ground, layer.below), (above, layer.above)):
                fade_to(target, 0.0, parse_colour(colour))
                brush.paint_layers(target, layers, brush)
            _paint_on_the_way(ground, above, layer, brush)
        brush.paint_layers(surface, (old_fill,), brush)
        brush.paint_layers(above, (new_fill,), brush)
        FILL_TRANSITIONS[layer.transition.fill_kind](None, surface, above, layer.progress, brush.frame)
        lay_over_matted(surface, black, white)


def _paint_on_the_way(surface: Surface, above: Surface, layer: Mix | MixOverFill, brush: Brush) -> None:
    paint = TRANSITION_PAINTERS[type(layer.transition)]
    paint(layer.transition, surface, above, layer.progress, brush.frame)
