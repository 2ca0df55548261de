"""Which picture of a clip is seen when: trimmed, slowed, backwards, repeated, held at its end."""

import unittest
from collections import Counter
from fractions import Fraction
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Moving, MovingSound, Photo


def clip(pictures=100, rate=25, sound=True):
    moving = Moving(kind="clip", pictures=pictures, rate=Fraction(rate), sound=MovingSound() if sound else None)
    return Photo(id="c", path="c.mp4", width=640, height=360, moving=moving)


def shown(exhibit, of, seconds, output_rate):
    """Return the pictures that the frames of a slide show."""
    count = int(seconds * output_rate)
    return [exhibit.picture_at(of, Fraction(n) / output_rate) for n in range(count)]


RATES = st.sampled_from([Fraction(24000, 1001), Fraction(24), Fraction(25), Fraction(30000, 1001), Fraction(50)])
SPEEDS = st.sampled_from([Fraction(1, 4), Fraction(1, 2), Fraction(1), Fraction(3, 2), Fraction(2), Fraction(4)])


class Seen(unittest.TestCase):
    def test_each_picture_as_long_as_it_lasts(self):
        for output_rate, speed, times in ((25, 1, 1), (50, 1, 2), (25, Fraction(1, 2), 2), (100, Fraction(1, 4), 16)):
            with self.subTest(output_rate=output_rate, speed=speed):
                exhibit = ClipExhibit(photo="c", speed=Fraction(speed))
                frames = shown(exhibit, clip(), exhibit.length({"c": clip()}).natural, output_rate)
                self.assertEqual(Counter(frames), Counter(dict.fromkeys(range(100), times)))
                self.assertEqual(frames, sorted(frames))

    def test_faster_ones_are_passed_over_evenly(self):
        exhibit = ClipExhibit(photo="c", speed=Fraction(2))
        self.assertEqual(shown(exhibit, clip(), 2, 25), list(range(0, 100, 2)))

    def test_only_what_lies_between_begin_and_end(self):
        exhibit = ClipExhibit(photo="c", begins=Fraction(1), ends=Fraction(2))
        self.assertEqual(shown(exhibit, clip(), 1, 25), list(range(25, 50)))
        self.assertEqual(exhibit.length({"c": clip()}).natural, 1)

    def test_backwards(self):
        exhibit = ClipExhibit(photo="c", begins=Fraction(1), ends=Fraction(2), backwards=True)
        self.assertEqual(shown(exhibit, clip(), 1, 25), list(range(49, 24, -1)))

    def test_beyond_its_end_it_stays_or_begins_again(self):
        stays = ClipExhibit(photo="c", ends=Fraction(1))
        self.assertEqual(shown(stays, clip(), 2, 25), [*range(25), *[24] * 25])
        again = stays.changed(beyond="repeat")
        self.assertEqual(shown(again, clip(), 2, 25), [*range(25), *range(25)])
        self.assertEqual(shown(again.changed(backwards=True), clip(), 2, 25), 2 * list(range(24, -1, -1)))

    def test_what_is_set_on_clips_leaves_photos_among_them_alone(self):
        photo = Photo(id="p", path="p.jpg", width=600, height=400)
        project = add_photos([clip(), photo]).apply(Project(outputs=(output_from_text("tall"),)))
        first, second = project.slides
        changed = set_clip([first.id, second.id], "x", speed=Fraction(2)).apply(project)
        self.assertEqual((changed.slides[0].exhibit.speed, changed.slides[1]), (2, second))
        self.assertEqual(set_clip([second.id], "x", speed=Fraction(2)).apply(changed), changed)

    def test_its_sound_at_another_speed_counts_as_it_is_heard(self):
        slow = ClipExhibit(
            photo="c", begins=Fraction(1), ends=Fraction(2), speed=Fraction(1, 2), heard_after=Fraction(9)
        )
        self.assertEqual(slow.own_sounds({"c": clip()}), ())
        (own,) = slow.changed(heard_at_speed=True).own_sounds({"c": clip()})
        self.assertEqual((own.begins, own.ends, own.before, own.after, own.speed), (2, 4, 0, 4, Fraction(1, 2)))
        self.assertEqual(slow.changed(heard_at_speed=True, backwards=True).own_sounds({"c": clip()}), ())

    def test_between_two_pictures_in_slow_motion_alone(self):
        half, rate = ClipExhibit(photo="c", ends=Fraction(1), speed=Fraction(1, 2)), Fraction(25)
        at = [half.between_at(clip(), Fraction(n, 25), rate).share for n in range(6)]
        self.assertEqual(at, [0, Fraction(1, 2)] * 3)
        last = half.between_at(clip(), Fraction(99), rate)
        self.assertEqual(last.share, 0)  # what comes after its end is never seen
        back = half.changed(backwards=True)
        self.assertEqual(back.picture_at(clip(), Fraction(1, 25)), 24)
        self.assertEqual(back.between_at(clip(), Fraction(1, 25), rate).share, Fraction(-1, 2))
        for sharp in ({"between": "none"}, {"speed": Fraction(1)}, {"speed": Fraction(2)}):
            self.assertEqual(half.changed(**sharp).between_at(clip(), Fraction(1, 25), rate).share, 0)
        # Its own pictures are enough where it has more a second than the output shows.
        self.assertEqual(half.between_at(clip(rate=50), Fraction(1, 25), rate).share, 0)
        self.assertTrue(half.changed(between="estimate").between_at(clip(), Fraction(1, 25), rate).estimated)

    def test_a_part_beyond_the_file_is_what_there_is(self):
        late = ClipExhibit(photo="c", begins=Fraction(9))  # the file was exchanged for a shorter one
        self.assertEqual(set(shown(late, clip(), 1, 25)), {99})
        self.assertEqual(set(shown(ClipExhibit(photo="c", ends=Fraction(90)), clip(), 4, 25)), set(range(100)))

    def test_it_ends_after_it_begins(self):
        for ends in ("1", "1/2"):
            with self.assertRaisesRegex(ValidationError, "ends after"):
                ClipExhibit(photo="c", begins="1", ends=ends)

    @settings(max_examples=60)
    @given(RATES, RATES, SPEEDS, st.integers(0, 60), st.integers(1, 20), st.booleans())
    def test_what_arithmetic_says(self, rate, output_rate, speed, begin, length, backwards):
        of = clip(200, rate)
        begins, ends = Fraction(begin, 10), Fraction(begin + length, 10)
        exhibit = ClipExhibit(photo="c", begins=begins, ends=ends, speed=speed, backwards=backwards)
        frames = shown(exhibit, of, exhibit.length({"c": of}).natural, output_rate)
        steps = [abs(b - a) for a, b in pairwise(frames)]
        most = -(-rate * speed // output_rate)  # pictures between two frames, rounded up
        self.assertLessEqual(max(steps, default=0), most)
        low, high = min(int(begins * rate), 199), min(-(-ends * rate // 1) - 1, 199)
        self.assertTrue(all(low <= n <= max(high, low) for n in frames))
        if frames:
            self.assertEqual(frames[0], high if backwards else low)

    @settings(max_examples=20)
    @given(RATES, st.integers(1, 198))
    def test_two_halves_show_what_the_whole_shows(self, rate, at):
        """Split where a picture begins."""
        of, middle = clip(200, rate), Fraction(at) / rate
        first, second = ClipExhibit(photo="c", ends=middle), ClipExhibit(photo="c", begins=middle)
        halves = [*shown(first, of, middle, rate), *shown(second, of, 200 / rate - middle, rate)]
        self.assertEqual(halves, list(range(200)))


class Heard(unittest.TestCase):
    def test_its_part_at_its_own_speed_alone(self):
        exhibit = ClipExhibit(photo="c", begins=Fraction(1), ends=Fraction(3), gain_db=-6.0)
        (sound,) = exhibit.own_sounds({"c": clip()})
        self.assertEqual((sound.begins, sound.ends, sound.gain_db), (1, 3, -6.0))
        self.assertEqual((sound.file.path, sound.file.seconds), ("c.mp4", 4.0))
        for silent in ({"speed": "1/2"}, {"backwards": True}, {"heard": False}):
            self.assertEqual(exhibit.changed(**silent).own_sounds({"c": clip()}), ())
        self.assertEqual(exhibit.own_sounds({"c": clip(sound=False)}), ())
