"""Pace, carry over, looks, the set, the undo list and house rules by shape, in the real window."""

import unittest
from fractions import Fraction

from PySide6.QtCore import QByteArray, QMimeData, QPointF, Qt
from PySide6.QtGui import QImage
from PySide6.QtTest import QTest

from jaunty_frame.app.project.clipboard import SLIDES_FORMAT, photos_data
from jaunty_frame.document.edits.material.photos import remove_photos
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.photo import Shape
from tests.app.window_case import OUTPUTS, WindowCase


class PanelCase(WindowCase):
    def open(self, name):
        self.window.desk.actions[name].trigger()
        self.settle()
        panel = self.window.side.panel(name)
        self.assertTrue(panel.isVisible())
        return panel

    def type_in(self, entry, text):
        entry.line.clear()
        QTest.keyClicks(entry.line, text)
        QTest.keyClick(entry.line, Qt.Key.Key_Return)
        self.settle()

    @property
    def seconds(self):
        return [slide.seconds for slide in self.project.slides]

    @property
    def ids(self):
        return [slide.id for slide in self.project.slides]


class Pace(PanelCase):
    def test_seconds_are_typed_chosen_and_locked(self):
        panel = self.open("pace")
        self.window.sheet.choose_slides(self.ids[:2])
        self.type_in(panel.typed, "x1.5")
        self.assertEqual(self.seconds, [Fraction(3, 2)] * 2 + [None] * 3)
        self.choose_option(panel.lengths, "4")
        self.assertEqual(self.seconds[:2], [4, 4])
        self.click(panel.lock, QPointF(8, panel.lock.height() / 2))
        self.assertEqual([slide.locked for slide in self.project.slides], [True, True, False, False, False])
        self.choose_option(panel.reach, "All slides")
        self.choose_option(panel.lengths, "2")
        self.assertEqual(self.seconds, [2] * 5)
        self.type_in(panel.typed, "soon")
        self.assertIn("no length", panel.typed.fault.text())

    def test_the_show_is_fitted_and_says_when_it_cannot_be(self):
        panel = self.open("pace")
        self.choose_option(panel.fits, "30 s")
        self.assertEqual(self.window.session.plans()[OUTPUTS[0]].seconds, 30)
        self.type_in(panel.fit_typed, "0:20")
        self.assertEqual(self.window.session.plans()[OUTPUTS[0]].seconds, 20)
        self.type_in(panel.fit_typed, "0.5")
        self.assertIn("cannot be as short", panel.fit_typed.fault.text())
        self.assertIn("20.0 s, 00:00:20:00", panel.times.text())

    def test_cuts_fall_on_beats(self):
        panel = self.open("pace")
        self.click(panel.cut)
        timing = self.window.session.plans()[OUTPUTS[0]].timing
        for start, end in zip(timing.starts[1:], timing.ends, strict=False):
            self.assertEqual(Fraction(start + end, 2 * timing.unit) % Fraction(1, 2), 0)

    def test_a_time_edge_is_dragged(self):
        sheet = self.window.sheet
        edge = sheet._stretcher.edge_of(1).center()
        self.drag(sheet.viewport(), QPointF(edge), QPointF(edge.x(), edge.y() + 60))
        self.assertEqual(self.seconds, [None, Fraction(5, 2), None, None, None])
        self.window.session.edited.undo()
        self.assertEqual(self.seconds, [None] * 5)

    def test_pictures_change_where_the_key_is_pressed(self):
        self.choose(0)
        self.window.desk.actions["by-ear"].trigger()
        screening = self.window.screening
        self.wait_until(lambda: screening.playing and screening.frame >= 12)
        screening.transport._timer.stop()  # time stands still, so that the press comes at a known frame
        screening.transport._clock.invalidate()
        screening.transport._at = Fraction(12) / self.project.outputs[0].frame_rate
        screening.picture.frame = at = 12
        QTest.keyClick(screening, Qt.Key.Key_T)
        self.assertGreater(screening.frame, at)
        QTest.keyClick(screening, Qt.Key.Key_Escape)
        self.settle()
        rate = self.project.outputs[0].frame_rate
        timing = self.window.session.plans()[OUTPUTS[0]].timing
        self.assertEqual(Fraction(timing.starts[1] + timing.ends[0], 2 * timing.unit), at / rate)
        self.assertEqual(self.seconds[1:], [None] * 4)
        self.assertEqual(self.window.session.edited.undo_label, "Change by ear")


