"""Timecode against values of SMPTE ST 12-1."""

import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.timecode import timecode

NTSC, NTSC_60, FILM = Fraction(30000, 1001), Fraction(60000, 1001), Fraction(24000, 1001)


class Timecode(unittest.TestCase):
    def test_check_values(self):
        # SMPTE ST 12-1, drop-frame compensation: 00:00:59;29 is followed by 00:01:00;02, ten minutes have 17982 frames.
        for frame, rate, expected in (
            (0, Fraction(30), "00:00:00:00"),
            (1799, NTSC, "00:00:59;29"),
            (1800, NTSC, "00:01:00;02"),
            (3597, NTSC, "00:01:59;29"),
            (3598, NTSC, "00:02:00;02"),
            (17981, NTSC, "00:09:59;29"),
            (17982, NTSC, "00:10:00;00"),
            (17982 * 6, NTSC, "01:00:00;00"),
            (3600, NTSC_60, "00:01:00;04"),
            (1800, Fraction(30), "00:01:00:00"),
            (90000, Fraction(25), "01:00:00:00"),
            (1440, FILM, "00:01:00:00"),
        ):
            with self.subTest(frame=frame, rate=rate):
                self.assertEqual(timecode(frame, rate), expected)

    @given(st.integers(0, 400_000), st.sampled_from([NTSC, NTSC_60, FILM, Fraction(25), Fraction(30)]))
    def test_every_frame_has_the_next_number_that_is_not_left_out(self, frame, rate):
        def parts(text):
            hours, minutes, seconds, frames = map(int, text.replace(";", ":").split(":"))
            return (hours * 60 + minutes) * 60 + seconds, frames

        nominal = round(rate)
        (second, number), (after_second, after) = parts(timecode(frame, rate)), parts(timecode(frame + 1, rate))
        step = (after_second - second) * nominal + after - number
        minute_begins = after_second % 60 == 0 and after_second % 600 != 0 and after_second != second
        drops = nominal // 15 if ";" in timecode(0, rate) and minute_begins else 0
        self.assertEqual(step, 1 + drops)
        # Drop-frame time never leaves the clock by more than the numbers that a minute leaves out.
        if ";" in timecode(0, rate):
            self.assertLess(abs((second * nominal + number) / nominal - frame / rate), 0.1)


if __name__ == "__main__":
    unittest.main()
