"""Beats: click tracks whose beats are known, drums, and what has no beat."""

import unittest

import numpy as np

from jaunty_frame.core.sound.beats import beats_of
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.spectra import ONSET_RATE, decimated, mel_spectrum
from jaunty_frame.core.sound.starts_and_repeats import best_repeat, proposed_start
from tests.core.sound.patterns import PATTERNS, played


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

    def test_what_bands_play_at_every_tempo_in_bars_of_two_to_six(self):
        """Even, swung and drifting; tempi and hands other than those on which the rules were fitted."""
        tempi, bars, played_all = [], [], 0
        for number, (name, pattern) in enumerate(PATTERNS.items()):
            for k, bpm in enumerate((63, 94, 127, 151, 156, 179)):
                swing, drift = ((0.0, 0.0), (1 / 6, 0.0), (0.0, 0.06))[(number + k) % 3]
                played_all += 1
                piece = played(pattern, bpm, swing, drift, seed=bpm + 7)
                found = beats_of(mel_spectrum(piece.sound))
                # Six in a bar may as well be two beats of three.
                ratio = found.tempo / bpm
                if abs(ratio - 1) > 0.03 and not (pattern.size == 6 and abs(3 * ratio - 1) < 0.03):
                    tempi.append((name, bpm, found.tempo, found.other))
                    continue
                worst = np.percentile([np.abs(found.times - time).min() for time in piece.beats[1:-1]], 95)
                self.assertLess(worst, 0.025 if abs(ratio - 1) < 0.03 else 1, (name, bpm))
                openings = found.times[list(found.bars)]
                off = [np.abs(piece.bars - time).min() for time in openings[:-1]]
                size = np.median(np.diff(openings)) / np.median(np.diff(piece.bars)) if len(off) > 1 else 0
                right = len(off) > 1 and np.mean(np.array(off) < 0.06) > 0.9 and abs(size - 1) < 0.05
                # Two bars of two are as good as one of four.
                if not right and not (pattern.size == 2 and abs(size - 2) < 0.05):
                    bars.append((name, bpm, found.bars[:3]))
        self.assertLessEqual(len(tempi), 0.05 * played_all, tempi)
        self.assertLessEqual(len(tempi) + len(bars), 0.15 * played_all, bars)

    def test_of_two_tempi_that_are_as_good_both_are_told(self):
        # Every second click a little weaker, on and on: one beat, or two.
        at, sound = np.arange(600), np.zeros(ONSET_RATE * 30, np.float32)
        click = (np.exp(-at / 110) * np.sin(2 * np.pi * 1000 / ONSET_RATE * at)).astype(np.float32)
        for k in range(90):
            first = round((0.5 + k * 60 / 190) * ONSET_RATE)
            sound[first : first + 600] += click * (1.0 if k % 2 == 0 else 0.35)
        found = beats_of(mel_spectrum(sound))
        self.assertAlmostEqual(max(found.tempo, found.other), 190, delta=3)
        self.assertAlmostEqual(min(found.tempo, found.other), 95, delta=2)
        self.assertEqual(beats_of(mel_spectrum(click_track(120)[0])).other, 0.0)

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
        # Less than three seconds are no slow start, nor is what takes more than four tenths of the piece.
        for soft, passed in ((24, False), (38, True), (220, True), (270, False)):
            start = proposed_start(np.concatenate([np.full(soft, -45.0), np.full(600 - soft, -18.0)]))
            self.assertEqual(start > 0, passed, soft)
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
