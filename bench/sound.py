"""Sound: how fast a full soundtrack is mixed, what it adds to an export, how soon a song's wave and beats are known."""

import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from contextlib import nullcontext
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from bench.export_ratio import against_encoding
from bench.subjects import RUNS, Scale, photo_record, project_of, report, seconds_of, write_photos
from jaunty_frame.core.music.composing import composed
from jaunty_frame.core.sound.beats import beats_of
from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.core.sound.spectra import decimated, mel_spectrum
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.sound import SoundKind
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.media.export.export import export_show
from jaunty_frame.media.formats.format import Wanted
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.shelf.pieces import PIECES
from jaunty_frame.media.sounds.flac import write_flac
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.mixing import mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache, wave_of
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.standins.voice import spoken

_RUNS = 3
_SONG_SECONDS = 240
_SLIDES, _SECONDS, _BOUND = 60, Fraction(5), 10
# One core, as many as the figure speaks of; the kernel's mark of this program's own memory.
_MIX_OUTPUTS = (("wide", "-23 LUFS"), ("square", "-14 LUFS, limited"))
_MIX = """
import os, sys, time
os.sched_setaffinity(0, [0])
from pathlib import Path
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.media.sounds.mix_file import write_mix
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.planning.soundtrack import sound_plan
path = Path(sys.argv[1])
heard = sound_plan(plan_output(load_project(path), sys.argv[2]))
start = time.perf_counter()
write_mix(heard, path.parent, PeakCache(path.parent / "peaks"), path.parent / "mix.wav")
passed = time.perf_counter() - start
peak = next(line for line in open("/proc/self/status") if line.startswith("VmHWM")).split()[1]
print(passed, heard.samples / 48000, peak)
"""


def run(folder: Path, scale: Scale) -> None:
    song = scale.of(lambda: _song(folder, composed(PIECES[0]), _SONG_SECONDS), lambda: _song(folder, _clicks(), 12))()
    _report_listening(song, folder, scale.of(_RUNS, 1))
    _report_mix(song, folder, scale)
    _report_export(song, folder, scale)


def _clicks() -> Samples:
    """Return two clicks a second: music enough to see whether it is listened to."""
    samples = np.random.default_rng(2).standard_normal((RATE // 2, 2)).astype(np.float32) * 0.01
    samples[:400] *= 50
    return samples


def _song(folder: Path, piece: Samples, seconds: int) -> Path:
    """Return so much of a piece, over and over, as MP3."""
    samples = np.tile(piece, (-(-seconds * RATE // len(piece)), 1))[: seconds * RATE]
    path = folder / "song.mp3"
    with av.open(str(path), "w") as container:
        stream = container.add_stream("libmp3lame", rate=RATE, layout="stereo")
        stream.bit_rate = 192_000
        for first in range(0, len(samples), 1152):
            planes = np.ascontiguousarray(samples[first : first + 1152].T)
            frame = av.AudioFrame.from_ndarray(planes, "fltp", "stereo")
            frame.sample_rate = RATE
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
    return path


def _report_listening(song: Path, folder: Path, runs: int) -> None:
    peaks = statistics.median(seconds_of(lambda: wave_of(song)) for _ in range(runs))
    report("wave of a 4 min MP3", f"{peaks:.2f} s", "<= 1.5 s")
    reader = SoundReader(song)
    low = np.concatenate([decimated(block) for block in reader.blocks()])
    reader.close()
    beats = statistics.median(seconds_of(lambda: beats_of(mel_spectrum(low))) for _ in range(runs))
    report("beats of 4 min", f"{beats:.2f} s", "<= 2 s")
    cache = PeakCache(folder / "peaks")
    whole = statistics.median(seconds_of(lambda: look_at_sound(song, folder, cache)) for _ in range(runs))
    report("all that is listened for in a 4 min MP3", f"{whole:.2f} s", "")


def _show(song: Path, folder: Path, slides: int, bound: int) -> Project:
    """Return a show of so many slides with music, and of each so many ambiences and voices."""
    cache = PeakCache(folder / "peaks")
    photos = [photo_record(f"p{k}", 3000, 2000, ()) for k in range(slides)]
    rules = HouseRules(seconds_moving=_SECONDS, seconds_held=_SECONDS, transition=Cut())
    project = add_photos(photos).apply(
        Project(outputs=tuple(output_from_text(name) for name, _ in _MIX_OUTPUTS), house_rules=rules)
    )
    project = add_sound(look_at_sound(song, folder, cache), "music").apply(project)
    rng = np.random.default_rng(1)
    for k in range(bound):
        noise = rng.standard_normal((20 * RATE, 2)).astype(np.float32) * 0.05
        voice = spoken(f"This is number {k} of ten, and its glaze is copper red")
        kinds: dict[SoundKind, Samples] = {"ambience": noise, "voice": voice}
        for at, (kind, samples) in enumerate(kinds.items()):
            path, slide = folder / f"{kind}-{k}.flac", project.slides[k * 6 + at].id
            write_flac(samples, path, {})
            project = add_sound(look_at_sound(path, folder, cache), kind, [slide]).apply(project)
    return project


def _report_mix(song: Path, folder: Path, scale: Scale) -> None:
    slides, bound, runs = scale.of((_SLIDES, _BOUND, _RUNS), (3, 1, 1))
    path = folder / "sound.jaunty"
    save_project(_show(song, folder, slides, bound), path)
    most = 0.0
    for output, said in _MIX_OUTPUTS:
        speeds = []
        for _ in range(runs):
            command = [sys.executable, "-c", _MIX, str(path), output]
            done = subprocess.run(command, check=True, capture_output=True, text=True)
            seconds, length, peak = map(float, done.stdout.split())
            speeds.append(length / seconds)
            most = max(most, peak * 1024)
        speed = statistics.median(speeds)
        report(f"mix of {slides * 5} s, {2 * bound + 1} sounds, one core, {said}", f"{speed:.0f} x real time", ">= 60")
    report("peak memory of that program", f"{most / 1e6:.0f} MB", "<= 200 MB")


def _report_export(song: Path, folder: Path, scale: Scale) -> None:
    """Time exports with and without sound in turn, by the processor's time and the least of each: what the machine
    varies by is more than the difference."""
    output, length, runs = scale.of(("wide", Fraction(2), RUNS), ("320x180", Fraction(1, 2), 1))
    base = project_of(write_photos(folder, 2, scale), folder, output, length, Fraction(0))
    cache = PeakCache(folder / "peaks")
    silent = plan_output(base, output)
    heard = plan_output(add_sound(look_at_sound(song, folder, cache), "music").apply(base), output)
    ratio, _, _ = against_encoding(silent, folder, scale.of(_RUNS, 1))

    def export(plan: Plan) -> None:
        source = PhotoSource(folder, ThumbnailCache(folder / "thumbnails"))
        with mixed_show(sound_plan(plan), folder, cache) if sound_plan(plan).heard else nullcontext() as mix:
            export_show(plan, source, folder / "show.mp4", Wanted(plan.output, sound=mix), overwrite=True)

    more = [(_work_of(lambda: export(heard)), _work_of(lambda: export(silent))) for _ in range(runs)]
    share = (min(a for a, _ in more) / min(b for _, b in more) - 1) * ratio
    report("export with sound, more than without", f"{share:+.3f} (after {ratio:.2f})", "<= +0.05")


def _work_of(work: Callable[[], object]) -> float:
    """Return the processor's seconds, of all cores."""
    start = time.process_time()
    work()
    return time.process_time() - start
