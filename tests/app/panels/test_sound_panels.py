"""Sound in the window: the panel, the shelf, levels, the speaking voice, recording, the lane and the screening."""

import threading
from fractions import Fraction
from unittest import mock

import numpy as np
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtTest import QTest

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.words import add_words
from jaunty_frame.media.sounds import devices, speaking
from jaunty_frame.media.sounds.count_in import CountIn
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.standins.microphone import StandInMicrophone
from jaunty_frame.standins.voice import spoken
from tests.app.window_case import LEFT, WindowCase
from tests.media.sounds.sound_files import clicks, tone, write_sound

ANY, NO_KEY = Qt.DropAction.CopyAction, Qt.KeyboardModifier.NoModifier


class FakeSpeaker:
    """Takes what it is given as fast as it comes; its time is moved on by the test."""

    def __init__(self) -> None:
        self.heard: list[np.ndarray] = []
        self.fill = None
        self.played = 0

    def start(self, fill) -> None:
        self.fill, self.played = fill, 0

    def stop(self) -> None:
        self.fill = None

    def play(self, samples: int) -> None:
        """Let so many samples be heard."""
        self.heard.append(self.fill(samples))
        self.played += samples


class SoundCase(WindowCase):
    def setUp(self):
        super().setUp()
        self.work = self.window.desk.sounds
        speaker = mock.patch.object(devices, "speaker", return_value=None)
        speaker.start()
        self.addCleanup(speaker.stop)

    def bring(self, name, samples, kind="music", slides=(), **fields):
        self.work.bring_in([write_sound(self.folder / name, samples)], kind, slides, **fields)
        self.wait_until(lambda: self.work.task is None)
        self.settle()

    def open(self, name, about=""):
        self.window.desk.open(name, about)
        self.settle()
        return self.window.side.panel(name)

    @property
    def sounds(self):
        return self.project.sound.sounds


