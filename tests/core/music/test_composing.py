"""The shelf's music: sound levels, no clicks, the tempo that is promised, the same every time."""

import unittest

import numpy as np

from jaunty_frame.core.music.composing import SCALES, composed
from jaunty_frame.core.music.instruments import piano, plucked
from jaunty_frame.core.sound.beats import beats_of
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.loudness import loudness
from jaunty_frame.core.sound.spectra import decimated, mel_spectrum
from jaunty_frame.media.shelf.pieces import PIECES


class Shelf(unittest.TestCase):
    def test_there_are_six_pieces_of_one_to_two_minutes_in_different_tempi(self):
        self.assertGreaterEqual(len(PIECES), 6)
        self.assertEqual(len({piece.tempo for piece in PIECES}), len(PIECES))
        for piece in PIECES:
            with self.subTest(piece=piece.name):
                self.assertTrue(60 <= piece.seconds <= 120)
                for section in piece.form:
                    self.assertLessEqual(set(section.parts), set(piece.parts))

    def test_a_piece_is_music_in_its_tempo(self):
        piece = next(one for one in PIECES if one.name == "wheel-turning")
        sound = composed(piece)
        self.assertAlmostEqual(len(sound) / RATE, piece.seconds, delta=0.01)
        self.assertLessEqual(float(np.abs(sound).max()), 0.71)
        self.assertTrue(-20 < loudness(sound) < -10)
        # It dies away, and no sample is far from the next.
        self.assertLess(float(np.abs(sound[-100:]).max()), 0.001)
        np.testing.assert_array_equal(composed(piece)[:RATE], sound[:RATE])

    def test_the_tempo_of_every_piece_is_found(self):
        doubtful = []
        for piece in PIECES:
            found = beats_of(mel_spectrum(decimated(composed(piece))))
            with self.subTest(piece=piece.name, tempo=piece.tempo):
                near = min((found.tempo, found.other), key=lambda bpm: abs(bpm - piece.tempo))
                self.assertAlmostEqual(near, piece.tempo, delta=1.0)
                if near != found.tempo:
                    doubtful.append(piece.name)
        # Calm chords broken into halves may be tapped twice as fast; then the other tempo is offered.
        self.assertLessEqual(len(doubtful), 1, doubtful)


class Instruments(unittest.TestCase):
    def test_notes_have_their_pitch(self):
        for instrument in (piano, plucked):
            with self.subTest(instrument=instrument.__name__):
                note = instrument(220.0, 1.0)
                spectrum = np.abs(np.fft.rfft(note[: RATE // 2] * np.hanning(RATE // 2)))
                self.assertAlmostEqual(float(spectrum[:400].argmax() * 2), 220.0, delta=3)
                self.assertLess(abs(float(note[0])), 0.01)
                self.assertLess(abs(float(note[-1])), 0.01)

    def test_scales_have_seven_steps(self):
        self.assertEqual({len(scale) for scale in SCALES.values()}, {7})
