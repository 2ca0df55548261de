"""Words on the bench: typed and dragged on the frame, their times, styles, help; cards; the script and the emblems."""

from fractions import Fraction

import cv2
import numpy as np
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QKeySequence
from PySide6.QtTest import QTest

from jaunty_frame.document.edits.material.words import add_card
from jaunty_frame.show.planning.words.planned import words_of
from tests.app.bench.test_bench import BenchCase
from tests.app.window_case import LEFT, WindowCase


class WordsPage(BenchCase):
    def setUp(self):
        super().setUp()
        self.choose(0, 2)
        self.bench.show_page("words")
        self.page = self.bench.page("words")
        self.slide_id = self.project.slides[0].id
        self.view = self.bench.frame_view

    def slide(self):
        return self.project.slide(self.slide_id)

    def words(self):
        return self.slide().words[-1]

    def placed(self):
        return self.bench.cell.placed_words

    def frame_at(self, x, y):
        place = self.view.picture_rect()
        return QPointF(place.x() + x * place.width(), place.y() + y * place.height())

    def middle_of_words(self):
        x, y, w, h = self.placed().box
        return x + w / 2, y + h / 2

    def typed(self, text):
        self.click(self.page.adds["title"])
        QTest.keyClicks(self.page.typing.field, text)

    def test_words_are_typed_on_the_frame_and_appear_in_all_outputs(self):
        self.settle()
        before = {name: image.copy() for name, image in self.bench.strip.pictures().items()}
        self.typed("Copper")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Return)
        QTest.keyClicks(self.page.typing.field, "red")
        self.assertEqual(self.words().text, "Copper\nred")
        self.assertEqual(self.words().kind, "title")
        self.settle()
        for name, image in self.bench.strip.pictures().items():
            self.assertNotEqual(image, before[name], name)
        self.assertEqual(self.page.typing.tool.caret, (10, 10))
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        self.assertIsNone(self.page.typing.tool.caret)

    def test_what_is_typed_at_a_stretch_is_one_step(self):
        steps = self.window.session.edited.step
        self.typed("Pot")
        self.assertEqual(self.window.session.edited.step, steps + 2)  # words came, and were typed
        QTest.keySequence(self.page.typing.field, QKeySequence(QKeySequence.StandardKey.Undo))
        self.assertEqual(self.words().text, "Title")
        self.assertEqual(self.page.typing.field.toPlainText(), "Title")

    def test_words_without_a_letter_go(self):
        self.typed("P")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Backspace)
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        self.assertEqual(self.slide().words, ())

    def test_a_click_puts_the_caret_between_letters(self):
        self.typed("mmmmmmmm")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        x, y, w, h = self.placed().box
        self.click(self.view, self.frame_at(x + w * 0.51, y + h * 0.5))
        self.assertEqual(self.page.typing.tool.caret, (4, 4))
        QTest.keyClicks(self.page.typing.field, "X")
        self.assertEqual(self.words().text, "mmmmXmmmm")

    def test_words_are_opened_from_their_list_by_a_key(self):
        self.typed("Pot")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        self.page.list.setFocus()
        QTest.keyClick(self.page.list, Qt.Key.Key_Return)
        QTest.keyClicks(self.page.typing.field, "s")
        self.assertEqual(self.words().text, "Pots")

    def test_a_drag_holds_in_this_output_only(self):
        self.typed("Pot")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        x, y = self.middle_of_words()
        self.drag(self.view, self.frame_at(x, y), self.frame_at(0.3, 0.3))
        (own,) = self.words().in_outputs
        self.assertEqual((own.output, own.anchor), (self.project.outputs[2].id, "free"))
        np.testing.assert_allclose(own.place, (0.3, 0.3), atol=0.02)
        self.assertEqual(words_of(self.window.session.plans()[self.project.outputs[0].id], 0)[0].words.anchor, "auto")
        self.click(self.page.back)
        self.assertEqual(self.words().in_outputs, ())

    def test_a_corner_changes_the_size(self):
        self.typed("Pot")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        before = self.placed()
        x, y, w, h = before.box
        self.drag(self.view, self.frame_at(x + w, y + h), self.frame_at(x + w * 1.25, y + h * 1.25))
        self.assertGreater(self.placed().size, before.size * 1.2)

    def test_place_kind_and_times_are_chosen(self):
        self.typed("Pot")
        self.click(self.page.parts.place.grid, QPointF(8, 60))
        self.assertEqual(self.words().anchor, "bottom-left")
        self.choose_option(self.page.parts.place.place, "Auto")
        self.assertEqual(self.words().anchor, "auto")
        self.choose_option(self.page.parts.place.kind, "Caption")
        self.choose_option(self.page.parts.place.times, "Own time")
        self.assertEqual((self.words().kind, self.words().times), ("caption", "own"))

    def test_only_in_this_output(self):
        self.typed("Long caption")
        self.page.here_only.click()
        self.page.typing.field.begin("Long caption")
        QTest.keyClicks(self.page.typing.field, "Short")
        self.assertEqual(
            (self.words().text, self.words().as_in(self.project.outputs[2].id).text), ("Long caption", "Short")
        )

    def test_bars_are_dragged(self):
        self.typed("Pot")
        bar, steps = self.page.list.bar_of(0), self.window.session.edited.step
        self.drag(
            self.page.list, QPointF(bar.right() - 1, bar.center().y()), QPointF(bar.center().x(), bar.center().y())
        )
        seconds = float(self.bench.cell.settings.seconds)
        self.assertEqual(self.words().times, "own")
        self.assertAlmostEqual(float(self.words().lasts), seconds / 2, delta=0.1)
        self.assertEqual(self.window.session.edited.step, steps + 1)

    def test_a_style_for_one_and_for_all_of_its_kind(self):
        self.typed("Pot")
        self.page.show_part("Style")
        self.choose_option(self.page.parts.styles, "Poster")
        self.assertEqual(self.words().style.family, "Oswald")
        self.click(self.page.for_all)
        self.assertEqual(self.project.house_rules.title.family, "Oswald")
        self.assertIsNone(self.words().style)

    def test_help_is_shown_before_it_is_taken(self):
        self.typed("Pot")
        self.page.show_part("Help")
        self.settle()
        names = [one.name for one in self.page.parts.helps.shown]
        self.assertEqual(len(names), 6)
        self.assertTrue(all(": 1" in name for name in names))
        self.assertIsNone(self.words().style)
        self.click(self.page.parts.helps, QPointF(self.page.parts.helps.place_of(3).center()))
        self.assertGreater(self.words().style.plate, 0.5)

    def test_how_they_come(self):
        self.typed("Pot")
        self.page.show_part("In")
        self.settle()
        self.choose_option(self.page.parts.entrances["comes"].fields["kind"], "Letters")
        self.assertEqual(self.words().comes.kind, "letters")

    def test_a_colour_from_the_frame(self):
        self.typed("Pot")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        self.page.show_part("Colour")
        self.settle()
        self.click(self.page.pick)
        point, frame = self.frame_at(0.05, 0.95).toPoint(), self.view.picture_rect()
        self.click(self.view, QPointF(point))
        self.assertEqual(self.words().style.colour_by, "chosen")
        x, y = (point.x() - frame.x()) / frame.width(), (point.y() - frame.y()) / frame.height()
        self.assertEqual(self.words().style.colour, self.view.colour_at(x, y))

    def test_a_finding_of_words_has_a_button_that_mends_it(self):
        self.typed("Pot")
        QTest.keyClick(self.page.typing.field, Qt.Key.Key_Escape)
        x, y = self.middle_of_words()
        self.drag(self.view, self.frame_at(x, y), self.frame_at(0.0, 0.5))
        self.settle()
        kinds = {finding.kind for finding in self.window.session.findings()}
        self.assertIn("words-outside-safe", kinds)
        finding = next(one for one in self.window.session.findings() if one.kind == "words-outside-safe")
        self.window.desk.remedy(finding)
        self.settle()
        self.assertNotIn("words-outside-safe", {one.kind for one in self.window.session.findings()})