class Panel(SoundCase):
    def test_a_sound_is_brought_in_shown_and_changed(self):
        panel = self.open("sound")
        self.assertTrue(panel.nothing.isVisible())
        self.bring("song.wav", tone(20))
        self.assertIn("song.wav", panel.list.item(0).text())
        self.assertTrue(panel.fields.isVisible())
        panel.fields.begins.setValue(4.5)
        self.assertEqual(self.sounds[0].begins, Fraction(9, 2))
        panel.fields.gain.number.setValue(-6)
        self.assertEqual(self.sounds[0].gain_db, -6)
        self.assertEqual(panel.fields.percent.text(), "50 %")
        self.click(panel.fields.here_only, QPointF(8, panel.fields.here_only.height() / 2))
        panel.fields.gain.number.setValue(3)
        first = self.project.outputs[0].id
        self.assertEqual((self.sounds[0].gain_db, self.sounds[0].in_output(first).gain_db), (-6, 3))
        panel.fields.fade_out.setValue(2)
        self.assertEqual(self.sounds[0].fade_out, 2)
        panel.fields.from_.setValue(10)
        self.click(panel.fields.split)
        self.assertEqual([one.begins for one in self.sounds], [Fraction(9, 2), 10])
        self.window.session.undo()
        self.click(panel.fields.remove)
        self.assertEqual(self.sounds, ())

    def test_a_sound_that_cannot_be_read_is_told_and_the_rest_comes_in(self):
        panel = self.open("sound")
        (self.folder / "no.wav").write_bytes(b"no")
        self.work.bring_in([self.folder / "no.wav", write_sound(self.folder / "a.wav", tone(2))], "music")
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(len(self.sounds), 1)
        self.assertIn("no.wav", panel.fault.text())

    def test_pictures_change_on_the_music_and_the_show_takes_its_length(self):
        panel = self.open("sound")
        self.bring("beats.wav", clicks(14, np.arange(0.25, 13.9, 0.5)), begins=Fraction(0))
        self.choose_option(panel.every, "every 4")
        self.click(panel.cut)
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        joint = (schedule.first[0] + schedule.frames[0] + schedule.first[1]) / 2 / 30
        off = (joint - 0.25) % 0.5
        self.assertLess(min(off, 0.5 - off), 0.05)
        self.click(panel.fit)
        self.assertEqual(self.window.session.plans()[self.project.outputs[0].id].seconds, 14)

    def test_a_piece_of_the_shelf_is_taken(self):
        panel = self.open("sound")
        self.choose_option(panel.part, "The shelf")
        self.click(panel.shelf.listen["long-table"])  # on a machine without a device
        self.assertIn("no sound device", panel.shelf.said.text())
        self.click(panel.shelf.take["long-table"])
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(self.project.sound.files[0].title, "Long table")
        self.assertTrue((self.folder / self.project.sound.files[0].path).is_file())
        self.assertEqual(panel.shelf.take["long-table"].text(), "Take it again")

    def test_levels_rules_and_the_loudness_that_will_be(self):
        panel = self.open("sound")
        self.bring("song.wav", tone(20))
        self.choose_option(panel.part, "Levels")
        panel.levels.kinds["music"].number.setValue(-4)
        self.assertEqual(self.sounds[0].gain_db, -4)
        panel.levels.rules.fields["ducking_db"].number.setValue(8)
        self.assertEqual(self.project.sound.rules.ducking_db, 8)
        last = self.project.outputs[-1].id
        panel.levels.targets[last].setValue(-18)
        self.assertEqual(self.project.output(last).loudness, -18)
        self.click(panel.levels.measure)
        self.wait_until(lambda: panel.levels._task is None)
        self.assertIn("-18.0 LUFS", panel.levels._said[last].text())

    def test_missing_sounds_are_told_marked_found_again_or_removed(self):
        panel = self.open("sound")
        self.bring("song.wav", tone(5))
        self.window.session.save(self.path)
        (self.folder / "song.wav").unlink()
        self.window.files.open_path(self.path)
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        self.assertIn("song.wav", self.window.notice.text.text())
        finding = next(one for one in self.window.session.findings() if one.kind == "lost-sound")
        self.assertEqual((finding.slide, finding.outputs), (1, tuple(one.id for one in self.project.outputs)))
        self.assertTrue(panel.list.item(0).text().startswith("! Music"))
        # Found again where it is now, and heard with its wave.
        moved = self.folder / "elsewhere" / "song.wav"
        write_sound(moved, tone(5))
        self.window.importer.check_files(moved.parent)
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        self.assertEqual(self.project.sound.files[0].path, "elsewhere/song.wav")
        self.assertFalse([one for one in self.window.session.findings() if one.kind == "lost-sound"])
        moved.unlink()
        self.window.importer.check_files()
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        finding = next(one for one in self.window.session.findings() if one.kind == "lost-sound")
        self.window.desk.remedy(finding)
        self.assertEqual(self.sounds, ())


