"""Exporting fills and mounts against encoding the very same frames from memory; their parts against scipy's.

What it takes to make photos and fills ready, which any show has to pay once a slide, is measured by itself and left
out.
"""

import statistics
from collections.abc import Iterator, Sequence
from fractions import Fraction
from pathlib import Path

import numpy as np
from scipy.ndimage import gaussian_filter

from bench.export_ratio import against_encoding, first_frames
from bench.subjects import Scale, project_of, report, seconds_of, write_photos
from jaunty_frame.core.colouring.treatment import Treatment
from jaunty_frame.core.fills.blurred import blurred_fill
from jaunty_frame.core.mounts.shadow import shadow_share
from jaunty_frame.core.painting.surface import Coding, FrameFormat, new_surface
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.light import LightFill
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.looks.own_looks import OWN_LOOKS
from jaunty_frame.document.model import Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.planning.planner import plan_output

_RUNS = 3
_PRINT = Mount(size=0.9, border=0.02, shadow=0.5, shadow_blur=0.06)


def run(folder: Path, scale: Scale) -> None:
    paths = write_photos(folder, 5, scale)
    output, seconds, runs = scale.of(("wide", Fraction(2), _RUNS), ("320x180", Fraction(1, 2), 1))
    base = project_of(paths[:1], folder, output, seconds, Fraction(0))
    for name, project, wanted in (*_cases(base), _pile(paths, folder, output, seconds)):
        plan = plan_output(project, output)
        _, a, b = against_encoding(plan, folder, runs)
        a -= statistics.median(seconds_of(lambda plan=plan: first_frames(plan, folder)) for _ in range(runs))
        report(f"export / encoding from memory, {name}", f"{a / b:.2f} ({a:.1f} s / {b:.1f} s)", wanted)
    _report_blurs(scale.of(1, 4))
    _report_previews(paths, folder, *scale.of((OWN_LOOKS, 105), (OWN_LOOKS[:2], 18)))


def _pile(paths: list[Path], folder: Path, output: str, seconds: Fraction) -> tuple[str, Project, str]:
    """Return a show of the last print of a pile of five, which arrives while the show begins and then drifts."""
    project = project_of(paths, folder, output, Fraction(6, 5), Fraction(0))
    ids = [slide.id for slide in project.slides]
    piled = set_for_all("Pile", transition=Pile(seconds=Fraction(1)), fill=TextureFill()).apply(project)
    piled = set_on_slides(ids[-1:], "Long", seconds=max(seconds, Fraction(6, 5))).apply(piled)
    return "pile of five", piled, "<= 1.7"


def _report_previews(paths: list[Path], folder: Path, looks: Sequence[Look], end: int) -> None:
    """Paint frames of each look as the screening does, in two outputs; the slowest look is told."""
    source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
    for size in ("640x360", "360x640"):
        project = project_of(paths[:2], folder, size, Fraction(3), Fraction(1))
        rates = {}
        for look in looks:
            ids = [slide.id for slide in project.slides]
            plan = plan_output(set_on_slides(ids, "Look", **look.slide_fields).apply(project), size)
            width, height = plan.output.width, plan.output.height
            surface, frames = new_surface(width, height, Coding.SCREEN), range(15, min(plan.schedule.total, end))
            with FramePainter(plan, source, output_format(plan, width, height, Coding.SCREEN)) as painter:
                painter.paint_at(surface, 15)
                taken = seconds_of(lambda p=painter, s=surface, f=frames: [p.paint_at(s, n) for n in f])
            rates[look.name] = len(frames) / taken
        slowest = min(rates, key=lambda name: rates[name])
        report(f"preview {size}, slowest look: {slowest}", f"{rates[slowest]:.0f} frames/s", ">= 30")


def _cases(base: Project) -> Iterator[tuple[str, Project, str]]:
    def look(placement: str, fill: Fill, mount: Mount | None) -> Project:
        ids = [slide.id for slide in base.slides]
        return set_on_slides(ids, "Look", placement=placement, fill=fill, mount=mount).apply(base)

    yield "plain", base, "<= 1.35"
    yield "blurred fill, border, shadow; the print grows", look("whole", BlurredFill(), _PRINT), "<= 1.45"
    yield "blurred fill, border, shadow; moving within the print", look("cover", BlurredFill(), _PRINT), "<= 1.45"
    yield "set off", look("whole", BlurredFill(), None), "<= 1.45"
    yield "moving fill", look("whole", TextureFill(drift="left"), _PRINT), "<= 1.9"
    yield "turned in depth", look("cover", BlurredFill(), _PRINT.changed(size=0.8, yaw=12.0, swings=True)), "<= 2.0"
    round_one = _PRINT.changed(corners=0.05, lean=3.0, vignette=0.4)
    yield "round corners, lean, vignette", look("whole", BlurredFill(), round_one), ""
    yield "water", look("whole", WaterFill(), _PRINT), "<= 2.2"
    yield "wandering light", look("whole", LightFill(), _PRINT), "<= 2.2"


def _report_blurs(shrunk: int) -> None:
    """shrunk : how many times as small as 1080p the picture is, with its sigma."""
    width, height, sigma = 1920 // shrunk, 1080 // shrunk, 40.0 / shrunk
    photo = np.random.default_rng(1).integers(0, 256, (height, width, 3), np.uint8)
    frame = FrameFormat(width, height, 1.0, Coding.SCREEN)
    ours = seconds_of(lambda: blurred_fill(photo, frame, Treatment(blur=sigma / height)))
    theirs = seconds_of(lambda: gaussian_filter(photo.astype(np.float32), (sigma, sigma, 0), mode="nearest"))
    report("blur, sigma 40 at 1080p: scipy / ours", f"{theirs / ours:.0f} x", ">= 15 x")
    corners = np.array([[300.0, 200], [1600, 220], [1620, 900], [280, 880]]) / shrunk
    mask = np.zeros((height, width), np.float32)
    mask[200 // shrunk : 900 // shrunk, 300 // shrunk : 1600 // shrunk] = 1
    ours = seconds_of(lambda: shadow_share(corners, (sigma, sigma), (width, height)))
    theirs = seconds_of(lambda: gaussian_filter(mask, sigma, mode="nearest"))
    report("shadow of a leaning print, sigma 40 at 1080p: scipy / ours", f"{theirs / ours:.0f} x", ">= 15 x")
