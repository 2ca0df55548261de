"""The soundtrack in a plan: where each part lies, to the sample, and what follows from voices."""

import unittest
from fractions import Fraction
from itertools import pairwise

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.groups import put_together
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import (
    add_sound,
    move_music,
    remove_middle,
    remove_sound,
    set_kind_level,
    set_loudness,
    set_sound,
    set_sound_in_output,
    split_sound,
)
from jaunty_frame.document.edits.outputs import duplicate_output, remove_output
from jaunty_frame.document.edits.seconds import cut_on_times, fit_show
from jaunty_frame.document.edits.slides import leave_out, move_slides, remove_slides
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.errors import UsageError
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import coming_beats, music_beats, music_seconds, sample_at, sound_plan

JOINT = Fraction(1)


def project_of(count=5, seconds=4, outputs=("wide", "tall", "disc")):
    photos = [Photo(id=f"p{k}", path=f"p{k}.jpg", width=3000, height=2000, finder=1) for k in range(count)]
    rules = HouseRules(seconds_moving=Fraction(seconds), transition=CrossDissolve(seconds=JOINT))
    return add_photos(photos).apply(Project(outputs=tuple(map(output_from_text, outputs)), house_rules=rules))


def sound_file(name, seconds, **fields):
    content = f"blake2b:{name.encode().hex():0<32}"
    return SoundFile(id=name, path=f"{name}.wav", seconds=seconds, content=content, finder=1, loudness=-20.0, **fields)


SONG = sound_file("song", 60.0, tempo=120.0, beats=tuple(k / 2 for k in range(120)), bars=tuple(range(0, 120, 4)))


class SoundCase(unittest.TestCase):
    def setUp(self):
        self.project = project_of()
        self.ids = [slide.id for slide in self.project.slides]

    def apply(self, *edits):
        for edit in edits:
            self.project = edit.apply(self.project)

    def plan(self, output="wide"):
        return Planner().plans(self.project)[output]

    def heard(self, kind, output="wide"):
        return [one.placed for one in sound_plan(self.plan(output)).heard if one.sound.kind == kind]


