"""What is measured on: seeded 24-megapixel photos, projects of them, and how runs are paired."""

import statistics
import time
from collections.abc import Callable
from enum import Enum
from fractions import Fraction
from pathlib import Path
from typing import TypeVar

import cv2
import numpy as np

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS
from jaunty_frame.demo.project import make_demo
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.edits.outputs import add_output
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import PRESETS, output_from_text
from jaunty_frame.document.photo import Attention, Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.sounds.flac import write_flac
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.standins.voice import spoken

RUNS = 3
T = TypeVar("T")


class Scale(Enum):
    """How much is measured: all, or so little that it only shows whether the figure can be had."""

    FULL = "full"
    SMALLEST = "smallest"

    def of(self, full: T, smallest: T) -> T:
        return full if self is Scale.FULL else smallest


def photo_24_megapixels(seed: int, scale: Scale = Scale.FULL) -> np.ndarray:
    """Return a photo (4000, 6000, 3), the smallest a tenth as wide, with 1/f detail, B G R."""
    rng = np.random.default_rng(seed)
    height, width = scale.of((4000, 6000), (400, 600))
    total = np.zeros((height, width, 3), np.float32)
    for cell, amount in ((1000, 60), (250, 28), (60, 14), (15, 8)):
        grid = rng.standard_normal((height // cell + 2, width // cell + 2, 3)).astype(np.float32)
        total += cv2.resize(grid, (width, height), interpolation=cv2.INTER_CUBIC) * amount
    noise = rng.standard_normal((height // 4, width // 4, 1)).astype(np.float32) * 4
    return np.clip(total + 120 + np.tile(noise, (4, 4, 1)), 0, 255).astype(np.uint8)


def write_photos(folder: Path, count: int, scale: Scale, distinct: int = 4) -> list[Path]:
    """Write ``count`` JPEGs of 24 megapixels; beyond ``distinct`` they repeat, with a comment that tells them apart."""
    coded = []
    for seed in range(min(distinct, count)):
        _, data = cv2.imencode(".jpg", photo_24_megapixels(seed, scale), [cv2.IMWRITE_JPEG_QUALITY, 88])
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


def project_in_window(folder: Path, scale: Scale, cache: ThumbnailCache) -> Path:
    """Return the project that the window is measured on: the demo, or two photos with words and a sound."""
    if scale is Scale.FULL:
        return make_demo(folder / "demo", thumbnails=cache)
    project = project_of(write_photos(folder, 2, scale), folder, "wide", Fraction(2), Fraction(1, 2))
    for name in ("tall", "square"):
        project = add_output(next(preset for preset in PRESETS if preset.id == name)).apply(project)
    for slide in project.slides:
        project = add_words(slide.id, "Copper red", "title").apply(project)
    write_flac(spoken("copper red"), folder / "said.flac", {})
    said = look_at_sound(folder / "said.flac", folder, PeakCache(folder / "peaks"))
    project = add_sound(said, "voice", [project.slides[1].id]).apply(project)
    save_project(project, folder / "small.jaunty")
    return folder / "small.jaunty"


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


def median_ratio(ours: Callable[[], object], floor: Callable[[], object], runs: int) -> tuple[float, float, float]:
    """Return the median of the ratios of paired runs, and the medians of both."""
    pairs = [(seconds_of(ours), seconds_of(floor)) for _ in range(runs)]
    ratios = [a / b for a, b in pairs]
    return statistics.median(ratios), statistics.median(a for a, _ in pairs), statistics.median(b for _, b in pairs)


def report(name: str, value: str, wanted: str) -> None:
    print(f"{name:52} {value:24} wanted {wanted}", flush=True)
