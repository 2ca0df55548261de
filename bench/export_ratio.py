"""Exporting against encoding the very same frames from memory with the same settings."""

from fractions import Fraction
from pathlib import Path

from bench.subjects import RUNS, Scale, median_ratio, project_of, report, write_photos
from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.media.export.export import export_show
from jaunty_frame.media.formats.format import Wanted
from jaunty_frame.media.formats.mp4 import open_mp4
from jaunty_frame.media.formats.video_file import VideoFrame
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.planner import plan_output


def run(folder: Path, scale: Scale) -> None:
    paths, output = write_photos(folder, 4, scale), scale.of("wide", "320x180")
    for name, count, seconds, transition, wanted in (
        ("plain moves", 2, Fraction(2), Fraction(0), "<= 1.35"),
        ("dissolves", 4, Fraction(2), Fraction(1), "<= 1.6"),
    ):
        length = scale.of(1, Fraction(1, 4))
        project = project_of(paths[:count], folder, output, seconds * length, transition * length)
        plan = plan_output(project, output)
        ratio, a, b = against_encoding(plan, folder, scale.of(RUNS, 1))
        report(f"export / encoding from memory, {name}", f"{ratio:.2f} ({a:.1f} s / {b:.1f} s)", wanted)


def against_encoding(plan: Plan, folder: Path, runs: int) -> tuple[float, float, float]:
    """Return how many times as long exporting a show takes as encoding its frames, and the seconds of both."""
    source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
    frames = _frames_in_memory(plan, source)

    def ours() -> None:
        fresh = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
        export_show(plan, fresh, folder / "show.mp4", overwrite=True)

    def floor() -> None:
        writer = open_mp4(folder / "floor.mp4", Wanted(plan.output))
        for n, frame in enumerate(frames):
            writer.write(frame, n)
        writer.close()

    return median_ratio(ours, floor, runs)


def _frames_in_memory(plan: Plan, source: PhotoSource) -> list[VideoFrame]:
    output = plan.output
    frames = []
    with FramePainter(plan, source, output_format(plan, output.width, output.height, Coding.VIDEO)) as painter:
        for n in range(plan.schedule.total):
            frame = VideoFrame(output.width, output.height)
            painter.paint_at(frame.surface, n)
            frames.append(frame)
    return frames


def first_frame(plan: Plan, folder: Path) -> None:
    """Paint the first frame: make ready what all of a show's first slide needs."""
    width, height = plan.output.width, plan.output.height
    source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
    with FramePainter(plan, source, output_format(plan, width, height, Coding.VIDEO)) as painter:
        painter.paint_at(VideoFrame(width, height).surface, 0)


def first_frames(plan: Plan, folder: Path) -> None:
    """Paint the first frame of every slide: make ready what all of the show needs."""
    width, height = plan.output.width, plan.output.height
    source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
    with FramePainter(plan, source, output_format(plan, width, height, Coding.VIDEO)) as painter:
        for k in plan.shown:
            painter.paint_at(VideoFrame(width, height).surface, plan.schedule.first[k])
