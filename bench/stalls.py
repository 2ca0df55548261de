"""The longest time that the window's event loop does not turn, on 500 slides in 8 outputs."""

import os
import statistics
import time
from collections.abc import Callable
from fractions import Fraction
from itertools import count, cycle
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEventLoop, QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget
from tests.app.watchdog import Watchdog

from bench.subjects import Scale, project_in_window, report
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.shell.main_window import MainWindow
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.edits.aspects import apply_look, carry_over
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.seconds import change_seconds, fit_show
from jaunty_frame.document.edits.slides import leave_out, set_on_slides
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.looks.own_looks import OWN_LOOKS
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.shove import Shove
from jaunty_frame.document.transitions.wipe import Wipe
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, save_project
from jaunty_frame.media.projects.recovery import AutosaveStore

_SLIDES, _OUTPUTS = 500, 8
_TIMES = 3
_QUIET_SECONDS = 0.4
_LONGEST_WAIT = 60.0
_PANELS = ("set", "joint", "pace", "carry", "looks", "undo-list", "house-rules")


def run(folder: Path, scale: Scale) -> None:
    """Do what people do in the window, each three times; report the median of the longest stalls."""
    slides, times = scale.of((_SLIDES, _TIMES), (14, 1))
    path = large_project(folder, slides, scale)
    app = make_application()
    window = MainWindow(Session(autosaves=AutosaveStore(folder / "state")))
    window.resize(1280, 800)
    window.show()
    watchdog = Watchdog()
    wait_until_quiet(app, window)
    for name, act in _acts(window, path):
        longest = []
        for _ in range(times):
            watchdog.restart()
            act()
            wait_until_quiet(app, window)
            longest.append(watchdog.longest_ms)
        # The median, for now and then the machine itself stands still.
        report(f"longest stall, {name}", f"{statistics.median(longest):.0f} ms", "<= 100")
    watchdog.stop()
    window.session.place.count_as_saved()
    window.close()


def large_project(folder: Path, slide_count: int, scale: Scale) -> Path:
    """Return a project of few photos, shown over and over, in all outputs or the smallest in its own."""
    path = project_in_window(folder, scale, ThumbnailCache(folder / "thumbnails"))
    few = load_project(path)
    slides = tuple(few.slides[k % len(few.slides)].changed(id=f"s{k}") for k in range(slide_count))
    # What belongs to slides of the few belongs to the first ones, which are these.
    names = {slide.id: f"s{k}" for k, slide in enumerate(few.slides)}
    sounds = tuple(one.changed(slides=tuple(names[name] for name in one.slides)) for one in few.sound.sounds)
    emblems = tuple(one.changed(slides=tuple(names[name] for name in one.slides)) for one in few.emblems)
    large = few.changed(
        slides=slides,
        outputs=scale.of(PRESETS[:_OUTPUTS], few.outputs),
        hand_set=(),
        sound=few.sound.changed(sounds=sounds),
        emblems=emblems,
    )
    save_project(large, path)
    return path


def wait_until_quiet(app: QApplication, window: MainWindow) -> None:
    """Let the window work until nothing has been under way for a while."""
    end = quiet_since = time.monotonic()
    end += _LONGEST_WAIT
    while time.monotonic() < min(end, quiet_since + _QUIET_SECONDS):
        # Waiting, as a program does: to spin would take Python's lock from the workers. The watchdog's timer wakes it.
        app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)
        if is_busy(window):
            quiet_since = time.monotonic()


def is_busy(window: MainWindow) -> bool:
    importer = window.importer
    making = window.session.shown.is_working or window.images.is_working() or window.sheet.is_unfinished
    return bool(making or importer.task or importer.finder.task)


