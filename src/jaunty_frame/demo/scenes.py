"""The fourteen pictures of the pottery's kiln-opening weekend, each with the keep areas that it truly has."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.demo.canvas import Canvas, rgb
from jaunty_frame.demo.pots import Pot, draw_pot, united

WORKING_PX = 1500


@dataclass(frozen=True)
class Scene:
    """One picture: its file's stem, its size when upright, and how it is drawn. The drawing returns the truth."""

    name: str
    width: int
    height: int
    draw: Callable[[Canvas], list[Window]]
    exposure: float = 1.0
    warmth: float = 0.03


def _interior(
    c: Canvas,
    wall: str,
    table: str,
    edge: float,
    focus: float = 0.012,
    light: tuple[float, float] = (0.2, 0.05),
) -> None:
    c.wall(wall, light)
    c.blur(focus)
    c.table(edge, table)


def _celadon_vase(c: Canvas) -> list[Window]:
    _interior(c, "8d9a9c", "8a5a34", 0.76)
    return [draw_pot(c, Pot("vase", 0.335, 0.87, 0.56, "8fbf9d", speckle=0.25))]


def _three_jars(c: Canvas) -> list[Window]:
    _interior(c, "b59c8c", "7d4d2c", 0.7)
    pots = [
        Pot("jar", 0.3, 0.84, 0.42, "2f5f9e", speckle=0.3),
        Pot("vase", 0.76, 0.86, 0.62, "ded7c6", speckle=0.8),
        Pot("jar", 1.2, 0.83, 0.34, "9c5428", speckle=0.4),
    ]
    return [united([draw_pot(c, pot) for pot in pots])]


def _jar_at_right(c: Canvas) -> list[Window]:
    _interior(c, "7f8770", "835331", 0.78, light=(0.75, 0.1))
    return [draw_pot(c, Pot("moon", 1.22, 0.9, 0.4, "5b2a22", speckle=0.5, foot=0.07))]


def draw_glow(c: Canvas) -> list[Window]:
    """Draw the open mouth of a kiln with pots in its fire."""
    bricks = 0.5 + 0.12 * c.noise(0.05, 3)
    row = np.floor(c.y / 0.075)
    joint_y = np.abs(c.y / 0.075 - row - 0.5) > 0.46
    shifted = c.x / 0.19 + 0.5 * (row % 2)
    joint_x = np.abs(shifted - np.floor(shifted) - 0.5) > 0.48
    c.pixels[:] = rgb("6b4a3a") * np.where(joint_x | joint_y, 0.35, bricks)[..., None] * 0.35
    centre = 0.72, 0.62
    arch = np.maximum(
        np.abs(c.x - centre[0]) / 0.27,
        np.where(
            c.y < centre[1],
            np.hypot((c.x - centre[0]) / 0.27, (c.y - centre[1]) / 0.34),
            (c.y - centre[1]) / 0.22,
        ),
    )
    opening = np.clip((1 - arch) * c.height * 0.2, 0, 1)[..., None]
    heat = np.exp(-(((c.x - centre[0]) / 0.2) ** 2) - ((c.y - centre[1] - 0.1) / 0.26) ** 2)
    flame = 0.85 + 0.22 * c.noise(0.12, 4, 0.6)
    glow = np.stack([2.6 * heat * flame + 0.12, 0.85 * heat**1.7 * flame + 0.02, 0.16 * heat**3 * flame], axis=-1)
    c.pixels = c.pixels * (1 - opening) + glow.astype(np.float32) * opening
    for x, base, height, profile in (
        (0.58, 0.82, 0.2, "vase"),
        (0.71, 0.83, 0.26, "bottle"),
        (0.86, 0.82, 0.17, "jar"),
    ):
        draw_pot(c, Pot(profile, x, base, height, "6a2410", gloss=0.1, foot=0, speckle=0), light=0.22, shadow=0)
    distance = np.hypot(c.x - centre[0], (c.y - centre[1]) * 1.1)
    spill = np.exp(-distance / 0.3)[..., None] * np.array([0.9, 0.26, 0.05], np.float32)
    c.pixels += spill * (0.25 + 0.75 * bricks[..., None]) * (1 - 0.6 * opening) * 0.9
    c.table(0.86, "4a2c1c", 0.3)
    c.pixels += (np.exp(-np.abs(c.x - centre[0]) / 0.3) * np.clip((c.y - 0.86) * 6, 0, 1))[..., None] * np.array(
        [0.3, 0.08, 0.015], np.float32
    )
    return [Window((centre[0] - 0.28) / c.aspect, 0.27, 0.56 / c.aspect, 0.58)]


