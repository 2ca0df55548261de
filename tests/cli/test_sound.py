"""The soundtrack on the command line."""

import json
import os
from itertools import pairwise
from unittest import mock

import numpy as np

from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.media.sounds import speaking
from jaunty_frame.show.planning.planner import plan_output
from tests.cli.command_case import CommandCase
from tests.media.sounds.sound_files import clicks, tone, write_sound


class SoundOnTheCommandLine(CommandCase):
    def setUp(self):
        super().setUp()
        kept = mock.patch.dict(os.environ, {"XDG_CACHE_HOME": str(self.folder / "caches")})
        kept.start()
        self.addCleanup(kept.stop)
        self.new()

    def sound(self, *arguments):
        code, out, errors = self.run_program("sound", self.project, *arguments)
        self.assertEqual((code, errors), (0, ""))
        return out

    def cuts(self):
        """Return the middles of the joints in seconds."""
        plan = plan_output(load_project(self.project), load_project(self.project).outputs[0].id)
        timing = plan.timing
        return [(start + end) / 2 / timing.unit for start, end in zip(timing.starts[1:], timing.ends[:-1], strict=True)]

    def test_music_ambience_and_voice_are_added_changed_and_removed(self):
        music = write_sound(self.folder / "song.wav", tone(30))
        yard = write_sound(self.folder / "yard.ogg.flac", tone(5, 300))
        said = write_sound(self.folder / "said.wav", tone(2, 900))
        self.sound("--music", music, "--start", "3.5", "--gain", "-4", "--fade-in", "1")
        self.sound("--ambience", yard, "--slides", "1-2")
        self.sound("--voice", said, "--slide", "2", "--clean")
        listed = self.sound("--list").splitlines()
        self.assertIn("song.wav, 3.5 s to 30.0 s, -4 dB", listed[0])
        self.assertIn("slide 1, 2", listed[1])
        sounds = load_project(self.project).sound.sounds
        self.assertEqual([one.kind for one in sounds], ["music", "ambience", "voice"])
        self.assertTrue(sounds[2].clean)
        self.sound("--edit", "music-1", "--gain", "2")
        output = load_project(self.project).outputs[0].id
        self.sound("--edit", "music-1", "--output", output, "--leave-out")
        sounds = load_project(self.project).sound.sounds
        self.assertEqual((sounds[0].gain_db, sounds[0].as_in(output)), (2.0, None))
        self.sound("--remove", "voice-1")
        self.assertEqual(len(load_project(self.project).sound.sounds), 2)

    def test_each_option_is_heeded(self):
        song = write_sound(self.folder / "song.wav", tone(30))
        self.sound(
            "--music", song, "--start", "2", "--end", "9", "--at", "0.5", "--fade-out", "1.5", "--fade-in", "0.7"
        )
        (music,) = load_project(self.project).sound.sounds
        self.assertEqual(
            [float(one) for one in (music.begins, music.ends, music.at, music.fade_in, music.fade_out)],
            [2.0, 9.0, 0.5, 0.7, 1.5],
        )
        seconds = {}
        for pace in (100, 250):
            self.sound("--speak", "Ten words are said now, slowly first, and then not.", "--slide", "1", "--pace", pace)
            seconds[pace] = float(load_project(self.project).sound.files[-1].seconds)
        self.assertGreater(seconds[100], 1.5 * seconds[250])

    def test_of_two_tempi_one_is_chosen(self):
        self.sound("--music", write_sound(self.folder / "beats.wav", clicks(20, np.arange(0.25, 19.9, 0.5))))
        (file,) = load_project(self.project).sound.files
        for times, tempo, count in (("half", 60, 0.5), ("double", 120, 1), ("double", 240, 2)):
            self.sound("--edit", "music-1", "--tempo", times)
            (changed,) = load_project(self.project).sound.files
            self.assertAlmostEqual(changed.tempo, tempo, delta=0.5)
            self.assertAlmostEqual(len(changed.beats), count * len(file.beats), delta=3)
            self.assertIn(f"{tempo} beats a minute", self.sound("--list"))
        self.assertIn("400", self.refused("sound", self.project, "--edit", "music-1", "--tempo", "double"))

    def test_a_voice_speaks_and_its_slide_waits_for_it(self):
        self.sound("--speak", "A sentence that takes a while to say, with a second half.", "--slide", "1")
        project = load_project(self.project)
        self.assertGreater(project.sound.files[0].seconds, 2)
        self.assertTrue((self.folder / project.sound.files[0].path).is_file())
        with mock.patch.object(speaking, "has_engine", return_value=False):
            self.sound("--speak", "The stand-in says this.", "--slide", "2")
        self.assertEqual(len(load_project(self.project).sound.sounds), 2)

    def test_a_dry_run_leaves_no_sound_behind(self):
        before = self.project.read_bytes()
        for what in (("--shelf", "quiet-shelf"), ("--speak", "Nobody hears this.", "--slide", "1")):
            self.assertIn("nothing was written", self.sound(*what, "--dry-run"))
        self.assertEqual(self.project.read_bytes(), before)
        self.assertFalse((self.folder / "sounds").exists())

    def test_a_lost_sound_is_found_by_the_check(self):
        yard = write_sound(self.folder / "yard.wav", tone(3))
        self.sound("--ambience", yard, "--slides", "2")
        yard.unlink()
        _, out, _ = self.run_program("check", self.project, "--json")
        (found,) = [one for one in json.loads(out)["findings"] if one["kind"] == "lost-sound"]
        self.assertEqual((found["slide"], found["sound"], found["severity"]), (2, "ambience-1", "severe"))
        self.assertEqual(found["outputs"], [one.id for one in load_project(self.project).outputs])

    def test_mix_plan_beats_and_fit(self):
        beats = write_sound(self.folder / "beats.wav", clicks(20, np.arange(0.25, 19.5, 0.5)))
        self.sound("--music", beats, "--start", "0")
        output = load_project(self.project).outputs[0].id
        code, out, _ = self.run_program("mix", self.project, "--output", output, "--to", self.folder / "m.wav")
        self.assertEqual(code, 0)
        self.assertIn("LUFS", out)
        self.assertTrue((self.folder / "m.wav").is_file())
        self.assertIn(
            "--overwrite", self.refused("mix", self.project, "--output", output, "--to", self.folder / "m.wav")
        )
        _, out, _ = self.run_program("plan", self.project, "--json", "--measure", "--output", output)
        told = json.loads(out)["outputs"][0]
        self.assertEqual(told["sound"][0]["file"], "beats.wav")
        self.assertLess(told["true_peak_dbtp"], -1.0)
        self.assertEqual(self.run_program("beats", self.project)[0], 0)
        by_beat = self.cuts()
        # Two beats a second at 0.25, 0.75 ...: every beat, every fourth.
        self.assertTrue(all(abs((cut - 0.25) * 2 - round((cut - 0.25) * 2)) < 0.05 for cut in by_beat), by_beat)
        self.assertEqual(self.run_program("beats", self.project, "--every", 4)[0], 0)
        cuts = self.cuts()
        self.assertTrue(all(abs((b - a) / 2 - round((b - a) / 2)) < 0.05 for a, b in pairwise(cuts)), cuts)
        self.assertEqual(self.run_program("beats", self.project, "--tempo", 90, "--offset", "0.5", "--every", 2)[0], 0)
        cuts = self.cuts()
        self.assertTrue(all(abs((c - 0.5) * 0.75 - round((c - 0.5) * 0.75)) < 0.05 for c in cuts), cuts)
        self.assertEqual(self.run_program("fit", self.project, "--to-music")[0], 0)
        _, out, _ = self.run_program("plan", self.project, "--json", "--output", output)
        self.assertEqual(json.loads(out)["outputs"][0]["seconds"], "20/1")

    def test_what_cannot_be_is_said(self):
        (self.folder / "no.mp3").write_bytes(b"nothing")
        self.assertIn("no.mp3", self.refused("sound", self.project, "--music", self.folder / "no.mp3"))
        self.assertIn("gone.wav", self.refused("sound", self.project, "--voice", self.folder / "gone.wav"))
        self.assertIn("glaze-river", self.refused("sound", self.project, "--shelf", "polka"))
        self.assertIn("no sound", self.refused("sound", self.project, "--remove", "x"))
        self.assertIn("Say what to do", self.refused("sound", self.project))
        self.assertIn("There is nothing to say", self.refused("sound", self.project, "--speak", "  ", "--slide", "1"))
        self.assertIn("no voice", self.refused("sound", self.project, "--speak", "x", "--language", "martian"))
        self.assertIn(
            "Nothing is heard", self.refused("mix", self.project, "--output", "240x400", "--to", self.folder / "m.wav")
        )
        self.assertIn("No beats", self.refused("beats", self.project))
        self.assertIn("no music", self.refused("fit", self.project, "--to-music"))
        self.assertIn("Say how long", self.refused("fit", self.project))
