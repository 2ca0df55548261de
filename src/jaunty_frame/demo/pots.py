"""Pots: surfaces of revolution with glaze, speckle, a bare foot and the highlight of a window."""

from dataclasses import dataclass

import numpy as np
from scipy.interpolate import PchipInterpolator

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.demo.canvas import Canvas, noise, rgb

# Profiles: (height, radius) pairs, both in fractions of the pot's height.
PROFILES: dict[str, tuple[tuple[float, float], ...]] = {
    "vase": ((0, 0.17), (0.05, 0.19), (0.4, 0.33), (0.6, 0.3), (0.83, 0.13), (0.93, 0.12), (1, 0.17)),
    "jar": ((0, 0.28), (0.06, 0.33), (0.35, 0.44), (0.7, 0.43), (0.9, 0.34), (1, 0.33)),
    "bottle": ((0, 0.16), (0.05, 0.18), (0.35, 0.21), (0.55, 0.16), (0.7, 0.07), (0.93, 0.055), (1, 0.08)),
    "bowl": ((0, 0.34), (0.08, 0.36), (0.2, 0.55), (0.6, 0.9), (1, 1.02)),
    "cup": ((0, 0.3), (0.05, 0.34), (0.3, 0.42), (1, 0.46)),
    "jug": ((0, 0.24), (0.06, 0.27), (0.35, 0.36), (0.62, 0.27), (0.85, 0.2), (1, 0.25)),
    "moon": (
        (0, 0.22),
        (0.05, 0.26),
        (0.2, 0.41),
        (0.38, 0.5),
        (0.55, 0.52),
        (0.72, 0.45),
        (0.87, 0.3),
        (0.95, 0.2),
        (1, 0.21),
    ),
}
_LIGHT = np.array([-0.52, 0.62, 0.59], np.float32)
_VIEW = np.array([0.0, 0.25, 0.97], np.float32)
_HALF = (_LIGHT + _VIEW) / np.linalg.norm(_LIGHT + _VIEW)


@dataclass(frozen=True)
class Pot:
    """x, base, height : where it stands, in canvas heights. tilt : how much the camera looks down on it."""

    profile: str
    x: float
    base: float
    height: float
    glaze: str
    clay: str = "9a6a4a"
    foot: float = 0.1
    speckle: float = 0.5
    gloss: float = 1.0
    tilt: float = 0.16
    handle: bool = False

    @property
    def radius(self) -> float:
        return self.height * max(radius for _, radius in PROFILES[self.profile])


def draw_pot(canvas: Canvas, pot: Pot, light: float = 1.0, shadow: float = 0.75) -> Window:
    """Draw ``pot`` with its shadow and return its box in fractions of the canvas."""
    if shadow:
        foot = pot.height * PROFILES[pot.profile][0][1]
        canvas.shade(pot.x + foot * 0.9, pot.base - foot * 0.02, foot * 2.1, foot * 0.42, shadow * 0.75, 0.22)
        canvas.shade(pot.x, pot.base, foot * 1.12, foot * 0.26, shadow, 0.1)
    if pot.handle:
        _draw_handle(canvas, pot, light)
    box = _draw_body(canvas, pot, light)
    if pot.handle:
        box = _united(
            box,
            Window(
                (pot.x + pot.height * 0.2) / canvas.aspect,
                pot.base - pot.height * 0.85,
                pot.height * 0.28 / canvas.aspect,
                pot.height * 0.5,
            ),
        )
    return box


def _draw_body(canvas: Canvas, pot: Pot, light: float) -> Window:
    size = canvas.height
    heights, radii = np.array(PROFILES[pot.profile]).T
    curve = PchipInterpolator(heights, radii)
    rim = float(curve(1.0)) * pot.height
    top = pot.base - pot.height - pot.tilt * rim
    left, right = pot.x - pot.radius, pot.x + pot.radius
    bottom = pot.base + pot.tilt * pot.height * float(curve(0.0))
    x0, x1 = max(int(left * size) - 2, 0), min(int(right * size) + 3, canvas.width)
    y0, y1 = max(int(top * size) - 2, 0), min(int(bottom * size) + 3, canvas.height)
    x, y = canvas.x[y0:y1, x0:x1] - pot.x, canvas.y[y0:y1, x0:x1]

    t = np.clip((pot.base - y) / pot.height, 0, 1)
    for _ in range(4):  # the front of a ring is seen lower than its centre
        radius = curve(t) * pot.height
        front = np.sqrt(np.clip(1 - (x / np.maximum(radius, 1e-6)) ** 2, 0, 1))
        t = np.clip((pot.base - y + pot.tilt * radius * front) / pot.height, 0, 1)
    t_free = (pot.base - y + pot.tilt * radius * front) / pot.height
    radius = curve(t) * pot.height
    u = np.clip(x / np.maximum(radius, 1e-6), -1, 1)
    inside = np.clip((radius - np.abs(x)) * size + 0.5, 0, 1)
    inside *= np.clip(t_free * pot.height * size + 0.5, 0, 1) * np.clip((1 - t_free) * pot.height * size + 0.5, 0, 1)
    colour = _glazed(canvas, pot, u, t, curve(np.clip(t, 0, 1), 1)) * light
    area = canvas.pixels[y0:y1, x0:x1]
    area[:] = area * (1 - inside[..., None]) + colour * inside[..., None]
    _draw_opening(area, pot, x, y, rim, size, light)
    return Window(left / canvas.aspect, top, (right - left) / canvas.aspect, bottom - top)