def _yard(c: Canvas) -> list[Window]:
    up = np.clip(1 - c.y / 0.6, 0, 1)[..., None]
    c.pixels[:] = rgb("cfe0ea") * (1 - up) + rgb("5c92c4") * up
    clouds = np.clip(noise_of(c) * 1.2 - 0.25, 0, 1) * np.clip(c.y / 0.12, 0, 1)
    c.pixels = c.pixels * (1 - 0.85 * clouds[..., None]) + rgb("f6f4ef") * (0.85 * clouds[..., None])
    for base, rough, colour in ((0.5, 0.07, "8fa6ad"), (0.56, 0.06, "6d8a76"), (0.6, 0.05, "4c6b43")):
        ridge = base - rough * (1 + np.interp(c.x[0], *_ridge(c)))
        cover = np.clip((c.y - ridge[None]) * c.height * 0.7, 0, 1)[..., None]
        c.pixels = c.pixels * (1 - cover) + rgb(colour) * (0.9 + 0.25 * c.noise(0.02, 3))[..., None] * cover
    ground = np.clip((c.y - 0.62) * c.height * 0.5, 0, 1)[..., None]
    gravel = (0.9 + 0.16 * c.noise(0.008, 2, 2) + 0.05 * c.noise(0.3, 2, 5) - 0.12 * c.noise(0.004, 1))[..., None]
    c.pixels = c.pixels * (1 - ground) + rgb("b59f7f") * gravel * ground
    _shed(c, 1.62, 0.68, 0.62, 0.36)
    boxes = []
    for x, base, height, profile, glaze in (
        (0.95, 0.86, 0.2, "jar", "8a4f2c"),
        (1.16, 0.9, 0.26, "vase", "47705f"),
        (2.5, 0.87, 0.22, "moon", "c9bfa8"),
    ):
        boxes.append(draw_pot(c, Pot(profile, x, base, height, glaze, gloss=0.5), light=1.05, shadow=0.6))
    return [Window(0.29, 0.3, 0.56, 0.64)]


def noise_of(c: Canvas) -> np.ndarray:
    """Return cloud shapes: wide, and flatter towards the horizon."""
    return c.noise(0.35, 5, 2.2)


def _ridge(c: Canvas) -> tuple[np.ndarray, np.ndarray]:
    x = np.linspace(0, c.aspect, 240)
    steps = np.cumsum(c.rng.standard_normal(240)) * 0.12
    return x, steps - np.linspace(steps[0], steps[-1], 240)


def _shed(c: Canvas, x: float, base: float, width: float, height: float) -> None:
    """Draw the kiln shed: planks, a door, a roof that overhangs, a chimney."""

    def area(left: float, right: float, top: float, bottom: float) -> np.ndarray:
        inside = np.minimum.reduce([c.x - left, right - c.x, c.y - top, bottom - c.y])
        return np.clip(inside * c.height + 0.5, 0, 1)[..., None]

    left, right, top = x - width / 2, x + width / 2, base - height
    chimney = area(x + width * 0.22, x + width * 0.34, top - height * 0.6, top + 0.1)
    c.pixels = c.pixels * (1 - chimney) + rgb("8d5a45") * (0.9 + 0.2 * c.noise(0.015, 2))[..., None] * chimney
    c.shade(x + 0.15, base + 0.015, width * 0.62, 0.05, 0.5, 0.25)
    walls = area(left, right, top, base)
    planks = (
        0.75 + 0.12 * np.sign(np.sin(c.x * 150)) * (np.abs(np.sin(c.x * 150)) < 0.25) + 0.12 * c.noise(0.03, 3, 0.1)
    )
    c.pixels = c.pixels * (1 - walls) + rgb("9b8465") * planks[..., None] * walls
    door = area(x - 0.11, x + 0.05, top + height * 0.25, base)
    c.pixels = c.pixels * (1 - door) + rgb("2b2320") * door
    glow = np.exp(-((c.x - x + 0.03) ** 2 + (c.y - base + 0.1) ** 2) / 0.004)[..., None] * door
    c.pixels += glow * np.array([0.9, 0.32, 0.06], np.float32)
    slope = top - 0.13 + np.abs(c.x - x) * 0.34
    roof = np.clip(
        np.minimum.reduce([c.y - slope, slope + 0.075 - c.y, c.x - left + 0.06, right + 0.06 - c.x]) * c.height,
        0,
        1,
    )[..., None]
    gable = np.clip(
        np.minimum.reduce([c.y - slope - 0.03, top + 0.02 - c.y, c.x - left, right - c.x]) * c.height, 0, 1
    )[..., None]
    c.pixels = c.pixels * (1 - gable) + rgb("8a7458") * planks[..., None] * gable
    c.pixels = c.pixels * (1 - roof) + rgb("6f4337") * (0.85 + 0.2 * c.noise(0.01, 2, 4))[..., None] * roof


