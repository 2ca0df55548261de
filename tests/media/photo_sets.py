"""Small photo sets on disk for tests."""

import io
from functools import lru_cache
from hashlib import sha1
from pathlib import Path
from unittest import mock

import cv2
import numpy as np
from PIL import Image

from jaunty_frame.core.subjects.keep_areas import KeepAreaFinder

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
        path.write_bytes(_jpeg(*SIZES[k % len(SIZES)], seed=first_seed + k))
        paths.append(path)
    return paths


@lru_cache(maxsize=64)
def _jpeg(width, height, seed):
    coded = io.BytesIO()
    Image.fromarray(noise_photo(width, height, seed)).save(coded, "JPEG", quality=92)
    return coded.getvalue()


_KNOWN: dict = {}
"""What the finder said of pixels, by what was asked and their hash."""


def finding_once(case):
    """Let the finder look at each picture once in this process: it takes a third of a second, is the same every time,
    and tests draw the same photos again and again."""
    for name in ("find", "turns_wanted"):
        asked = getattr(KeepAreaFinder, name)

        def known(self, photo, *, name=name, asked=asked):
            key = name, photo.shape, sha1(np.ascontiguousarray(photo)).digest()
            if key not in _KNOWN:
                _KNOWN[key] = asked(self, photo)
            return _KNOWN[key]

        patched = mock.patch.object(KeepAreaFinder, name, known)
        patched.start()
        case.addCleanup(patched.stop)
