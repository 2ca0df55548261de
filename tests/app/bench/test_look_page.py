"""The look of a slide, worked on at the frame: fill, mount, one output alone, dragging a print, taking a colour."""

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from jaunty_frame.document.edits.groups import add_to_slide
from jaunty_frame.document.edits.material.words import add_card
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.document.mount import SET_OFF
from tests.app.bench.test_bench import BenchCase
from tests.app.window_case import LEFT


class LookPage(BenchCase):
    def setUp(self):
        super().setUp()
        self.bench.show_page("look")
        self.page = self.bench.page("look")
        self.slide_id = self.project.slides[0].id

    def slide(self):
        return self.project.slide(self.slide_id)

    def frame_at(self, x, y):
        place = self.bench.frame_view.picture_rect()
        return QPointF(place.x() + x * place.width(), place.y() + y * place.height())

    def test_the_frame_is_large_and_the_photo_away(self):
        self.assertTrue(self.canvas.isHidden())
        self.bench.show_page("move")
        self.assertFalse(self.canvas.isHidden())

    def test_a_kind_of_fill_and_its_amounts(self):
        self.choose_option(self.page.fill.kind_choice, "Water")
        slider = self.page.fill.fields["strength"].slider
        slider.setFocus()
        QTest.keyClick(slider, Qt.Key.Key_PageUp)
        fill = self.slide().fill
        self.assertIsInstance(fill, WaterFill)
        self.assertGreater(fill.strength, 1.0)
        QTest.mouseDClick(slider, LEFT)
        self.assertEqual(self.slide().fill.strength, 1.0)

    def test_what_a_slider_does_in_one_drag_is_one_step(self):
        self.page.show_part("Border")
        slider = self.page.mounts["Border"].fields["border"].slider
        slider.setSliderDown(True)
        for position in (20, 40, 60):
            slider.setValue(position)
        slider.setSliderDown(False)
        self.assertGreater(self.slide().mount.border, 0.02)
        self.window.session.edited.undo()
        self.assertIsNone(self.slide().mount)

    def test_in_one_output_alone_and_back(self):
        self.page.here_only.click()
        self.page.show_part("Shadow")
        self.page.mounts["Shadow"].fields["shadow"].number.setValue(70)
        output = self.bench.cell.output_id
        self.assertIsNone(self.slide().mount)
        self.assertEqual(self.slide().in_output(output).mount.shadow, 0.7)
        others = [plan for name, plan in self.window.session.plans().items() if name != output]
        self.assertTrue(all(plan.mounting(0).mount.shadow in (0.0, SET_OFF.shadow) for plan in others))
        self.page.back.click()
        self.assertEqual(self.slide().in_outputs, ())

    def test_a_print_is_dragged_and_drawn_to_the_edge_and_sized_by_its_corner(self):
        self.page.show_part("Size")
        self.page.mounts["Size"].fields["size"].number.setValue(50)
        view = self.bench.frame_view
        self.drag(view, self.frame_at(0.5, 0.5), self.frame_at(0.74, 0.5))
        mount = self.slide().mount
        self.assertEqual(mount.place, "by-hand")
        self.assertAlmostEqual(mount.across, 0.24, delta=0.004)  # Control: nothing draws it
        QTest.mousePress(view, LEFT, pos=self.frame_at(0.74, 0.5).toPoint())
        self.move_to(view, self.frame_at(0.742, 0.5), Qt.KeyboardModifier.NoModifier)
        QTest.mouseRelease(view, LEFT, pos=self.frame_at(0.742, 0.5).toPoint())
        self.assertAlmostEqual(self.slide().mount.across, 0.25)  # its edge is drawn to the frame's
        outer = self.bench.cell.plan.mounting(0).outer
        self.drag(view, self.frame_at(outer.x + outer.w - 0.003, outer.y + outer.h - 0.003), self.frame_at(0.9, 0.6))
        self.assertLess(self.slide().mount.size, 0.5)

    def test_a_colour_is_taken_from_the_frame(self):
        self.choose_option(self.page.fill.kind_choice, "Colour")
        self.page.fill.fields["colour"].chosen.emit("#20c040")
        self.page.show_part("Border")
        self.wait_until(lambda: self.bench.frame_view.colour_at(0.5, 0.5) is not None)
        self.settle()
        expected = self.bench.frame_view.colour_at(0.5, 0.5)
        self.page.pick.click()
        self.click(self.bench.frame_view, self.frame_at(0.5, 0.5))
        self.assertEqual(self.slide().mount.border_colour, expected)

    def test_for_all_slides(self):
        self.page.show_part("Depth")
        self.page.mounts["Depth"].fields["lean"].number.setValue(3)
        self.page.for_all.click()
        self.assertEqual(self.project.house_rules.mount.lean, 3.0)
        self.assertIsNone(self.slide().mount)


