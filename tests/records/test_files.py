"""What is made of files as people have them, and what the shelf plays, against what was kept."""

import tempfile
import unittest
from pathlib import Path
from unittest import mock

import cv2
import numpy as np

from jaunty_frame.core.music import instruments
from jaunty_frame.core.music.composing import composed
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import JauntyError
from jaunty_frame.media import typefaces
from jaunty_frame.media.captions import read_captions
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.shelf.pieces import PIECES
from jaunty_frame.media.sounds.cleaning import cleaned
from jaunty_frame.media.sounds.count_in import count_in_tone
from jaunty_frame.media.sounds.reading import SoundReader
from tests.media.messy_folder import write_messy_folder
from tests.media.sounds.messy_sounds import write_messy_sounds
from tests.media.sounds.sound_files import looked_at, tone, write_sound
from tests.records.painted import ensure_sheet
from tests.records.record import ensure_as_recorded

_TILE = 30, 20
_CAPTIONS = (
    "1\n00:00:01,000 --> 00:00:02,500\nFirst\nline\n\n2\n00:00:03,000 --> 00:00:02,000\nBackwards\n",
    "WEBVTT\n\n00:01.000 --> 00:02.000 align:left\n<b>Bold</b> words\n\nNOTE x\n\n00:03.000 --> 00:04.250\nLast\n",
    "1\n0:0:1 --> 0:0:2\nShort\n\nx\n00:00:05,000 --> 00:00:06,000\n\n3\n00:00:07,000 --> 00:00:08,000\n♪ Sung ♪\n",
    "nothing of the kind",
)


def heard(samples, step=RATE // 10):
    """Return how loud a sound is in each tenth of a second, in dB, and how bright, in hertz."""
    mono = np.asarray(samples, float).reshape(len(samples), -1).mean(axis=1)
    parts = mono[: max(len(mono) // step, 1) * step].reshape(-1, min(step, len(mono)))
    powers = np.abs(np.fft.rfft(parts, axis=1)) ** 2
    hertz = np.fft.rfftfreq(parts.shape[1], 1 / RATE)
    bright = (powers * hertz).sum(axis=1) / np.maximum(powers.sum(axis=1), 1e-9)
    return [[round(float(db), 2), round(float(tone), 1)] for db, tone in zip(levels(parts), bright, strict=True)]


def levels(parts):
    return 10 * np.log10(np.maximum((parts**2).mean(axis=1), 1e-9))


class Files(unittest.TestCase):
    def setUp(self):
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def without_folder(self, said):
        return said.replace(str(self.folder), "")

    def test_photos_of_a_messy_folder(self):
        cache = ThumbnailCache(self.folder / "cache")
        (self.folder / "photos").mkdir()
        write_messy_folder(self.folder / "photos")
        found = import_photos([self.folder / "photos"], self.folder, cache)
        told = [photo.changed(id="p", content="", size=0, modified=0) for photo in found.photos]
        ensure_as_recorded(self, "messy-photos.jsonl", [*told, sorted(map(self.without_folder, found.problems))])
        tiles = []
        for photo in found.photos:
            pixels = cache.get(photo.content)[..., :3]
            tiles.append(cv2.resize(np.ascontiguousarray(pixels), _TILE, interpolation=cv2.INTER_AREA))
        ensure_sheet(self, "messy-photos.png", [tiles], _TILE, 2)

    def test_sounds_of_all_sorts(self):
        good, bad = write_messy_sounds(self.folder)
        told = []
        for path in [*good, *bad, write_sound(self.folder / "low.wav", tone(3.0, 220, 0.05))]:
            try:
                file = looked_at(path, self.folder / "peaks")
                told.append(file.changed(id="s", content="", modified=0))
            except JauntyError as error:
                told.append([path.name, self.without_folder(str(error))])
        ensure_as_recorded(self, "messy-sounds.jsonl", told)

    def test_captions_of_all_sorts(self):
        told = []
        for number, text in enumerate(_CAPTIONS):
            path = self.folder / f"captions-{number}.{'vtt' if text.startswith('WEBVTT') else 'srt'}"
            path.write_text(text)
            try:
                told.append(read_captions(path))
            except JauntyError as error:
                told.append(self.without_folder(str(error)))
        ensure_as_recorded(self, "captions.jsonl", told)

    def test_a_hiss_that_is_cleaned(self):
        rng = np.random.default_rng(3)
        noise = rng.normal(size=(3 * RATE, 1)) * 0.01
        voice = tone(3.0, 300, 0.3) * (np.arange(3 * RATE)[:, None] // (RATE // 2) % 2)
        path = write_sound(self.folder / "hiss.wav", (voice + noise).astype(np.float32))
        reader = SoundReader(cleaned(path, "blake2b:" + "1" * 32, self.folder))
        self.addCleanup(reader.close)
        ensure_as_recorded(self, "cleaned.jsonl", heard(np.concatenate(list(reader.blocks()))))


class Shelf(unittest.TestCase):
    def test_the_pieces(self):
        ensure_as_recorded(self, "pieces.jsonl", list(PIECES))

    def test_the_instruments(self):
        names = ("piano", "plucked", "bass", "strings", "bell", "reed", "kick", "brush", "shaker", "rim")
        notes = [getattr(instruments, name)(hertz, 0.4) for name in names for hertz in (110.0, 440.0)]
        ensure_as_recorded(self, "instruments.jsonl", [heard(note) for note in [*notes, count_in_tone()]])

    def test_a_short_piece(self):
        short = PIECES[1]._replace(form=PIECES[1].form[1:3], tempo=240.0)
        ensure_as_recorded(self, "piece.jsonl", heard(composed(short), RATE // 4))

    def test_the_typefaces(self):
        shipped = typefaces.fonts()
        named = {
            one.name: sorted((weight, face.name) for weight, face in one.faces.items()) for one in shipped.families
        }
        named["instead"] = [face.name for face in shipped.fallbacks]
        ensure_as_recorded(self, "typefaces.jsonl", [named])

    def test_typefaces_of_the_system(self):
        file = str(Path(typefaces.__file__).parent / "fonts" / "Inter-Regular.otf")
        lines = [f"Face {k}\t{weight}\t{file}\t0" for k, weight in enumerate((0, 50, 80, 180, 210, 999))]
        lines += [f"Collection\t80\t{file}\t1", "odd", "Bitmap\t80\t/x.pcf\t0", f"Inter\t80\t{file}\t0"]
        listed = mock.Mock(stdout="\n".join(lines))
        typefaces.system_families.cache_clear()
        self.addCleanup(typefaces.system_families.cache_clear)
        with mock.patch.object(typefaces.subprocess, "run", return_value=listed) as run:
            found = {one.name: sorted(one.faces) for one in typefaces.system_families()}
        ensure_as_recorded(self, "system-typefaces.jsonl", [found, run.call_args.args, run.call_args.kwargs])
