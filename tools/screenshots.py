"""Takes one picture of each main view, from the demo, into docs/screenshots."""

import os
import sys
import tempfile
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
from jaunty_frame.document.edits.outputs import set_zones  # noqa: E402
from jaunty_frame.document.edits.photos import set_on_photo  # noqa: E402
from jaunty_frame.document.edits.slides import set_on_slides  # noqa: E402
from PySide6.QtCore import QEventLoop  # noqa: E402

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"


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
            while window.images.is_working() or window.importer.task or window.importer.finding:
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
        slides = window.session.project.slides
        window.sheet.select_cell(slides[1].id, "tall")
        take("sheet-and-bench")
        window.bench.show_page("move")
        window.session.apply(set_on_slides([slides[2].id], "Move", move="diagonal", strength="strong"))
        window.sheet.select_cell(slides[2].id, "wide")
        window.bench.scrub.setValue(500)
        take("bench-move")
        window.session.undo()
        window.bench.scrub.setValue(0)
        window.bench.show_page("photo")
        window.session.apply(set_on_photo(slides[6].exhibit.photos[0], "Straighten", straightening=3.0))
        window.sheet.select_cell(slides[6].id, "square")
        take("bench-photo")
        window.session.undo()
        window.bench.show_page("placement")
        window.desk.open("findings")
        take("findings")
        window.desk.open("bench")
        window.desk.actions["all-rows"].trigger()
        window.sheet.select_cell(slides[8].id, "wide")
        take("whole-show")
        window.sheet.fit_rows()
        window.desk.open("export")
        window.side.panel("export").folder.setText("/home/potter/Videos/Kiln opening")
        take("export")
        window.desk.open("house-rules")
        take("house-rules")
        window.sheet.select_cell(slides[7].id, "tall")
        window.session.apply(set_zones("tall", window.session.project.output("tall").zones.changed(tile="3/4")))
        window.desk.open("zones")
        take("zones")
        window.session.undo()
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
        window.session.forget_changes()
        window.close()
    sys.stdout.flush()
    os._exit(0)


if __name__ == "__main__":
    main()
