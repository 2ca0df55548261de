"""Reading sound files of every kind, odd ones too; what is found in them."""

import tempfile
import unittest
from pathlib import Path

import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import SoundError
from jaunty_frame.media.sounds.cleaning import cleaned
from jaunty_frame.media.sounds.flac import write_flac
from jaunty_frame.media.sounds.peaks import PeakCache, wave_of
from jaunty_frame.media.sounds.reading import SoundReader, tags_of
from jaunty_frame.media.sounds.wav import WavWriter
from jaunty_frame.standins.voice import spoken
from tests.media.sounds.sound_files import clicks, looked_at, tone, write_sound


class SoundCase(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)


class Reading(SoundCase):
    def test_formats_are_read_from_their_first_sample(self):
        sound = clicks(3, [0.5, 1.25, 2.5])
        for suffix in (".wav", ".flac", ".mp3", ".m4a", ".opus"):
            with self.subTest(suffix=suffix):
                reader = SoundReader(write_sound(self.folder / f"one{suffix}", sound))
                self.addCleanup(reader.close)
                found = reader.read(0, 3 * RATE)[:, 0]
                for time in (0.5, 1.25, 2.5):
                    window = found[round((time - 0.1) * RATE) : round((time + 0.1) * RATE)]
                    wanted = sound[round((time - 0.1) * RATE) : round((time + 0.1) * RATE), 0]
                    lag = int(np.correlate(window, wanted, "full").argmax()) - len(wanted) + 1
                    self.assertLess(abs(lag), 3)

    def test_parts_are_those_of_the_whole_in_any_order(self):
        rng = np.random.default_rng(1)
        noise = (rng.normal(size=(40 * RATE, 2)) * 0.1).astype(np.float32)
        for suffix in (".wav", ".mp3", ".flac", ".opus"):
            with self.subTest(suffix=suffix):
                reader = SoundReader(write_sound(self.folder / f"long{suffix}", noise))
                self.addCleanup(reader.close)
                whole = reader.read(0, 40 * RATE)
                for first in (17, 38 * RATE, 5 * RATE + 1, 36 * RATE + 7, 0):
                    np.testing.assert_allclose(
                        reader.read(first, 3000), whole[first : first + 3000], atol=1e-6, err_msg=str(first)
                    )
                beyond = reader.read(40 * RATE - 100, 300)
                self.assertEqual(float(np.abs(beyond[200:]).max()), 0.0)
                np.testing.assert_array_equal(reader.read(-50, 60)[:50], 0)

    def test_odd_rates_and_channels(self):
        cases = ((8000, 1, "mono"), (44_100, 2, "stereo"), (96_000, 6, "5.1"), (48_000, 8, "7.1"))
        for rate, channels, layout in cases:
            with self.subTest(rate=rate, channels=channels):
                sound = np.repeat(tone(1.0, 440, 0.2, rate), channels, axis=1)
                path = write_sound(self.folder / f"{rate}.wav", sound, rate, layout)
                file = looked_at(path, self.folder)
                self.assertEqual(file.channels, channels)
                self.assertAlmostEqual(file.seconds, 1.0, delta=0.01)

    def test_what_cannot_be_used_is_said_in_one_sentence(self):
        cases = {
            "empty.wav": b"",
            "broken.mp3": b"ID3" + bytes(500),
            "picture.flac": b"\x89PNG\r\n\x1a\n" + bytes(200),
            "list.m3u": b"http://127.0.0.1:9/x.mp3\n",
        }
        for name, data in cases.items():
            with self.subTest(name=name):
                (self.folder / name).write_bytes(data)
                with self.assertRaisesRegex(SoundError, name):
                    looked_at(self.folder / name, self.folder)
        with self.assertRaisesRegex(SoundError, r"gone\.wav"):
            SoundReader(self.folder / "gone.wav")
        with self.assertRaisesRegex(SoundError, "is a folder"):
            SoundReader(self.folder)

    def test_a_file_that_breaks_off_is_read_as_far_as_it_goes(self):
        path = write_sound(self.folder / "cut.mp3", tone(4))
        path.write_bytes(path.read_bytes()[: path.stat().st_size // 2])
        self.assertAlmostEqual(looked_at(path, self.folder).seconds, 2.0, delta=0.3)


class Listening(SoundCase):
    def test_what_is_found_goes_with_the_file(self):
        beats = clicks(24, np.arange(0.5, 23.5, 0.5))
        path = write_sound(
            self.folder / "a.flac", beats, tags={"title": "Wheel", "artist": "The yard", "license": "CC0"}
        )
        file = looked_at(path, self.folder)
        self.assertEqual((file.title, file.author, file.licence), ("Wheel", "The yard", "CC0"))
        self.assertAlmostEqual(file.tempo, 120, delta=1)
        self.assertAlmostEqual(min(abs(beat - 10.0) for beat in file.beats), 0, delta=0.02)
        self.assertEqual(file.path, "a.flac")

    def test_tags_of_other_formats(self):
        path = write_sound(self.folder / "a.mp3", tone(1), tags={"title": "One", "artist": "Two", "copyright": "Three"})
        self.assertEqual({"title": "One", "artist": "Two", "copyright": "Three"}.items() - tags_of(path).items(), set())

    def test_loudness_does_not_depend_on_the_format(self):
        found = [
            looked_at(write_sound(self.folder / f"l{suffix}", tone(4)), self.folder).loudness
            for suffix in (".wav", ".flac", ".m4a")
        ]
        self.assertLess(max(found) - min(found), 0.15)

    def test_peaks_are_kept_and_are_those_of_the_file(self):
        cache = PeakCache(self.folder / "peaks")
        path = write_sound(self.folder / "a.wav", tone(2, level=0.5))
        file = looked_at(path, self.folder / "peaks")
        known = PeakCache(self.folder / "peaks").get(file.content)
        self.assertEqual(known.shape, (200, 2))
        np.testing.assert_allclose(known[5:-5], [[-0.5, 0.5]] * 190, atol=0.01)
        np.testing.assert_allclose(wave_of(path)[:190], known[:190], atol=0.01)
        self.assertIsNone(cache.get("blake2b:" + "0" * 32))

    def test_a_damaged_cache_is_no_cache(self):
        file = looked_at(write_sound(self.folder / "a.wav", tone(1)), self.folder / "peaks")
        for kept in (self.folder / "peaks").iterdir():
            kept.write_bytes(b"nonsense")
        self.assertIsNone(PeakCache(self.folder / "peaks").get(file.content))


class Writing(SoundCase):
    def test_written_sounds_are_read_back(self):
        sound = np.repeat(tone(1.5), 2, axis=1)
        with WavWriter(self.folder / "a.wav") as writer:
            writer.write(sound[:1000])
            writer.write(sound[1000:])
        write_flac(sound, self.folder / "b.flac", {"title": "B"})
        for name, near in (("a.wav", 1e-6), ("b.flac", 1e-4)):
            with self.subTest(name=name):
                reader = SoundReader(self.folder / name)
                self.addCleanup(reader.close)
                found = np.concatenate(list(reader.blocks()))
                self.assertEqual(len(found), len(sound))
                np.testing.assert_allclose(found, sound, atol=near)

    def test_a_recording_is_cleaned_of_its_noise(self):
        rng, voice = np.random.default_rng(2), spoken("what is said is kept and the rest goes")
        noisy = (voice + rng.normal(size=voice.shape) * 0.004).astype(np.float32)
        noisy = np.concatenate([(rng.normal(size=(RATE, 2)) * 0.004).astype(np.float32), noisy])
        noisy += (0.05 * np.sin(np.arange(len(noisy)) * 2 * np.pi * 30 / RATE))[:, None].astype(np.float32)
        with WavWriter(self.folder / "noisy.wav") as writer:
            writer.write(noisy)
        path = cleaned(self.folder / "noisy.wav", "blake2b:1", self.folder)
        reader = SoundReader(path)
        self.addCleanup(reader.close)
        found = np.concatenate(list(reader.blocks()))
        self.assertAlmostEqual(len(found), len(noisy), delta=RATE // 10)

        def level(samples):
            return 10 * np.log10(float((samples**2).mean()))

        quiet = slice(RATE // 3, RATE * 2 // 3)
        self.assertLess(level(found[quiet]), level(noisy[quiet]) - 12)
        self.assertGreater(level(found[RATE:]), level(voice) - 3)
        before = path.stat().st_mtime_ns
        self.assertEqual(cleaned(self.folder / "noisy.wav", "blake2b:1", self.folder).stat().st_mtime_ns, before)
