"""Seeded variants of the demo's pictures whose keep areas are known, for measuring how well they are found."""

from collections.abc import Callable

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.demo.canvas import Canvas
from jaunty_frame.demo.pots import PROFILES, Pot, draw_pot, united

_WALLS = ("8d9a9c", "b59c8c", "7f8770", "a9a295", "767d86", "b7a88f", "a4adae", "8f7d72", "5c6470", "c9c2b4")
_TABLES = ("8a5a34", "7d4d2c", "6f4428", "5d3d28", "8b6a48", "a5794d")
_GLAZES = ("8fbf9d", "2f5f9e", "ded7c6", "9c5428", "5b2a22", "28323a", "c46a3c", "3e6d5b", "c08a3f", "7fb3a6")
_ASPECTS = (3 / 2, 3 / 2, 2 / 3, 3 / 4, 4 / 3, 1.0, 16 / 9, 2.4)
_LONGEST_PX = 512
_HEAD_ROOM = 0.97


def drawn_photo(seed: int) -> tuple[np.ndarray, list[Window]]:
    """Return a picture (H, W, 3) uint8 R G B and the boxes that must stay in view."""
    rng = np.random.default_rng(7000 + seed)
    aspect = _ASPECTS[seed % len(_ASPECTS)]
    width, height = (
        (_LONGEST_PX, round(_LONGEST_PX / aspect)) if aspect >= 1 else (round(_LONGEST_PX * aspect), _LONGEST_PX)
    )
    canvas = Canvas(width, height, seed=seed + 1)
    table = float(rng.uniform(0.6, 0.85))
    canvas.wall(str(rng.choice(_WALLS)), (float(rng.random()), float(rng.uniform(0, 0.4))))
    canvas.blur(0.01)
    canvas.table(table, str(rng.choice(_TABLES)))
    drawn = _ARRANGEMENTS[seed // 2 % len(_ARRANGEMENTS)](canvas, rng, table)
    pixels = canvas.finished(width, height, float(rng.uniform(0.85, 1.15)), float(rng.uniform(-0.03, 0.05)))
    return pixels, [_clipped(box) for box in drawn]


def _pot(rng: np.random.Generator, x: float, base: float, height: float) -> Pot:
    profile = str(rng.choice([name for name in PROFILES if name != "bowl"]))
    return Pot(profile, x, base, height, str(rng.choice(_GLAZES)), speckle=float(rng.random()), handle=profile == "jug")


def _across(canvas: Canvas, rng: np.random.Generator, radius: float) -> float:
    return float(rng.uniform(min(radius, canvas.aspect / 2), max(canvas.aspect - radius, canvas.aspect / 2)))


def _one(canvas: Canvas, rng: np.random.Generator, table: float) -> list[Window]:
    height = float(rng.uniform(0.28, 0.5)) * min(1.0, canvas.aspect * 1.3)
    pot = _pot(rng, _across(canvas, rng, height * 0.5), table + float(rng.uniform(0.05, 0.13)), height)
    return [draw_pot(canvas, pot)]


def _small(canvas: Canvas, rng: np.random.Generator, table: float) -> list[Window]:
    height = float(rng.uniform(0.14, 0.22)) * min(1.0, canvas.aspect * 1.3)
    return [draw_pot(canvas, _pot(rng, _across(canvas, rng, height * 0.5), table + 0.06, height))]


def _large(canvas: Canvas, rng: np.random.Generator, table: float) -> list[Window]:
    height = min(_HEAD_ROOM * canvas.aspect, 0.75)
    return [draw_pot(canvas, _pot(rng, _across(canvas, rng, height * 0.4), 0.93, height))]


def _both_ends(canvas: Canvas, rng: np.random.Generator, table: float) -> list[Window]:
    height = float(rng.uniform(0.25, 0.4)) * min(1.0, canvas.aspect)
    base = table + 0.1
    left = draw_pot(canvas, _pot(rng, height * 0.6, base, height))
    return [left, draw_pot(canvas, _pot(rng, canvas.aspect - height * 0.65, base, height))]


def _group(canvas: Canvas, rng: np.random.Generator, table: float) -> list[Window]:
    height = float(rng.uniform(0.25, 0.38)) * min(1.0, canvas.aspect)
    middle = _across(canvas, rng, height * 1.5)
    boxes = []
    for k in (-1, 0, 1):
        pot = _pot(
            rng,
            middle + k * height * 0.85,
            table + float(rng.uniform(0.05, 0.12)),
            height * float(rng.uniform(0.8, 1.2)),
        )
        boxes.append(draw_pot(canvas, pot))
    return [united(boxes)]


_ARRANGEMENTS: tuple[Callable[[Canvas, np.random.Generator, float], list[Window]], ...] = (
    _one,
    _small,
    _both_ends,
    _one,
    _group,
    _large,
)


def _clipped(box: Window) -> Window:
    left, top = max(box.x, 0.0), max(box.y, 0.0)
    return Window(left, top, min(box.x + box.w, 1.0) - left, min(box.y + box.h, 1.0) - top)
