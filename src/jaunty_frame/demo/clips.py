"""The demo's clips: a pot turning on the wheel, filmed with an unsteady hand, and the kiln's glow, filmed upright."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path

import av
import cv2
import numpy as np
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc
from numpy.typing import NDArray
from scipy.interpolate import PchipInterpolator

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.demo.canvas import Canvas, noise, rgb
from jaunty_frame.demo.pots import PROFILES, Pot, draw_pot
from jaunty_frame.demo.scenes import draw_glow
from jaunty_frame.demo.sounds import kiln_crackle, wheel
from jaunty_frame.media.atomic import temporary_beside

Picture = NDArray[np.uint8]
FRAME_RATE = Fraction(25)


@dataclass(frozen=True)
class DemoClip:
    """pictures : R G B, one after the other; sound : as long, or longer."""

    name: str
    pictures: Callable[[], Iterator[Picture]]
    sound: Callable[[], Samples]

    @property
    def file_name(self) -> str:
        return f"{self.name}.mp4"


_SECONDS = 4
_WHEEL = 1280, 720
_GLOW = 720, 1280
# Beyond the frame, for the hand that shakes.
_ROOM = 0.06
_TURNS_A_SECOND = 1.1


def wheel_pictures() -> Iterator[Picture]:
    """Give the pot on the wheel: what lies still is drawn once, head and clay are turned for each picture."""
    width, height = (round(side * (1 + 2 * _ROOM) / 2) * 2 for side in _WHEEL)
    canvas = Canvas(width, height, seed=7701)
    canvas.wall("8b8378", (0.3, 0.1))
    canvas.blur(0.02)
    canvas.table(0.8, "5a3d2a")
    middle, rim = 0.86 * canvas.aspect / 1.78, 0.3
    pot = Pot("bowl", middle, 0.8, 0.36, "8a6a55", gloss=0.35, foot=1.0, speckle=0)
    still = canvas.pixels.copy()
    draw_pot(canvas, pot, shadow=0)
    with_pot = canvas.finished(width, height)
    canvas.pixels = still
    empty = canvas.finished(width, height)
    cover = (np.abs(with_pot.astype(int) - empty).max(axis=2) > 6).astype(np.float32)
    cover = cv2.GaussianBlur(cv2.morphologyEx(cover, cv2.MORPH_CLOSE, np.ones((9, 9))), (0, 0), 0.8)
    rng = np.random.default_rng(7702)
    disc, clay = _wheel_head(rng), _wrapped_noise(rng)
    # All that moves lies in this part.
    part = (
        slice(round(0.35 * height), round(0.95 * height)),
        slice(*(round((middle + k) * height) for k in (-0.4, 0.4))),
    )
    origin = part[1].start, part[0].start
    lying = empty[part].copy()
    around, along, inside = (one[part] for one in _surface(pot, canvas))
    cover, lit = cover[part][..., None], with_pot[part].astype(np.float32)
    for n in range(_frames(_SECONDS)):
        turn = 2 * np.pi * _TURNS_A_SECOND * n / float(FRAME_RATE)
        place = middle * height - origin[0], 0.8 * height - origin[1]
        below = _with_head(lying, disc, turn, place, rim * height)
        marks = 1 + 0.16 * inside * _on_surface(clay, around + turn / (2 * np.pi), along)
        empty[part] = below * (1 - cover) + np.clip(lit * marks[..., None], 0, 255) * cover
        yield _held_by_hand(empty, n)


def _frames(seconds: int) -> int:
    return int(seconds * FRAME_RATE)


def _wheel_head(rng: np.random.Generator) -> NDArray[np.float32]:
    """Return the wheel's head from above (400, 400, 4), R G B and cover: wet, with smears of clay."""
    y, x = np.mgrid[-1:1:400j, -1:1:400j]
    out = np.hypot(x, y)
    smears = noise(rng, 400, 400, 90, 3) + 0.6 * noise(rng, 400, 400, 16, 2)
    rings = 0.04 * np.sin(out * 70)
    colour = rgb("7d6a5c") ** (1 / 2.2) * 255 * (0.8 + 0.22 * smears + rings)[..., None]
    return np.dstack([colour, np.clip((1 - out) * 100, 0, 1)]).astype(np.float32)


def _with_head(
    picture: Picture, disc: NDArray[np.float32], turn: float, middle: tuple[float, float], radius: float
) -> NDArray[np.float32]:
    """Return a picture with the head seen flat, turned about its middle."""
    c, s = radius / 200 * np.cos(turn), radius / 200 * np.sin(turn)
    flat = np.array([[c, -s, 0.0], [0.26 * s, 0.26 * c, 0.0]])
    flat[:, 2] = np.array(middle) - flat[:, :2] @ (200, 200)
    head = cv2.warpAffine(disc, flat, picture.shape[1::-1])
    shade = 0.8 + 0.3 * np.linspace(1, 0, picture.shape[1], dtype=np.float32)[None, :, None]
    return np.asarray(picture * (1 - head[..., 3:]) + head[..., :3] * shade * head[..., 3:], np.float32)


def _wrapped_noise(rng: np.random.Generator) -> NDArray[np.float32]:
    """Return the marks of fingers on clay (256, 512), which meet at the ends."""
    marks = noise(rng, 256, 512, 60, 3, 1.0) + 0.8 * noise(rng, 256, 512, 10, 2, 8.0)
    share = np.abs(np.linspace(-1, 1, 512))
    return np.asarray(marks * (1 - share) + np.roll(marks, 256, axis=1) * share, np.float32)


