"""A random user of the real window, the same for the same seed."""

import random
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QEventLoop, QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QAbstractItemView, QApplication, QWidget
from shiboken6 import isValid

from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.shell.main_window import MainWindow
from jaunty_frame.document.edits.outputs import add_output, remove_output
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.sound import SOUND_KINDS

_KEYS = (
    *(Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Return, Qt.Key.Key_Escape),
    *(Qt.Key.Key_Space, Qt.Key.Key_Delete, Qt.Key.Key_Tab, Qt.Key.Key_N, Qt.Key.Key_R, Qt.Key.Key_C, Qt.Key.Key_L),
    *(Qt.Key.Key_B, Qt.Key.Key_F, Qt.Key.Key_Period, Qt.Key.Key_Home, Qt.Key.Key_End, Qt.Key.Key_PageDown),
)
_MODIFIERS = (Qt.KeyboardModifier.NoModifier,) * 4 + (
    Qt.KeyboardModifier.ShiftModifier,
    Qt.KeyboardModifier.ControlModifier,
    Qt.KeyboardModifier.AltModifier,
)
# What would leave the program, or ask for files with a dialog of the system's.
_NOT_TRIGGERED = ("quit", "new", "open", "save")


class RandomUser:
    """Works on ``window``; files : what may be imported; sounds : likewise; out : a folder for exports."""

    def __init__(self, window: MainWindow, seed: int, files: list[Path], sounds: list[Path], out: Path) -> None:
        self._window, self._random = window, random.Random(seed)
        self._files, self._sounds, self._out = files, sounds, out
        self.steps: list[str] = []
        acts: tuple[tuple[int, Callable[[], object]], ...] = (
            (14, self.click_anywhere),
            (8, self.press_a_key),
            (5, self.choose_a_cell),
            (5, self.drag_somewhere),
            (4, self.turn_the_wheel),
            (5, self.trigger_an_action),
            (3, self.open_a_panel),
            (3, self.undo_and_redo),
            (1, self.change_the_outputs),
            (1, self.bring_in_photos),
            (1, self.bring_in_a_sound),
            (2, self.drag_on_the_lane),
            (1, self.export_a_little),
            (1, self.resize),
            (1, self.watch_the_show),
        )
        self._acts = [act for weight, act in acts for _ in range(weight)]

    def step(self) -> None:
        """Do one thing, and put away whatever stands over the window."""
        act = self._random.choice(self._acts)
        self.steps.append(act.__name__)
        act()
        QApplication.processEvents()
        for _ in range(3):
            over = QApplication.activePopupWidget() or QApplication.activeModalWidget()
            if over is None:
                break
            over.close()
            QApplication.processEvents()

    def ensure_whole(self) -> None:
        """Raise where the document is not valid, or does not survive being written."""
        project = self._window.session.project
        if project_from_text(project_to_text(project)) != project:
            raise AssertionError("the project does not survive being written")

    def undo_to_the_start_and_back(self) -> None:
        """Raise where redoing all does not lead back."""
        # What is shown follows a little later, and what is found in photos comes when it comes.
        session, importer = self._window.session, self._window.importer
        while importer.task is not None or importer.finder.task is not None:
            QApplication.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents, 50)
        before = session.latest
        count = 0
        while session.edited.undo_label:
            session.edited.undo()
            count += 1
        for _ in range(count):
            session.edited.redo()
        if project_to_text(session.latest) != project_to_text(before):
            raise AssertionError("undone to the start and redone to the end, the project is another one")

    # -- what a user does

    def _somewhere(self) -> tuple[QWidget, QPoint] | None:
        widgets = [w for w in self._window.findChildren(QWidget) if w.isVisible() and w.isEnabled()]
        widgets = [widget for widget in widgets if min(widget.width(), widget.height()) > 4]
        if not widgets:
            return None
        widget = self._random.choice(widgets)
        return widget, QPoint(self._random.randrange(widget.width()), self._random.randrange(widget.height()))

    def click_anywhere(self) -> None:
        found = self._somewhere()
        # The folder's own window is not ours.
        if found and not (isinstance(found[0], QAbstractButton) and found[0].text() == "Open the folder"):
            button = self._random.choice((Qt.MouseButton.LeftButton,) * 5 + (Qt.MouseButton.RightButton,))
            click = self._random.choice((QTest.mouseClick,) * 4 + (QTest.mouseDClick,))
            click(found[0], button, self._random.choice(_MODIFIERS), found[1])

    def press_a_key(self) -> None:
        target = QApplication.focusWidget() or self._window
        QTest.keyClick(target, self._random.choice(_KEYS), self._random.choice(_MODIFIERS))

    def choose_a_cell(self) -> None:
        project = self._window.session.project
        if project.slides and project.outputs:
            slide, output = self._random.choice(project.slides), self._random.choice(project.outputs)
            self._window.sheet.select_cell(slide.id, output.id)

    def drag_somewhere(self) -> None:
        found = self._somewhere()
        if found is None:
            return
        widget, start = found
        left = Qt.MouseButton.LeftButton
        view = widget if isinstance(widget, QAbstractItemView) else widget.parent()
        if isinstance(view, QAbstractItemView) and view.dragEnabled():
            return  # a drag of slides runs in a loop of its own, and there is no pointer to end it
        QTest.mousePress(widget, left, self._random.choice(_MODIFIERS), start)
        for _ in range(self._random.randrange(1, 6)):
            QTest.mouseMove(widget, start + QPoint(self._random.randrange(-60, 60), self._random.randrange(-60, 60)))
            QApplication.processEvents()
            if not isValid(widget):
                return  # what was dragged upon is no longer there
        if self._random.random() < 0.3:
            QTest.keyClick(widget, Qt.Key.Key_Escape)
        if isValid(widget):
            QTest.mouseRelease(widget, left, Qt.KeyboardModifier.NoModifier, start)

    def turn_the_wheel(self) -> None:
        view = self._window.sheet.viewport()
        place = QPointF(self._random.randrange(1, 400), self._random.randrange(1, 400))
        control = self._random.choice((Qt.KeyboardModifier.NoModifier, Qt.KeyboardModifier.ControlModifier))
        turn = QPoint(0, self._random.choice((-120, 120)))
        event = QWheelEvent(
            place,
            view.mapToGlobal(place),
            QPoint(),
            turn,
            Qt.MouseButton.NoButton,
            control,
            Qt.ScrollPhase.NoScrollPhase,
            False,
        )
        QApplication.sendEvent(view, event)

    def trigger_an_action(self) -> None:
        name = self._random.choice([name for name in self._window.desk.actions if name not in _NOT_TRIGGERED])
        self.steps[-1] += f" {name}"
        self._window.desk.actions[name].trigger()

    def open_a_panel(self) -> None:
        self._window.desk.open(self._random.choice([*PANELS, "bench"]))

    def undo_and_redo(self) -> None:
        for _ in range(self._random.randrange(1, 12)):
            self._window.session.edited.undo()
        for _ in range(self._random.randrange(0, 12)):
            self._window.session.edited.redo()

    def change_the_outputs(self) -> None:
        session = self._window.session
        if session.project.outputs and self._random.random() < 0.6:
            session.apply(remove_output(self._random.choice(session.project.outputs).id))
        elif len(session.project.outputs) < 8:
            session.apply(add_output(self._random.choice(PRESETS)))

    def bring_in_a_sound(self) -> None:
        slides = [slide.id for slide in self._window.session.latest.slides]
        kind = self._random.choice(SOUND_KINDS[:3])
        chosen = self._random.sample(slides, min(len(slides), 2))
        self._window.desk.sounds.bring_in([self._random.choice(self._sounds)], kind, [] if kind == "music" else chosen)

    def drag_on_the_lane(self) -> None:
        sheet = self._window.sheet
        lane = sheet.lane_rect(0)
        if not lane.isEmpty() and sheet.isVisible():
            start = QPoint(lane.x() + self._random.randrange(lane.width()), self._random.randrange(sheet.height()))
            QTest.mousePress(sheet.viewport(), Qt.MouseButton.LeftButton, self._random.choice(_MODIFIERS), start)
            for _ in range(self._random.randrange(0, 5)):
                moved = start + QPoint(self._random.randrange(-60, 60), self._random.randrange(-60, 60))
                QTest.mouseMove(sheet.viewport(), moved)
                QApplication.processEvents()
            if self._random.random() < 0.3:
                QTest.keyClick(sheet, Qt.Key.Key_Escape)
            QTest.mouseRelease(sheet.viewport(), Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)

    def bring_in_photos(self) -> None:
        if len(self._window.session.project.slides) < 60:
            self._window.importer.bring_in(self._random.sample(self._files, self._random.randrange(1, 4)))
        if self._random.random() < 0.3:
            self._window.importer.cancel()

    def export_a_little(self) -> None:
        panel = self._window.side.panel("export")
        self._window.desk.open("export")
        panel.folder.setText(str(self._out))
        panel.start()
        for _ in range(self._random.randrange(20)):
            QApplication.processEvents()
        panel.cancel()

    def resize(self) -> None:
        self._window.resize(self._random.randrange(700, 1900), self._random.randrange(500, 1040))

    def watch_the_show(self) -> None:
        self._window.desk.open("screening")
        for _ in range(self._random.randrange(1, 8)):
            QTest.keyClick(self._window.pages.currentWidget(), self._random.choice(_KEYS))
            QApplication.processEvents()
        if self._window.pages.currentWidget() is not self._window.workplace:
            self._window.screening.leave()
