"""Screening, import, planning and dragging."""

import os
import statistics
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction
from pathlib import Path

import cv2
import numpy as np

from bench.subjects import (
    RUNS,
    Scale,
    median_ratio,
    photo_record,
    project_in_window,
    project_of,
    report,
    seconds_of,
    write_photos,
)
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.outputs import add_output
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.planning.planner import Planner, plan_output


def run_screening(folder: Path, scale: Scale) -> None:
    paths = write_photos(folder, 3, scale)
    for size in ("640x360", "360x640"):
        seconds, joint = scale.of((Fraction(3), Fraction(1)), (Fraction(1, 2), Fraction(1, 4)))
        project = project_of(paths, folder, size, seconds, joint)
        plan = plan_output(project, size)
        width, height = plan.output.width, plan.output.height
        surface = new_surface(width, height, Coding.SCREEN)
        source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
        rates = []
        for _ in range(scale.of(RUNS, 1)):
            with FramePainter(plan, source, output_format(plan, width, height, Coding.SCREEN)) as painter:
                taken = seconds_of(lambda: [painter.paint_at(surface, n) for n in range(plan.schedule.total)])  # noqa: B023
            rates.append(plan.schedule.total / taken)
        report(
            f"screening {size}, dissolves and decoding included", f"{statistics.median(rates):.0f} frames/s", ">= 30"
        )


def run_import(folder: Path, scale: Scale) -> None:
    paths = write_photos(folder, scale.of(12, 2), scale)
    data = [np.frombuffer(path.read_bytes(), np.uint8) for path in paths]
    rounds = iter(range(1000))

    def ours() -> None:
        import_photos(paths, folder, ThumbnailCache(folder / f"cache-{next(rounds)}"))

    def floor() -> None:
        with ThreadPoolExecutor(os.cpu_count()) as pool:
            list(pool.map(lambda coded: cv2.imdecode(coded, cv2.IMREAD_REDUCED_COLOR_8), data))

    ratio, a, b = median_ratio(ours, floor, scale.of(RUNS, 1))
    report(
        "import of 24 MP / bare reduced decode, all cores",
        f"{ratio:.2f} ({len(paths) / a:.1f} / {len(paths) / b:.1f} photos/s)",
        "<= 1.3",
    )


def run_plan(folder: Path, scale: Scale) -> None:
    count, runs = scale.of((1000, RUNS), (12, 1))
    rng = np.random.default_rng(1)
    photos = []
    for k in range(count):
        width, height = ((6000, 4000), (4000, 6000), (3000, 4000), (6000, 2000))[int(rng.integers(4))]
        areas = tuple(
            KeepArea(box=(float(x), float(y), 0.2, 0.3), weight=float(rng.choice([0.5, 1.0])))
            for x, y in rng.random((int(rng.integers(1, 4)), 2)) * 0.6
        )
        photos.append(photo_record(f"p{k}", width, height, areas))
    project = add_photos(photos).apply(Project(outputs=PRESETS[:8]))
    whole = [seconds_of(lambda: Planner().plans(project)) for _ in range(runs)]
    report(f"plan of {count} slides x 8 outputs", f"{statistics.median(whole):.2f} s", "<= 2 s")
    planner = Planner()
    planner.plans(project)
    again = []
    for k in range(4 * runs):
        name = f"p{k * 43 % count}"
        if k % 2:
            edit = set_on_slides([f"{name}-1"], "Seconds", seconds=Fraction(40 + k, 10))
        else:
            edit = set_keep_areas(name, [KeepArea(box=(0.01 * k, 0.2, 0.3, 0.3))])
        project = edit.apply(project)
        changed = project
        again.append(seconds_of(lambda: planner.plans(changed)))  # noqa: B023
    report("the same again after one edit", f"{statistics.median(again) * 1000:.1f} ms", "<= 20 ms")


def run_drag(folder: Path, scale: Scale) -> None:
    """Time from a drag of a keep area to all outputs drawn anew beside it, in the real window without a screen."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    # Only this figure needs Qt.
    from PySide6.QtCore import QEventLoop

    from jaunty_frame.app.project.session import Session
    from jaunty_frame.app.shell.main_window import MainWindow
    from jaunty_frame.app.shell.start import make_application

    app = make_application()
    session = Session(ThumbnailCache(folder / "thumbnails"))
    window = MainWindow(session)
    window.resize(1280, 800)
    window.show()
    window.files.open_path(project_in_window(folder, scale, session.cache))
    for preset in PRESETS[: scale.of(None, 3)]:
        if preset.id not in {output.id for output in session.project.outputs}:
            session.apply(add_output(preset))
    window.sheet.select_cell(session.project.slides[1].id, "tall")
    while window.images.is_working() or window.importer.task or window.importer.finder.task:
        app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents, 50)
    times = []
    for k in range(scale.of(40, 2)):
        area = KeepArea(box=(0.1 + 0.01 * k, 0.3, 0.3, 0.4))
        times.append(seconds_of(lambda: window.bench.canvas.areas_changed.emit((area,))))  # noqa: B023
    count = len(window.bench.strip.pictures())
    report(f"a drag followed by {count} outputs, median", f"{statistics.median(times) * 1000:.0f} ms", "<= 50 ms")
    session.place.count_as_saved()
    window.close()
