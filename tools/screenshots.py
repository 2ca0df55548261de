"""Takes one picture of each main view, from the demo, into docs/screenshots."""

import os
import sys
import tempfile
from collections.abc import Callable
from fractions import Fraction
from pathlib import Path

os.environ["QT_QPA_PLATFORM"] = "offscreen"
# Another state directory, so that no recovery of the user's turns up in the pictures.
_state = tempfile.TemporaryDirectory()
os.environ["XDG_STATE_HOME"] = _state.name

from jaunty_frame.app.shell.start import make_application  # noqa: E402, I001
from jaunty_frame.app.shell.main_window import MainWindow  # noqa: E402
from jaunty_frame.app.project.session import Session  # noqa: E402
from jaunty_frame.app.widgets.theme import set_theme  # noqa: E402
from jaunty_frame.demo.project import make_demo  # noqa: E402
from jaunty_frame.document.edits.clips import set_clip  # noqa: E402
from jaunty_frame.document.model import Slide  # noqa: E402
from jaunty_frame.document.edits.outputs import set_zones  # noqa: E402
from jaunty_frame.document.edits.instants import come_from, go_to  # noqa: E402
from jaunty_frame.document.edits.material.photos import set_on_photo  # noqa: E402
from jaunty_frame.document.edits.slides import set_on_slides  # noqa: E402
from jaunty_frame.core.time.typed_seconds import typed_seconds  # noqa: E402
from jaunty_frame.document.edits.seconds import change_seconds, lock_seconds  # noqa: E402
from jaunty_frame.document.edits.slides import leave_out, remove_slides  # noqa: E402
from jaunty_frame.document.transitions.wipe import Wipe  # noqa: E402
from PySide6.QtCore import QEventLoop, QTimer  # noqa: E402

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"


def wait(milliseconds: int) -> None:
    """Let Qt and the workers work; with QTest.qWait workers would stand still, it keeps Python to itself."""
    loop = QEventLoop()
    QTimer.singleShot(milliseconds, loop.quit)
    loop.exec()


def photo_slides(window: MainWindow) -> list[Slide]:
    """Return the slides of the demo but its clips, by which the others are counted."""
    return [slide for slide in window.session.project.slides if not slide.exhibit.moves_by_itself]


def take_panels(window: MainWindow, take: Callable[[str], None]) -> None:
    """Take the panels about order, pace and joints, each with something done."""
    session, ids = window.session, [slide.id for slide in photo_slides(window)]
    begin = session.edited.step
    window.sheet.select_cell(ids[2], "wide")
    session.apply(set_on_slides([ids[2]], "Transition", transition=Wipe(direction="left", softness=0.2)))
    window.desk.open("joint")
    wait(1400)  # until the miniatures are on their way
    take("joint")
    session.apply(change_seconds(ids[1::2], typed_seconds("4")))
    session.apply(lock_seconds(ids[3:4], True))
    session.apply(leave_out(ids[5:6], "tall", True))
    window.desk.open("looks")
    wait(1200)
    window.side.panel("looks").looks.chosen.emit("On the wall")
    take("looks")
    session.apply(remove_slides(ids[9:10]))
    window.desk.open("set")
    take("set")
    session.edited.go_to_step(begin)


def main() -> None:
    app = make_application()
    set_theme(app, dark=False)
    FOLDER.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        project = make_demo(Path(folder))
        window = MainWindow(Session())
        window.resize(1280, 800)
        window.show()

        def settle() -> None:
            for _ in range(5):
                app.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 50)
            while (
                window.session.shown.is_working
                or window.images.is_working()
                or window.sheet.is_unfinished
                or window.importer.task
                or window.importer.finder.task
            ):
                app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents, 50)
            for _ in range(5):
                app.processEvents()

        def take(name: str) -> None:
            settle()
            window.grab().save(str(FOLDER / f"{name}.png"))
            print(FOLDER / f"{name}.png")

        settle()
        take("empty")
        window.files.open_path(project)
        settle()
        slides = photo_slides(window)
        window.sheet.select_cell(slides[1].id, "tall")
        take("sheet-and-bench")
        wheel = next(slide for slide in window.session.project.slides if slide.exhibit.moves_by_itself)
        window.session.apply(set_clip([wheel.id], "Part of the clip", begins=Fraction(1, 2), ends=Fraction(3)))
        window.sheet.select_cell(wheel.id, "wide")
        window.bench.show_page("clip")
        window.bench.scrub.setValue(400)
        take("clip")
        window.session.edited.undo()
        window.bench.scrub.setValue(0)
        window.bench.show_page("move")
        window.session.apply(set_on_slides([slides[2].id], "Move", move="diagonal", strength="strong"))
        window.sheet.select_cell(slides[2].id, "wide")
        window.bench.scrub.setValue(500)
        take("bench-move")
        window.session.edited.undo()
        window.bench.scrub.setValue(0)
        window.bench.show_page("photo")
        window.session.apply(set_on_photo(slides[6].exhibit.photos[0], "Straighten", straightening=3.0))
        window.sheet.select_cell(slides[6].id, "square")
        take("bench-photo")
        window.session.edited.undo()
        window.sheet.select_cell(slides[8].id, "wide")
        window.bench.show_page("look")
        window.bench.page("look").show_part("Border")
        take("bench-look")
        window.bench.show_page("instants")
        window.session.apply(come_from([slides[2].id], "left"))
        window.session.apply(go_to([slides[2].id], "top"))
        window.sheet.select_cell(slides[2].id, "square")
        window.bench.scrub.setValue(100)
        take("bench-instants")
        window.session.edited.undo()
        window.session.edited.undo()
        window.bench.scrub.setValue(0)
        window.bench.show_page("look")
        window.sheet.select_cell(slides[2].id, "wide")
        window.bench.show_page("words")
        window.bench.page("words").typing.field.begin(slides[2].words[0].text, 11)
        take("bench-words")
        window.bench.show_page("placement")
        window.desk.open("sound")
        window.side.panel("sound").choose("music-1")
        take("sound")
        window.desk.open("findings")
        take("findings")
        window.desk.open("bench")
        window.desk.actions["all-rows"].trigger()
        window.sheet.select_cell(slides[8].id, "wide")
        take("whole-show")
        window.sheet.fit_rows()
        window.desk.open("export")
        panel = window.side.panel("export")
        panel.folder.setText("/home/potter/Videos/Kiln opening")
        while not panel.estimate.text().startswith("About"):
            wait(100)
        take("export")
        window.desk.open("house-rules")
        take("house-rules")
        take_panels(window, take)
        window.sheet.select_cell(slides[7].id, "tall")
        window.session.apply(set_zones("tall", window.session.project.output("tall").zones.changed(tile="3/4")))
        window.desk.open("zones")
        take("zones")
        window.session.edited.undo()
        window.desk.actions["dark"].trigger()
        window.desk.open("bench")
        window.sheet.select_cell(slides[7].id, "tall")
        take("dark")
        window.desk.actions["dark"].trigger()
        window.sheet.select_cell(slides[3].id, "wide")
        window.desk.open("screening")
        window.screening.play_or_pause()
        window.screening._seek(window.screening.frame + 60)
        while window.screening.picture.image is None:
            app.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents, 50)
        for _ in range(60):
            app.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 20)
        take("screening")
        window.session.place.count_as_saved()
        window.close()
    sys.stdout.flush()
    os._exit(0)


if __name__ == "__main__":
    main()
