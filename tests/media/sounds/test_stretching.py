"""Sound at another speed: as long as arithmetic says, at its own pitch, what happens in it where it should."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.media.sounds.stretching import StretchedReader
from tests.media.sounds.sound_files import tone, write_sound

SPEEDS = [Fraction(1, 8), Fraction(1, 2), Fraction(3, 4), Fraction(3, 2), Fraction(2), Fraction(8)]


class Stretched(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        silence = np.zeros((RATE, 1), np.float32)
        self.path = write_sound(Path(folder.name) / "tone.wav", np.concatenate([silence, tone(2), silence]))

    def reader(self, speed):
        reader = StretchedReader(self.path, speed)
        self.addCleanup(reader.close)
        return reader

    def test_a_tone_keeps_its_pitch_and_comes_and_goes_in_time(self):
        for speed in SPEEDS:
            with self.subTest(speed=speed):
                samples = self.reader(speed).read(0, round(4 * RATE / speed))[:, 0]
                loud = np.flatnonzero(np.abs(samples) > 0.1)
                for found, wanted in ((loud[0], 1 / speed), (loud[-1], 3 / speed)):
                    # Pieces of 42 ms are put together: what is nearest to what was before may lie half of one aside.
                    self.assertAlmostEqual(found / RATE, float(wanted), delta=0.03 * max(1, float(1 / speed)))
                middle = samples[round(1.5 * RATE / speed) : round(2.5 * RATE / speed)]
                spectrum = np.abs(np.fft.rfft(middle * np.hanning(len(middle))))
                hertz = spectrum.argmax() * RATE / len(middle)
                self.assertAlmostEqual(hertz, 440, delta=RATE / len(middle) + 1)

    def test_parts_make_the_whole_and_silence_comes_after_its_end(self):
        whole = self.reader(Fraction(1, 2)).read(0, 10 * RATE)
        self.assertEqual(whole.shape, (10 * RATE, 2))
        reader = self.reader(Fraction(1, 2))
        parts = [reader.read(first, 70_000) for first in range(0, 10 * RATE, 70_000)]
        np.testing.assert_array_equal(np.concatenate(parts)[: 10 * RATE], whole)
        self.assertEqual(float(np.abs(whole[round(8.2 * RATE) :]).max()), 0.0)

    def test_from_the_middle_it_sounds_the_same(self):
        reader = self.reader(Fraction(1, 2))
        level = lambda part: float(np.sqrt(np.mean(part**2)))  # noqa: E731
        far, near = reader.read(4 * RATE, RATE), reader.read(RATE, RATE)
        self.assertAlmostEqual(level(far), 0.3 / np.sqrt(2), delta=0.01)
        self.assertEqual(level(near[: RATE // 2]), 0.0)


if __name__ == "__main__":
    unittest.main()