def _acts(window: MainWindow, path: Path) -> list[tuple[str, Callable[[], object]]]:
    session, sheet, project = window.session, window.sheet, lambda: window.session.project
    moves, seconds, titles = cycle(["hold", "pan", "auto"]), count(3), cycle("abcdefgh")
    looks, joints, outs = cycle(OWN_LOOKS), cycle([Wipe(), Shove(), Cut()]), cycle([True, False])

    def ids(project: Project) -> list[str]:
        return [slide.id for slide in project.slides]

    def carried(project: Project) -> Edit:
        source = project.slides[next(seconds)].id
        other = set_on_slides([source], "Seconds", seconds=Fraction(next(seconds), 7))
        return all_of([other, carry_over(source, {SlideAspect.MOVE, SlideAspect.SECONDS}, ids(project), mirrored=True)])

    def select_all() -> None:
        sheet.clearSelection()
        QTest.keyClick(sheet, Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier)

    def drag() -> None:
        area = window.bench.cell.photo.keep_areas[0].box
        start = window.bench.canvas.to_widget(area[0] + area[2] / 2, area[1] + area[3] / 2)
        drag_over(window.bench.canvas, start, start + QPointF(12, 8))

    return [
        ("open", lambda: window.files.open_path(path)),
        ("select all", select_all),
        ("choose one", lambda: sheet.select_cell(ids(project())[next(seconds)], "wide")),
        ("scroll", lambda: turn_wheel(sheet.viewport(), -360)),
        ("drag a keep area", drag),
        ("order all, all chosen", lambda: (sheet.selectAll(), window.desk.actions["order-reverse"].trigger())),
        ("change all", lambda: session.apply(set_on_slides(ids(project()), "Move", move=next(moves)))),
        ("house rule", lambda: session.apply(set_for_all("Seconds", seconds_moving=f"{next(seconds)}"))),
        ("carry over to all", lambda: session.apply(carried(project()))),
        ("a look for all", lambda: session.apply(apply_look(next(looks), ids(project())))),
        ("seconds of all", lambda: session.apply(change_seconds(ids(project()), typed_seconds("+0.5")))),
        ("fit the show", lambda: session.apply(fit_show(Fraction(3 * len(project().slides) + next(seconds)), "wide"))),
        ("a joint for all", lambda: session.apply(set_for_all("Joint", transition=next(joints)))),
        ("leave every second out", lambda: session.apply(leave_out(ids(project())[::2], "tall", next(outs)))),
        ("choose upright ones", lambda: window.desk.actions["choose-upright"].trigger()),
        *((f"open {name}", lambda name=name: window.desk.open(name)) for name in _PANELS),
        ("back to the bench", lambda: window.desk.open("bench")),
        ("undo", session.edited.undo),
        ("letter in the title", lambda: QTest.keyClick(window.top_bar.title, next(titles))),
        ("the whole show at once", lambda: window.desk.actions["all-rows"].trigger()),
        ("scroll at the small scale", lambda: turn_wheel(sheet.viewport(), -360)),
        ("zoom", lambda: turn_wheel(sheet.viewport(), 120, Qt.KeyboardModifier.ControlModifier)),
        ("switch the theme", lambda: window.desk.actions["dark"].trigger()),
        ("save", window.files.save),
        (
            "while keep areas are found",
            lambda: window.importer.finder.find_again(photo.id for photo in project().photos),
        ),
        ("resize", lambda: window.resize(1280 + next(seconds), 790)),
    ]


def turn_wheel(
    view: QWidget, turned: int, keys: Qt.KeyboardModifier = Qt.KeyboardModifier.NoModifier, times: int = 5
) -> None:
    place = QPointF(200, 200)
    no_button, phase = Qt.MouseButton.NoButton, Qt.ScrollPhase.NoScrollPhase
    for _ in range(times):
        event = QWheelEvent(place, view.mapToGlobal(place), QPoint(), QPoint(0, turned), no_button, keys, phase, False)
        QApplication.sendEvent(view, event)
        QApplication.processEvents()


def drag_over(widget: QWidget, start: QPointF, end: QPointF, steps: int = 6) -> None:
    left, plain = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    QTest.mousePress(widget, left, plain, start.toPoint())
    for k in range(1, steps + 1):
        QTest.mouseMove(widget, (start + (end - start) * k / steps).toPoint())
        QApplication.processEvents()
    QTest.mouseRelease(widget, left, plain, end.toPoint())
