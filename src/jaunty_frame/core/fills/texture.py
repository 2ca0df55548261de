"""Fills of paper and cloth, made here: no picture is repeated, so no tiles are seen.

A texture is a relief at a fixed size, 1080 pixels on the frame's short side, of which every frame shows the same; where
its slope faces the light, from above left, it is lighter.
"""

from collections.abc import Callable
from functools import lru_cache

import numpy as np

from jaunty_frame.core.colouring.planes import planes_of_pixels
from jaunty_frame.core.colouring.texture_kinds import TEXTURES, Texture
from jaunty_frame.core.colouring.treatment import darkened
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat

_SHORT = 1080
_MOST_ASPECT = 4.0
# By how much the light of a colour varies at a relief of 1, standard deviation.
_DEPTH = 0.05


def texture_fill(
    texture: Texture, colour: tuple[int, int, int], relief: float, frame: FrameFormat, darker: float = 0.0
) -> tuple[Pixels, ...]:
    """Return the planes of a texture. colour : B, G, R; relief : 0 flat, 1 plain; darker : strength of a vignette."""
    light = 1 + np.float32(_DEPTH * relief) * _light(texture, frame)
    x, y = np.arange(frame.width)[None] + 0.5, np.arange(frame.height)[:, None] + 0.5
    light = darkened(light, x, y, frame, darker)
    return planes_of_pixels(np.clip(light[..., None] * np.array(colour, np.float32), 0, 255), frame)


def _light(texture: Texture, frame: FrameFormat) -> np.ndarray:
    """Return how light the texture is (h, w) float32 in the pixels of a frame, mean 0."""
    display = frame.width * frame.pixel_aspect
    long = round(_SHORT * min(max(display, frame.height) / min(display, frame.height), _MOST_ASPECT))
    light = _reference(texture, long).astype(np.float32)
    light = np.ascontiguousarray(light.T) if display < frame.height else light
    smaller = frame.height < light.shape[0]
    way = cv2.INTER_AREA if smaller else cv2.INTER_CUBIC
    return cv2.resize(light, (frame.width, frame.height), interpolation=way).astype(np.float32)


# Half floats: those of a few frames' shapes are kept, four megabytes each.
@lru_cache(maxsize=6)
def _reference(texture: Texture, long: int) -> np.ndarray:
    """Return the light of a texture (1080, long) float16, mean 0, standard deviation 1."""
    light = _RELIEFS[texture](long, np.random.default_rng(TEXTURES.index(texture) + 1))
    return ((light - light.mean()) / light.std()).astype(np.float16)


def _grain(rng: np.random.Generator, long: int, across: float, down: float) -> np.ndarray:
    """Return noise (1080, long), blurred by standard deviations in reference pixels, of standard deviation 1.

    Chance runs along the long side first, from one end of the longest frame: shorter frames show the middle of it.
    """
    whole = rng.standard_normal((round(_SHORT * _MOST_ASPECT), _SHORT), np.float32)
    start = (len(whole) - long) // 2
    field = np.ascontiguousarray(whole[start : start + long].T)
    field = cv2.GaussianBlur(field, (0, 0), max(across, 0.1), sigmaY=max(down, 0.1), borderType=cv2.BORDER_REFLECT)
    return field / field.std()


def _lit(height: np.ndarray) -> np.ndarray:
    """Return how light a relief is where light falls from above left."""
    across = cv2.Sobel(height, cv2.CV_32F, 1, 0, ksize=3)
    down = cv2.Sobel(height, cv2.CV_32F, 0, 1, ksize=3)
    light = across + down
    return light / light.std()


def _laid_paper(long: int, rng: np.random.Generator) -> np.ndarray:
    """Fine ribs and, far apart, the wires across them; a little uneven."""
    y = np.arange(_SHORT)[:, None] + 1.5 * _grain(rng, long, 60, 8)
    x = np.arange(long)[None] + 2 * _grain(rng, long, 8, 80)
    ribs, wires = np.sin(2 * np.pi * y / 9), np.exp(-((np.mod(x - long / 2, 110) - 55) ** 2) / 8)
    return ribs + 1.4 * wires + 0.9 * _grain(rng, long, 0.8, 0.8) + 0.25 * _grain(rng, long, 20, 20)


def _rough_paper(long: int, rng: np.random.Generator) -> np.ndarray:
    return _lit(_grain(rng, long, 5, 5) * 4 + _grain(rng, long, 2.2, 2.2)) + 0.15 * _grain(rng, long, 30, 30)


def _flecked_card(long: int, rng: np.random.Generator) -> np.ndarray:
    """Smooth card with dark and light fibres in it."""
    along, upright = _grain(rng, long, 6, 1.1), _grain(rng, long, 1.1, 5)
    flecks = np.minimum(2.6 - np.maximum(along, 2.6), 0) + np.minimum(2.6 - np.maximum(upright, 2.6), 0)
    flecks = flecks + 0.7 * np.maximum(_grain(rng, long, 3, 1.1) - 2.7, 0)
    return 9 * flecks + 0.6 * _grain(rng, long, 0.8, 0.8) + 0.15 * _grain(rng, long, 25, 25)


def _linen(long: int, rng: np.random.Generator) -> np.ndarray:
    """Threads over and under each other, thicker and thinner."""
    pitch = 8.0
    x = np.arange(long)[None] + 0.8 * _grain(rng, long, 2, 90)
    y = np.arange(_SHORT)[:, None] + 0.8 * _grain(rng, long, 90, 2)
    warp, weft = np.cos(2 * np.pi * x / pitch), np.cos(2 * np.pi * y / pitch)
    over = np.sin(np.pi * x / pitch) * np.sin(np.pi * y / pitch)
    threads = 0.9 * _grain(rng, long, 3, 120) + 0.9 * _grain(rng, long, 120, 3)
    return warp + weft + 1.2 * over + threads + 0.7 * _grain(rng, long, 0.8, 0.8)


def _felt(long: int, rng: np.random.Generator) -> np.ndarray:
    """Short fibres in all directions, and clouds of them."""
    fibres = _grain(rng, long, 5, 0.9) + _grain(rng, long, 0.9, 5)
    slanting = _slanted(rng, long, 1) + _slanted(rng, long, -1)
    return fibres + slanting + 0.3 * _grain(rng, long, 14, 14)


def _slanted(rng: np.random.Generator, long: int, side: int) -> np.ndarray:
    """Return noise drawn out along a diagonal."""
    kernel = np.eye(11, dtype=np.float32)[::side] / 11
    field = cv2.filter2D(_grain(rng, long, 0.9, 0.9), -1, kernel, borderType=cv2.BORDER_REFLECT)
    return field / field.std()


_RELIEFS: dict[Texture, Callable[[int, np.random.Generator], np.ndarray]] = {
    "laid-paper": _laid_paper,
    "rough-paper": _rough_paper,
    "flecked-card": _flecked_card,
    "linen": _linen,
    "felt": _felt,
}