def _long_table(c: Canvas) -> list[Window]:
    c.wall("a3a69a", (0.5, 0.0), 0.7)
    c.blur(0.02)
    c.table(0.36, "a5794d", 0.2)
    boxes = []
    glazes = ("d9d2c1", "5f86a8", "8fb09a", "c98d5a", "77443a")
    for row, base in enumerate((0.46, 0.58, 0.74, 0.95)):
        height = 0.055 * 1.33**row
        step = height * 2.55
        count = int(c.aspect / step) + 2
        for k in range(count):
            x = c.aspect / 2 + (k - (count - 1) / 2) * step + (step / 2 if row % 2 else 0)
            if -height < x < c.aspect + height:
                glaze = glazes[int(c.rng.integers(len(glazes)))]
                boxes.append(draw_pot(c, Pot("bowl", x, base, height, glaze, tilt=0.3, foot=0.05), shadow=0.5))
    return []


def _shelves(c: Canvas) -> list[Window]:
    c.wall("9a8f80", (0.3, 0.2))
    c.blur(0.006)
    names = ("vase", "jar", "cup", "bottle", "moon", "jug", "bowl")
    glazes = ("c8bda6", "456c8c", "7fa68c", "a2572f", "3d3f3a", "b9925c", "8c3b2c")
    for shelf in (0.3, 0.6, 0.9):
        c.board(-1, 5, shelf, 0.022, "6f4a2e")
        x = 0.07
        while x < c.aspect:
            name = names[int(c.rng.integers(len(names)))]
            height = (0.07 if name == "bowl" else 0.15) + 0.05 * float(c.rng.random())
            pot = Pot(name, x, shelf + 0.004, height, glazes[int(c.rng.integers(len(glazes)))], tilt=0.05)
            pot = Pot(name, x + pot.radius, pot.base, height, pot.glaze, tilt=0.05)
            if pot.x + pot.radius > c.aspect - 0.02:
                break
            draw_pot(c, pot, light=0.92, shadow=0.4)
            x = pot.x + pot.radius + 0.02
    return []


def _both_ends(c: Canvas) -> list[Window]:
    _interior(c, "a9a295", "6f4428", 0.72)
    left = draw_pot(c, Pot("bottle", 0.17, 0.88, 0.66, "3f6f86", speckle=0.3))
    right = draw_pot(c, Pot("jug", c.aspect - 0.25, 0.87, 0.52, "c08a3f", speckle=0.6, handle=True))
    return [left, right]


def _bowl_from_above(c: Canvas) -> list[Window]:
    c.pixels[:] = rgb("a98a63")
    c.table(-0.2, "a98a63", 0.0)
    c.shade(0.56, 0.56, 0.4, 0.4, 0.6, 0.09)
    x, y = c.x - 0.5, c.y - 0.5
    r = np.hypot(x, y) / 0.36
    cover = np.clip((1 - r) * 0.36 * c.height + 0.5, 0, 1)[..., None]
    depth = np.clip(1 - r, 0, 1)
    rings = 1 + 0.05 * np.sin(r * 90 + 3 * c.noise(0.3, 2))
    centre, wall = rgb("1f4d66"), rgb("7fb3a6")
    mix = np.clip(r * 1.15 + 0.12 * c.noise(0.12, 3), 0, 1)[..., None]
    colour = (centre * (1 - mix) + wall * mix) * rings[..., None]
    facing = 0.62 + 0.5 * r * (x + y * 0.8) / 0.36
    colour = colour * np.clip(facing, 0.15, 1.3)[..., None]
    spots = np.clip((c.noise(0.012, 2) - 1.3) * 6, 0, 1)[..., None] * 0.6
    colour = colour * (1 - spots) + rgb("2a1c14") * spots
    shine = np.exp(-(((x - 0.14) / 0.05) ** 2) - ((y - 0.12) / 0.08) ** 2) + 0.3 * np.exp(
        -(((x + 0.22) / 0.03) ** 2) - ((y + 0.1) / 0.1) ** 2
    )
    colour = colour + 0.8 * shine[..., None] * (depth[..., None] > 0.02)
    lip = np.exp(-(((r - 0.975) / 0.018) ** 2))[..., None]
    colour = colour * (1 - 0.7 * lip) + rgb("a3714a") * lip * 0.8
    c.pixels = c.pixels * (1 - cover) + colour.astype(np.float32) * cover
    return [Window(0.14, 0.14, 0.72, 0.72)]


