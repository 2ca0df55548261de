"""The lane of sound beside the rows, and what the mouse does in it."""

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QToolTip

from jaunty_frame.app.sheet.lane import Lane
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.show.planning.soundtrack import sound_plan
from tests.app.sound_case import SoundCase
from tests.app.window_case import LEFT
from tests.media.sounds.sound_files import tone, write_sound

ANY, NO_KEY = Qt.DropAction.CopyAction, Qt.KeyboardModifier.NoModifier


class LaneTests(SoundCase):
    def place_of(self, kind, share=0.5):
        """Return a place in the lane on the strip of a kind, at a share of the first row."""
        sheet = self.window.sheet
        lane = sheet.lane_rect(0)
        across = {"music": 43, "ambience": 57, "voice": 71}[kind]
        return QPointF(lane.x() + across, lane.y() + share * lane.height())

    def drop(self, data, place):
        viewport = self.window.sheet.viewport()
        for event in (
            QDragEnterEvent(place, ANY, data, LEFT, NO_KEY),
            QDropEvent(QPointF(place), ANY, data, LEFT, NO_KEY),
        ):
            self.app.sendEvent(viewport, event)

    def test_it_comes_with_the_first_sound_and_shows_it(self):
        sheet = self.window.sheet
        self.assertEqual(sheet.layout_.lane, 0)
        self.bring("song.wav", tone(20))
        self.assertGreater(sheet.layout_.lane, 0)
        lane = sheet.lane_rect(0)
        shown = sheet.viewport().grab(lane).toImage()
        wave = [shown.pixelColor(22, y).lightness() for y in range(10, lane.height() - 10)]
        ground = shown.pixelColor(56, lane.height() // 2).lightness()
        self.assertGreater(min(wave), ground + 40)
        self.window.session.edited.undo()
        self.settle()
        self.assertEqual(sheet.layout_.lane, 0)

    def test_beside_low_rows_it_is_a_narrow_strip_and_tells_names_on_pointing(self):
        sheet = self.window.sheet
        self.bring("song.wav", tone(20))
        sheet.set_picture_height(30)
        self.settle()
        lane = sheet.lane_rect(0)
        self.assertLessEqual(lane.width(), 26)
        spot = sheet.hands._lane.spot(lane, 0, lane.x() + 4, lane.center().y())
        self.assertIn("song.wav", sheet.hands._lane.words(spot.heard))
        shown = sheet.viewport().grab(lane).toImage()
        self.assertGreater(shown.pixelColor(12, lane.height() // 2).lightness(), 160)
        self.click(sheet.viewport(), QPointF(lane.x() + 4, lane.center().y()))
        self.assertTrue(self.window.side.panel("sound").isVisible())

    def test_a_click_opens_a_sound_and_sideways_is_its_level(self):
        self.bring("song.wav", tone(20))
        viewport = self.window.sheet.viewport()
        QTest.mouseClick(viewport, LEFT, pos=self.place_of("music").toPoint())
        panel = self.window.side.panel("sound")
        self.assertTrue(panel.isVisible())
        self.assertEqual(panel.sound_id, "music-1")
        start = self.place_of("music")
        self.drag(viewport, start, start + QPointF(24, 0))
        self.assertEqual(self.sounds[0].gain_db, 6.0)
        self.assertEqual(QToolTip.text(), "+6 dB, 200 %")
        steps = len(self.window.session.edited.steps())
        self.window.session.edited.undo()
        self.assertEqual((self.sounds[0].gain_db, steps), (0.0, 2))

    def test_a_voice_is_moved_and_its_start_is_cut(self):
        first = self.project.slides[0].id
        self.bring("said.wav", tone(3, 900), "voice", [first])
        viewport = self.window.sheet.viewport()
        start = self.place_of("voice", 0.5)
        self.drag(viewport, start, start + QPointF(0, 20))
        self.assertGreater(self.sounds[0].at, 0)
        heard = sound_plan(self.window.session.plans()[self.project.outputs[0].id]).heard[0].placed
        self.settle()
        lane = self.window.sheet.lane_rect(0)
        plan = self.window.session.plans()[self.project.outputs[0].id]
        ends = plan.schedule.first[1] / 30 * RATE
        top = QPointF(start.x(), lane.y() + heard.first / ends * lane.height())
        self.drag(viewport, top, top + QPointF(0, 15))
        self.assertGreater(self.sounds[0].begins, 0)

    def test_an_output_that_leaves_all_slides_out_has_an_empty_lane(self):
        self.bring("song.wav", tone(20))
        output = self.project.outputs[0].id
        self.choose(0)
        self.window.session.apply(leave_out([slide.id for slide in self.project.slides], output, True))
        self.settle()
        Lane(self.window.session, lambda file: None).show(output)  # raises nothing
        self.assertEqual(sound_plan(self.window.session.plans()[output]).heard, ())
        self.assertIsNone(self.window.sheet.hands.spot_at(self.place_of("music").toPoint()))

    def test_an_ambience_is_drawn_out_over_further_slides(self):
        ids = [slide.id for slide in self.project.slides]
        self.bring("yard.wav", tone(3), "ambience", ids[:1])
        sheet, across = self.window.sheet, round(self.place_of("ambience").x())

        def end():
            for y in range(sheet.lane_rect(0).center().y(), sheet.lane_rect(2).bottom()):
                spot = sheet.hands.spot_at(QPoint(across, y))
                if spot is not None and spot.part == "end":
                    return QPointF(across, y)
            self.fail("no end in the lane")

        down = QPointF(0, sheet.lane_rect(1).top() - sheet.lane_rect(0).top())
        for way, count in ((down, 2), (-down, 1)):
            start = end()
            self.drag(sheet.viewport(), start, start + way)
            self.settle()
            self.assertEqual(self.sounds[0].slides, tuple(ids[:count]))

    def test_an_ambience_that_is_repeated_is_seen_as_one(self):
        self.bring("yard.wav", tone(0.5), "ambience", [slide.id for slide in self.project.slides[:2]])
        parts = sound_plan(self.window.session.plans()[self.project.outputs[0].id]).heard
        self.assertGreater(len(parts), 2)
        viewport, lane = self.window.sheet.viewport(), self.window.sheet.lane_rect(0)
        across = round(self.place_of("ambience").x())
        edges = []
        for y in range(lane.top(), lane.bottom()):
            spot = self.window.sheet.hands.spot_at(QPoint(across, y))
            if spot is not None and (spot.part != "body"):
                edges.append((spot.part, y))
        # Its beginning alone: where it goes back it is no end.
        self.assertEqual({part for part, _ in edges}, {"start"})
        self.assertLess(max(y for _, y in edges), lane.top() + 10)
        shown = viewport.grab(lane).toImage()
        lines = [
            y for y in range(2, lane.height()) if min(shown.pixelColor(x, y).lightness() for x in range(51, 63)) > 200
        ]
        self.assertEqual(lines, [])  # none across it

    def test_a_sound_dropped_on_a_slide_is_its_ambience_and_elsewhere_music(self):
        yard = write_sound(self.folder / "yard.wav", tone(3))
        sheet = self.window.sheet
        place = sheet.row_rect(1).center()
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(yard))])
        self.drop(data, place)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        self.assertEqual((self.sounds[0].kind, self.sounds[0].slides), ("ambience", (self.project.slides[1].id,)))
        lane = sheet.lane_rect(1)
        self.drop(data, QPoint(lane.x() + 20, lane.center().y()))
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(self.sounds[1].kind, "music")
