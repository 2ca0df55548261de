"""The mix: sums, fades, what a voice does to the rest; speech and what is no speech."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.sound.levels import RATE, ratio
from jaunty_frame.core.sound.mixing import Ducking, Placed, mixed
from jaunty_frame.core.sound.speech import (
    ducking_db,
    frame_levels,
    merged_ranges,
    spoken_ranges,
    without_key_noise,
)
from jaunty_frame.core.sound.waves import STEP, mix_wave
from jaunty_frame.standins.voice import spoken


def constant(start: int, count: int) -> np.ndarray:
    return np.ones((count, 2), np.float32)


class Mixing(unittest.TestCase):
    def test_sounds_are_added_where_they_lie(self):
        placed = [Placed(0, 0, 1000, 3000, -6.0, 0, 0, False), Placed(0, 0, 2000, 3000, 0.0, 0, 0, False)]
        mix = mixed(placed, [constant], Ducking(), 0, 6000)
        self.assertEqual(float(np.abs(mix[:1000]).max()), 0.0)
        self.assertAlmostEqual(float(mix[1700, 0]), ratio(-6), places=4)
        self.assertAlmostEqual(float(mix[3000, 1]), 1 + ratio(-6) * float(mix[3000, 1] > 1), delta=0.5)
        self.assertEqual(float(np.abs(mix[5000:]).max()), 0.0)

    def test_nothing_begins_or_ends_with_a_click(self):
        mix = mixed([Placed(0, 0, 500, 20_000, 0.0, 0, 0, False)], [constant], Ducking(), 0, 22_000)
        self.assertLess(float(np.abs(np.diff(mix[:, 0])).max()), 0.01)
        rising = np.flatnonzero(mix[:, 0] > 0.999)[0] - 500
        self.assertGreaterEqual(rising, RATE * 4 // 1000)

    @given(st.integers(0, 9000), st.integers(1, 4000))
    def test_a_part_is_what_it_is_in_the_whole(self, first, count):
        def noise(start, count):
            return np.random.default_rng(1).normal(size=(12_000, 2)).astype(np.float32)[start : start + count]

        placed = [
            Placed(0, 100, 300, 8000, -3.0, 1000, 2000, True),
            Placed(0, 0, 5000, 4000, 2.0, 700, 300, False),
        ]
        ducking = Ducking(((5000, 9000),), 12.0, 800, 900)
        whole = mixed(placed, [noise], ducking, 0, 13_000)
        part = mixed(placed, [noise], ducking, first, count)
        np.testing.assert_allclose(part, whole[first : first + count], atol=1e-5)

    def test_two_sounds_that_cross_fade_keep_their_power(self):
        lap = 4000
        placed = [Placed(0, 0, 0, 10_000, 0.0, 0, lap, False), Placed(1, 0, 10_000 - lap, 10_000, 0.0, lap, 0, False)]

        def left(start, count):
            return np.repeat([[1.0, 0.0]], count, axis=0).astype(np.float32)

        def right(start, count):
            return np.repeat([[0.0, 1.0]], count, axis=0).astype(np.float32)

        mix = mixed(placed, [left, right], Ducking(), 0, 16_000)
        power = (mix[1000:15_000] ** 2).sum(axis=1)
        np.testing.assert_allclose(power, 1.0, atol=1e-4)


class UnderAVoice(unittest.TestCase):
    def test_it_is_down_before_the_voice_and_comes_back_after(self):
        lowered = ducking_db(0, 100_000, [(40_000, 60_000)], 12.0, 12_000, 24_000)
        np.testing.assert_allclose(lowered[40_000:60_000], 12.0, atol=1e-4)
        self.assertEqual(float(lowered[:28_000].max()), 0.0)
        self.assertEqual(float(lowered[84_001:].max()), 0.0)
        self.assertLess(float(np.abs(np.diff(lowered)).max()), 0.01)

    def test_near_sentences_are_one(self):
        self.assertEqual(merged_ranges([(90, 100), (0, 40), (50, 80)], 15), [(0, 100)])
        self.assertEqual(merged_ranges([(0, 40), (60, 80)], 15), [(0, 40), (60, 80)])

    def test_music_is_lowered_and_the_voice_is_not(self):
        placed = [Placed(0, 0, 0, RATE, 0.0, 0, 0, True), Placed(1, 0, 0, RATE, 0.0, 0, 0, False)]

        def nothing(start, count):
            return np.zeros((count, 2), np.float32)

        ducking = Ducking(((0, RATE),), 12.0)
        music = mixed(placed, [constant, nothing], ducking, RATE // 2, 100)
        voice = mixed(placed, [nothing, constant], ducking, RATE // 2, 100)
        self.assertAlmostEqual(float(music[0, 0]), ratio(-12), places=3)
        self.assertAlmostEqual(float(voice[0, 0]), 1.0, places=4)


class Speech(unittest.TestCase):
    def test_sentences_are_found_in_noise(self):
        rng = np.random.default_rng(6)
        sound = (rng.normal(size=(RATE * 8, 2)) * 0.002).astype(np.float32)
        one = spoken("one sentence here")
        for start in (1.0, 5.0):
            first = round(start * RATE)
            sound[first : first + len(one)] += one
        found = spoken_ranges(frame_levels(sound))
        self.assertEqual(len(found), 2)
        for (low, high), start in zip(found, (1.0, 5.0), strict=True):
            self.assertAlmostEqual(low, start + 0.05, delta=0.1)
            self.assertAlmostEqual(high, start + len(one) / RATE - 0.05, delta=0.15)

    def test_silence_is_no_speech(self):
        self.assertEqual(spoken_ranges(frame_levels(np.zeros((RATE, 2), np.float32))), [])
        self.assertEqual(spoken_ranges(frame_levels(np.zeros((0, 2), np.float32))), [])

    def test_the_key_at_the_end_is_cut_off(self):
        self.assertEqual(without_key_noise([(0.5, 3.0), (3.9, 3.98)]), (0.5, 3.0))
        self.assertEqual(without_key_noise([(0.1, 0.15), (0.9, 3.0)]), (0.9, 3.0))
        self.assertEqual(without_key_noise([(0.5, 3.0), (3.1, 3.2)]), (0.5, 3.2))
        self.assertIsNone(without_key_noise([]))


class Waves(unittest.TestCase):
    def test_the_wave_is_as_high_as_the_mix(self):
        peaks = np.tile(np.array([[-0.5, 0.5]], np.float32), (200, 1))
        placed = [Placed(0, 0, RATE, RATE, -6.0, 0, 0, True)]
        wave = mix_wave(placed, {0: peaks}, Ducking(), 3 * RATE)
        self.assertEqual(len(wave), 3 * RATE // STEP + 1)
        self.assertAlmostEqual(float(wave[150]), 0.25, delta=0.002)
        self.assertEqual(float(wave[50]), 0.0)
        lowered = mix_wave(placed, {0: peaks}, Ducking(((RATE, 2 * RATE),), 12.0), 3 * RATE)
        self.assertAlmostEqual(float(lowered[150]), 0.25 * ratio(-12), delta=0.002)
        self.assertEqual(float(mix_wave(placed, {}, Ducking(), RATE).max()), 0.0)
