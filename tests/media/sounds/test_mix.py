"""The mix and the exported file: loudness as others measure it, peaks, length, sync, and what goes wrong."""

from fractions import Fraction
from pathlib import Path
from unittest import mock

import av
import numpy as np
import pyloudnorm
from scipy.signal import butter, sosfilt

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.loudness import true_peak_db
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.sounds import add_sound, set_loudness
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.errors import Cancelled, ExportError, SoundError
from jaunty_frame.media.export.export_job import ExportJob
from jaunty_frame.media.sounds.mix_file import write_mix
from jaunty_frame.media.sounds.mixing import mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import sample_at, sound_plan
from tests.media.export.test_export import WithProject
from tests.media.sounds.sound_files import clicks, looked_at, tone, write_sound

WIDE = "640x360@30000-1001"


def busy(seconds: float, seed: int = 1) -> np.ndarray:
    """Return noise whose level wanders, with peaks, (N, 2)."""
    rng, count = np.random.default_rng(seed), round(seconds * RATE)
    level = 0.05 + 0.15 * np.abs(np.sin(np.arange(count) / RATE * 1.7))
    # Below 6 kHz, because coders leave out the highest parts of noise.
    noise = sosfilt(butter(4, 6000, fs=RATE, output="sos"), rng.normal(size=(count, 2)), axis=0) * 2
    return (noise * level[:, None]).astype(np.float32)


class MixCase(WithProject):
    def setUp(self):
        super().setUp()
        self.kept = self.folder / "kept"

    def sound(self, name: str, samples: np.ndarray, **tags):
        return looked_at(write_sound(self.folder / name, samples), self.kept)

    def plan(self, output=WIDE):
        return Planner().plans(self.project)[output]

    def apply(self, *edits):
        for edit in edits:
            self.project = edit.apply(self.project)

    def mix(self, output=WIDE):
        to = self.folder / "mix.wav"
        measured = write_mix(sound_plan(self.plan(output)), self.folder, PeakCache(self.kept), to)
        reader = SoundReader(to)
        self.addCleanup(reader.close)
        return np.concatenate(list(reader.blocks())), measured


