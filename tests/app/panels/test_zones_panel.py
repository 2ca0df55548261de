"""The zones of an output, changed in the window."""

import unittest
from fractions import Fraction

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from tests.app.window_case import LEFT, OUTPUTS, WindowCase


class ZonesPanelTest(WindowCase):
    photo_count = 2

    def setUp(self):
        super().setUp()
        self.window.sheet.select_cell(self.window.session.project.slides[0].id, OUTPUTS[2])
        self.window.desk.open("zones")
        self.settle()
        self.panel = self.window.side.panel("zones")

    def zones(self, output=OUTPUTS[2]):
        return self.window.session.project.output(output).zones

    def test_a_typed_margin_reaches_the_document_and_is_drawn(self):
        before = self.panel.frame_view.grab().toImage()
        field = self.panel.fields["overlay_bottom"]
        field.selectAll()
        QTest.keyClicks(field, "30")
        QTest.keyClick(field, Qt.Key.Key_Return)
        self.settle()
        self.assertEqual(self.zones().overlay_bottom, 0.3)
        place = self.panel.frame_view.picture_rect()
        x, low, high = round(place.center().x() - 60), round(place.bottom() - 8), round(place.center().y() - 4)
        after = self.panel.frame_view.grab().toImage()
        self.assertLess(after.pixelColor(x, low).lightness(), before.pixelColor(x, low).lightness())
        self.assertEqual(after.pixelColor(x, high), before.pixelColor(x, high))
        self.window.session.edited.undo()
        self.assertEqual(self.zones().overlay_bottom, 0.0)

    def test_cut_out_and_tile_are_chosen_and_taken_back(self):
        QTest.mouseClick(self.panel.cut_out, LEFT, pos=self.panel.cut_out.option_rects()[1].center().toPoint())
        QTest.mouseClick(self.panel.tile, LEFT, pos=self.panel.tile.option_rects()[2].center().toPoint())
        self.assertEqual((self.zones().cut_out, self.zones().tile), (Fraction(4, 3), Fraction(3, 4)))
        self.assertEqual(self.zones(OUTPUTS[0]).tile, None)
        QTest.mouseClick(self.panel.back, LEFT)
        self.assertEqual(self.zones(), type(self.zones())())
        self.assertFalse(self.panel.back.isEnabled())

    def test_the_panel_follows_the_current_cell_and_escape_leaves_it(self):
        self.window.sheet.select_cell(self.window.session.project.slides[1].id, OUTPUTS[0])
        self.assertIn("180×320", self.panel.heading.text())
        QTest.keyClick(self.panel, Qt.Key.Key_Escape)
        self.assertIs(self.window.side.currentWidget(), self.window.bench)


if __name__ == "__main__":
    unittest.main()