def _glazed(canvas: Canvas, pot: Pot, u: np.ndarray, t: np.ndarray, slope: np.ndarray) -> np.ndarray:
    """Return the colour (h, w, 3) of the surface at angle asin(u) and height t."""
    nz = np.sqrt(1 - u**2)
    flat = 1 / np.sqrt(1 + slope**2)
    normal = np.dstack([u * flat, -slope * flat, nz * flat]).astype(np.float32)
    around = np.arcsin(u) / np.pi + 0.5
    texture = noise(canvas.rng, 512, 512, 60, 4)
    runs = cv2.resize(noise(canvas.rng, 64, 512, 10, 3), (512, 512))
    fine = noise(canvas.rng, 1024, 1024, 9, 2)
    clouds, streaks = _wrapped(texture, around, t), _wrapped(runs, around, t)
    dots = _wrapped(fine, around, t)
    edge = pot.foot + 0.02 * streaks + 0.012 * clouds
    glazed = np.clip((t - edge) / 0.012, 0, 1)[..., None]
    thin = np.clip((t - 0.955) / 0.04, 0, 1)[..., None] * 0.55
    pooled = np.exp(-(((t - edge) / 0.03) ** 2))[..., None] * 0.45
    glaze = rgb(pot.glaze) * (1 + 0.16 * clouds + 0.1 * streaks)[..., None] * (1 - pooled)
    glaze = glaze * (1 - thin) + rgb(pot.clay) * 0.8 * thin
    spots = np.clip((dots - 1.25) * 6, 0, 1)[..., None] * pot.speckle
    glaze = glaze * (1 - spots) + rgb("3a2416") * spots
    clay = rgb(pot.clay) * (1 + 0.12 * dots + 0.1 * np.sin(t * 240))[..., None]
    colour = glaze * glazed + clay * (1 - glazed)

    facing = normal @ _LIGHT
    diffuse = np.clip((facing + 0.22) / 1.22, 0, 1) ** 1.15
    bounced = 0.16 * np.clip(-normal[..., 1], 0, 1) + 0.1 * np.clip(normal[..., 0], 0, 1)
    lit = colour * (1.15 * diffuse + 0.13 + bounced)[..., None]
    lit = lit * (1 - 0.5 * np.exp(-t / 0.035))[..., None]
    half = np.clip(normal @ _HALF, 0, 1)
    shine = 0.09 * half**10 + 0.5 * half**120
    window = np.exp(-(((u + 0.5) / 0.075) ** 2)) * np.clip((t - 0.2) / 0.2, 0, 1) * np.clip((0.92 - t) / 0.15, 0, 1)
    shine = shine + 0.34 * window * np.clip(facing, 0, 1)
    rim_light = 0.1 * (1 - nz) ** 3
    gloss = pot.gloss * (0.15 + 0.85 * glazed[..., 0])
    return lit + ((shine + rim_light) * gloss)[..., None]


def _wrapped(texture: np.ndarray, around: np.ndarray, t: np.ndarray) -> np.ndarray:
    rows, columns = texture.shape
    x = (around * (columns - 1) * 0.6).astype(np.float32)
    y = ((1 - t) * (rows - 1)).astype(np.float32)
    return cv2.remap(texture, x, y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REFLECT)


def _draw_opening(
    area: np.ndarray, pot: Pot, x: np.ndarray, y: np.ndarray, rim: float, size: int, light: float
) -> None:
    """Draw the rim and what is seen of the inside."""
    centre = pot.base - pot.height
    flat = max(pot.tilt * rim, 1e-6)
    distance = np.sqrt((x / rim) ** 2 + ((y - centre) / flat) ** 2)
    outer = np.clip((1 - distance) * flat * size + 0.5, 0, 1)[..., None]
    inner = np.clip((0.9 - distance) * flat * size + 0.5, 0, 1)[..., None]
    lip = (
        rgb(pot.glaze) * 0.8 * light + 0.1 * light * np.clip(1 - (x / rim + 0.5) ** 2 * 3, 0, 1)[..., None] * pot.gloss
    )
    depth = np.clip((y - centre) / flat * 0.5 + 0.5 + x / rim * 0.25, 0, 1)[..., None]
    hollow = rgb(pot.glaze) * light * (0.06 + 0.5 * depth**1.6)
    area[:] = area * (1 - outer) + lip * outer
    area[:] = area * (1 - inner) + hollow * inner


def _draw_handle(canvas: Canvas, pot: Pot, light: float) -> None:
    centre_x, centre_y = pot.x + pot.height * 0.27, pot.base - pot.height * 0.6
    rx, ry = pot.height * 0.17, pot.height * 0.23
    distance = np.sqrt(((canvas.x - centre_x) / rx) ** 2 + ((canvas.y - centre_y) / ry) ** 2)
    across = (distance - 1) * min(rx, ry) / (pot.height * 0.035)
    cover = np.clip((1 - np.abs(across)) * canvas.height * pot.height * 0.035 + 0.5, 0, 1)[..., None]
    round_light = np.clip(0.55 - 0.5 * across - 0.4 * (canvas.y - centre_y) / ry, 0.1, 1.2)[..., None]
    shine = np.exp(-(((across + 0.35) / 0.2) ** 2))[..., None] * 0.12
    canvas.pixels = canvas.pixels * (1 - cover) + (rgb(pot.glaze) * round_light + shine) * light * cover


def _united(a: Window, b: Window) -> Window:
    left, top = min(a.x, b.x), min(a.y, b.y)
    return Window(left, top, max(a.x + a.w, b.x + b.w) - left, max(a.y + a.h, b.y + b.h) - top)


def united(boxes: list[Window]) -> Window:
    """Return the box around all ``boxes``."""
    result = boxes[0]
    for box in boxes[1:]:
        result = _united(result, box)
    return result