def _surface(pot: Pot, canvas: Canvas) -> tuple[NDArray, NDArray, NDArray]:
    """Return for each pixel how far around the pot and how far up it lies, and whether on it at all."""
    heights, radii = np.array(PROFILES[pot.profile]).T
    up = np.clip((pot.base - canvas.y) / pot.height, 0, 1)
    radius = np.maximum(PchipInterpolator(heights, radii)(up) * pot.height, 1e-6)
    across = (canvas.x - pot.x) / radius
    inside = ((np.abs(across) < 1) & (canvas.y < pot.base) & (canvas.y > pot.base - pot.height)).astype(np.float32)
    return np.arcsin(np.clip(across, -1, 1)) / (2 * np.pi), up, inside


def _on_surface(marks: NDArray[np.float32], around: NDArray, up: NDArray) -> NDArray[np.float32]:
    x, y = (around % 1 * 511).astype(np.float32), (up * 255).astype(np.float32)
    return np.asarray(cv2.remap(marks, x, y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_WRAP))


def _held_by_hand(picture: Picture, n: int) -> Picture:
    """Return what the camera sees of a larger picture: a hand that shakes, and follows slowly from left to right."""
    width, height = _WHEEL
    t = n / float(FRAME_RATE)
    shake = [
        sum(a * np.sin(2 * np.pi * f * t + p) for a, f, p in waves)
        for waves in (
            ((0.4, 0.31, 0.2), (0.22, 1.3, 1.1), (0.1, 3.7, 2.0)),
            ((0.3, 0.43, 1.7), (0.24, 1.7, 0.4), (0.12, 4.3, 2.6)),
        )
    ]
    room = _ROOM * np.array([width, height]) * np.array(shake)
    angle = 0.5 * np.sin(2 * np.pi * 0.37 * t)
    centre = picture.shape[1] / 2, picture.shape[0] / 2
    matrix = cv2.getRotationMatrix2D(centre, angle, 1.0)
    matrix[:, 2] += np.array([width / 2 - centre[0], height / 2 - centre[1]]) + room
    return np.asarray(cv2.warpAffine(picture, matrix, _WHEEL, borderMode=cv2.BORDER_REPLICATE), np.uint8)


def glow_pictures() -> Iterator[Picture]:
    """Give the kiln's mouth: one picture whose light flickers, with sparks that rise."""
    width, height = _GLOW
    canvas = Canvas(round(height * 1.44), height, seed=7703)
    draw_glow(canvas)
    left = round(0.72 * height) - width // 2
    picture = canvas.finished(canvas.width, height)[:, left : left + width].astype(np.float32)
    hot = np.clip((picture[..., 0] - 90) / 140, 0, 1)[..., None]
    rng = np.random.default_rng(7704)
    clouds = noise(rng, 3 * height, width, 130, 4, 0.7)
    sparks = rng.uniform((0.28, 0.0, 0.5), (0.72, 1.0, 1.3), (40, 3))
    for n in range(_frames(_SECONDS)):
        t = n / float(FRAME_RATE)
        start = round(2 * height - t * 340) % (2 * height)
        flicker = clouds[start : start + height][..., None] + 0.35 * np.sin(2 * np.pi * 2.3 * t) * np.sin(5.1 * t)
        shown = picture * (1 + 0.24 * hot * flicker)
        lit = np.zeros_like(shown)
        for x, phase, speed in sparks:
            rise = (phase + speed * t / 2.4) % 1
            place = (x + 0.03 * np.sin(9 * rise + 7 * phase)) * width, (0.78 - 0.5 * rise) * height
            bright = (255 * (1 - rise), 190 * (1 - rise) ** 2, 90 * (1 - rise) ** 3)
            cv2.circle(lit, (round(place[0]), round(place[1])), 2, bright, -1, cv2.LINE_AA)
        yield np.clip(np.maximum(shown, lit), 0, 255).astype(np.uint8)


CLIPS = (
    DemoClip("15-turning-wheel", wheel_pictures, wheel),
    DemoClip("16-kiln-glow", glow_pictures, kiln_crackle),
)


def write_demo_clip(clip: DemoClip, path: Path) -> None:
    """Write a clip as a phone would: MP4 with H.264 and AAC."""
    sound = clip.sound()[: _SECONDS * RATE]
    with temporary_beside(path) as temporary, av.open(str(temporary), "w", format="mp4") as container:
        container.metadata["title"] = clip.name[3:].replace("-", " ").capitalize()
        container.metadata["creation_time"] = f"2026-04-18T13:{clip.name[:2]}:00Z"
        stream = container.add_stream("libx264", rate=FRAME_RATE, options={"preset": "fast", "crf": "21"})
        heard = container.add_stream("aac", rate=RATE, layout="stereo")
        context = stream.codec_context
        for n, pixels in enumerate(clip.pictures()):
            if n == 0:
                stream.height, stream.width = pixels.shape[:2]
                stream.pix_fmt = "yuv420p"
                context.gop_size, context.color_range, context.colorspace = 50, ColorRange.MPEG, Colorspace.ITU709
                context.color_primaries, context.color_trc = ColorPrimaries.BT709, ColorTrc.BT709
            frame = av.VideoFrame.from_ndarray(pixels, format="rgb24").reformat(
                format="yuv420p",
                dst_colorspace=Colorspace.ITU709,
                src_color_range=ColorRange.JPEG,
                dst_color_range=ColorRange.MPEG,
            )
            frame.pts = n
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
        for at in range(0, len(sound), 1024):
            block = av.AudioFrame.from_ndarray(np.ascontiguousarray(sound[at : at + 1024].T), "fltp", "stereo")
            block.sample_rate, block.pts, block.time_base = RATE, at, Fraction(1, RATE)
            container.mux(heard.encode(block))
        container.mux(heard.encode(None))
