"""How steadily moves run: rendered against commanded displacement, and the breathing of sharpness."""

from pathlib import Path

import cv2
import numpy as np
from skimage.registration import phase_cross_correlation

from bench.subjects import Scale, report
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import EASE_IN_OUT, window_at
from jaunty_frame.core.painting.level_specs import DENSITY, LevelSpec, level_specs
from jaunty_frame.core.painting.levels import make_level
from jaunty_frame.core.painting.mapping import window_mapping
from jaunty_frame.core.painting.placing import place
from jaunty_frame.core.painting.surface import Coding, FrameFormat, new_surface
from jaunty_frame.core.painting.workspace import Workspace

_SIZE = 1920, 1080
_HALF = 64


def noise_photo(width: int, height: int) -> np.ndarray:
    """Return seeded 1/f noise (height, width, 3) uint8."""
    rng = np.random.default_rng(3)
    y, x = np.fft.fftfreq(height)[:, None], np.fft.rfftfreq(width)[None]
    amplitude = 1 / np.maximum(np.hypot(x, y), 1 / width)
    spectrum = amplitude * np.exp(2j * np.pi * rng.random(amplitude.shape))
    noise = np.fft.irfft2(spectrum, (height, width))
    scaled = 127 + noise / noise.std() * 38
    return np.repeat(np.clip(scaled, 0, 255).astype(np.uint8)[..., None], 3, axis=2)


def run(folder: Path, scale: Scale) -> None:
    photo = noise_photo(*scale.of((4800, 2700), (2400, 1350)))
    moved = jitter(photo, scale.of(3, 75))
    report("push in 1.00 -> 1.05, rendered - commanded, RMS", f"{moved:.4f} px", "<= 0.02 px")
    for density in (1.25, 1.4, 1.5):
        report(f"breathing at a density of {density}", f"{breathing(photo, density) * 100:.1f} %", "reported")
    report("density in use", f"{DENSITY}", "-")


def jitter(photo: np.ndarray, step: int = 3) -> float:
    """Return the RMS, over frames and patches, of rendered minus commanded position in pixels.

    step : between the frames that are looked at, of 150. Each patch of a rendered frame is registered with the same
    patch computed straight from the photo, four times finer and then averaged. (Registering a frame with the one before
    would measure the zoom inside the patch as well.)
    """
    opening, closing = Window(0.0, 0.0, 1.0, 1.0), Window(0.5 - 0.5 / 1.05, 0.5 - 0.5 / 1.05, 1 / 1.05, 1 / 1.05)
    level = make_level(photo, level_specs((opening, closing), *_SIZE)[0], Coding.VIDEO)
    surface = new_surface(*_SIZE, Coding.VIDEO)
    workspace = Workspace(FrameFormat(*_SIZE, 1.0, Coding.VIDEO))
    sharp = photo[..., 0].astype(np.float32)
    errors = []
    for n in range(0, 150, step):
        window = window_at(opening, closing, EASE_IN_OUT, n / 149)
        place(surface, level, window_mapping(window, _SIZE), workspace)
        luma = surface.planes[0].astype(np.float32)
        for x in (200, 700, 1220, 1700):
            for y in (160, 540, 900):
                rendered = luma[y - _HALF : y + _HALF, x - _HALF : x + _HALF]
                errors.append(_shift(rendered, _commanded(sharp, window, x, y)))
    return float(np.sqrt(np.mean(np.square(errors))))


def _commanded(sharp: np.ndarray, window: Window, x: int, y: int) -> np.ndarray:
    """Return the patch about output pixel (x, y) as ``window`` commands it."""
    fine = 4
    step_x = window.w * sharp.shape[1] / _SIZE[0] / fine
    step_y = window.h * sharp.shape[0] / _SIZE[1] / fine
    left = (window.x + (x - _HALF) / _SIZE[0] * window.w) * sharp.shape[1]
    top = (window.y + (y - _HALF) / _SIZE[1] * window.h) * sharp.shape[0]
    matrix = np.array([[step_x, 0, left + step_x / 2 - 0.5], [0, step_y, top + step_y / 2 - 0.5]])
    size = (2 * _HALF * fine, 2 * _HALF * fine)
    patch = cv2.warpAffine(sharp, matrix, size, flags=cv2.INTER_CUBIC | cv2.WARP_INVERSE_MAP)
    return cv2.resize(patch, (2 * _HALF, 2 * _HALF), interpolation=cv2.INTER_AREA)


def _shift(now: np.ndarray, before: np.ndarray) -> np.ndarray:
    weight = np.outer(np.hanning(2 * _HALF), np.hanning(2 * _HALF))
    pair = ((patch - cv2.GaussianBlur(patch, (0, 0), 8)) * weight for patch in (now, before))
    return phase_cross_correlation(*pair, upsample_factor=500, normalization=None)[0]


def breathing(photo: np.ndarray, density: float) -> float:
    """Return (max - min) / mean of the RMS gradient, worst 64 px block, over 21 phases of a one-pixel pan."""
    width, height = 640, 360
    extent = width * 1.6 / photo.shape[1]
    tall = extent * (height / width) * photo.shape[1] / photo.shape[0]
    region = Window(0.1, 0.1, extent * 1.2, tall * 1.2)
    spec = LevelSpec(region, round(width * 1.2 * density), round(height * 1.2 * density), extent)
    level = make_level(photo, spec, Coding.VIDEO)
    surface = new_surface(width, height, Coding.VIDEO)
    workspace = Workspace(FrameFormat(width, height, 1.0, Coding.VIDEO))
    sharpness = []
    for phase in range(21):
        window = Window(0.12 + phase / 20 / width * extent, 0.12, extent, tall)
        place(surface, level, window_mapping(window, (width, height)), workspace)
        luma = surface.planes[0].astype(np.float32)
        gradient = cv2.Sobel(luma, cv2.CV_32F, 1, 0) ** 2 + cv2.Sobel(luma, cv2.CV_32F, 0, 1) ** 2
        blocks = gradient[: height // 64 * 64, : width // 64 * 64].reshape(height // 64, 64, width // 64, 64)
        sharpness.append(np.sqrt(blocks.mean(axis=(1, 3))))
    values = np.stack(sharpness)
    return float(((values.max(axis=0) - values.min(axis=0)) / values.mean(axis=0)).max())