class Music(SoundCase):
    def test_it_ends_with_the_show_and_fades_over_the_last_slide(self):
        self.apply(add_sound(SONG, "music"))
        (music,) = self.heard("music")
        # 5 x 4 s with joints of 1 s: 16 s.
        self.assertEqual((music.first, music.end), (0, 16 * RATE))
        self.assertEqual(music.fade_out, 2 * RATE)  # from the middle of the last slide
        self.assertEqual(sound_plan(self.plan()).samples, 16 * RATE)

    def test_it_is_as_long_as_the_frames_at_every_rate(self):
        for output in ("wide", "disc"):
            plan = self.plan(output)
            self.assertEqual(sample_at(plan, plan.schedule.total) / RATE, plan.schedule.total / plan.output.frame_rate)

    def test_a_slow_start_is_passed_over_unless_it_is_said_otherwise(self):
        self.apply(add_sound(sound_file("slow", 60.0, begins=7.5), "music"))
        self.assertEqual(self.heard("music")[0].start, round(7.5 * RATE))
        self.apply(set_sound("music-1", begins=Fraction(0)))
        self.assertEqual(self.heard("music")[0].start, 0)

    def test_a_short_piece_goes_back_on_its_beat(self):
        self.apply(add_sound(sound_file("short", 9.0, repeat=(7.0, 2.0)), "music"))
        parts = self.heard("music")
        self.assertGreater(len(parts), 2)
        for one, other in pairwise(parts):
            # What is heard at 7 s in the one is at 2 s in the other at the same time of the show.
            self.assertEqual(one.first + 7 * RATE - one.start, other.first + 2 * RATE - other.start)
            self.assertEqual(one.fade_out, other.fade_in)
            self.assertEqual(one.end - other.first, one.fade_out)
        self.assertEqual(parts[-1].end, 16 * RATE)
        self.apply(set_sound("music-1", repeats=False))
        self.assertEqual([one.end for one in self.heard("music")], [9 * RATE])

    def test_pieces_cross_fade_in_their_order(self):
        self.apply(add_sound(sound_file("one", 6.0), "music"), add_sound(sound_file("two", 40.0), "music"))
        one, two = self.heard("music")
        self.assertEqual(one.end - two.first, 2 * RATE)
        self.assertEqual((one.fade_out, two.fade_in), (2 * RATE, 2 * RATE))
        self.apply(move_music("music-2", 0))
        self.assertEqual(len(self.heard("music")), 1)  # forty seconds fill the show

    def test_an_output_has_its_level_or_none(self):
        self.apply(
            add_sound(SONG, "music"),
            set_sound_in_output("music-1", "tall", gain_db=-6.0),
            set_sound_in_output("music-1", "disc", left_out=True),
        )
        self.assertEqual(self.heard("music", "tall")[0].gain_db, self.heard("music")[0].gain_db - 6)
        self.assertEqual(self.heard("music", "disc"), [])
        self.apply(duplicate_output("tall"))
        again = self.project.outputs[-1].id
        self.assertEqual(self.heard("music", again)[0].gain_db, self.heard("music", "tall")[0].gain_db)
        self.apply(remove_output(again))
        self.assertEqual(len(self.project.sound.sounds[0].in_outputs), 2)

    def test_levels_of_a_kind_move_together(self):
        self.apply(add_sound(SONG, "music"), add_sound(SONG, "music", gain_db=-4.0), set_kind_level("music", -5.0))
        self.assertEqual([one.gain_db for one in self.project.sound.sounds], [-3.0, -7.0])
        self.assertEqual(len(self.project.sound.files), 1)

    def test_pictures_change_on_its_beats(self):
        self.apply(add_sound(SONG, "music"))
        self.assertEqual(music_beats(self.plan())[:3], [0.0, 0.5, 1.0])
        self.assertEqual(music_beats(self.plan(), bars=True)[:3], [0.0, 2.0, 4.0])
        self.apply(cut_on_times(music_beats(self.plan(), bars=True), "wide"))
        schedule = self.plan().schedule
        for k in range(4):
            joint = (schedule.first[k] + schedule.frames[k] + schedule.first[k + 1]) / 2 / 30
            self.assertAlmostEqual(joint / 2, round(joint / 2), delta=0.02)
        with self.assertRaisesRegex(UsageError, "too few"):
            cut_on_times([1.0], "wide").apply(self.project)

    def test_an_output_that_shows_nothing_plays_nothing(self):
        self.apply(add_sound(SONG, "music"), add_sound(SONG, "ambience"))
        self.apply(leave_out([slide.id for slide in self.project.slides], "wide", True))
        self.assertEqual(sound_plan(self.plan()).heard, ())
        self.assertEqual((coming_beats(self.plan()), music_beats(self.plan())), ([], []))

    def test_a_brisk_show_grows_to_fall_on_beats_that_come_later(self):
        self.project = project_of(seconds=2)
        self.apply(add_sound(SONG, "music"))
        every_other_bar = coming_beats(self.plan(), bars=True)[::2]
        self.assertGreater(every_other_bar[-1], 2 * self.plan().seconds - 4)
        self.apply(cut_on_times(every_other_bar, "wide"))
        schedule = self.plan().schedule
        joints = [(schedule.first[k] + schedule.frames[k] + schedule.first[k + 1]) / 60 for k in range(4)]
        for apart in np.diff([0, *joints]):
            self.assertAlmostEqual(apart, 4, delta=0.04)

    def test_the_show_takes_its_length(self):
        self.apply(add_sound(SONG, "music"), fit_show(music_seconds(self.plan_of(SONG)), "wide"))
        self.assertEqual(self.plan().seconds, 60)
        self.assertEqual(len(self.heard("music")), 1)

    def plan_of(self, file):
        return Planner().plans(add_sound(file, "music").apply(self.project))["wide"]


class Ambience(SoundCase):
    def test_neighbours_with_the_same_sound_are_one(self):
        self.apply(add_sound(sound_file("yard", 60.0), "ambience", self.ids[1:3]))
        (one,) = self.heard("ambience")
        # Slides 2 and 3: from 3 s to 10 s, fading over the joints at both ends.
        self.assertEqual((one.first, one.end), (3 * RATE, 10 * RATE))
        self.assertEqual((one.fade_in, one.fade_out), (RATE, RATE))

    def test_it_is_repeated_where_it_is_short_and_follows_its_slides(self):
        self.apply(add_sound(sound_file("kiln", 2.0), "ambience", [self.ids[4]]))
        parts = self.heard("ambience")
        self.assertEqual((parts[0].first, parts[-1].end), (12 * RATE, 16 * RATE))
        self.assertTrue(all(one.end > other.first for one, other in pairwise(parts)))
        self.apply(move_slides([self.ids[4]], 0))
        self.assertEqual(self.heard("ambience")[0].first, 0)
        self.apply(remove_slides([self.ids[4]]))
        self.assertEqual(self.project.sound.sounds, ())
        self.assertEqual(self.project.sound.files, ())

    def test_slides_that_an_output_leaves_out_are_not_heard(self):
        self.apply(
            add_sound(sound_file("yard", 60.0), "ambience", self.ids[1:2]), leave_out(self.ids[1:2], "tall", True)
        )
        self.assertEqual(self.heard("ambience", "tall"), [])
        self.assertEqual(len(self.heard("ambience")), 1)


