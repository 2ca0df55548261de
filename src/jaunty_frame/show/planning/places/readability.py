"""Whether photos that are set off stand out from their fills, from what plans know of their colours."""

import numpy as np

from jaunty_frame.core.colouring.likeness import Help, quietest_help
from jaunty_frame.core.colouring.sketch import sampled, sketch_colours
from jaunty_frame.core.colouring.treatment import treated
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.painting.colour import parse_colour
from jaunty_frame.document.fill import ColouredFill, Fill, PictureFill
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo

_SAMPLES = 16
_INSIDE = 0.03


def help_wanted(
    photo: Photo, seen: Window, rectangle: Window, fill: Fill, picture: Photo, frame_aspect: float
) -> Help | None:
    """Return what a photo needs beside its soft shadow, None where nothing, or where its colours are not known.

    seen : the part of the photo that is seen; rectangle : where it lies in the frame; picture : what the fill is of.
    """
    if not photo.sketch or (fill.made_of_photo and not picture.sketch):
        return None
    along = (np.arange(_SAMPLES) + 0.5) / _SAMPLES
    zero, one = np.zeros(_SAMPLES), np.ones(_SAMPLES)
    rim = np.concatenate(
        [np.stack(side, axis=1) for side in ((along, zero), (along, one), (zero, along), (one, along))]
    )
    outside = np.array(rectangle[:2]) + rim * rectangle[2:]
    # Sides that lie at the frame's edge have no fill beside them.
    free = ((outside > 0.005) & (outside < 0.995)).all(axis=1)
    inner = _INSIDE + rim * (1 - 2 * _INSIDE)
    ours = sampled(sketch_colours(photo.sketch), np.array(seen[:2]) + inner * seen[2:])
    theirs = fill_colours(fill, picture, outside, frame_aspect)
    return quietest_help(ours[free], theirs[free], isinstance(fill, PictureFill))


def helped(mount: Mount, wanted: Help) -> Mount:
    """Return a mount with a help."""
    border = {"border": 0.008, "border_colour": wanted.border} if wanted.border else {}
    return mount.changed(shadow=max(mount.shadow, wanted.shadow), **border)


def help_words(wanted: Help) -> str:
    if wanted.washed:
        return "The fill is washed, for the photo looks much like it along its rim."
    what = "A border sets" if wanted.border else "A stronger shadow sets"
    return f"{what} the photo off, for its fill looks much like it along its rim."


def fill_colours(fill: Fill, picture: Photo, places: FloatArray, frame_aspect: float) -> FloatArray:
    """Return the colours (N, 3) of a fill at places in fractions of the frame."""
    if isinstance(fill, PictureFill):
        colours = sampled(sketch_colours(picture.sketch), _on_picture(fill.enlarged, picture, places, frame_aspect))
        return treated(colours, fill.treatment)
    if isinstance(fill, ColouredFill):
        if fill.colours == "of-the-photo":
            return np.tile(sketch_colours(picture.sketch).reshape(-1, 3).mean(axis=0), (len(places), 1))
        return np.tile((_colour(fill.first) + _colour(fill.second)) / 2, (len(places), 1))
    if fill.made_of_photo:
        return sampled(sketch_colours(picture.sketch), _on_picture(1.15, picture, places, frame_aspect))
    return np.tile(_colour(getattr(fill, "colour", "#000000")), (len(places), 1))


def _on_picture(enlarged: float, picture: Photo, places: FloatArray, frame_aspect: float) -> FloatArray:
    """Return where places of the frame lie in a picture that covers it, enlarged."""
    width, height = picture.upright_size
    ratio = frame_aspect / (width / height)
    seen = np.array([min(ratio, 1.0), min(1 / ratio, 1.0)]) / enlarged
    return 0.5 + (places - 0.5) * seen


def _colour(code: str) -> FloatArray:
    return np.array(parse_colour(code), float)