class CarryOver(PanelCase):
    def test_what_would_change_is_seen_before_it_does(self):
        self.window.session.apply(set_on_slides([self.ids[0]], "Set", seconds=Fraction(4)))
        self.window.session.apply(set_on_slides([self.ids[2]], "Set", seconds=Fraction(4)))
        self.choose(0)
        panel = self.open("carry")
        box = panel.aspects[SlideAspect.SECONDS]
        self.assertEqual(box.text(), "Seconds: 4.0 s")
        plain = self.window.sheet.viewport().grab().toImage()
        self.click(box, QPointF(8, box.height() / 2))
        self.assertEqual(panel.preview.text(), "3 slides would change; 1 has it already.")
        self.assertNotEqual(self.window.sheet.viewport().grab().toImage(), plain)
        self.assertEqual(self.seconds, [4, None, 4, None, None])
        self.click(panel.carry)
        self.assertEqual(self.seconds, [4] * 5)
        self.click(panel.close_button)
        self.window.session.edited.undo()
        self.assertEqual(self.seconds, [4, None, 4, None, None])


class LooksOfSlides(PanelCase):
    def test_a_look_is_kept_given_and_taken_away(self):
        self.window.session.apply(set_on_slides([self.ids[0]], "Set", seconds=Fraction(6), placement="whole"))
        self.choose(0)
        panel = self.open("looks")
        self.wait_until(lambda: len(panel.looks._pictures) == len(panel.looks.shown))
        self.type_in(panel.name, "Hung")
        self.assertEqual([look.name for look in self.project.looks], ["Hung"])
        self.choose_option(panel.reach, "All slides")
        self.click(panel.give)
        self.assertEqual(self.seconds, [6] * 5)
        self.type_in(panel.new_name, "Hung low")
        self.assertEqual([look.name for look in self.project.looks], ["Hung low"])
        self.click(panel.delete)
        self.assertEqual(self.project.looks, ())


class TheSet(PanelCase):
    def test_photos_that_are_not_shown_are_one_drag_away(self):
        self.window.sheet.choose_slides(self.ids[:1])
        self.window.desk.actions["remove"].trigger()
        self.assertEqual((len(self.project.slides), len(self.project.photos)), (4, 5))
        panel = self.open("set")
        panel.unused.setChecked(True)
        item = panel.tree.topLevelItem(0).child(0)
        self.assertIn("not shown", item.text(0))
        item.setSelected(True)
        data = photos_data(self.window.session, set(panel.tree.photo_ids()))
        self.window.sheet.drops.take(data, 2, own_moves=True)
        self.settle()
        self.assertEqual(self.project.slides[2].exhibit.photo, self.project.photos[0].id)
        self.assertEqual(len(self.project.photos), 5)

    def test_it_is_filtered_and_grouped(self):
        panel = self.open("set")
        QTest.keyClicks(panel.filter, "photo-2")
        self.assertEqual([panel.tree.topLevelItem(k).childCount() for k in range(panel.tree.topLevelItemCount())], [1])
        panel.filter.clear()
        self.choose_option(panel.by, "Shape")
        shapes = {photo.shape for photo in self.project.photos}
        self.assertEqual(panel.tree.topLevelItemCount(), len(shapes))


