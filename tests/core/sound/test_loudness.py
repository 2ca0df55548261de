"""Loudness and true peaks: ITU-R BS.1770-4, EBU Tech 3341's cases made from their description, pyloudnorm."""

import unittest

import numpy as np
import pyloudnorm
from hypothesis import given
from hypothesis import strategies as st
from scipy.signal import resample

from jaunty_frame.core.sound.levels import RATE, decibels, fade_gains, ratio, stereo
from jaunty_frame.core.sound.limiting import gains_at, limiting_curve, step_peaks
from jaunty_frame.core.sound.loudness import SILENT, LoudnessMeter, loudness, oversampled_peaks, true_peak_db


def sine(hertz: float, seconds: float, level_db: float = 0.0, phase: float = 0.0) -> np.ndarray:
    at = np.arange(round(seconds * RATE)) / RATE
    return (ratio(level_db) * np.sin(2 * np.pi * hertz * at + phase)).astype(np.float32)


def both(mono: np.ndarray) -> np.ndarray:
    return np.stack([mono, mono], axis=1)


class Loudness(unittest.TestCase):
    def test_a_full_sine_in_one_channel_is_three_below(self):
        # ITU-R BS.1770-4, Annex 1: 997 Hz, 0 dBFS, one channel = -3.01 LKFS.
        one = np.stack([sine(997, 20), np.zeros(20 * RATE, np.float32)], axis=1)
        self.assertAlmostEqual(loudness(one), -3.01, delta=0.05)

    def test_the_minimum_requirements_of_tech_3341(self):
        # EBU Tech 3341 v4, table 1, cases 1 to 5: stereo sines of 1000 Hz; target +- 0.1 LU. From memory.
        def cases(*parts):
            return both(np.concatenate([sine(1000, seconds, level) for seconds, level in parts]))

        for number, (parts, wanted) in enumerate(
            (
                (((20, -23.0),), -23.0),
                (((20, -33.0),), -33.0),
                (((10, -36.0), (60, -23.0), (10, -36.0)), -23.0),
                (((10, -72.0), (10, -36.0), (60, -23.0), (10, -36.0), (10, -72.0)), -23.0),
                (((20, -26.0), (20.1, -20.0), (20, -26.0)), -23.0),
            ),
            1,
        ):
            with self.subTest(case=number):
                self.assertAlmostEqual(loudness(cases(*parts)), wanted, delta=0.1)

    def test_it_agrees_with_pyloudnorm(self):
        rng = np.random.default_rng(1)
        noise = (rng.normal(size=(RATE * 12, 2)) * 0.1).astype(np.float32)
        noise[RATE * 4 : RATE * 7] *= 0.01
        meter = pyloudnorm.Meter(RATE, filter_class="DeMan")
        self.assertAlmostEqual(loudness(noise), meter.integrated_loudness(noise.astype(float)), delta=0.01)

    @given(st.lists(st.integers(1, 30_000), min_size=1, max_size=12))
    def test_it_does_not_matter_how_the_sound_is_cut(self, cuts):
        noise = (np.random.default_rng(2).normal(size=(RATE, 2)) * 0.1).astype(np.float32)
        meter, at = LoudnessMeter(), 0
        for count in cuts:
            meter.add(noise[at : at + count])
            at += count
        meter.add(noise[at:])
        self.assertAlmostEqual(meter.integrated(), loudness(noise), places=6)

    def test_silence_and_next_to_nothing_have_a_loudness(self):
        self.assertEqual(loudness(np.zeros((RATE, 2), np.float32)), SILENT)
        self.assertEqual(loudness(np.zeros((0, 2), np.float32)), SILENT)
        short = both(sine(997, 0.1, -20))
        self.assertAlmostEqual(loudness(short), -20, delta=1.5)


