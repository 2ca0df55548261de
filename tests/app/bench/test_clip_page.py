"""The bench's page about a clip, in the real window."""

from fractions import Fraction

import numpy as np
from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import QImage, QWheelEvent
from PySide6.QtTest import QTest

from jaunty_frame.document.edits.material.keep_areas import set_found_tracks, set_keep_areas
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.keep_areas import Track
from tests.app.window_case import WindowCase
from tests.media.moving.clip_files import number_of, write_clip
from tests.media.sounds.sound_files import tone


def number_of_image(widget, top_left, bottom_right):
    """Return the number that a picture on a widget says."""
    place = QRectF(top_left, bottom_right).toRect().adjusted(1, 1, -1, -1)
    image = widget.grab(place).toImage().convertToFormat(QImage.Format.Format_RGB888)
    width, height = image.width(), image.height()
    rows = np.frombuffer(memoryview(image.constBits()), np.uint8).reshape(height, image.bytesPerLine())[:, : 3 * width]
    return number_of(rows.reshape(height, width, 3))


class ClipPages(WindowCase):
    photo_count = 2

    def setUp(self):
        super().setUp()
        clip = write_clip(self.folder / "wheel.mp4", count=50, width=256, height=144, sound=tone(2))
        self.window.importer.bring_in([clip], 1)
        self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
        self.settle()
        self.choose(1, 2)
        self.bench = self.window.bench
        self.bench.show_page("clip")
        self.settle()
        self.page, self.strip = self.bench.page("clip"), self.bench.page("clip").strip

    @property
    def exhibit(self):
        return self.project.slides[1].exhibit

    def frame(self):
        """Return the number that the picture in the frame says, which a slide of 16:9 shows whole."""
        place = self.bench.frame_view.picture_rect()
        return number_of_image(self.bench.frame_view, place.topLeft(), place.bottomRight())

    def test_it_is_offered_for_clips_alone(self):
        self.assertIn("clip", dict(self.bench.page_choice.options))
        self.choose(0)
        self.assertNotIn("clip", dict(self.bench.page_choice.options))
        self.assertEqual(self.bench.page_choice.value, "placement")

    def test_a_keep_area_is_put_at_two_moments_and_goes_between_them(self):
        self.window.session.apply(set_keep_areas(self.project.photos[-1].id, []))
        self.bench.show_page("photo")
        self.settle()
        canvas, page = self.bench.canvas, self.bench.page("photo")
        self.drag(canvas, canvas.to_widget(0.1, 0.2), canvas.to_widget(0.3, 0.7))
        areas = lambda: self.project.photos[-1].keep_areas  # noqa: E731
        self.assertEqual(len(areas()), 1)
        self.settle()
        self.assertTrue(page.goes.isVisible() and page.goes.isEnabled() and not page.goes.isChecked())
        before = self.window.session.edited.step
        QTest.mouseClick(page.goes, Qt.MouseButton.LeftButton, pos=QPoint(8, page.goes.height() // 2))
        self.settle()
        self.assertTrue(page.goes.isChecked())
        self.assertIn("changes where it is at 0.0 s", canvas._hint)
        self.bench.scrub.setValue(self.bench.scrub.maximum())
        self.settle()
        self.assertIn("sets where it is at", canvas._hint)
        self.drag(canvas, canvas.to_widget(0.2, 0.45), canvas.to_widget(0.7, 0.45))
        self.settle()
        (area,) = areas()
        first, last = area.instants
        self.assertEqual((first.seconds, self.window.session.edited.step), (0.0, before + 2))
        self.assertAlmostEqual(last.box[0] - first.box[0], 0.5, delta=0.02)
        # Half way it is shown half way, and a drag back there makes a third moment, which can be forgotten.
        self.bench.scrub.setValue(self.bench.scrub.maximum() // 2)
        self.settle()
        x, y, w, h = area.box_at(1.0)
        middle = canvas.to_widget(x + w / 2, y + h / 2)
        self.drag(canvas, middle, middle + QPointF(0, 20))
        self.settle()
        self.assertEqual(len(areas()[0].instants), 3)
        QTest.mouseClick(page.forget, Qt.MouseButton.LeftButton)
        self.settle()
        self.assertEqual(areas()[0].instants, area.instants)
        self.assertFalse(page.forget.isEnabled())

    def test_its_ends_are_dragged_and_each_drag_is_one_step(self):
        before, y = self.window.session.edited.step, self.strip.height() / 2
        half = QPointF(self.strip.place_of(Fraction(1)), y)
        self.drag(self.strip, QPointF(self.strip.place_of(Fraction(0)) + 1, y), half)
        self.assertEqual((self.exhibit.begins, self.exhibit.ends), (1, None))
        self.drag(self.strip, QPointF(self.strip.place_of(Fraction(2)) - 1, y), half + QPointF(40, 0))
        self.assertTrue(1 < self.exhibit.ends < 2)
        self.assertEqual(self.window.session.edited.step, before + 2)
        self.settle()
        self.assertEqual(self.page.begins.text(), "1.00")
        self.assertIn("of 2.0 s", self.page.said.text())
        last = self.exhibit.picture_at(self.project.photos[-1], Fraction(99))
        self.assertAlmostEqual(self.frame(), last, delta=1)  # the last frame may come before its last picture
        self.window.session.edited.undo()
        self.window.session.edited.undo()
        self.assertEqual(self.exhibit, ClipExhibit(photo=self.exhibit.photo))

    def test_keys_move_the_end_by_pictures(self):
        self.strip.setFocus()
        QTest.keyClick(self.strip, Qt.Key.Key_Right)
        self.assertEqual(self.exhibit.begins, Fraction(1, 25))
        QTest.keyClick(self.strip, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
        self.assertEqual(self.exhibit.begins, Fraction(11, 25))

    def test_a_press_on_the_strip_shows_that_moment(self):
        place = QPointF(self.strip.place_of(Fraction(30, 25)), 20)
        QTest.mouseClick(self.strip, Qt.MouseButton.LeftButton, pos=place.toPoint())
        self.settle()
        self.assertAlmostEqual(self.frame(), 30, delta=1)

    def test_keys_and_the_wheel_go_from_frame_to_frame(self):
        scrub, cell = self.bench.scrub, self.bench.cell
        last = int(cell.plan.schedule.frames[cell.position]) - 1
        self.assertGreater(last, 40)

        def frame():
            return round(scrub.share * last)

        scrub.setFocus()
        scrub.setValue(0)
        for n in range(1, 8):
            QTest.keyClick(scrub, Qt.Key.Key_Right)
            self.assertEqual(frame(), n)
        QTest.keyClick(scrub, Qt.Key.Key_Right, Qt.KeyboardModifier.ShiftModifier)
        self.assertEqual(frame(), 17)
        QTest.keyClick(scrub, Qt.Key.Key_Left)
        self.assertEqual(frame(), 16)
        for turned, reached in ((120, 17), (120, 18), (-120, 17)):
            place, still = QPointF(20, 10), QPoint()
            wheel = QWheelEvent(
                place, scrub.mapToGlobal(place), still, QPoint(0, turned),
                Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
            )  # fmt: skip
            self.app.sendEvent(scrub, wheel)
            self.assertEqual(frame(), reached)
        self.settle()
        self.assertEqual(self.frame(), cell.plan.picture_at(cell.row, scrub.share))
        QTest.keyClick(scrub, Qt.Key.Key_End)
        QTest.keyClick(scrub, Qt.Key.Key_Right)
        self.assertEqual(frame(), last)

    def test_begin_and_end_are_typed_and_nonsense_is_told(self):
        for typed, begins in (("0.5", Fraction(1, 2)), ("0s12f", Fraction(12, 25)), ("+0.2", Fraction(17, 25))):
            self.page.begins.setFocus()
            self.page.begins.selectAll()
            QTest.keyClicks(self.page.begins, typed)
            QTest.keyClick(self.page.begins, Qt.Key.Key_Return)
            self.assertEqual(self.exhibit.begins, begins, typed)
        for typed, said in (("soon", "soon"), ("0.1", "ends after it begins")):
            self.page.ends.setFocus()
            self.page.ends.selectAll()
            QTest.keyClicks(self.page.ends, typed)
            QTest.keyClick(self.page.ends, Qt.Key.Key_Return)
            self.assertIsNone(self.exhibit.ends)
            self.assertIn(said, self.page.said.text())

    def test_what_is_seen_becomes_begin_end_and_the_place_of_a_split(self):
        self.bench.scrub.setValue(500)
        begins = Fraction(self.bench.cell.plan.picture_at(self.bench.cell.row, 0.5), 25)
        self.click(self.page.begin_here)
        self.assertEqual(self.exhibit.begins, begins)
        self.settle()
        self.bench.scrub.setValue(500)
        self.settle()
        middle = self.bench.cell.plan.picture_at(self.bench.cell.row, 0.5)
        self.click(self.page.split)
        first, second = (slide.exhibit for slide in self.project.slides[1:3])
        self.assertEqual((first.begins, first.ends), (begins, Fraction(middle, 25)))
        self.assertEqual((second.begins, second.ends), (first.ends, None))

    def test_speed_and_sound(self):
        self.page.fields.fields["backwards"].click()
        self.page.fields.fields["heard"].click()
        self.assertEqual((self.exhibit.backwards, self.exhibit.heard), (True, False))
        self.settle()
        self.bench.scrub.setValue(0)
        self.settle()
        self.assertEqual(self.frame(), 49)

    def test_the_picture_that_is_seen_becomes_a_photo_after_the_slide(self):
        self.bench.scrub.setValue(500)
        self.settle()
        seen = self.bench.cell.plan.picture_at(self.bench.cell.row, 0.5)
        self.click(self.page.still)
        self.wait_until(lambda: len(self.project.slides) == 4)
        kept = self.project.photo(self.project.slides[2].exhibit.photo)
        self.assertEqual((kept.width, kept.height, kept.moving), (256, 144, None))
        self.assertEqual(kept.path, f"Stills/wheel 0-{seen // 25:02}.{seen % 25 * 4:02}.png")
        self.choose(2, 2)
        self.assertEqual(self.frame(), seen)

    def test_the_frame_that_is_seen_becomes_a_photo_after_any_slide(self):
        self.choose(0, 1)
        self.bench.scrub.setValue(250)
        self.settle()
        self.window.desk.actions["keep-frame"].trigger()
        self.wait_until(lambda: len(self.project.slides) == 4)
        kept = self.project.photo(self.project.slides[1].exhibit.photo)
        self.assertEqual((kept.width, kept.height), (240, 240))  # as the output shows it
        self.assertRegex(kept.path, r"^Stills/slide 01 240x240@25 0-00\.\d\d\.png$")

    def test_what_is_tracked_is_drawn_over_the_picture_where_it_is(self):
        """A box that goes from the left to the right in two seconds."""
        boxes = tuple((0.05 + 0.1 * k, 0.4, 0.2, 0.3) for k in range(7))
        track = Track(times=tuple(k / 3 for k in range(7)), boxes=boxes)
        clip = self.exhibit.photo
        self.window.session.apply(set_found_tracks(clip, 0, [track]))
        self.bench.show_page("placement")
        canvas = self.bench.canvas
        for share in (0.1, 0.5, 0.9):
            self.bench.scrub.setValue(round(share * 1000))
            self.settle()
            at = self.bench.cell.plan.picture_at(self.bench.cell.row, share) / 25
            left = 0.05 + 0.3 * at
            image = canvas.grab().toImage()
            for x, is_edge in ((left, True), (left + 0.2, True), (left + 0.14, False), (left - 0.06, False)):
                point = canvas.to_widget(x, 0.6)
                columns = range(round(point.x()) - 2, round(point.x()) + 3)
                lightest = max(image.pixelColor(column, round(point.y())).lightness() for column in columns)
                self.assertEqual(lightest > 240, is_edge, (share, x))
            self.assertEqual(number_of_image(canvas, canvas.to_widget(0, 0), canvas.to_widget(1, 1)), round(at * 25))

    def test_the_set_groups_by_kind_and_says_how_long_it_lasts(self):
        self.window.desk.open("set")
        panel = self.window.side.panel("set")
        self.choose_option(panel.by, "Kind")
        self.settle()
        tree = panel.tree
        groups = [tree.topLevelItem(k) for k in range(tree.topLevelItemCount())]
        said = [(one.text(0), one.childCount()) for one in groups]
        self.assertEqual(said, [("Still, 2 photos", 2), ("Moving, 1 clip", 1)])
        self.assertIn("2.0 s", groups[1].child(0).text(0))

    def test_a_cell_plays_it_and_its_loudness_was_found(self):
        self.assertNotEqual(self.project.photos[-1].moving.sound.loudness, -70.0)
        self.window.sheet._player.start_or_stop((1, 4))
        seen = set()
        self.wait_until(lambda: seen.add(self.cell_image(1, 4).pixelColor(20, 20).lightness()) or len(seen) > 1)