def _tall_bottle(c: Canvas) -> list[Window]:
    _interior(c, "767d86", "5d3d28", 0.8, light=(0.8, 0.1))
    return [draw_pot(c, Pot("bottle", c.aspect * 0.5, 0.9, 0.74, "d8c9a8", speckle=0.9, foot=0.14))]


def _tea_bowl(c: Canvas) -> list[Window]:
    _interior(c, "b7a88f", "5a3a26", 0.62)
    return [draw_pot(c, Pot("cup", 0.66, 0.84, 0.42, "28323a", speckle=0.8, tilt=0.24, foot=0.16))]


def _cup_top_left(c: Canvas) -> list[Window]:
    c.wall("a4adae", (0.1, 0.1))
    c.blur(0.008)
    c.board(-1, 0.62, 0.42, 0.03, "7a5233")
    return [draw_pot(c, Pot("cup", 0.27, 0.424, 0.24, "c46a3c", tilt=0.06), shadow=0.3)]


def _pot_bottom_left(c: Canvas) -> list[Window]:
    _interior(c, "b9b2a4", "8b6a48", 0.79, light=(0.1, 0.3))
    return [draw_pot(c, Pot("moon", 0.2, 0.9, 0.27, "3e6d5b", speckle=0.4))]


def _jug_top_right(c: Canvas) -> list[Window]:
    c.wall("8f7d72", (0.85, 0.1))
    c.blur(0.008)
    c.board(0.76, 9, 0.5, 0.03, "5f3f29")
    return [draw_pot(c, Pot("jug", 1.04, 0.504, 0.33, "dcd6c8", tilt=0.06, speckle=0.7, handle=True), shadow=0.3)]


SCENES = (
    Scene("01-celadon-vase", 2000, 3000, _celadon_vase),
    Scene("02-three-jars", 6000, 4000, _three_jars),
    Scene("03-jar-by-the-window", 3600, 2400, _jar_at_right),
    Scene("04-kiln-glow", 4500, 3000, draw_glow, 1.1),
    Scene("05-the-yard", 5400, 1800, _yard, 1.0, 0.01),
    Scene("06-long-table", 4800, 3200, _long_table),
    Scene("07-shelves", 2400, 3200, _shelves),
    Scene("08-both-ends", 3900, 2600, _both_ends),
    Scene("09-bowl-from-above", 1600, 1600, _bowl_from_above),
    Scene("10-tall-bottle", 2000, 3000, _tall_bottle),
    Scene("11-tea-bowl", 730, 548, _tea_bowl),
    Scene("12-cup-on-the-shelf", 3000, 2000, _cup_top_left),
    Scene("13-green-pot", 1800, 2400, _pot_bottom_left),
    Scene("14-white-jug", 2400, 1800, _jug_top_right),
)


def draw_scene(scene: Scene) -> tuple[np.ndarray, list[Window]]:
    """Return the picture (height, width, 3) uint8 R G B and its true keep areas."""
    scale = min(1.0, WORKING_PX / max(scene.width, scene.height))
    canvas = Canvas(round(scene.width * scale), round(scene.height * scale), seed=int(scene.name[:2]) * 101)
    truth = scene.draw(canvas)
    pixels = canvas.finished(scene.width, scene.height, scene.exposure, scene.warmth)
    return pixels, [_clipped(box) for box in truth]


def _clipped(box: Window) -> Window:
    left, top = max(box.x, 0.0), max(box.y, 0.0)
    return Window(left, top, min(box.x + box.w, 1.0) - left, min(box.y + box.h, 1.0) - top)
