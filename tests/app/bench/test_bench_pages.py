"""What the bench offers beyond dragging: pages, the strip of outputs, findings with remedies, the level line."""

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtTest import QTest

from jaunty_frame.app.bench.canvas.shapes import Part
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.motion.paths import LINEAR
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.material.photos import set_on_photo
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.planning.plan_json import plan_object
from tests.app.bench.test_bench import BenchCase
from tests.app.window_case import LEFT


class Strip(BenchCase):
    def test_every_output_follows_while_a_keep_area_is_dragged(self):
        before = self.bench.strip.pictures()
        self.assertEqual(list(before), [output.id for output in self.project.outputs])
        self.drag(self.canvas, self.at(0.2, 0.45), self.at(0.75, 0.45), release=False)
        during = self.bench.strip.pictures
        self.wait_until(lambda: all(during()[name] != before[name] for name in ("180x320", "240x240@25")))
        QTest.mouseRelease(self.canvas, LEFT, pos=self.at(0.75, 0.45).toPoint())

    def test_a_click_brings_an_output_to_the_bench(self):
        place = next(rect for name, rect, _ in self.bench.strip._pictures if name == "320x180")
        self.click(self.bench.strip, place.center())
        self.assertEqual(self.bench.cell.output_id, "320x180")


class Moves(BenchCase):
    def setUp(self):
        super().setUp()
        self.bench.show_page("move")
        self.page = self.bench.page("move")

    def test_a_direction_is_offered_where_the_move_has_one(self):
        self.choose_option(self.page.move_choice, "Hold")
        self.assertTrue(self.page.direction.isHidden())
        self.choose_option(self.page.move_choice, "Enter")
        self.assertFalse(self.page.direction.isHidden())
        self.choose_option(self.page.direction, "Up")
        slide = self.project.slides[0]
        self.assertEqual((slide.move, slide.direction), (Move.ENTER, Direction.UP))
        self.assertEqual({framing.course.direction for framing in self.framings()}, {Direction.UP})

    def test_a_curve_is_dragged_and_nudged_and_a_preset_chosen(self):
        curve = self.page.curve
        start = curve.handle_place(0)
        self.drag(curve, start, start + QPointF(0, -20))
        easing = self.project.slides[0].easing
        self.assertGreater(easing[1], 0.2)
        self.window.session.edited.undo()
        self.assertIsNone(self.project.slides[0].easing, "one drag is one step")
        curve.setFocus()
        QTest.keyClick(curve, Qt.Key.Key_Right)
        self.assertAlmostEqual(self.project.slides[0].easing[0], 0.44)
        self.choose_option(self.page.presets, "Even")
        self.assertEqual(self.project.slides[0].easing, LINEAR)

    def test_a_far_way_set_by_hand_rises_on_request(self):
        self.choose_option(self.page.move_choice, "Hold")
        self.assertFalse(self.page.path.isVisible(), "nothing moves")
        cell = self.bench.cell
        height = 0.2 * cell.photo.upright_size[0] / cell.photo.upright_size[1] / float(cell.output.aspect)
        ends = Window(0.05, 0.3, 0.2, height), Window(0.75, 0.3, 0.2, height)
        self.window.session.apply(set_framing(cell.slide_id, cell.output_id, *ends))
        self.settle()
        self.assertTrue(self.page.path.isVisible())
        before = frame_content(cell.plan, cell.plan.schedule.first[0] + cell.plan.schedule.frames[0] // 2)
        self.choose_option(self.page.path, "Arc")
        self.assertEqual(self.project.slides[0].path, "arc")
        after = frame_content(cell.plan, cell.plan.schedule.first[0] + cell.plan.schedule.frames[0] // 2)
        self.assertAlmostEqual(before.layers[-1].window.w, 0.2)
        self.assertGreater(after.layers[-1].window.w, 0.25)
        self.assertIn("rising on its way", self.bench.reason.text())
        self.assertGreater(plan_object(cell.plan)["slides"][0]["rho"], 0.1)
        self.settle()
        widest = self.bench.photo._framed().corners_at(0.5)
        across = widest[Part.TOP_RIGHT][0] - widest[Part.TOP_LEFT][0]
        self.assertAlmostEqual(across, after.layers[-1].window.w, 1)


class PhotoPage(BenchCase):
    def setUp(self):
        super().setUp()
        self.bench.show_page("photo")
        self.page = self.bench.page("photo")

    def test_a_level_line_straightens_the_photo(self):
        self.canvas.setFocus()
        QTest.keyClick(self.canvas, Qt.Key.Key_L)
        # Two points along a line that falls to the right: the photo must turn counter-clockwise.
        start, end = self.at(0.1, 0.4), self.at(0.9, 0.4)
        end = QPointF(end.x(), end.y() + (end.x() - start.x()) * np.tan(np.radians(4.0)))
        self.drag(self.canvas, start, end)
        self.assertAlmostEqual(self.project.photos[0].straightening, -4.0, delta=0.3)
        self.assertIn("Straightened", self.bench.reason.text())
        for framing in self.framings():
            self.assertAlmostEqual(framing.way.closing_degrees, self.project.photos[0].straightening)
        self.window.session.edited.undo()
        self.assertEqual(self.project.photos[0].straightening, 0.0)

    def test_a_panorama_that_is_turned_stands_beside_its_frame_at_once(self):
        self.bench.show_cell(self.project.slides[4].id, "320x180")
        self.app.processEvents()
        self.assertGreaterEqual(self.bench.frame_view.y(), self.canvas.geometry().bottom())
        self.window.session.apply(set_on_photo(self.project.photos[4].id, "Turn", quarter_turns=1))
        self.app.processEvents()
        self.assertGreaterEqual(self.bench.frame_view.x(), self.canvas.geometry().right())

    def test_a_corner_of_a_slanted_window_can_be_dragged(self):
        self.window.session.apply(set_on_photo(self.project.photos[0].id, "x", straightening=5.0))
        corners = self.canvas._framed.corners("closing")
        grabbed, opposite = corners[Part.BOTTOM_RIGHT], corners[Part.TOP_LEFT]
        towards = (grabbed[0] * 0.8 + opposite[0] * 0.2, grabbed[1] * 0.8 + opposite[1] * 0.2)
        self.drag(self.canvas, self.at(*grabbed), self.at(*towards))
        self.assertIsNotNone(self.bench.cell.hand_set)
        after = self.canvas._framed.corners("closing")
        for mine, other in zip(after[Part.TOP_LEFT], opposite, strict=True):
            self.assertAlmostEqual(mine, other, delta=0.01)
        self.assertAlmostEqual(after[Part.BOTTOM_RIGHT][0], towards[0], delta=0.02)

    def test_colours_change_the_picture_and_b_shows_it_without(self):
        self.page.sliders["exposure"].setValue(150)
        self.settle()
        self.assertAlmostEqual(self.project.photos[0].correction.exposure, 1.5)
        bright = self.mean_light()
        press = QKeyEvent(QKeyEvent.Type.KeyPress, Qt.Key.Key_B, Qt.KeyboardModifier.NoModifier, "b")
        self.app.sendEvent(self.bench, press)
        self.settle()
        self.assertLess(self.mean_light(), bright - 15)
        release = QKeyEvent(QKeyEvent.Type.KeyRelease, Qt.Key.Key_B, Qt.KeyboardModifier.NoModifier, "b")
        self.app.sendEvent(self.bench, release)
        self.settle()
        self.assertAlmostEqual(self.mean_light(), bright, delta=1)
        self.click(self.page.reset)
        self.assertEqual(self.project.photos[0].correction.exposure, 0.0)

    def mean_light(self):
        image = self.bench.frame_view.grab().toImage()
        middle = [image.pixelColor(image.width() // 2, y).lightness() for y in range(40, image.height() - 40, 4)]
        return float(np.mean(middle))

    def test_weight_and_close_up_of_the_chosen_area(self):
        self.assertFalse(self.page.weight.isEnabled())
        QTest.keyClick(self.canvas, Qt.Key.Key_Period)
        self.assertTrue(self.page.weight.isEnabled())
        self.choose_option(self.page.weight, "Wished for")
        self.assertEqual(self.project.photos[0].keep_areas[0].weight, 0.5)
        self.click(self.page.close_up)
        close = self.project.slides[1]
        self.assertEqual(
            (close.exhibit.photo, close.exhibit.close_up), (self.project.photos[0].id, (0.1, 0.3, 0.2, 0.3))
        )
        for plan in self.window.session.plans().values():
            whole, part = plan.framing(0).base.window, plan.framing(1).base.window
            self.assertLess(part.w * part.h, whole.w * whole.h)
            self.assertTrue(part.x <= 0.2 <= part.x + part.w and part.y <= 0.45 <= part.y + part.h)
        self.settle()
        self.choose(1)
        self.assertIn("close-up", self.bench.title.text())


class HandSetFramings(BenchCase):
    def test_closing_first_finds_the_opening_again_and_again(self):
        page = self.bench.page("placement")
        self.choose_option(self.bench.page("move").move_choice, "Push in")
        self.choose_option(self.bench.page("move").strength, "Strong")
        self.click(page.find_opening, QPointF(8, page.find_opening.height() / 2))
        self.assertIsNone(self.bench.cell.hand_set.opening)
        before = self.bench.cell.framing
        self.assertGreaterEqual(before.way.opening.w, before.way.closing.w)
        corner = self.canvas._framed.corners("closing")[Part.BOTTOM_RIGHT]
        self.drag(self.canvas, self.at(*corner), self.at(corner[0] - 0.05, corner[1] - 0.1))
        after = self.bench.cell.framing
        self.assertIsNone(self.bench.cell.hand_set.opening)
        self.assertNotEqual(after.way.closing, before.way.closing)
        self.assertGreater(after.way.opening.w, after.way.closing.w)

    def test_use_for_the_other_outputs_carries_the_intent(self):
        slide = self.project.slides[0]
        opening, closing = Window(0.5, 0.1, 0.3, 0.8), Window(0.6, 0.1, 0.3, 0.8)
        self.window.session.apply(set_framing(slide.id, "180x320", opening, closing))
        self.click(self.bench.page("placement").use_elsewhere)
        self.assertEqual(self.project.slides[0].move, Move.PAN)
        wish = self.project.photos[0].keep_areas[-1]
        self.assertTrue(wish.weight < 1 and 0.6 < wish.box[0] < 0.7)
        self.assertEqual(len(self.project.hand_set), 1, "numbers stay where they were set")


class Findings(BenchCase):
    def make_a_cut(self):
        slide = self.project.slides[0]
        away = Window(0.6, 0.3, 0.25, 0.25 * 1.5 * 16 / 9)
        self.window.session.apply(set_framing(slide.id, "180x320", away, away))

    def test_a_finding_says_what_is_cut_and_its_button_mends_it(self):
        self.make_a_cut()
        cut = [f for f in self.window.session.findings() if f.kind == "keep-area-cut"]
        self.assertEqual((cut[0].slide, cut[0].output), (1, "180x320"))
        self.assertIs(cut[0], self.window.session.findings()[0], "the most severe comes first")
        self.settle()
        self.click(self.bench.findings.buttons[0])
        self.assertEqual(self.project.hand_set, ())
        self.assertFalse([f for f in self.window.session.findings() if f.kind == "keep-area-cut" and f.slide == 1])

    def test_the_list_jumps_to_the_cell_and_mends_it(self):
        self.make_a_cut()
        self.choose(3, 2)
        self.click(self.window.top_bar.findings)
        panel = self.window.side.panel("findings")
        self.settle()
        self.click(panel.jumps[0])
        self.assertEqual(self.window.sheet.chosen_place(), (self.project.slides[0].id, "180x320"))
        self.click(panel.remedies[0])
        self.assertEqual(self.project.hand_set, ())

    def test_looking_again_keeps_what_was_drawn(self):
        drawn = self.project.photos[0].keep_areas[0]
        self.window.desk.actions["find-again"].trigger()
        self.wait_until(lambda: self.window.importer.finder.task is None)
        areas = self.project.photos[0].keep_areas
        self.assertEqual(areas[0], drawn)
        self.assertTrue(len(areas) > 1 and all(area.origin == "found" for area in areas[1:]))
