"""Pictures in linear light: noise, surfaces to stand on, walls, skies, and what a camera adds at the end.

Colours are linear R G B float32, x right, y down, all lengths in fractions of the canvas height.
"""

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.opencv import cv2

Image = NDArray[np.float32]
Colour = tuple[float, float, float]


def rgb(code: str) -> NDArray[np.float32]:
    """Return a linear colour of an sRGB code like ``a1b2c3``."""
    values = np.array([int(code[i : i + 2], 16) for i in (0, 2, 4)], np.float32) / 255
    return np.where(values <= 0.04045, values / 12.92, ((values + 0.055) / 1.055) ** 2.4).astype(np.float32)


def noise(
    rng: np.random.Generator, height: int, width: int, cell: float, octaves: int = 4, stretch: float = 1.0
) -> Image:
    """Return smooth noise (height, width) in about -1..1; features of ``cell`` pixels, ``stretch`` times as wide."""
    total = np.zeros((height, width), np.float32)
    for octave in range(octaves):
        size = max(cell / 2**octave, 1.0)
        rows, columns = max(3, int(height / size) + 2), max(3, int(width / size / stretch) + 2)
        grid = rng.standard_normal((rows, columns)).astype(np.float32)
        total += cv2.resize(grid, (width, height), interpolation=cv2.INTER_CUBIC) * 0.55**octave
    return total / 1.6


class Canvas:
    """A picture being drawn."""

    def __init__(self, width: int, height: int, seed: int) -> None:
        self.width, self.height = width, height
        self.rng = np.random.default_rng(seed)
        self.pixels: Image = np.zeros((height, width, 3), np.float32)
        y, x = np.mgrid[0:height, 0:width].astype(np.float32)
        self.x, self.y = (x + 0.5) / height, (y + 0.5) / height

    @property
    def aspect(self) -> float:
        return self.width / self.height

    def noise(self, cell: float, octaves: int = 4, stretch: float = 1.0) -> Image:
        return noise(self.rng, self.height, self.width, cell * self.height, octaves, stretch)

    def wall(self, code: str, light: tuple[float, float] = (0.25, 0.1), falloff: float = 0.9) -> None:
        """Paint a plastered wall lit from ``light``."""
        distance = np.hypot(self.x - light[0] * self.aspect, self.y - light[1])
        shade = 1.25 / (1 + (falloff * distance) ** 2)
        texture = 1 + 0.05 * self.noise(0.5, 3) + 0.035 * self.noise(0.03, 3)
        self.pixels[:] = rgb(code) * (shade * texture)[..., None]

    def blur(self, sigma: float) -> None:
        """Throw what is there so far out of focus."""
        self.pixels = cv2.GaussianBlur(self.pixels, (0, 0), sigma * self.height, borderType=cv2.BORDER_REFLECT)

    def table(self, edge: float, code: str, gloss: float = 0.12) -> None:
        """Paint a wooden table from ``edge`` (its far side) down to the bottom."""
        depth = np.clip((self.y - edge) / max(1 - edge, 1e-3), 0, 1)
        fibres = noise(self.rng, self.height, self.width, 0.012 * self.height, 4, 26.0)
        bands = noise(self.rng, self.height, self.width, 0.07 * self.height, 2, 12.0)
        wood = rgb(code) * (0.78 + 0.16 * fibres + 0.2 * bands + 0.25 * depth)[..., None]
        light = np.exp(-(((self.x / self.aspect - 0.35) / 0.5) ** 2))
        wood += gloss * (light * np.exp(-depth * 2.5))[..., None] * self.pixels.mean(axis=(0, 1))
        cover = np.clip((self.y - edge) * self.height * 0.5, 0, 1)[..., None]
        self.pixels = self.pixels * (1 - cover) + wood * cover
        lip = np.exp(-(((self.y - edge) / 0.006) ** 2))[..., None] * cover
        self.pixels *= 1 - 0.35 * lip

    def shade(self, x: float, y: float, rx: float, ry: float, depth: float, softness: float) -> None:
        """Darken a soft ellipse: a cast shadow."""
        reach = 1 + 8 * softness
        rows = slice(max(int((y - ry * reach) * self.height), 0), max(int((y + ry * reach) * self.height) + 1, 0))
        columns = slice(max(int((x - rx * reach) * self.height), 0), max(int((x + rx * reach) * self.height) + 1, 0))
        near_x, near_y = self.x[rows, columns], self.y[rows, columns]
        distance = np.sqrt(((near_x - x) / rx) ** 2 + ((near_y - y) / ry) ** 2)
        self.pixels[rows, columns] *= 1 - (depth / (1 + np.exp(np.minimum((distance - 1) / softness, 60))))[..., None]

    def board(self, left: float, right: float, top: float, thickness: float, code: str) -> None:
        """Paint a shelf board seen from the front, with the shadow that it throws below."""
        inside = (self.x > left) & (self.x < right)
        below = self.y - top - thickness
        under = np.clip((self.x - left) / 0.06, 0, 1) * np.clip((right - self.x) / 0.06, 0, 1)
        self.pixels *= np.where(below > 0, 1 - 0.55 * under * np.exp(-np.maximum(below, 0) / 0.05), 1.0)[..., None]
        grain = 0.85 + 0.18 * noise(self.rng, self.height, self.width, 0.01 * self.height, 3, 30.0)
        front = rgb(code) * (grain * np.where(self.y - top < thickness * 0.22, 1.5, 0.85))[..., None]
        cover = np.clip((self.y - top) * self.height, 0, 1) * np.clip((top + thickness - self.y) * self.height, 0, 1)
        cover = (cover * inside)[..., None]
        self.pixels = self.pixels * (1 - cover) + front * cover

    def finished(self, width: int, height: int, exposure: float = 1.0, warmth: float = 0.0) -> NDArray[np.uint8]:
        """Return what a camera would have kept, (height, width, 3) uint8 sRGB R G B: vignette, tone curve, grain."""
        corner = np.hypot((self.x / self.aspect - 0.5) * 1.1, self.y - 0.5)
        light = self.pixels * (1 - 0.55 * corner**2.2)[..., None] * exposure
        light = light * np.array([1 + warmth, 1.0, 1 - warmth], np.float32)
        bloom = cv2.GaussianBlur(np.maximum(light - 0.85, 0), (0, 0), 0.012 * self.height)
        light = light + 0.5 * bloom
        light = light * (1 + light / 9) / (1 + light * 0.62)  # a soft shoulder
        light = np.clip(light * 1.3, 0, 1)
        coded = np.where(light <= 0.0031308, light * 12.92, 1.055 * light ** (1 / 2.4) - 0.055).astype(np.float32)
        large = cv2.resize(coded, (width, height), interpolation=cv2.INTER_CUBIC)
        # Grain of a few pixels, stronger in the shadows.
        tile = np.random.default_rng(width * 7919 + height).standard_normal((512, 512)).astype(np.float32)
        grain = np.tile(
            cv2.GaussianBlur(tile, (0, 0), 0.8, borderType=cv2.BORDER_REFLECT),
            (-(-height // 512), -(-width // 512)),
        )
        large += (grain[:height, :width] * 0.018)[..., None] * (1.15 - large)
        return np.rint(np.clip(large, 0, 1) * 255).astype(np.uint8)
