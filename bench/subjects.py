"""What is measured on: seeded 24-megapixel photos, projects of them, and how runs are paired."""

import statistics
import time
from collections.abc import Callable
from fractions import Fraction
from pathlib import Path

import cv2
import numpy as np

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.photos import add_photos
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Attention, KeepArea, Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache

RUNS = 5


def photo_24_megapixels(seed: int) -> np.ndarray:
    """Return a photo (4000, 6000, 3) with 1/f detail, B G R."""
    rng = np.random.default_rng(seed)
    total = np.zeros((4000, 6000, 3), np.float32)
    for cell, amount in ((1000, 60), (250, 28), (60, 14), (15, 8)):
        grid = rng.standard_normal((4000 // cell + 2, 6000 // cell + 2, 3)).astype(np.float32)
        total += cv2.resize(grid, (6000, 4000), interpolation=cv2.INTER_CUBIC) * amount
    noise = rng.standard_normal((1000, 1500, 1)).astype(np.float32) * 4
    return np.clip(total + 120 + np.tile(noise, (4, 4, 1)), 0, 255).astype(np.uint8)


def write_photos(folder: Path, count: int, distinct: int = 4) -> list[Path]:
    """Write ``count`` JPEGs of 24 megapixels; beyond ``distinct`` they repeat, with a comment that tells them apart."""
    coded = []
    for seed in range(min(distinct, count)):
        _, data = cv2.imencode(".jpg", photo_24_megapixels(seed), [cv2.IMWRITE_JPEG_QUALITY, 88])
        coded.append(data.tobytes())
    paths = []
    for k in range(count):
        data = coded[k % len(coded)]
        comment = f"photo {k}".encode()
        path = folder / f"large-{k:03}.jpg"
        path.write_bytes(data[:2] + b"\xff\xfe" + (len(comment) + 2).to_bytes(2, "big") + comment + data[2:])
        paths.append(path)
    return paths


def project_of(paths: list[Path], folder: Path, output: str, seconds: Fraction, transition: Fraction) -> Project:
    """Return a project that pushes in on every photo."""
    cache = ThumbnailCache(folder / "thumbnails")
    photos = [look_at_photo(path, folder, cache) for path in paths]
    rules = HouseRules(
        seconds_moving=seconds,
        seconds_held=seconds,
        transition=CrossDissolve(seconds=transition) if transition else Cut(),
        fade_in=Fraction(0),
        fade_out=Fraction(0),
    )
    photos = [photo.changed(keep_areas=(KeepArea(box=(0.4, 0.4, 0.2, 0.2)),)) for photo in photos]
    project = add_photos(photos).apply(Project(outputs=(output_from_text(output),), house_rules=rules))
    return set_for_all("Bench", placement="cover", move="push-in").apply(project)


def photo_record(name: str, width: int, height: int, areas: tuple[KeepArea, ...]) -> Photo:
    """Return a photo that exists on no disk, for figures that read none; attention rises to the right and downwards."""
    rising = tuple(2 * k / ATTENTION_STRIPS**2 for k in range(ATTENTION_STRIPS))
    return Photo(
        id=name,
        path=f"{name}.jpg",
        width=width,
        height=height,
        keep_areas=areas,
        attention=Attention(across=rising, down=rising),
        finder=1,
    )


def seconds_of(work: Callable[[], object]) -> float:
    start = time.perf_counter()
    work()
    return time.perf_counter() - start


def median_ratio(
    ours: Callable[[], object], floor: Callable[[], object], runs: int = RUNS
) -> tuple[float, float, float]:
    """Return the median of the ratios of paired runs, and the medians of both."""
    pairs = [(seconds_of(ours), seconds_of(floor)) for _ in range(runs)]
    ratios = [a / b for a, b in pairs]
    return statistics.median(ratios), statistics.median(a for a, _ in pairs), statistics.median(b for _, b in pairs)


def report(name: str, value: str, wanted: str) -> None:
    print(f"{name:52} {value:24} wanted {wanted}", flush=True)
