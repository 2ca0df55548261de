"""Fills that live: soft light that wanders, and water. Both come back to where they began after ``LOOP_SECONDS``.

Water is a height field: a sum of waves that run in all directions, each a whole number of times in a loop. Its slope
shifts what is seen through it (a picture or a colour) and shades it. All is worked out on a grid of so many cells per
short side, whatever the frame, and enlarged: water has nothing finer.
"""

from functools import lru_cache
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.colouring.blurring import blurred_grid
from jaunty_frame.core.colouring.planes import EvenGrid, even_grid, quick_planes
from jaunty_frame.core.colouring.treatment import Treatment, darkened, treated
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import Coding, FrameFormat

LOOP_SECONDS = 24.0
_CELLS = 150
_LIGHT_CELLS = 40
_WAVES = 24
# How far a slope of 1 shifts what is seen, in short sides.
_REFRACTION = 0.0107


class Ground(NamedTuple):
    """What a living fill shows, at rest. grid : (rows, columns, 3) float32 B G R; waves : across (W, columns) and down
    (W, rows) complex64, with the times that each runs in a loop (W,)."""

    grid: np.ndarray
    across: np.ndarray
    down: np.ndarray
    turns: np.ndarray


def water_grid(frame: FrameFormat) -> EvenGrid:
    """Return the grid on which water is worked out."""
    return even_grid(frame, _CELLS)


def water_ground(grid: np.ndarray, frame: FrameFormat, size: float, darker: float = 0.0) -> Ground:
    """Return what lies under water. grid : (rows, columns, 3) of ``water_grid``'s shape; size : of the waves, 1 =
    plain."""
    x, y = water_grid(frame)
    at_x, at_y = _in_short_sides(x, y, frame)
    directions, lengths, turns, phases = _waves()
    k = 2 * np.pi / (lengths * size)
    across = np.exp(1j * (k * np.cos(directions))[:, None] * at_x)
    down = np.exp(1j * ((k * np.sin(directions))[:, None] * at_y.T + phases[:, None]))
    grid = darkened(grid, x, y, frame, darker)
    return Ground(grid, across.astype(np.complex64), down.astype(np.complex64), turns)


def photo_grid(photo: Pixels, frame: FrameFormat, treatment: Treatment) -> np.ndarray:
    """Return a photo as the ground of water wants it."""
    rows, columns = water_grid(frame).shape
    small = FrameFormat(columns, rows, frame.pixel_aspect, Coding.SCREEN)
    grid, (left, top), r = blurred_grid(photo, small, treatment)
    to_grid = np.array([[1 / r, 0, left + 0.5 / r - 0.5], [0, 1 / r, top + 0.5 / r - 0.5]])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    return treated(cv2.warpAffine(grid, to_grid, (columns, rows), flags=flags), treatment)


def water(ground: Ground, seconds: float, strength: float, frame: FrameFormat) -> tuple[Pixels, ...]:
    """Return the planes of water at ``seconds``. strength : 0 still, 1 plain."""
    waves = np.exp(-2j * np.pi * ground.turns * (seconds / LOOP_SECONDS)).astype(np.complex64)
    # The slopes of a sum of waves: one product of two matrices each.
    directions, lengths = _waves()[:2]
    down = ground.down.T * (waves * _steepness(lengths))
    slope_x = np.real((down * np.cos(directions).astype(np.float32)) @ ground.across)
    slope_y = np.real((down * np.sin(directions).astype(np.float32)) @ ground.across)
    # Where the surface is hollow light is spread, where it is full it is gathered.
    gathered = np.imag((down * np.sqrt(lengths.min() / lengths).astype(np.float32)) @ ground.across)
    rows, columns = slope_x.shape
    reach = np.float32(strength * _REFRACTION * _CELLS)
    place_x = np.arange(columns, dtype=np.float32)[None] + reach * slope_x
    place_y = np.arange(rows, dtype=np.float32)[:, None] + reach * slope_y
    seen = cv2.remap(ground.grid, place_x, place_y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    shade = 1 + np.float32(0.012 * strength) * (slope_x + slope_y) + np.float32(0.02 * strength) * gathered
    lit = np.clip(seen * shade[..., None], 0, 255)
    return quick_planes(lit, frame)


def wandering_light(
    colours: tuple[tuple[int, int, int], tuple[int, int, int]], seconds: float, frame: FrameFormat, darker: float = 0.0
) -> tuple[Pixels, ...]:
    """Return the planes of one colour (B, G, R) in which clouds of another wander, at ``seconds``."""
    x, y = even_grid(frame, _LIGHT_CELLS)
    at_x, at_y = _in_short_sides(x, y, frame)
    turn = 2 * np.pi * seconds / LOOP_SECONDS
    clouds = np.zeros((y.shape[0], x.shape[1]), np.float32)
    for kx, ky, times, phase, weight in _clouds():
        across = np.exp(1j * kx * at_x)
        down = np.exp(1j * (ky * at_y + phase - times * turn))
        clouds += np.float32(weight) * np.real(down * across).astype(np.float32)
    share = (0.5 + 0.5 * np.tanh(0.6 * clouds))[..., None].astype(np.float32)
    first, second = (np.array(colour, np.float32) for colour in colours)
    grid = first + (second - first) * share
    grid = darkened(grid, x, y, frame, darker)
    # Enlarged as a curve first: straight pieces between so few cells would be seen.
    rows, columns = water_grid(frame).shape
    return quick_planes(cv2.resize(grid, (columns, rows), interpolation=cv2.INTER_CUBIC), frame)


def _in_short_sides(x: np.ndarray, y: np.ndarray, frame: FrameFormat) -> tuple[np.ndarray, np.ndarray]:
    """Return places in a frame's pixels from its middle, in its short sides as seen."""
    short = min(frame.width * frame.pixel_aspect, frame.height)
    return (x - frame.width / 2) * frame.pixel_aspect / short, (y - frame.height / 2) / short


@lru_cache(maxsize=1)
def _waves() -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
    """Return directions, lengths in short sides, turns in a loop and phases of the waves: seeded, the same always."""
    rng = np.random.default_rng(7)
    directions = np.arange(_WAVES) * 2 * np.pi / _WAVES + rng.uniform(-0.2, 0.2, _WAVES)
    lengths = np.geomspace(0.09, 0.7, _WAVES)[rng.permutation(_WAVES)]
    # Long waves run faster, as in deep water, but take longer for one turn: the root of the length.
    turns = np.maximum(np.rint(LOOP_SECONDS / (6.0 * np.sqrt(lengths / 0.2))), 1)
    return directions, lengths, turns, rng.uniform(0, 2 * np.pi, _WAVES)


def _steepness(lengths: np.ndarray) -> np.ndarray:
    """Return how steep each wave is: short ones less, or they would hide the swell."""
    return np.sqrt(lengths / lengths.max()).astype(np.float32)


@lru_cache(maxsize=1)
def _clouds() -> tuple[tuple[float, float, int, float, float], ...]:
    rng = np.random.default_rng(3)
    clouds = []
    for _ in range(10):
        length, direction = rng.uniform(0.7, 2.2), rng.uniform(0, 2 * np.pi)
        wave = 2 * np.pi / length
        clouds.append(
            (
                float(wave * np.cos(direction)),
                float(wave * np.sin(direction)),
                int(rng.choice((-2, -1, 1, 2))),
                float(rng.uniform(0, 2 * np.pi)),
                0.5 * length / 1.5,
            )
        )
    return tuple(clouds)
