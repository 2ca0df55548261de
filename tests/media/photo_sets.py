"""Small photo sets on disk for tests."""

from pathlib import Path

import cv2
import numpy as np
from PIL import Image

SIZES = ((900, 600), (600, 900), (800, 600), (640, 640), (1500, 500))


def noise_photo(width, height, seed):
    """A photo with detail everywhere and a bright subject somewhere. R G B."""
    rng = np.random.default_rng(seed)
    coarse = rng.random((5, 7, 3)).astype(np.float32) * 0.5 + 0.15
    pixels = cv2.resize(coarse, (width, height), interpolation=cv2.INTER_CUBIC)
    pixels += (
        cv2.GaussianBlur(rng.standard_normal((height, width, 1)).astype(np.float32), (0, 0), 1.2)[..., None] * 0.12
    )
    x, y = (0.25 + 0.5 * rng.random(2)) * (width, height)
    cv2.circle(pixels, (int(x), int(y)), min(width, height) // 6, (0.95, 0.85, 0.2), -1, cv2.LINE_AA)
    return (np.clip(pixels, 0, 1) * 255).astype(np.uint8)


def write_set(folder: Path, count: int = 5, first_seed: int = 0) -> list[Path]:
    """Write ``count`` photos of mixed shapes and return their paths. The same seed makes the same pictures."""
    paths = []
    for k in range(count):
        path = folder / f"photo-{k + 1}.jpg"
        Image.fromarray(noise_photo(*SIZES[k % len(SIZES)], seed=first_seed + k)).save(path, quality=92)
        paths.append(path)
    return paths