class Voice(SoundCase):
    def test_its_slide_lasts_as_long_as_it_and_follows_edits(self):
        self.apply(add_sound(sound_file("said", 6.0), "voice", [self.ids[1]]))
        plan = self.plan()
        # 0.3 s before, 6 s, 0.5 s after.
        self.assertEqual(plan.schedule.frames[1], 204)
        (voice,) = self.heard("voice")
        self.assertEqual(voice.first, sample_at(plan, plan.schedule.first[1]) + round(0.3 * RATE))
        self.assertFalse(voice.ducks)
        planner = Planner()
        planner.plans(self.project)
        self.apply(set_sound("voice-1", ends=Fraction(5)))
        self.assertEqual(planner.plans(self.project)["wide"].schedule.frames[1], 174)
        self.apply(remove_sound("voice-1"))
        self.assertEqual(planner.plans(self.project)["wide"].schedule.frames[1], 120)

    def test_the_rest_is_lowered_while_somebody_speaks(self):
        self.apply(
            add_sound(SONG, "music"),
            add_sound(sound_file("said", 3.0, spoken=((0.5, 1.2), (1.9, 2.8))), "voice", [self.ids[1]]),
        )
        heard = sound_plan(self.plan())
        first = next(one.placed.first for one in heard.heard if one.sound.kind == "voice")
        # Two near sentences are one.
        self.assertEqual(heard.ducking.ranges, ((first + RATE // 2, first + round(2.8 * RATE)),))
        self.assertTrue(next(one.placed.ducks for one in heard.heard if one.sound.kind == "music"))
        told = plan_object(self.plan())["sound"]
        self.assertEqual(len(next(one for one in told if one["kind"] == "music")["ducked"]), 1)

    def test_it_moves_to_the_group_that_takes_its_slide_in(self):
        self.apply(add_sound(sound_file("said", 2.0), "voice", [self.ids[2]]), put_together(self.ids[1:3]))
        self.assertEqual(self.project.sound.sounds[0].slides, (self.ids[1],))

    def test_a_pace_does_not_hurry_it(self):
        self.apply(add_sound(sound_file("said", 6.0), "voice", [self.ids[1]]))
        quick = self.project.changed(
            outputs=tuple(output.changed(pace=Fraction(1, 2)) for output in self.project.outputs)
        )
        self.assertEqual(Planner().plans(quick)["wide"].schedule.frames[1], 204)


class Cutting(SoundCase):
    def test_a_sound_is_split_and_its_middle_taken_out(self):
        self.apply(add_sound(SONG, "music"), split_sound("music-1", Fraction(20)))
        spans = [(one.begins, one.ends) for one in self.project.sound.sounds]
        self.assertEqual(spans, [(0, 20), (20, 60)])
        self.project = add_sound(SONG, "voice").apply(project_of())
        self.apply(remove_middle("voice-1", Fraction(10), Fraction(25)))
        spans = [(one.begins, one.ends, one.at) for one in self.project.sound.sounds]
        self.assertEqual(spans, [(0, 10, 0), (25, 60, 10)])
        with self.assertRaisesRegex(UsageError, "within"):
            split_sound("voice-1", Fraction(50)).apply(self.project)

    def test_the_file_keeps_it_all(self):
        self.apply(
            add_sound(SONG, "music", fade_in=Fraction(1, 2)),
            add_sound(sound_file("yard", 9.0, repeat=(7.0, 1.0)), "ambience", self.ids[:2], clean=True),
            set_sound_in_output("music-1", "tall", gain_db=-6.0),
            set_loudness("tall", -16.0),
        )
        self.assertEqual(project_from_text(project_to_text(self.project), "x"), self.project)

    def test_loudness_follows_the_shape_unless_it_is_said(self):
        targets = {output.id: output.target_lufs for output in self.project.outputs}
        self.assertEqual(targets, {"wide": -23.0, "tall": -14.0, "disc": -23.0})
        self.apply(set_loudness("wide", -16.0))
        self.assertEqual(sound_plan(self.plan()).target_lufs, -16.0)


class Laws(unittest.TestCase):
    @given(
        st.floats(0.05, 90), st.floats(0.05, 30), st.floats(0.1, 12), st.integers(1, 4), st.floats(0, 5), st.booleans()
    )
    def test_everything_lies_within_the_show_and_its_file(self, music, ambience, voice, count, begins, loops):
        project = project_of(count, outputs=("disc",))
        ids = [slide.id for slide in project.slides]
        repeat = (music * 0.8, music * 0.2) if loops else None
        for edit in (
            set_house_rules("Fades", fade_in=Fraction(0)),
            add_sound(sound_file("m", music, begins=min(begins, music), repeat=repeat), "music"),
            add_sound(sound_file("n", music), "music"),
            add_sound(sound_file("a", ambience), "ambience", ids[:2]),
            add_sound(sound_file("v", voice), "voice", ids[-1:]),
        ):
            project = edit.apply(project)
        heard = sound_plan(Planner().plans(project)["disc"])
        for one in heard.heard:
            placed, file = one.placed, heard.files[one.placed.source][0]
            self.assertGreater(placed.samples, 0)
            self.assertTrue(placed.first >= 0 and placed.end <= heard.samples)
            self.assertTrue(placed.start >= 0)
            self.assertLessEqual((placed.start + placed.samples) / RATE, file.seconds + 0.001)
            self.assertTrue(0 <= placed.fade_in <= placed.samples and 0 <= placed.fade_out <= placed.samples)
