"""Beats: click tracks whose beats are known, drums, and what has no beat."""

import unittest

import numpy as np

from jaunty_frame.core.sound.beats import ONSET_RATE, beats_of, decimated, mel_spectrum
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.starts_and_repeats import best_repeat, proposed_start


def click_track(bpm: float, seconds: float = 40, swing: float = 0.0, silence=(15.0, 20.0), start: float = 1.0):
    """Return clicks, with softer ones on late off-beats where it swings, and when the beats are."""
    sound, times = np.zeros(round(seconds * ONSET_RATE), np.float32), []
    at = np.arange(600)
    click = (np.exp(-at / 110) * np.sin(2 * np.pi * 1000 / ONSET_RATE * at)).astype(np.float32)
    period, now, k = 60 / bpm, start, 0
    while now < seconds - 1:
        if not silence[0] < now < silence[1]:
            first = round(now * ONSET_RATE)
            sound[first : first + 600] += click * (1.0 if k % 4 == 0 else 0.7)
            times.append(now)
            if swing:
                late = round((now + period * (0.5 + swing)) * ONSET_RATE)
                sound[late : late + 600] += 0.35 * click[: len(sound[late : late + 600])]
        now, k = now + period, k + 1
    return sound, np.array(times)


def drum_loop(bpm: float, seconds: float = 30) -> tuple[np.ndarray, np.ndarray]:
    """Return kick on one and three, noise on two and four, hats on eighths, and the beats."""
    rng, sound = np.random.default_rng(7), np.zeros(round(seconds * ONSET_RATE), np.float32)
    at, times, period = np.arange(3000), [], 60 / bpm
    kick = np.exp(-at / 900) * np.sin(2 * np.pi * 60 / ONSET_RATE * at)
    snare, hat = rng.normal(size=3000) * np.exp(-at / 500) * 0.6, rng.normal(size=3000) * np.exp(-at / 90) * 0.25
    for k in range(int((seconds - 1) / period * 2)):
        first = round((0.5 + k * period / 2) * ONSET_RATE)
        for drum, when in ((kick, k % 4 == 0), (snare, k % 4 == 2), (hat, True)):
            if when:
                part = sound[first : first + 3000]
                part += drum[: len(part)].astype(np.float32)
        if k % 2 == 0:
            times.append(0.5 + k * period / 2)
    return sound, np.array(times)


class Beats(unittest.TestCase):
    def assert_found(self, sound, times, bpm):
        found = beats_of(mel_spectrum(sound))
        self.assertAlmostEqual(found.tempo / bpm, 1.0, delta=0.01)
        worst = max(np.abs(found.times - time).min() for time in times)
        self.assertLess(worst, 0.025)
        return found

    def test_click_tracks(self):
        for bpm in (60, 75, 90, 113, 120, 144, 160, 180):
            for swing in (0.0, 1 / 6):
                with self.subTest(bpm=bpm, swing=swing):
                    self.assert_found(*click_track(bpm, swing=swing), bpm)

    def test_drums(self):
        for bpm in (80, 100, 128, 144):
            with self.subTest(bpm=bpm):
                self.assert_found(*drum_loop(bpm), bpm)

    def test_what_has_no_beat_gets_none(self):
        for name, sound in (
            ("silence", np.zeros(ONSET_RATE * 20, np.float32)),
            ("a tone", np.sin(np.arange(ONSET_RATE * 20) * 0.05).astype(np.float32)),
            ("nothing", np.zeros(0, np.float32)),
            ("a moment", np.ones(500, np.float32)),
        ):
            with self.subTest(sound=name):
                self.assertEqual(beats_of(mel_spectrum(sound)).tempo, 0.0)

    def test_half_the_rate_keeps_the_time(self):
        sound = np.zeros((RATE, 2), np.float32)
        sound[RATE // 2] = 1.0
        self.assertAlmostEqual(int(np.abs(decimated(sound)).argmax()) / ONSET_RATE, 0.5, delta=0.001)


class StartsAndRepeats(unittest.TestCase):
    def test_a_slow_start_is_passed_over(self):
        loud = np.full(600, -18.0)
        slow = np.concatenate([np.full(80, -45.0), loud])
        self.assertAlmostEqual(proposed_start(slow), 8.0, delta=0.6)
        self.assertEqual(proposed_start(slow, [7.1, 8.4]), 8.4)
        self.assertEqual(proposed_start(loud), 0.0)
        self.assertEqual(proposed_start(np.zeros(0)), 0.0)
        # What is soft for most of its time is a soft piece, not a slow start.
        self.assertEqual(proposed_start(np.concatenate([np.full(500, -45.0), np.full(100, -18.0)])), 0.0)

    def test_a_piece_goes_back_where_the_same_is_heard(self):
        # Four bars that differ, again and again: going back must keep the place in the pattern.
        bpm, bar = 120, 2.0
        sound = np.zeros(ONSET_RATE * 40, np.float32)
        at = np.arange(4000)
        for beat in range(76):
            hertz = (220, 330, 440, 554)[beat // 4 % 4] * (1.5 if beat % 4 == 3 else 1)
            first = round(beat * 0.5 * ONSET_RATE)
            sound[first : first + 4000] += np.exp(-at / 1500) * np.sin(2 * np.pi * hertz / ONSET_RATE * at)
        mels = mel_spectrum(sound)
        found = beats_of(mels)
        late, early = best_repeat(mels, found.times, found.bars)
        self.assertAlmostEqual(found.tempo, bpm, delta=1)
        patterns = (late - early) / (4 * bar)
        self.assertAlmostEqual(patterns, round(patterns), delta=0.02)
        self.assertGreater(late - early, 16)

    def test_too_little_music_has_no_repeat(self):
        self.assertIsNone(best_repeat(np.zeros((500, 40), np.float32), [0.5, 1.0], ()))