class CardsScriptAndEmblems(WindowCase):
    def setUp(self):
        super().setUp()
        self.choose(0, 0)

    def test_a_card_is_made_and_its_title_typed(self):
        self.window.desk.actions["add-card"].trigger()
        self.settle()
        page = self.window.bench.page("words")
        QTest.keyClicks(page.typing.field, "Hello")
        card = self.project.slides[0]
        self.assertEqual((card.exhibit.kind, card.words[0].text), ("card", "Hello"))
        self.assertFalse(self.window.bench.canvas.isVisible())
        self.choose(1, 0)
        self.window.bench.show_page("placement")
        self.assertTrue(self.window.bench.canvas.isVisible())

    def test_credits_come_at_the_end(self):
        self.window.desk.actions["add-credits"].trigger()
        self.assertTrue(self.project.slides[-1].words[0].built)

    def test_the_look_page_has_the_fill_of_a_card(self):
        self.window.session.apply(add_card(0, "Hello"))
        self.choose(0, 0)
        self.window.bench.show_page("look")
        self.assertEqual([name for name, _ in self.window.bench.page("look").part.options], ["Fill"])

    def test_the_script_is_edited_like_a_text(self):
        self.window.session.apply(add_card(0, "Hello"))
        self.window.desk.open("script")
        panel = self.window.side.panel("script")
        self.assertEqual(panel.text.toPlainText(), "— 1 · Card\nHello")
        panel.text.setFocus()
        QTest.keyClick(panel.text, Qt.Key.Key_End, Qt.KeyboardModifier.ControlModifier)
        QTest.keyClicks(panel.text, " there")
        self.assertEqual(self.project.slides[0].words[0].text, "Hello there")
        QTest.keyClicks(panel.wanted, "Hello")
        QTest.keyClicks(panel.by, "Good day")
        self.click(panel.replace)
        self.assertEqual(self.project.slides[0].words[0].text, "Good day there")
        self.assertIn("Good day", panel.text.toPlainText())
        QTest.keyClick(panel.text, Qt.Key.Key_Home, Qt.KeyboardModifier.ControlModifier)
        QTest.keyClick(panel.text, Qt.Key.Key_Delete)
        self.assertEqual(self.project.slides[0].words[0].text, "Good day there")  # the head is no words

    def test_an_emblem_is_seen_in_every_output(self):
        picture = np.zeros((50, 50, 4), np.uint8)
        cv2.circle(picture, (25, 25), 20, (0, 0, 255, 255), -1)
        cv2.imwrite(str(self.folder / "mark.png"), picture)
        self.window.desk.open("emblems")
        panel = self.window.side.panel("emblems")
        panel.bring_in(self.folder / "mark.png")
        self.assertEqual(len(self.project.emblems), 1)
        self.settle()
        self.choose_option(panel.over, "The chosen slides")
        self.assertEqual(self.project.emblems[0].slides, (self.project.slides[0].id,))
        self.click(panel.here)
        first = self.project.outputs[0].id
        self.assertIsNone(self.project.emblems[0].as_in(first))
        self.click(panel.here)
        self.settle()
        before = panel._placed().box
        view = panel.frame_view
        place = view.picture_rect()
        start = before.x + before.w / 2, before.y + before.h / 2
        points = [
            QPoint(round(place.x() + x * place.width()), round(place.y() + y * place.height()))
            for x, y in (start, (0.4, 0.42))
        ]
        QTest.mousePress(view, Qt.MouseButton.LeftButton, pos=points[0])
        QTest.mouseMove(view, points[1])
        QTest.mouseRelease(view, Qt.MouseButton.LeftButton, pos=points[1])
        own = self.project.emblems[0].in_output(first)
        self.assertEqual(own.anchor, "free")
        self.assertAlmostEqual(own.place[0], 0.4, delta=0.03)
        self.assertEqual(self.project.emblems[0].anchor, "auto")
        panel.values.set_fields(panel.fields._value.changed(lasts=Fraction(2)))
        self.assertEqual(self.project.emblems[0].lasts, 2)
        self.click(panel.back)
        self.assertIsNone(self.project.emblems[0].in_output(first))
        panel.bring_in(self.folder / "show.jaunty")
        self.assertEqual(len(self.project.emblems), 1)
        self.assertIn("show.jaunty", self.window.notice.text.text())

    def test_five_photos_are_too_many_for_a_slide_and_that_is_said(self):
        self.window.sheet.selectAll()
        self.window.desk.actions["together"].trigger()
        self.assertIn("these are 5", self.window.notice.text.text())
        self.assertEqual(len(self.project.slides), 5)

    def test_zones_are_dragged_on_the_frame(self):
        self.window.desk.open("zones")
        panel = self.window.side.panel("zones")
        self.settle()
        place = panel.frame_view.picture_rect()

        def at(x, y):
            return QPointF(place.x() + x * place.width(), place.y() + y * place.height())

        self.drag(panel.frame_view, at(0.5, 0.002), at(0.5, 0.2))
        zones = self.project.outputs[0].zones
        self.assertTrue(max(zones.action_safe, zones.title_safe, zones.overlay_top) > 0.15)
        self.click(panel.add_box)
        self.drag(panel.frame_view, at(0.5, 0.5), at(0.6, 0.6))
        x, y, *_ = self.project.outputs[0].zones.boxes[0]
        self.assertAlmostEqual(x, 0.45, delta=0.03)
        self.assertAlmostEqual(y, 0.5, delta=0.03)
        before = self.cell_image(1, 2)
        self.window.desk.actions["show-zones"].trigger()
        self.assertNotEqual(self.cell_image(1, 2), before)
        self.window.desk.actions["show-zones"].trigger()
        self.assertEqual(self.cell_image(1, 2), before)
        QTest.mouseClick(panel.drop_boxes, LEFT)
        self.assertEqual(self.project.outputs[0].zones.boxes, ())
