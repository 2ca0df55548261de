"""Bringing a sound in: what its file says of it, and what is heard in it, in one pass over it."""

from collections.abc import Callable
from hashlib import blake2b
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.sound.beats import NO_BEATS, beats_of
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.loudness import LoudnessMeter
from jaunty_frame.core.sound.spectra import ONSET_RATE, decimated, mel_spectrum
from jaunty_frame.core.sound.speech import FRAME, frame_levels, spoken_ranges
from jaunty_frame.core.sound.starts_and_repeats import best_repeat, proposed_start
from jaunty_frame.document.sound import MOST_BEATS, SoundFile
from jaunty_frame.errors import Cancelled, SoundError, shown_name
from jaunty_frame.media.opening import opened_plain
from jaunty_frame.media.photos.files import file_facts
from jaunty_frame.media.projects.project_store import path_from
from jaunty_frame.media.sounds.peaks import PeakCache, peaks_of
from jaunty_frame.media.sounds.reading import LONGEST_S, SoundReader, ensure_named, tags_of

FINDER = 2
_LONGEST_FOR_BEATS = 12 * 60
"""Seconds of a file in which beats are looked for; what is longer is no song."""
_PART = 30 * RATE


class Listened(NamedTuple):
    seconds: float
    channels: int
    facts: dict


def look_at_sound(
    path: Path, folder: Path | None, cache: PeakCache, cancelled: Callable[[], bool] = lambda: False
) -> SoundFile:
    """Return the sound file at ``path`` with what was found in it; its peaks are cached. SoundError where it cannot be
    used, Cancelled."""
    ensure_named(path)
    content = content_of(path)
    size, modified = file_facts(path)
    tags = tags_of(path)
    found = _listened(path, content, cache, cancelled)
    return SoundFile(
        id=content.split(":")[1][:10],
        path=path_from(folder, path),
        size=size,
        modified=modified,
        content=content,
        title=tags.get("title", ""),
        author=tags.get("artist", "") or tags.get("composer", ""),
        licence=tags.get("license", "") or tags.get("licence", "") or tags.get("copyright", ""),
        finder=FINDER,
        seconds=found.seconds,
        channels=found.channels,
        **found.facts,
    )


def content_of(path: Path) -> str:
    """Return the name that a file's content goes by; SoundError where it cannot be read."""
    digest = blake2b(digest_size=16)
    with opened_plain(path, SoundError, "choose a sound file") as file:
        while part := file.read(1 << 20):
            digest.update(part)
    return "blake2b:" + digest.hexdigest()


def _listened(path: Path, content: str, cache: PeakCache, cancelled: Callable[[], bool]) -> Listened:
    reader, meter = SoundReader(path), LoudnessMeter()
    try:
        channels = reader.channels
        peaks, levels, onsets = list[NDArray](), list[NDArray](), list[NDArray]()
        waiting: list[NDArray] = []
        held = count = 0
        for block in reader.blocks():
            waiting.append(block)
            held += len(block)
            if count + held > LONGEST_S * RATE:
                raise SoundError(f"{shown_name(path.name)} is over {LONGEST_S // 3600} hours long; use a part of it.")
            if held >= _PART:
                count += _take(waiting, meter, peaks, levels, onsets, count, is_last=False)
                held = sum(map(len, waiting))
                if cancelled():
                    raise Cancelled("The import was stopped; nothing was added.")
        count += _take(waiting, meter, peaks, levels, onsets, count, is_last=True)
    finally:
        reader.close()
    if not count:
        raise SoundError(f"{shown_name(path.name)} has no sound in it; choose another file.")
    cache.put(content, np.concatenate(peaks))
    # What is too long to be a song is not looked at closely: it would take memory, too.
    song = np.concatenate(onsets) if onsets else np.zeros(0, np.float32)
    mels = mel_spectrum(song)
    beats = beats_of(mels) if len(song) else NO_BEATS
    times = [round(float(beat), 4) for beat in beats.times if beat >= 0][:MOST_BEATS]
    begins = proposed_start(meter.momentary(), times)
    repeat = best_repeat(mels, times, beats.bars, begins) if times else None
    spoken = spoken_ranges(np.concatenate(levels))[: MOST_BEATS // 2]
    return Listened(
        round(count / RATE, 6),
        channels,
        {
            "loudness": round(max(meter.integrated(), -70.0), 2),
            "begins": begins,
            "tempo": round(beats.tempo, 2),
            "other_tempo": round(beats.other, 2),
            "beats": tuple(times),
            "bars": tuple(k for k in beats.bars if k < len(times)),
            "repeat": tuple(round(one, 4) for one in repeat) if repeat else None,
            "spoken": tuple((round(start, 2), round(end, 2)) for start, end in spoken),
        },
    )


def _take(
    waiting: list[NDArray],
    meter: LoudnessMeter,
    peaks: list[NDArray],
    levels: list[NDArray],
    onsets: list[NDArray],
    before: int,
    is_last: bool,
) -> int:
    """Take whole frames of 10 ms of what waits; the rest waits on. Return how many samples were taken."""
    samples = np.concatenate(waiting) if waiting else np.zeros((0, 2), np.float32)
    taken = len(samples) if is_last else len(samples) // FRAME * FRAME
    waiting[:] = [samples[taken:]] if taken < len(samples) else []
    part = samples[:taken]
    meter.add(part)
    peaks.append(peaks_of(part))
    levels.append(frame_levels(np.pad(part, ((0, -len(part) % FRAME), (0, 0)))))
    if before + taken <= _LONGEST_FOR_BEATS * RATE:
        onsets.append(decimated(part)[: taken * ONSET_RATE // RATE])
    else:
        onsets.clear()
    return taken
