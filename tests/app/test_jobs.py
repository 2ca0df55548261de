"""Whole jobs in the real window, counted in clicks and keys: what is asked for often must take few."""

import unittest
from fractions import Fraction
from pathlib import Path

from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.shell.begin_dialog import BeginDialog
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move
from tests.app.window_case import LEFT, WindowCase
from tests.media.photo_sets import write_set

ANY = Qt.DropAction.CopyAction | Qt.DropAction.MoveAction
NO_KEY = Qt.KeyboardModifier.NoModifier


class Counted(WindowCase):
    """Each press of the mouse, each key and each drop is one action."""

    photo_count = 6

    def setUp(self):
        super().setUp()
        self.actions = 0

    def click(self, widget: QWidget, place: QPointF | None = None) -> None:
        self.actions += 1
        super().click(widget, place)
        self.settle()

    def press(self, widget: QWidget, keys: str) -> None:
        """Press a shortcut, such as Ctrl+2."""
        self.actions += 1
        *modifiers, key = keys.split("+")
        wanted = Qt.KeyboardModifier.NoModifier
        for name in modifiers:
            wanted |= {"Ctrl": Qt.KeyboardModifier.ControlModifier, "Shift": Qt.KeyboardModifier.ShiftModifier}[name]
        QTest.keyClick(widget, getattr(Qt.Key, f"Key_{key}"), wanted)
        self.settle()

    def drop(self, widget: QWidget, paths: list[Path]) -> None:
        self.actions += 1
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
        place = widget.rect().center()
        self.app.sendEvent(widget, QDragEnterEvent(place, ANY, data, LEFT, NO_KEY))
        self.app.sendEvent(widget, QDropEvent(QPointF(place), ANY, data, LEFT, NO_KEY))

    def choose_miniature(self, miniatures, name: str) -> None:
        k = next(k for k, one in enumerate(miniatures.shown) if one.name == name)
        self.click(miniatures, QPointF(miniatures.place_of(k).center()))


class Jobs(Counted):
    def test_from_24_photos_to_three_videos_in_nine(self):
        """All whole, no motion, 4 s each, dissolves of 0.5 s."""
        more = self.folder / "more"
        more.mkdir()
        paths = write_set(more, 24, first_seed=40)
        self.window = self.open_window()
        self.settle()
        self.drop(self.window.sheet.viewport(), paths)
        self.wait_until(lambda: self.window.findChildren(BeginDialog))
        (dialog,) = self.window.findChildren(BeginDialog)
        self.choose_option(dialog.moves, "Nothing moves")
        self.choose_option(dialog.placement, "Whole")
        self.choose_option(dialog.seconds, "4 s")
        self.choose_option(dialog.joints, "0.5 s")
        self.click(dialog.begin)
        self.wait_until(lambda: self.window.importer.task is None and len(self.project.slides) == 24)
        self.settle()
        self.click(self.window.top_bar.export)
        panel = self.window.side.panel("export")
        panel.folder.setText(str(self.folder / "videos"))  # where people's videos are, but not of a test
        self.click(panel.start_button)
        self.wait_until(lambda: panel.task is not None)
        self.assertLessEqual(self.actions, 9)
        rules = self.project.house_rules
        self.assertEqual((rules.move, rules.placement), (Move.HOLD, Placement.WHOLE))
        self.assertEqual([output.id for output in self.project.outputs], ["tall", "square", "wide"])
        # 24 x 4 s with 23 dissolves of 0.5 s.
        self.assertEqual({plan.seconds for plan in self.window.session.plans().values()}, {Fraction(169, 2)})
        panel.cancel()
        self.wait_until(lambda: panel.task is None)

    def test_every_second_pulls_out_all_wipe_to_the_left_and_it_lasts_a_minute_in_ten(self):
        sheet = self.window.sheet
        self.press(sheet, "Ctrl+2")
        self.choose_option(self.window.bench.page_choice, "Move")
        self.choose_option(self.window.bench.page("move").move_choice, "Pull out")
        edge = sheet.row_rect(0)
        self.click(sheet.viewport(), QPointF(edge.x() + 60, edge.bottom() - 8))
        joint = self.window.side.panel("joint")
        self.choose_option(joint.reach, "All joints")
        self.choose_miniature(joint.kinds, "Wipe")
        self.choose_option(joint.fields.fields["direction"], "Left")
        self.press(self.window, "Ctrl+T")
        self.choose_option(self.window.side.panel("pace").fits, "60 s")
        self.assertLessEqual(self.actions, 10)
        moves = [slide.move for slide in self.project.slides]
        self.assertEqual(moves, [None, Move.PULL_OUT] * 3)
        rule = self.project.house_rules.transition
        self.assertEqual((rule.kind, rule.direction), ("wipe", "left"))
        self.assertEqual({plan.seconds for plan in self.window.session.plans().values()}, {60})

    def test_what_is_asked_at_the_beginning_is_one_step_and_may_be_left(self):
        self.window = self.open_window()
        self.settle()
        self.drop(self.window.sheet.viewport(), [self.folder / "photo-1.jpg"])
        self.wait_until(lambda: self.window.findChildren(BeginDialog))
        (dialog,) = self.window.findChildren(BeginDialog)
        for place in (1, 2, 5):  # portrait on, square and wide off
            self.click(dialog.outputs, QPointF(dialog.outputs.place_of(place).center()))
        self.click(dialog.begin)
        self.wait_until(lambda: self.window.importer.task is None and self.project.slides)
        self.assertEqual([output.id for output in self.project.outputs], ["tall", "portrait"])
        # Not again, though the set is empty once more.
        self.window.session.edited.go_to_step(0)
        self.drop(self.window.sheet.viewport(), [self.folder / "photo-2.jpg"])
        self.wait_until(lambda: self.window.importer.task is None and self.project.slides)
        self.assertFalse([one for one in self.window.findChildren(BeginDialog) if one.isVisible()])


if __name__ == "__main__":
    unittest.main()
