"""What is found in photos and in music, against what was kept."""

import tempfile
import unittest
from pathlib import Path

from jaunty_frame.core.sound.beats import beats_of
from jaunty_frame.core.sound.spectra import band_rises, mel_spectrum, onset_strength
from jaunty_frame.core.sound.starts_and_repeats import best_repeat
from jaunty_frame.core.sound.tempo import likely_tempo
from jaunty_frame.document.model import Project
from jaunty_frame.media.photos.finder import with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.core.sound.patterns import PATTERNS, played
from tests.core.sound.test_beats import click_track, drum_loop
from tests.records.record import ensure_as_recorded
from tests.show.crossing import write_photos

_OF_FILES = ("content", "size", "modified", "id")


class Photographs(unittest.TestCase):
    def test_what_is_found_in_photos(self):
        with tempfile.TemporaryDirectory() as kept:
            folder, cache = Path(kept), ThumbnailCache(Path(kept) / "cache")
            photos = import_photos(write_photos(folder), folder, cache).photos
            found = with_areas_found(Project(photos=photos), PhotoSource(folder, cache))
        told = [photo.model_dump(mode="json", exclude_defaults=True) for photo in found.photos]
        ensure_as_recorded(self, "photos.jsonl", [{k: v for k, v in one.items() if k not in _OF_FILES} for one in told])


class Music(unittest.TestCase):
    def test_what_is_found_in_music(self):
        sounds = [played(pattern, 100.0 + 4 * k).sound for k, pattern in enumerate(PATTERNS.values())]
        sounds += [click_track(88.0, swing=0.1)[0], drum_loop(132.0)[0]]
        found = []
        for sound in sounds:
            mels = mel_spectrum(sound)
            beats = beats_of(mels)
            tempo = likely_tempo(onset_strength(mels), band_rises(mels))
            found.append(
                [
                    beats.tempo,
                    tempo,
                    beats.other,
                    list(beats.times),
                    beats.bars,
                    best_repeat(mels, beats.times, beats.bars),
                ]
            )
        ensure_as_recorded(self, "music.jsonl", found)
