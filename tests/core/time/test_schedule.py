"""Schedules: check values, and that frames neither overlap nor leave gaps."""

import unittest
from fractions import Fraction as F
from math import floor

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.schedule import show_schedule, show_timing
from jaunty_frame.core.time.timebase import clock_text, parse_fraction, parse_frame_rate
from jaunty_frame.errors import UsageError


class CheckValues(unittest.TestCase):
    def test_lengths(self):
        self.assertEqual(show_timing([F(4)] * 24, [F(1, 2)] * 23).seconds, F(169, 2))  # 84.5 s
        self.assertEqual(show_timing([F(4)] * 6, [F(0)] * 5).seconds, 24)
        self.assertEqual(show_schedule(show_timing([F(5)], []), F(24)).total, 120)

    def test_overlong_transitions_shorten(self):
        timing = show_timing([F(7, 2)] * 5, [F(2)] * 4, F(2), F(2))
        schedule = show_schedule(timing, F(24))
        self.assertEqual({schedule.transition_frames(k) for k in range(4)}, {42})  # 1.75 s
        self.assertEqual(timing.shortened, (-1, 0, 1, 2, 3, 4))
        self.assertEqual(show_timing([F(5)] * 2, [F(1)]).shortened, ())

    def test_invalid_times_cannot_be_built(self):
        for durations, joints in (([F(1, 20)], []), ([F(1)] * 2, [F(-1)]), ([F(1)], [F(1)])):
            with self.assertRaises(ValueError):
                show_timing(durations, joints)


times = st.fractions(F(1, 10), F(8), max_denominator=1001)
rates = st.sampled_from([F(24), F(25), F(30), F(30000, 1001), F(60), F(10)])


class Laws(unittest.TestCase):
    @given(st.lists(st.tuples(times, times), min_size=1, max_size=12), rates, st.booleans())
    def test_every_frame_shows_one_or_two_slides(self, drawn, rate, faded):
        durations, joints = [d for d, _ in drawn], [t for _, t in drawn][1:]
        fade = F(7, 10) if faded else F(0)
        timing = show_timing(durations, joints, fade, fade)
        schedule = show_schedule(timing, rate)
        seen = [0] * schedule.total
        for first, frames in zip(schedule.first, schedule.frames, strict=True):
            self.assertGreaterEqual(frames, 1)
            for n in range(first, first + frames):
                seen[n] += 1
        self.assertTrue(all(1 <= count <= 2 for count in seen))
        self.assertEqual(schedule.total, floor(timing.seconds * rate + F(1, 2)))
        self.assertLessEqual(schedule.fade_in + schedule.fade_out, schedule.total + 1)


class Texts(unittest.TestCase):
    def test_numbers_are_exact(self):
        self.assertEqual(parse_fraction("29.97"), F(2997, 100))
        for said, whole in (("23.976", 24), ("23.98", 24), ("29.97", 30), ("59.94", 60), ("30000/1001", 30)):
            self.assertEqual(parse_frame_rate(said), F(whole * 1000, 1001), said)
        for said in ("24", "25", "30", "29.9", "12.5", "60"):
            self.assertEqual(parse_frame_rate(said), F(said))
        self.assertEqual(parse_fraction("30000/1001"), F(30000, 1001))
        for wrong in ("", "x", "1/0", "-1", "1e9", "nan", "½"):
            with self.assertRaises(UsageError):
                parse_fraction(wrong)
        self.assertEqual((clock_text(F(609, 10)), clock_text(605)), ("60.9 s", "10:05"))