class Clipboard(PanelCase):
    def test_slides_are_cut_and_pasted_with_all_that_is_theirs(self):
        before = self.ids
        self.window.session.apply(set_on_slides([before[1]], "Set", seconds=Fraction(7)))
        self.window.sheet.choose_slides(before[1:3])
        self.window.desk.actions["cut"].trigger()
        self.assertEqual(self.ids, [before[0], *before[3:]])
        self.window.sheet.choose_slides(self.ids[-1:])
        self.window.desk.actions["paste"].trigger()
        self.settle()
        self.assertEqual(self.seconds, [None, None, None, 7, None])
        self.assertEqual(self.window.sheet.chosen_slides(), self.ids[3:])
        self.assertEqual(len(self.project.photos), 5)

    def test_slides_go_from_one_window_to_another(self):
        self.window.sheet.choose_slides(self.ids[:2])
        self.window.desk.actions["copy"].trigger()
        other = self.open_window()
        other.desk.actions["paste"].trigger()
        self.wait_until(lambda: not other.session.shown.is_working)
        shown = other.session.project
        self.assertEqual((len(shown.slides), len(shown.photos)), (2, 2))
        self.assertTrue(all(photo.path.startswith(str(self.folder)) for photo in shown.photos))
        self.assertEqual([photo.content for photo in shown.photos], [p.content for p in self.project.photos[:2]])
        # In a project with a place of its own they are named as its own photos are.
        other.files.save_to(self.folder / "other.jaunty")
        other.session.apply(remove_photos([photo.id for photo in shown.photos]))
        other.desk.actions["paste"].trigger()
        self.wait_until(lambda: not other.session.shown.is_working)
        self.assertEqual([p.path for p in other.session.project.photos], [p.path for p in self.project.photos[:2]])

    def test_pictures_of_other_programs_come_in_as_files(self):
        image = QImage(300, 200, QImage.Format.Format_RGB32)
        image.fill(Qt.GlobalColor.darkGreen)
        data = QMimeData()
        data.setImageData(image)
        self.window.sheet.choose_slides(self.ids[:1])
        self.window.sheet.paste(data)
        self.wait_until(lambda: len(self.project.slides) == 6 and self.window.importer.task is None)
        photo = self.project.photo(self.project.slides[1].exhibit.photo)
        self.assertEqual((photo.width, photo.height), (300, 200))
        self.assertTrue((self.folder / photo.path).is_file())

    def test_what_cannot_be_pasted_changes_nothing(self):
        rubbish = QMimeData()
        rubbish.setData(SLIDES_FORMAT, QByteArray(b'{"format": "jaunty-frame-slides", "slides": 3}'))
        picture = QMimeData()
        picture.setImageData(QImage())
        for data in (None, QMimeData(), rubbish, picture):
            self.window.sheet.paste(data)
        self.settle()
        self.assertEqual((len(self.project.slides), self.window.session.edited.undo_label), (5, ""))
        self.assertFalse((self.folder / "Pasted pictures").exists())


class Choosing(PanelCase):
    def test_slides_are_chosen_by_what_they_are(self):
        self.window.desk.actions["choose-every-second"].trigger()
        self.assertEqual(self.window.sheet.chosen_slides(), self.ids[1::2])
        self.window.desk.actions["choose-others"].trigger()
        self.assertEqual(self.window.sheet.chosen_slides(), self.ids[::2])
        for shape in (Shape.UPRIGHT, Shape.SIDEWAYS):
            self.window.desk.actions[f"choose-{shape}"].trigger()
            photos = {photo.id for photo in self.project.photos if photo.shape is shape}
            expected = [slide.id for slide in self.project.slides if slide.exhibit.photo in photos]
            self.assertEqual(self.window.sheet.chosen_slides() if expected else expected, expected)

    def test_undo_goes_back_to_what_was_chosen_and_in_view(self):
        self.window.sheet.choose_slides(self.ids[1:3])
        self.window.desk.actions["leave-out"].trigger()
        self.assertEqual([len(slide.left_out) for slide in self.project.slides], [0, 1, 1, 0, 0])
        self.choose(4)
        self.window.session.edited.undo()
        self.assertEqual(self.window.sheet.chosen_slides(), self.ids[1:3])
        self.assertEqual([len(slide.left_out) for slide in self.project.slides], [0] * 5)


class UndoList(PanelCase):
    def test_any_step_can_be_gone_back_to(self):
        for seconds in (3, 4):
            self.window.session.apply(set_on_slides(self.ids[:2], "Seconds", seconds=Fraction(seconds)))
        panel = self.open("undo-list")
        said = [panel.list.item(k).text() for k in range(panel.list.count())]
        self.assertEqual(said[1:], ["Seconds → 3.0 s for 2 slides", "Seconds 3.0 s → 4.0 s for 2 slides"])
        self.click(panel.list.viewport(), QPointF(panel.list.visualItemRect(panel.list.item(0)).center()))
        self.assertEqual(self.seconds, [None] * 5)
        self.assertIn("taken back", panel.list.item(2).text())
        self.click(panel.list.viewport(), QPointF(panel.list.visualItemRect(panel.list.item(2)).center()))
        self.assertEqual(self.seconds[:2], [4, 4])


class RulesByShape(PanelCase):
    def test_photos_of_a_shape_have_rules_of_their_own(self):
        panel = self.open("house-rules")
        self.choose_option(panel.shape, "Upright")
        self.choose_option(panel.placement, "Whole")
        self.choose_option(panel.shape, "All")
        self.assertEqual(self.project.house_rules.placement, "auto")
        table = self.window.session.plans()[OUTPUTS[0]].table
        placed = {
            own.placement.value for own, shape in zip(table.settings, table.shapes, strict=True) if shape == "upright"
        }
        self.assertLessEqual(placed, {"whole"})
        self.click(panel.still)
        self.assertTrue(all(own.move == "hold" for own in self.window.session.plans()[OUTPUTS[0]].table.settings))


if __name__ == "__main__":
    unittest.main()
