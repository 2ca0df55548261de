"""The bench: choices, keep areas and framings by mouse and keys, and what the other outputs make of it."""

from fractions import Fraction

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import visible_share
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.keep_areas import KeepArea
from tests.app.window_case import WindowCase


class BenchCase(WindowCase):
    def setUp(self):
        super().setUp()
        self.bench = self.window.bench
        self.canvas = self.bench.canvas
        photo = self.project.photos[0]
        self.window.session.apply(set_keep_areas(photo.id, [KeepArea(box=(0.1, 0.3, 0.2, 0.3))]))
        self.choose(0, 0)

    def framings(self):
        return [plan.framing(0) for plan in self.window.session.plans().values()]

    def at(self, x, y):
        return self.canvas.to_widget(x, y)


class Forgotten(WindowCase):
    def test_pictures_that_were_forgotten_while_they_were_made_come_all_the_same(self):
        images, bench = self.window.images, self.window.bench
        images.forget()
        for row in range(5):
            self.window.sheet.select_cell(self.project.slides[row].id, self.project.outputs[0].id)
            images.forget()
            self.settle()
            self.assertTrue(bench.canvas.shows_photo_of(self.project.photos[row].id), row)
            shown = bench.frame_view.grab(bench.frame_view.picture_rect().toRect()).toImage()
            colours = {shown.pixelColor(x, shown.height() // 2).rgb() for x in range(4, shown.width() - 4, 3)}
            self.assertGreater(len(colours), 5, row)


class Choices(BenchCase):
    def test_placement_and_move_reach_every_output(self):
        self.choose_option(self.bench.page("placement").placement, "Whole")
        self.choose_option(self.bench.page("move").move_choice, "Hold")
        self.assertEqual(self.project.slides[0].placement, Placement.WHOLE)
        self.assertEqual({framing.move for framing in self.framings()}, {Move.HOLD})
        self.assertEqual(self.bench.page("placement").placement.value, Placement.WHOLE)
        QTest.keyClick(self.bench.page("placement").placement, Qt.Key.Key_Left)
        self.assertEqual(self.project.slides[0].placement, Placement.SUBJECT)

    def test_several_chosen_slides_change_together(self):
        sheet = self.window.sheet
        model = sheet.sheet_model
        for row in (1, 2):
            sheet.selectionModel().select(model.index(row, FIRST_OUTPUT), sheet.selectionModel().SelectionFlag.Select)
        self.assertIn("2 more", self.bench.title.text())
        self.choose_option(self.bench.page("move").move_choice, "Tilt")
        self.assertEqual([slide.move for slide in self.project.slides], [Move.TILT] * 3 + [None] * 2)

    def test_seconds_and_quarter_turns(self):
        self.bench.page("move").seconds.setValue(2.25)
        self.assertEqual(self.project.slides[0].seconds, Fraction(9, 4))
        self.click(self.bench.page("photo").turn_right)
        self.assertEqual(self.project.photos[0].quarter_turns, 1)
        self.settle()
        self.assertEqual(self.canvas._photo_size, self.project.photos[0].upright_size)

    def test_a_colour_instead_of_the_blur(self):
        self.choose_option(self.bench.page("placement").placement, "Whole")
        self.bench.show_page("look")
        self.choose_option(self.bench.page("look").fill.kind_choice, "Colour")
        self.bench.page("look").fill.fields["colour"].chosen.emit("#20c040")
        self.settle()
        image = self.cell_image(0, FIRST_OUTPUT)
        top = image.pixelColor(image.width() // 2, 9)
        self.assertEqual((top.red(), top.green(), top.blue()), (0x20, 0xC0, 0x40))

    def test_scrubbing_shows_another_instant(self):
        self.settle()
        before = self.bench.frame_view.grab().toImage()
        self.bench.scrub.setValue(1000)
        self.settle()
        self.assertNotEqual(self.bench.frame_view.grab().toImage(), before)
        self.assertIn("1.0 s of 1.0 s", self.bench.instant.text())


class KeepAreas(BenchCase):
    def test_dragging_one_moves_every_outputs_framing_live(self):
        self.window.sheet.setFocus()
        cells = [self.cell_image(0, FIRST_OUTPUT + k) for k in range(3)]
        bases = [framing.base.window for framing in self.framings()]
        self.drag(self.canvas, self.at(0.2, 0.45), self.at(0.75, 0.45), release=False)
        box = self.project.photos[0].keep_areas[0].box
        self.assertAlmostEqual(box[0], 0.65, delta=0.02)
        self.assertEqual(self.project.photos[0].keep_areas[0].origin, "hand")
        for framing, before in zip(self.framings()[:2], bases, strict=False):
            self.assertNotEqual(framing.base.window, before)
            shares = visible_share(np.array([framing.base.window]), np.array([[box]]))
            self.assertGreaterEqual(shares.min(), 0.98 - 1e-9)
        self.settle()
        self.assertNotEqual(self.cell_image(0, FIRST_OUTPUT), cells[0])
        QTest.mouseRelease(self.canvas, Qt.MouseButton.LeftButton, pos=self.at(0.75, 0.45).toPoint())
        self.window.session.edited.undo()
        self.assertAlmostEqual(self.project.photos[0].keep_areas[0].box[0], 0.1)

    def test_drawing_resizing_wishing_and_removing(self):
        self.drag(self.canvas, self.at(0.5, 0.5), self.at(0.8, 0.9))
        self.assertEqual(len(self.project.photos[0].keep_areas), 2)
        x, y, w, h = self.project.photos[0].keep_areas[1].box
        self.drag(self.canvas, self.at(x + w, y + h), self.at(x + w + 0.1, y + h))
        self.assertAlmostEqual(self.project.photos[0].keep_areas[1].box[2], w + 0.1, delta=0.02)
        self.canvas.toggle_required(1)
        self.assertLess(self.project.photos[0].keep_areas[1].weight, 1)
        QTest.keyClick(self.canvas, Qt.Key.Key_Delete)
        self.assertEqual(len(self.project.photos[0].keep_areas), 1)

    def test_keys_alone_suffice(self):
        self.canvas.setFocus()
        QTest.keyClick(self.canvas, Qt.Key.Key_N)
        self.assertEqual(len(self.project.photos[0].keep_areas), 2)
        QTest.keyClick(self.canvas, Qt.Key.Key_Right)
        one = self.project.photos[0].keep_areas[1].box[0] - 0.35
        self.assertGreater(one, 0)
        QTest.keyClick(self.canvas, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
        self.assertAlmostEqual(self.project.photos[0].keep_areas[1].box[0] - 0.35, 11 * one, delta=one / 2)
        QTest.keyClick(self.canvas, Qt.Key.Key_Period)
        QTest.keyClick(self.canvas, Qt.Key.Key_Period)
        self.assertEqual(self.canvas.chosen_area, -1)

    def test_escape_takes_a_drag_back(self):
        self.drag(self.canvas, self.at(0.2, 0.45), self.at(0.7, 0.45), release=False)
        QTest.keyClick(self.canvas, Qt.Key.Key_Escape)
        self.assertAlmostEqual(self.project.photos[0].keep_areas[0].box[0], 0.1)


class HandSet(BenchCase):
    def test_dragging_the_opening_changes_one_output_only(self):
        before = self.framings()
        opening = before[0].way.opening
        edge = self.at(opening.x, opening.y + opening.h * 0.8)
        self.drag(self.canvas, edge, edge + QPointF(24, 0))
        after = self.framings()
        self.assertIsNone(after[0].placement)
        self.assertGreater(after[0].way.opening.x, opening.x)
        self.assertEqual([f.way.opening for f in after[1:]], [f.way.opening for f in before[1:]])
        self.assertTrue(self.bench.page("placement").back_to_solved.isEnabled())
        self.click(self.bench.page("placement").back_to_solved)
        self.assertEqual(self.framings(), before)

    def test_a_corner_resizes_and_keeps_the_shape(self):
        closing = self.framings()[0].way.closing
        corner = self.at(closing.x + closing.w, closing.y + closing.h)
        self.drag(self.canvas, corner, corner + QPointF(-20, -30))
        changed = self.framings()[0].way.closing
        self.assertLess(changed.w, closing.w)
        self.assertAlmostEqual(changed.w / changed.h, closing.w / closing.h, places=6)
        self.assertAlmostEqual(changed.x, closing.x, places=6)

    def test_numbers_can_be_typed(self):
        self.bench.page("placement").window_fields.boxes[1, "left"].setValue(12.5)
        self.assertAlmostEqual(self.framings()[0].way.closing.x, 0.125)
        self.bench.page("placement").window_fields.boxes[0, "width"].setValue(20)
        opening = self.framings()[0].way.opening
        self.assertAlmostEqual(opening.w, 0.2)
        self.assertIn("by hand", self.bench.reason.text())
