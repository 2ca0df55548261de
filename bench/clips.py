"""Clips: exporting a moving crop of one against decoding and encoding as many frames, leaping, coming in, following."""

import statistics
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace

from bench import clips_at_hand
from bench.export_ratio import first_frame
from bench.subjects import RUNS, Scale, median_ratio, photo_24_megapixels, report, seconds_of
from jaunty_frame.core.motion.following import calm_path
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.media.export.export import export_show
from jaunty_frame.media.formats.format import Wanted
from jaunty_frame.media.formats.mp4 import open_mp4
from jaunty_frame.media.formats.video_file import VideoFrame
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.moving.clip_import import look_at_clip
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.frames.layers.layer import photo_file
from jaunty_frame.show.planning.planner import Planner

RATE = 30


def run(folder: Path, scale: Scale) -> None:
    size, seconds, runs = scale.of(((1920, 1080), 6, RUNS), ((320, 180), 1, 1))
    path = _write_clip(folder / "clip.mp4", size, seconds, scale)
    came = [seconds_of(lambda: look_at_clip(path, folder, ThumbnailCache(folder / "cache"))) for _ in range(runs)]
    report("a clip comes in, first usable", f"{statistics.median(came) * 1000:.0f} ms", "<= 1500 ms")
    project = _project(path, folder, (f"{size[0]}x{size[1]}",))
    _report_export(project, folder, path, runs)
    _report_leaps(project, folder, seconds, scale.of(12, 2))
    previews = _project(path, folder, scale.of(("640x360", "360x640", "480x480"), ("64x64",)))
    report("preview of three outputs of one clip", f"{_rate(previews, folder, scale):.0f} frames/s", ">= 30")
    moments = scale.of(600, 60)
    low = 0.35 + 0.3 * np.sin(np.arange(moments) * 0.05) + 0.02 * np.random.default_rng(1).standard_normal(moments)
    taken = seconds_of(lambda: [calm_path(low, low + 0.1, 0.3, 1.0) for _ in range(2)])
    report("path of ten minutes, both axes", f"{taken:.2f} s", "<= 1 s")
    clips_at_hand.run(path, folder, scale)


def _write_clip(path: Path, size: tuple[int, int], seconds: int, scale: Scale) -> Path:
    """Write a clip that pans over a picture full of detail, with a key picture every two seconds."""
    photo = cv2.resize(photo_24_megapixels(5, scale), (size[0] * 5 // 4, size[1] * 5 // 4))
    with av.open(str(path), "w") as container:
        stream = container.add_stream("libx264", rate=RATE, options={"preset": "veryfast", "crf": "21"})
        stream.width, stream.height, stream.pix_fmt = *size, "yuv420p"
        context = stream.codec_context
        context.gop_size, context.colorspace, context.color_range = 2 * RATE, Colorspace.ITU709, ColorRange.MPEG
        for n in range(seconds * RATE):
            x, y = (round(side / 4 * (0.5 + 0.45 * np.sin(n / 40 + k))) for k, side in enumerate(size))
            pixels = np.ascontiguousarray(photo[y : y + size[1], x : x + size[0]])
            frame = av.VideoFrame.from_ndarray(pixels, format="bgr24").reformat(
                format="yuv420p",
                dst_colorspace=Colorspace.ITU709,
                src_color_range=ColorRange.JPEG,
                dst_color_range=ColorRange.MPEG,
            )
            frame.pts = n
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
    return path


def _project(path: Path, folder: Path, outputs: tuple[str, ...]) -> Project:
    photo = look_at_clip(path, folder, ThumbnailCache(folder / "cache"))
    rules = HouseRules(transition=Cut(), fade_in=Fraction(0), fade_out=Fraction(0))
    project = Project(outputs=tuple(map(output_from_text, outputs)), house_rules=rules)
    return set_for_all("Bench", placement="cover", move="push-in").apply(add_photos([photo]).apply(project))


def _report_export(project: Project, folder: Path, path: Path, runs: int) -> None:
    (plan,) = Planner().plans(project).values()
    cache = ThumbnailCache(folder / "cache")

    def ours() -> None:
        export_show(plan, PhotoSource(folder, cache), folder / "show.mp4", overwrite=True)

    def floor() -> None:
        writer = open_mp4(folder / "floor.mp4", Wanted(plan.output))
        kept = [VideoFrame(plan.output.width, plan.output.height) for _ in range(2)]
        with av.open(str(path)) as container:
            container.streams.video[0].thread_type = "AUTO"
            for n, frame in enumerate(container.decode(video=0)):
                own = kept[n % 2]
                for plane, source in zip(own.surface.planes, frame.planes, strict=True):
                    rows = np.frombuffer(source, np.uint8).reshape(source.height, source.line_size)
                    plane[:] = rows[:, : source.width]
                writer.write(own, n)
        writer.close()

    first_frame(plan, folder)
    ratio, a, b = median_ratio(ours, floor, runs)
    report("export of a clip / decoding and encoding", f"{ratio:.2f} ({a:.1f} s / {b:.1f} s)", "<= 1.5")


def _report_leaps(project: Project, folder: Path, seconds: int, count: int) -> None:
    photo = project.photos[0]
    numbers = np.random.default_rng(2).permutation(seconds * RATE)[:count].tolist()
    source = PhotoSource(folder, ThumbnailCache(folder / "cache"))
    taken = [seconds_of(lambda n=n: source.pixels(photo_file(photo, n), photo.width)) for n in numbers]
    report("leap to a frame and show it, median", f"{statistics.median(taken) * 1000:.0f} ms", "<= 150 ms")


def _rate(project: Project, folder: Path, scale: Scale) -> float:
    """Return how many frames a second of all outputs together are painted, one after the other in time."""
    source = PhotoSource(folder, ThumbnailCache(folder / "cache"))
    plans = list(Planner().plans(project).values())
    painters = []
    for plan in plans:
        width, height = plan.output.width, plan.output.height
        painters.append(FramePainter(plan, source, output_format(plan, width, height, Coding.SCREEN)))
    surfaces = [new_surface(plan.output.width, plan.output.height, Coding.SCREEN) for plan in plans]
    total = min(plans[0].schedule.total, scale.of(120, 10))

    def paint() -> None:
        for n in range(total):
            for painter, surface in zip(painters, surfaces, strict=True):
                painter.paint_at(surface, n)

    taken = seconds_of(paint)
    for painter in painters:
        painter.close()
    return total / taken