class Mix(MixCase):
    def test_it_has_its_loudness_its_peaks_and_its_length(self):
        self.apply(add_sound(self.sound("a.wav", busy(30)), "music"))
        for target in (-14.0, -23.0):
            with self.subTest(target=target):
                self.apply(set_loudness(WIDE, target))
                mix, measured = self.mix()
                plan = self.plan()
                self.assertEqual(len(mix), sample_at(plan, plan.schedule.total))
                # pyloudnorm and FFmpeg's ebur128 are the references.
                meter = pyloudnorm.Meter(RATE, filter_class="DeMan")
                self.assertAlmostEqual(meter.integrated_loudness(mix.astype(float)), target, delta=0.15)
                self.assertAlmostEqual(measured.lufs, target, delta=0.15)
                self.assertAlmostEqual(ffmpeg_loudness(self.folder / "mix.wav"), target, delta=0.2)
                self.assertLessEqual(true_peak_db(mix), -1.0)
                self.assertLessEqual(measured.peak_dbtp, -1.0)

    def test_a_voice_is_heard_over_the_music(self):
        self.apply(
            set_on_slides([self.project.slides[1].id], "Seconds", seconds=Fraction(6)),
            add_sound(self.sound("m.wav", tone(30, 220)), "music"),
            add_sound(self.sound("v.wav", tone(3, 1500)), "voice", [self.project.slides[1].id]),
        )
        mix, _ = self.mix()
        voice = next(one.placed for one in sound_plan(self.plan()).heard if one.sound.kind == "voice")

        def level(first, hertz):
            part = mix[first : first + RATE // 2, 0]
            spectrum = np.abs(np.fft.rfft(part * np.hanning(len(part))))
            return 20 * np.log10(spectrum[round(hertz / 2) - 2 : round(hertz / 2) + 3].max())

        under = level(voice.first + RATE, 220) - level(0, 220)
        self.assertAlmostEqual(under, -12.0, delta=0.7)
        self.assertGreater(level(voice.first + RATE, 1500), level(voice.first + RATE, 220) + 8)

    def test_silence_stays_silent(self):
        self.apply(add_sound(self.sound("s.wav", np.zeros((RATE * 9, 1), np.float32)), "music"))
        mix, measured = self.mix()
        self.assertEqual(float(np.abs(mix).max()), 0.0)
        self.assertEqual(measured.lufs, -70.0)

    def test_nothing_is_left_of_what_goes_wrong(self):
        self.apply(add_sound(self.sound("a.wav", busy(30)), "music"))
        heard, to = sound_plan(self.plan()), self.folder / "out" / "mix.wav"
        with self.assertRaises(Cancelled):
            write_mix(heard, self.folder, PeakCache(self.kept), to, cancelled=lambda: True)
        with mock.patch("jaunty_frame.media.sounds.wav.WavWriter.write", side_effect=OSError(28, "No space left")):
            with self.assertRaisesRegex(SoundError, "No space left"):
                write_mix(heard, self.folder, PeakCache(self.kept), to)
        self.assertEqual(list((self.folder / "out").glob("*")) if to.parent.exists() else [], [])
        (self.folder / "a.wav").unlink()
        with self.assertRaisesRegex(SoundError, r"a\.wav is missing"):
            with mixed_show(heard, self.folder, PeakCache(self.kept)):
                pass
        with self.assertRaisesRegex(ExportError, r"a\.wav"):
            ExportJob(self.project, self.folder, [self.plan()], self.folder / "out").ensure_possible()


class Exported(MixCase):
    def export(self):
        job = ExportJob(self.project, self.folder, [self.plan()], self.folder / "out")
        return job.write_all(self.source, lambda done, total: None, lambda: False)[0]

    def test_sound_and_picture_are_as_long_as_was_planned(self):
        self.apply(add_sound(self.sound("a.wav", busy(30)), "music"))
        path, plan = self.export(), self.plan()
        wanted = sample_at(plan, plan.schedule.total)
        with av.open(str(path)) as container:
            sound, picture = container.streams.audio[0], container.streams.video[0]
            self.assertEqual((sound.rate, sound.channels, sound.codec.name), (RATE, 2, "aac"))
            self.assertEqual(round(sound.duration * sound.time_base * RATE), wanted)
            self.assertEqual(picture.frames, plan.schedule.total)
            self.assertEqual(sound.start_time, 0)
            # Coders fill their last block; its packet says how much of it counts.
            packets = [packet for packet in container.demux(sound) if packet.pts is not None]
        self.assertEqual(packets[-1].pts + packets[-1].duration, wanted)
        self.assertAlmostEqual(ffmpeg_loudness(path), -23.0, delta=0.3)
        self.assertLessEqual(true_peak_db(decoded(path)[:wanted]), -1.0)

    def test_sound_keeps_its_time_over_ten_minutes(self):
        # Clicks at the starts of slides, found again by cross-correlation in the decoded file.
        self.apply(
            set_house_rules("Rules", fade_in=Fraction(0), fade_out=Fraction(0)),
            set_on_slides([slide.id for slide in self.project.slides], "Seconds", seconds=Fraction(201), move="hold"),
        )
        small = self.project.outputs[0].changed(id="small", width=64, height=64, frame_rate=Fraction(10))
        self.project = self.project.changed(outputs=(small,))
        plan = self.plan("small")
        starts = [first / 10 for first in plan.schedule.first]
        self.assertGreater(plan.schedule.total / 10, 590)
        times = [0.5, *starts[1:], plan.schedule.total / 10 - 5]
        clicking = clicks(plan.schedule.total / 10 + 5, times)
        self.apply(add_sound(self.sound("c.flac", clicking), "music", begins=Fraction(0)))
        job = ExportJob(self.project, self.folder, [self.plan("small")], self.folder / "out")
        found = decoded(job.write_all(self.source, lambda done, total: None, lambda: False)[0])[:, 0]
        for time in times:
            first = round((time - 0.2) * RATE)
            window, wanted = found[first : first + RATE // 2], clicking[first : first + RATE // 2, 0]
            lag = int(np.correlate(window, wanted, "full").argmax()) - len(wanted) + 1
            self.assertLess(abs(lag) / RATE, 0.5 / 30, f"at {time} s")

    def test_a_show_without_sound_has_no_sound_stream(self):
        with av.open(str(self.export())) as container:
            self.assertEqual(len(container.streams.audio), 0)


def decoded(path: Path) -> np.ndarray:
    reader = SoundReader(path)
    try:
        return np.concatenate(list(reader.blocks()))
    finally:
        reader.close()


def ffmpeg_loudness(path: Path) -> float:
    """Return the integrated loudness by FFmpeg's ebur128 filter."""
    graph, samples = av.filter.Graph(), decoded(path)
    source = graph.add_abuffer(sample_rate=RATE, format="flt", layout="stereo", time_base=Fraction(1, RATE))
    meter, sink = graph.add("ebur128", "metadata=1"), graph.add("abuffersink")
    source.link_to(meter)
    meter.link_to(sink)
    graph.configure()
    found = -70.0
    for first in range(0, len(samples), RATE):
        frame = av.AudioFrame.from_ndarray(samples[first : first + RATE].reshape(1, -1), "flt", "stereo")
        frame.sample_rate, frame.pts = RATE, first
        graph.push(frame)
        while True:
            try:
                told = graph.pull()
            except (av.error.BlockingIOError, av.error.EOFError):
                break
            found = float(dict(told.metadata).get("lavfi.r128.I", found)) if hasattr(told, "metadata") else found
    return found
