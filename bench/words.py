"""Words: what they add to an export, how long many take to be placed, and how soon a key is seen in all outputs."""

import os
import statistics
from fractions import Fraction
from pathlib import Path

import numpy as np

from bench.export_ratio import against_encoding, first_frames
from bench.subjects import Scale, photo_record, project_in_window, project_of, report, seconds_of, write_photos
from jaunty_frame.core.colouring.sketch import SIDE
from jaunty_frame.core.colouring.tones import tones_text
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.words import Words
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.planning.planner import Planner, plan_output
from jaunty_frame.show.planning.words.planned import all_words

_RUNS = 3
_SAID = [
    "copper",
    "red",
    "bowls",
    "jars",
    "first",
    "firing",
    "kiln",
    "night",
    "yard",
    "glaze",
    "spring",
    "oak",
    "ash",
    "iron",
    "tall",
    "small",
    "blue",
]


def run(folder: Path, scale: Scale) -> None:
    _report_export(folder, scale)
    _report_places(scale.of(1000, 6))
    _report_typing(folder, scale)


def _report_export(folder: Path, scale: Scale) -> None:
    output, seconds, runs = scale.of(("wide", Fraction(2), _RUNS), ("320x180", Fraction(1, 2), 1))
    base = project_of(write_photos(folder, 1, scale), folder, output, seconds, Fraction(0))
    slide = base.slides[0].id
    worded = add_words(slide, "Copper red, fired at night", "title").apply(base)
    worded = add_words(slide, "Three jars from the first firing").apply(worded)
    ratios = []
    for project in (base, worded):
        plan = plan_output(project, output, fonts())
        _, a, b = against_encoding(plan, folder, runs)
        a -= statistics.median(seconds_of(lambda plan=plan: first_frames(plan, folder)) for _ in range(runs))
        ratios.append(a / b)
    more = ratios[1] - ratios[0]
    said = f"{more:+.3f} ({ratios[1]:.2f} after {ratios[0]:.2f})"
    report("export with a title and a caption, more than without", said, "<= +0.06")


def _report_places(count: int) -> None:
    project = _many_captions(count)
    plans = Planner(fonts()).plans(project)
    seconds = seconds_of(lambda: [list(all_words(plan)) for plan in plans.values()])
    report(f"places of {count} captions x 8 outputs", f"{seconds:.2f} s", "<= 2 s")


def _many_captions(count: int) -> Project:
    tones = [tones_text(np.full((SIDE, SIDE, 3), (0.1 * k, 0.1 * k + 0.2, 0.1))) for k in range(8)]
    sizes = ((6000, 4000), (4000, 6000), (3000, 4000), (6000, 2000))
    photos = [
        photo_record(f"p{k}", *sizes[k % 4], (KeepArea(box=(0.1 + 0.05 * (k % 9), 0.3, 0.25, 0.4)),))
        for k in range(count)
    ]
    photos = [photo.changed(tones=tones[k % 8]) for k, photo in enumerate(photos)]
    project = add_photos(photos).apply(Project(outputs=PRESETS[:8]))
    slides = []
    for k, slide in enumerate(project.slides):
        text = " ".join(_SAID[(k * 7 + j * 3) % len(_SAID)] for j in range(4 + k % 5))
        slides.append(slide.changed(words=(Words(id="words-1", text=f"{text} {k}"),)))
    return project.changed(slides=tuple(slides))


def _report_typing(folder: Path, scale: Scale) -> None:
    """Time from a key to the frame and all outputs painted anew, in the real window without a screen."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    # Only this figure needs Qt.
    from PySide6.QtCore import QEventLoop
    from PySide6.QtTest import QTest

    from jaunty_frame.app.project.session import Session
    from jaunty_frame.app.shell.main_window import MainWindow
    from jaunty_frame.app.shell.start import make_application

    app = make_application()
    session = Session(ThumbnailCache(folder / "thumbnails"))
    window = MainWindow(session)
    window.resize(1280, 800)
    window.show()
    window.files.open_path(project_in_window(folder, scale, session.cache))
    window.sheet.select_cell(session.project.slides[scale.of(2, 1)].id, "wide")
    window.bench.show_page("words")

    def settle() -> None:
        QTest.qWait(20)
        while (
            window.images.is_working()
            or window.importer.task
            or window.importer.finder.task
            or session.shown.is_working
        ):
            app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents, 50)

    page, times = window.bench.page("words"), []
    settle()
    page.typing.field.begin(window.bench.cell.words.text, 3)  # type: ignore[attr-defined]
    for key in scale.of("as seen from the door", "as"):
        settle()
        times.append(seconds_of(lambda: QTest.keyClicks(page.typing.field, key)))  # type: ignore[attr-defined]  # noqa: B023
    count = len(window.bench.strip.pictures())
    report(f"a key to the frame and {count} outputs, median", f"{statistics.median(times) * 1000:.0f} ms", "<= 50 ms")
    session.place.count_as_saved()
    window.close()