class Voices(SoundCase):
    def test_a_sentence_gives_voice_and_caption(self):
        self.choose(1)
        panel = self.open("speak")
        panel.text.setPlainText("Three jars from the first firing, and one more sentence.")
        self.click(panel.caption, QPointF(8, panel.caption.height() / 2))
        self.click(panel.put)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        slide = self.project.slides[1]
        self.assertEqual(self.sounds[0].slides, (slide.id,))
        self.assertEqual(slide.words[0].text, "Three jars from the first firing, and one more sentence.")
        plan = self.window.session.plans()[self.project.outputs[0].id]
        need = self.project.sound.voice_seconds()[slide.id]
        self.assertGreater(need, 2)
        self.assertAlmostEqual(plan.schedule.frames[1] / 30, float(need), delta=0.05)

    def test_all_captions_are_spoken_at_once(self):
        for k in (0, 2):
            self.window.session.apply(add_words(self.project.slides[k].id, f"Caption number {k}"))
        with mock.patch.object(speaking, "has_engine", return_value=False):
            panel = self.open("speak")
            self.assertEqual(panel.all_captions.text(), "Speak the captions of 2 slides")
            self.click(panel.all_captions)
            self.wait_until(lambda: self.work.task is None)
        self.assertEqual([one.slides[0] for one in self.sounds], [self.project.slides[k].id for k in (0, 2)])

    def record(self, panel, nexts=0):
        """Record all that the stand-in microphone hears, with some steps to the next slide on the way."""
        samples = np.concatenate([np.zeros((RATE // 2, 2), np.float32), spoken("one two three four five six")])
        samples = np.concatenate([samples, np.zeros((RATE * 7 // 10, 2), np.float32)])
        samples[-2000:-1500] = 0.5  # the key
        gate, fed = threading.Event(), threading.Event()

        class Gated(StandInMicrophone):
            """Waits for the count-in, then gives everything at once."""

            def _play(self, heard):
                gate.wait(10)
                super()._play(heard)
                fed.set()

        panel.microphone_for = lambda name: Gated(samples, pace=0)
        self.click(panel.start)
        self.assertEqual(panel.state.text(), "Recording begins in 3")
        for _ in range(3):
            panel._counting.timeout.emit()
        self.assertTrue(panel.state.text().startswith("Recording"))
        gate.set()
        self.wait_until(fed.is_set)
        for _ in range(nexts):
            QTest.keyClick(panel, Qt.Key.Key_N)
        self.click(panel.start)

    def test_a_voice_is_recorded_trimmed_and_put_on_its_slide(self):
        self.choose(1)
        panel = self.open("record")
        self.record(panel)
        self.assertEqual(len(panel.takes), 1)
        take = panel.takes[0]
        # Silence before, and the key after a pause, are cut off.
        self.assertAlmostEqual(take.begins, 0.43, delta=0.1)
        self.assertLess(take.ends, take.seconds - 0.3)
        self.record(panel)
        self.assertEqual(len(panel.takes), 2)
        self.click(panel.drop)
        left = panel.trimmer._x(panel.trimmer.ends[0])
        self.drag(panel.trimmer, QPointF(left, 40), QPointF(panel.trimmer._x(0.8), 40))
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        self.assertEqual(self.sounds[0].slides, (self.project.slides[1].id,))
        self.assertAlmostEqual(float(self.sounds[0].begins), 0.8, delta=0.03)
        self.assertTrue(list((self.folder / "sounds").glob("take-*.wav")))

    def test_going_on_while_recording_sets_the_slides_times(self):
        self.choose(0)
        panel = self.open("record")
        self.record(panel, nexts=1)
        self.assertEqual(len(panel.takes[0].nexts), 1)
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        self.assertEqual(self.sounds[0].slides, ())
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        joint = (schedule.first[0] + schedule.frames[0] + schedule.first[1]) / 2 / 30
        take_went_on = schedule.frames[0] / 30
        self.assertGreater(take_went_on, 2)
        self.assertGreater(joint, 2)

    def test_leaving_stops_the_recording(self):
        self.choose(0)
        panel = self.open("record")
        self.click(panel.start)
        self.assertTrue(panel.is_recording)
        self.window.desk.open("bench")
        self.assertFalse(panel.is_recording)
        self.assertEqual(panel.takes, [])

    def test_the_count_is_heard_where_there_is_a_device(self):
        heard = FakeSpeaker()
        counting = CountIn(lambda: heard)
        counting.play(3)
        heard.play(3 * RATE)
        heard.play(RATE)
        counting.stop()
        loud = np.abs(np.concatenate(heard.heard)).max(axis=1) > 0.1
        begins = np.flatnonzero(np.diff(loud.astype(int), prepend=0) == 1)
        seconds = sorted(set((begins / RATE).round().astype(int).tolist()))
        self.assertEqual(seconds, [0, 1, 2])
        self.assertIsNone(heard.fill)


class TheBench(SoundCase):
    def begin(self):
        self.bring("song.wav", tone(20))
        self.choose(1)
        self.player = self.window.bench.player
        self.speaker = FakeSpeaker()
        self.player.sound.speaker_of = lambda: self.speaker

    def test_a_slide_is_played_with_its_part_of_the_sound(self):
        self.begin()
        self.click(self.player.button)
        self.assertTrue(self.player.is_playing)
        self.wait_until(lambda: self.speaker.fill is not None)
        self.speaker.play(RATE // 2)  # half of the slide's second
        self.wait_until(lambda: 450 <= self.window.bench.scrub.value() <= 550)
        self.assertTrue(self.player.is_playing)
        self.speaker.play(RATE)
        self.wait_until(lambda: not self.player.is_playing)
        self.assertEqual(self.window.bench.scrub.value(), 1000)
        self.assertEqual(self.player.button.text(), "Play")
        self.assertIsNone(self.speaker.fill)

    def test_it_plays_silently_without_a_device_and_stops_when_another_cell_is_chosen(self):
        self.begin()
        self.player.sound.speaker_of = lambda: None
        self.click(self.player.button)
        self.wait_until(lambda: self.window.bench.scrub.value() > 30)
        self.choose(2)
        self.assertFalse(self.player.is_playing)

    def test_what_the_time_line_is_dragged_to_is_heard(self):
        self.begin()
        line = self.window.bench.scrub
        self.drag(line, QPointF(8, line.height() / 2), QPointF(line.width() / 2, line.height() / 2), release=False)
        self.wait_until(lambda: self.speaker.fill is not None)
        start = self.player.sound._player._start
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        self.assertAlmostEqual(start / RATE, (schedule.first[1] + schedule.frames[1] / 2) / 30, delta=0.1)
        QTest.mouseRelease(line, LEFT)
        self.wait_until(lambda: self.speaker.fill is None)  # a moment is heard, no more


class TheLane(SoundCase):
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
        self.window.session.undo()
        self.settle()
        self.assertEqual(sheet.layout_.lane, 0)

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
        steps = len(self.window.session.steps())
        self.window.session.undo()
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


class Playing(SoundCase):
    def begin(self):
        screening = self.window.screening
        self.speaker = FakeSpeaker()
        screening.sound.speaker_of = lambda: self.speaker
        self.window.desk.open("screening")
        self.wait_until(lambda: self.speaker.fill is not None)
        return screening

    def test_the_sounds_clock_leads_and_pictures_follow(self):
        self.bring("song.wav", tone(20))
        screening = self.begin()
        self.assertTrue(screening.volume.isVisible())
        self.speaker.play(RATE)
        self.wait_until(lambda: screening.frame >= 29)
        self.assertLess(screening.frame, 32)  # a second was heard, however long the test took
        self.wait_until(lambda: screening.sound._player._ready)
        self.speaker.play(RATE // 2)
        self.assertGreater(float(np.abs(self.speaker.heard[-1]).max()), 0.05)
        QTest.keyClick(screening, Qt.Key.Key_M)
        self.speaker.play(4800)
        self.assertEqual(float(np.abs(self.speaker.heard[-1]).max()), 0.0)
        QTest.keyClick(screening, Qt.Key.Key_Escape)
        self.assertIsNone(self.speaker.fill)

    def test_it_begins_again_at_the_end_if_wished(self):
        self.bring("song.wav", tone(20))
        screening = self.begin()
        self.click(screening.loop)
        self.speaker.played = 60 * RATE
        self.wait_until(lambda: screening.playing and screening.frame < 20 and self.speaker.played < RATE)
        screening.leave()

    def test_a_machine_without_a_device_plays_on_silently(self):
        self.bring("song.wav", tone(20))
        screening = self.window.screening
        screening.sound.speaker_of = lambda: None
        self.window.desk.open("screening")
        self.wait_until(lambda: screening.frame > 2)
        self.assertIn("No sound device", screening.heard.text())
        screening.leave()

    def test_a_sound_that_is_gone_is_told_and_the_show_goes_on(self):
        self.bring("song.wav", tone(20))
        (self.folder / "song.wav").unlink()
        screening = self.begin()
        self.wait_until(lambda: "missing" in screening.heard.text())
        self.wait_until(lambda: screening.frame > 2)
        screening.leave()
