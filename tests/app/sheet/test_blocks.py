"""Rows in blocks side by side, in the real window: pictures, keys, mouse, wheel, heads, and the height that fits."""

import unittest

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.outputs import add_output, remove_output
from jaunty_frame.document.outputs import PRESETS
from tests.app.window_case import WindowCase

COUNT = 60


def shown_often(project, count=COUNT):
    slides = [project.slides[k % len(project.slides)].changed(id=f"s{k}") for k in range(count)]
    return project.changed(slides=tuple(slides))


class BlockCase(WindowCase):
    def setUp(self):
        super().setUp()
        self.sheet = self.window.sheet
        self.window.session.apply(Edit("Often", shown_often))
        self.window.desk.actions["all-rows"].trigger()
        self.settle()

    def whole(self, row: int, column: int) -> bool:
        return self.sheet.viewport().rect().contains(self.sheet.cell_rect(row, column))

    def wheel(self, turned: int, keys=Qt.KeyboardModifier.NoModifier) -> None:
        place = QPointF(200, 200)
        view = self.sheet.viewport()
        no_button, phase = Qt.MouseButton.NoButton, Qt.ScrollPhase.NoScrollPhase
        event = QWheelEvent(place, view.mapToGlobal(place), QPoint(), QPoint(0, turned), no_button, keys, phase, False)
        self.app.sendEvent(view, event)


class WholeShow(BlockCase):
    def test_every_cell_is_in_view_and_has_its_picture(self):
        layout = self.sheet.layout_
        self.assertGreater(layout.blocks, 1)
        self.assertTrue(all(self.whole(row, column) for row in range(COUNT) for column in range(5)))
        shot = self.sheet.viewport().grab().toImage()
        for row in (0, layout.rows_down, COUNT - 1):
            rect = self.sheet.cell_rect(row, FIRST_OUTPUT + 2)
            colours = {shot.pixelColor(x, rect.center().y()).rgb() for x in range(rect.left() + 4, rect.right() - 3)}
            self.assertGreater(len(colours), 5, f"row {row} is empty")

    def test_keys_go_from_block_to_block(self):
        down, sheet = self.sheet.layout_.rows_down, self.sheet
        for start, key, end in (
            ((down - 1, 3), Qt.Key.Key_Down, (down, 3)),
            ((down, 3), Qt.Key.Key_Up, (down - 1, 3)),
            ((2, 4), Qt.Key.Key_Right, (2 + down, 0)),
            ((2 + down, 0), Qt.Key.Key_Left, (2, 4)),
            ((2, 3), Qt.Key.Key_PageDown, (2 + down, 3)),
            ((2, 3), Qt.Key.Key_Home, (2, 0)),
            ((COUNT - 1, 3), Qt.Key.Key_Down, (COUNT - 1, 3)),
            ((0, 3), Qt.Key.Key_Up, (0, 3)),
        ):
            with self.subTest(start=start, key=key):
                sheet.setCurrentIndex(sheet.sheet_model.index(*start))
                QTest.keyClick(sheet, key)
                self.assertEqual((sheet.currentIndex().row(), sheet.currentIndex().column()), end)

    def test_a_click_chooses_the_cell_under_it_and_shift_all_between(self):
        down, view = self.sheet.layout_.rows_down, self.sheet.viewport()
        self.click(view, QPointF(self.sheet.cell_rect(down - 2, 3).center()))
        self.assertEqual(self.sheet.chosen_place(), (f"s{down - 2}", self.project.outputs[1].id))
        place = self.sheet.cell_rect(down + 1, 3).center()
        QTest.mouseClick(view, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.ShiftModifier, place)
        self.assertEqual(self.sheet.chosen_slides(), [f"s{k}" for k in range(down - 2, down + 2)])
        self.assertEqual({output for _, output in self.sheet.chosen_cells()}, {self.project.outputs[1].id})

    def test_the_heads_of_the_second_block_have_menus(self):
        self.click(self.sheet.header, QPointF(self.sheet.header.head_rect(FIRST_OUTPUT + 1, 1).center()))
        menu = QApplication.activePopupWidget()
        self.assertIn("Remove output", [action.text() for action in menu.actions()])
        menu.close()

    def test_it_stays_whole_when_the_window_or_the_show_changes(self):
        for width, height in ((1900, 1040), (1500, 860), (1280, 800)):
            with self.subTest(width=width):
                self.window.resize(width, height)
                self.app.processEvents()
                self.assertTrue(self.whole(0, 0) and self.whole(COUNT - 1, 4))
        self.window.session.apply(add_output(PRESETS[0]))
        self.app.processEvents()
        self.assertTrue(self.whole(COUNT - 1, 5))

    def test_larger_rows_are_scrolled_a_block_at_a_time(self):
        self.sheet.set_picture_height(self.sheet.picture_height + 12)
        layout, across = self.sheet.layout_, self.sheet.horizontalScrollBar()
        self.assertGreater(layout.blocks, 2)
        self.wheel(-120)
        self.assertEqual(across.value(), min(layout.step, across.maximum()))
        self.wheel(120)
        self.assertEqual(across.value(), 0)
        self.choose(COUNT - 1)
        self.assertTrue(self.whole(COUNT - 1, FIRST_OUTPUT))


class Fitted(BlockCase):
    def setUp(self):
        super().setUp()
        self.window.desk.actions["fit-rows"].trigger()

    def test_all_outputs_are_in_view_until_the_user_zooms(self):
        for preset in PRESETS[:5]:
            self.window.session.apply(add_output(preset))
        for width in (1280, 1000, 1700):
            self.window.resize(width, 800)
            self.app.processEvents()
            last = FIRST_OUTPUT + len(self.project.outputs) - 1
            self.assertTrue(self.whole(0, 0) and self.whole(0, last), width)
        for output in self.project.outputs[1:]:
            self.window.session.apply(remove_output(output.id))
        self.app.processEvents()
        self.assertEqual(self.sheet.picture_height, 150)
        self.wheel(120, Qt.KeyboardModifier.ControlModifier)
        zoomed = self.sheet.picture_height
        self.assertGreater(zoomed, 150)
        self.window.resize(1000, 700)
        self.app.processEvents()
        self.assertEqual(self.sheet.picture_height, zoomed)


class ManySizes(WindowCase):
    def test_no_size_and_no_height_of_rows_ends_in_a_circle(self):
        """A scroll bar that comes must not undo what made it come."""
        sheet = self.window.sheet
        for count in (3, 9, 14, 30):
            self.window.session.apply(Edit("Some", lambda project, n=count: shown_often(project, n)))
            for wanted in ("all-rows", "fit-rows", "larger", "larger"):
                self.window.desk.actions[wanted].trigger()
                for height in range(560, 860, 23):
                    self.window.resize(1000 + height % 200, height)
                    self.app.processEvents()
                    content, view = sheet.layout_.size, sheet.viewport().size()
                    bars = sheet.horizontalScrollBar(), sheet.verticalScrollBar()
                    for bar, size, seen in zip(bars, content, (view.width(), view.height()), strict=True):
                        self.assertGreaterEqual(bar.maximum() + seen, size, "a part cannot be reached")


if __name__ == "__main__":
    unittest.main()
