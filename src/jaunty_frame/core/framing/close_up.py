"""Close-ups: a slide about one part of its photo."""

import numpy as np

from jaunty_frame.core.geometry.straightening import Turned, cover_size_turned
from jaunty_frame.core.geometry.windows import FloatArray

_ROOM = 0.10
"""Margin about the part, as a share of the window's short side."""


def close_up_windows(
    parts: FloatArray, turned: Turned, photo_height: FloatArray, least_height: FloatArray
) -> FloatArray:
    """Return the windows (N, 4) that show ``parts`` (N, 4) of photos as large as the photos' pixels allow.

    photo_height : (N,) pixels; least_height : (N,) photo pixels that a window must have to be sharp. A window is
    never larger than the cover window: parts that do not fit are shown at their middle.
    """
    cover = cover_size_turned(turned)
    level = turned.level_boxes(parts[:, None])[:, 0]
    short = np.minimum(cover[:, 0] * turned.photo_aspect, cover[:, 1])
    room = _ROOM * short[:, None] / np.stack([turned.photo_aspect, np.ones_like(short)], axis=1)
    # The room is a share of the window, which grows with it: size x (1 - 2 room) holds the part.
    needed = (level[:, 2:] / np.maximum(cover - 2 * room, 1e-6)).max(axis=1)
    sharp = least_height / (cover[:, 1] * photo_height)
    scale = np.minimum(np.maximum(needed, sharp), 1.0)
    size = cover * scale[:, None]
    half = size * turned.reach / 2
    centre = np.clip(parts[:, :2] + parts[:, 2:] / 2, half, np.maximum(1 - half, half))
    return np.concatenate([centre - size / 2, size], axis=1)
