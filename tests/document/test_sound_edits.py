"""Sounds that are cut, ordered and brought to levels."""

import unittest
from fractions import Fraction

from jaunty_frame.document.edits.material.sounds import (
    add_sound,
    move_music,
    remove_middle,
    set_kind_level,
    split_sound,
)
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.sound import SoundFile, SoundRules
from jaunty_frame.errors import UsageError

FADES = {"fade_in": Fraction(1), "fade_out": Fraction(2)}


def file(name, seconds=60.0):
    return SoundFile(
        id=name, path=f"{name}.flac", seconds=seconds, content="blake2b:" + name.encode().hex().ljust(32, "0")
    )


def project(*added):
    state = Project(outputs=PRESETS[:1])
    for name, kind, fields in added:
        state = add_sound(file(name), kind, **fields).apply(state)
    return state


def parts(state):
    return [(one.id, one.begins, one.ends, one.at, one.fade_in, one.fade_out) for one in state.sound.sounds]


class Added(unittest.TestCase):
    def test_another_file_of_a_name_that_is_taken_gets_one_of_its_own(self):
        other = file("song").changed(path="elsewhere/song.flac", content="blake2b:" + "0" * 32)
        state = add_sound(other, "music").apply(project(("song", "music", {})))
        self.assertEqual(len({one.id for one in state.sound.files}), 2)
        self.assertEqual([state.sound.file_of(one).path for one in state.sound.sounds], ["song.flac", other.path])

    def test_music_gives_way_quickly_and_comes_back_gently(self):
        # Common practice: down within a quarter to half a second, back in about half a second to one.
        rules = SoundRules()
        self.assertTrue(0.1 <= rules.attack <= 0.5 <= rules.release <= 1)


class Cutting(unittest.TestCase):
    def test_the_outer_fades_stay_and_the_cut_has_none(self):
        state = project(("song", "music", {"begins": Fraction(5), "ends": Fraction(50), **FADES}))
        self.assertEqual(
            parts(split_sound("music-1", Fraction(20)).apply(state)),
            [("music-1", 5, 20, 0, 1, None), ("music-2", 20, 50, 0, None, 2)],
        )

    def test_the_rest_of_a_voice_stays_where_it_was_heard(self):
        state = project(("said", "voice", {"begins": Fraction(5), "ends": Fraction(50), "at": Fraction(3), **FADES}))
        self.assertEqual(
            parts(split_sound("voice-1", Fraction(20)).apply(state)),
            [("voice-1", 5, 20, 3, 1, None), ("voice-2", 20, 50, 18, None, 2)],
        )
        # Without its middle it is shorter by it.
        self.assertEqual(parts(remove_middle("voice-1", Fraction(20), Fraction(30)).apply(state))[1][1:4], (30, 50, 18))

    def test_a_cut_lies_within_what_is_heard(self):
        state = project(("song", "music", {"begins": Fraction(5), "ends": Fraction(50)}))
        for at in (5, 50, 55):
            with self.assertRaisesRegex(UsageError, f"A cut at {at} s"):
                split_sound("music-1", Fraction(at)).apply(state)


class Music(unittest.TestCase):
    def test_it_is_ordered_among_music(self):
        state = project(("a", "music", {}), ("x", "ambience", {}), ("b", "music", {}), ("c", "music", {}))
        for to, order in ((0, "cab"), (1, "acb"), (2, "abc"), (9, "abc"), (-4, "cab")):
            after = move_music("music-3", to).apply(state)
            self.assertEqual("".join(one.file for one in after.sound.sounds if one.kind == "music"), order)
            self.assertEqual(len(after.sound.sounds), 4)

    def test_a_kind_is_made_louder_and_what_differs_stays(self):
        state = project(("a", "music", {"gain_db": -4.0}), ("b", "music", {"gain_db": 2.0}), ("x", "ambience", {}))
        after = set_kind_level("music", 3.0).apply(state)
        gains = [one.gain_db for one in after.sound.sounds]
        self.assertEqual((gains[1] - gains[0], gains[2]), (6.0, 0.0))