class Groups(BenchCase):
    def test_photos_that_come_onto_a_card_can_be_framed(self):
        self.window.session.apply(add_card(0, "Hello"))
        self.choose(0)
        photos = [photo.id for photo in self.project.photos[:2]]
        self.window.session.apply(add_to_slide(self.project.slides[0].id, photos))
        self.settle()
        self.bench.show_page("placement")
        self.bench.cell.set_framing(None, self.bench.cell.framing.way.closing)
        self.assertEqual(([one.member for one in self.project.hand_set], self.bench.member.value), ([0], 0))

    def test_the_photo_worked_on_is_chosen_and_its_framing_is_its_own(self):
        slides = [slide.id for slide in self.project.slides[:2]]
        self.window.sheet.choose_slides(slides)
        self.window.desk.actions["together"].trigger()
        self.settle()
        self.assertEqual(len(self.project.slides[0].exhibit.photos), 2)
        self.choose_option(self.bench.member, "Photo 2")
        second = self.project.slides[0].exhibit.photos[1]
        self.assertEqual(self.bench.cell.photo.id, second)
        self.bench.show_page("placement")
        self.bench.cell.set_framing(None, self.bench.cell.framing.way.closing)
        self.assertEqual([one.member for one in self.project.hand_set], [1])
        self.bench.show_page("look")
        self.bench.page("look").show_part("Together")
        self.settle()
        self.choose_option(self.bench.page("look").exhibit.fields["arrangement"], "Above")
        self.assertEqual(self.project.slides[0].exhibit.arrangement, "above")
        self.window.desk.actions["together"].trigger()
        self.assertEqual(len(self.project.slides[0].exhibit.photos), 1)


class TimeLine(BenchCase):
    def setUp(self):
        super().setUp()
        self.bench.show_page("instants")
        self.fields = self.bench.page("instants")
        self.line = self.bench.scrub
        self.settle()

    def instants(self):
        return self.project.slides[0].instants

    def test_it_says_whether_an_edit_makes_an_instant_or_changes_one(self):
        self.line.setValue(500)
        self.assertIn("makes one", self.fields.said.text())
        self.fields.pose.fields["lean"].number.setValue(10)
        self.assertEqual([(one.at, one.lean) for one in self.instants()], [(0.5, 10.0)])
        self.assertIn("Instant 1 of 1", self.fields.said.text())
        self.fields.pose.fields["scale"].number.setValue(50)
        self.assertEqual((len(self.instants()), self.instants()[0].scale), (1, 0.5))

    def test_the_page_says_so_as_soon_as_it_is_opened(self):
        self.assertIn("No instant at 0.0 s", self.fields.said.text())
        self.assertEqual(self.fields.pose.fields["scale"].number.value(), 100)

    def test_in_and_out_in_two_clicks(self):
        for button in (self.fields.comes, self.fields.goes):
            button.menu().actions()[0].trigger()
        self.assertEqual([one.across for one in self.instants()], [-1.25, 0.0, 0.0, -1.25])

    def test_a_print_is_dragged_on_the_frame_at_the_instant(self):
        self.line.setValue(400)
        view = self.bench.frame_view
        place = view.picture_rect()
        middle = place.center()
        self.drag(view, middle, middle + QPointF(place.width() * 0.3, 0))
        self.assertEqual(len(self.instants()), 1)
        self.assertAlmostEqual(self.instants()[0].across, 0.3, delta=0.02)
        self.assertEqual(self.instants()[0].at, 0.4)

    def test_a_curve_of_its_own_is_dragged(self):
        self.line.setValue(400)
        self.fields.pose.fields["lean"].number.setValue(10)
        self.fields.own_curve.click()
        self.settle()
        before, start = self.instants()[0].easing, self.fields.curve.handle_place(0)
        self.drag(self.fields.curve, start, start + QPointF(0, -15))
        self.assertNotEqual(self.instants()[0].easing, before)
        self.window.session.edited.undo()
        self.assertEqual(self.instants()[0].easing, before)

    def test_a_window_is_kept_and_left(self):
        self.line.setValue(400)
        before = self.bench.cell.framing.way.at(0.4).window
        self.fields.window_here.click()
        (hand_set,) = self.project.hand_set
        self.assertEqual([one.at for one in hand_set.between], [0.4])
        np.testing.assert_allclose(self.bench.cell.framing.way.at(0.4).window, before)
        self.fields.window_here.click()
        self.assertEqual(self.project.hand_set[0].between, ())

    def test_a_mark_is_dragged_in_one_step_and_deleted(self):
        self.line.setValue(300)
        self.fields.pose.fields["lean"].number.setValue(10)
        start = self.line.mark_place(0.3)
        self.drag(self.line, start, QPointF(self.line.mark_place(0.6).x(), start.y()))
        self.assertAlmostEqual(self.instants()[0].at, 0.6, delta=0.01)
        self.window.session.edited.undo()
        self.assertEqual(self.instants()[0].at, 0.3)
        self.line.setValue(300)
        self.fields.delete.click()
        self.assertEqual(self.instants(), ())


if __name__ == "__main__":
    import unittest

    unittest.main()