class TruePeaks(unittest.TestCase):
    def test_they_are_those_of_eightfold_oversampling(self):
        # The reference is the band-limited signal itself: scipy's Fourier resampling.
        rng = np.random.default_rng(3)
        noise = (rng.normal(size=(RATE // 2, 2)) * 0.2).astype(np.float32)
        dense = 20 * np.log10(np.abs(resample(noise.astype(float), 8 * len(noise), axis=0)).max())
        # Four-fold oversampling may read 0.69 dB too little (BS.1770-4, Annex 2, attachment 1).
        self.assertTrue(dense - 0.69 <= true_peak_db(noise) <= dense + 0.1)

    def test_a_peak_between_samples_is_found(self):
        # A quarter of the rate at 45 degrees: samples at -3.01 dB, the tone at 0.
        tone = sine(RATE / 4, 0.2, phase=np.pi / 4) * np.hanning(round(0.2 * RATE)).astype(np.float32)
        self.assertAlmostEqual(decibels(float(np.abs(tone).max())), -3.01, delta=0.05)
        self.assertAlmostEqual(true_peak_db(both(tone)), 0.0, delta=0.1)

    def limited(self, sound, ceiling):
        curve = limiting_curve(step_peaks(oversampled_peaks(sound)), ceiling)
        return None if curve is None else gains_at(curve, 0, len(sound))

    def test_limited_sound_keeps_below_its_ceiling(self):
        rng = np.random.default_rng(4)
        for name, sound in (
            ("noise", rng.normal(size=(RATE, 2)) * 0.7),
            ("clicks", np.where(rng.random((RATE, 2)) > 0.999, 2.5, 0.01)),
            ("tone", both(sine(11_000, 1.0, 4.0, 0.7))),
            ("one click", np.where(np.arange(RATE)[:, None] == 20_000, 3.0, 0.01) * np.ones((1, 2))),
        ):
            with self.subTest(sound=name):
                sound = sound.astype(np.float32)
                gains = self.limited(sound, ratio(-1.0))
                self.assertLessEqual(true_peak_db(sound * gains[:, None]), -1.0)
                # No step of the gain is a click.
                self.assertLess(float(np.abs(np.diff(gains)).max()), 0.004)

    def test_soft_sound_is_left_alone(self):
        self.assertIsNone(self.limited(both(sine(440, 0.5, -6)), ratio(-1.0)))

    def test_gains_of_parts_are_those_of_the_whole(self):
        curve = np.random.default_rng(5).random(1000).astype(np.float32)
        whole = gains_at(curve, 0, RATE)
        for first, count in ((0, 100), (12_345, 4000), (RATE - 77, 77)):
            np.testing.assert_allclose(gains_at(curve, first, count), whole[first : first + count], atol=1e-4)

    def test_loudness_after_limiting_is_known_beforehand(self):
        rng = np.random.default_rng(6)
        sound = (rng.normal(size=(10 * RATE, 2)) * np.repeat(rng.random(100), RATE // 10)[:, None]).astype(np.float32)
        meter = LoudnessMeter()
        meter.add(sound)
        curve = limiting_curve(step_peaks(oversampled_peaks(sound)), 0.8)
        self.assertLess(curve.min(), 0.4)
        limited = sound * gains_at(curve, 0, len(sound))[:, None]
        self.assertAlmostEqual(meter.integrated(curve), loudness(limited), delta=0.01)


class Levels(unittest.TestCase):
    def test_shares_and_decibels(self):
        # Handbook values of 20 log10.
        for share, db in ((0.5, -6.02), (0.3, -10.46), (0.25, -12.04), (0.2, -13.98), (1.4, 2.92)):
            self.assertAlmostEqual(decibels(share), db, delta=0.005)
            self.assertAlmostEqual(ratio(db), share, delta=0.001)

    @given(st.integers(1, 5000))
    def test_cross_fades_keep_the_power(self, length):
        rising = fade_gains(0, length, 0, length)
        np.testing.assert_allclose(rising**2 + rising[::-1] ** 2, 1.0, atol=1e-5)

    def test_any_number_of_channels_becomes_two(self):
        for channels in (1, 2, 6, 8):
            self.assertEqual(stereo(np.ones((10, channels), np.float32)).shape, (10, 2))
        np.testing.assert_array_equal(stereo(np.ones((3, 1), np.float32)), np.ones((3, 2)))
