"""Clips in shows: every frame of the export shows the picture that arithmetic says, with its sound beneath."""

import tempfile
import unittest
from fractions import Fraction
from itertools import pairwise
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.groups import put_together, take_apart
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.media.export.job import job_of, run_job
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.sounds.mixing import mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import sound_plan
from tests.media.moving.clip_files import number_of, write_clip
from tests.media.photo_sets import write_set
from tests.media.sounds.sound_files import tone


class ClipsInShows(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def project(self, output, rate=Fraction(25), **fields):
        """Return a show of a photo, a clip of 60 pictures and a photo, with dissolves of a fifth of a second."""
        first, second = write_set(self.folder, 2)
        clip = write_clip(self.folder / "clip.mkv", count=60, rate=rate, width=128, height=72, sound=tone(2.4))
        chosen = import_photos([first, clip, second], self.folder, ThumbnailCache(self.folder / "cache"))
        self.assertEqual(chosen.problems, ())
        project = add_photos(chosen.photos).apply(Project(outputs=(output_from_text(output),)))
        joint = CrossDissolve(seconds="1/5", easing=(0, 0, 1, 1))
        rules = set_house_rules("x", move="hold", seconds_held=Fraction(1), transition=joint, fade_in="0", fade_out="0")
        exhibit = project.slides[1].exhibit.changed(**fields)
        project = set_on_slides([project.slides[1].id], "x", exhibit=exhibit).apply(rules.apply(project))
        return project_from_text(project_to_text(project))

    def exported(self, project):
        output = project.outputs[0]
        path = run_job(job_of(project, self.folder, output.id, self.folder / "out" / f"{output.id}.mp4"))
        with av.open(str(path)) as container:
            return [frame.to_ndarray(format="rgb24") for frame in container.decode(video=0)]

    def test_no_frame_is_lost_doubled_or_off_by_one(self):
        for output, rate, speed in (
            ("128x72@25", "25", "1"), ("128x72@24000/1001", "24000/1001", "1"), ("128x72@30", "30000/1001", "1"),
            ("128x72@60", "30", "1"), ("128x72@25", "50", "1/2"), ("128x72@50", "25", "1/2"), ("128x72@60", "30", "2"),
        ):  # fmt: skip
            with self.subTest(output=output, rate=rate, speed=speed):
                project = self.project(output, Fraction(rate), speed=speed, between="none")
                (plan,) = Planner().plans(project).values()
                frames, first = self.exported(project), plan.schedule.first[1]
                self.assertEqual(len(frames), plan.schedule.total)
                before, after = (plan.schedule.transition_frames(k) for k in (0, 1))
                shown = range(before * 7 // 8, plan.schedule.frames[1] - after * 7 // 8)
                self.assertGreater(len(shown), plan.schedule.frames[1] // 2)
                for n in shown:  # in a dissolve too, where it can be read
                    local = Fraction(n) / plan.output.frame_rate
                    meant = int(local * Fraction(speed) * Fraction(rate))
                    self.assertEqual(number_of(frames[first + n]), meant, n)

    def test_in_slow_motion_two_pictures_are_blended(self):
        project = self.project("128x72@25", speed="1/4")
        (plan,) = Planner().plans(project).values()
        frames, first = self.exported(project), plan.schedule.first[1]
        whole = [frames[first + n].astype(float) for n in range(40, 60, 4)]
        for k, (before, after) in enumerate(pairwise(whole)):
            self.assertEqual(number_of(before), 10 + k)
            for part in (1, 2, 3):
                between = frames[first + 40 + 4 * k + part]
                self.assertLess(np.abs(between - (before * (4 - part) + after * part) / 4).mean(), 3, (k, part))

    def test_its_sound_may_be_heard_beside_its_picture(self):
        fields = {"begins": "1/2", "ends": "3/2", "heard_before": "3/10", "heard_after": "4/10"}
        (plan,) = Planner().plans(self.project("128x72@25", **fields)).values()
        (heard,) = sound_plan(plan).heard
        picture = round(plan.schedule.first[1] * RATE / 25)
        self.assertEqual((heard.placed.start, heard.placed.first), (RATE // 5, picture - RATE * 3 // 10))
        self.assertEqual(heard.placed.samples, RATE * 17 // 10)
        # No further than the file goes, nor than the show.
        wide = self.project("128x72@25", begins="1/10", heard_before="2", heard_after="30")
        (plan,) = Planner().plans(wide).values()
        (heard,) = sound_plan(plan).heard
        self.assertEqual((heard.placed.start, heard.placed.samples), (0, round(2.4 * RATE)))
        self.assertTrue(heard.placed.ducks)

    def test_slow_or_fast_it_is_heard_where_that_is_asked_for(self):
        slow = {"begins": "1/2", "ends": "3/2", "speed": "1/2", "heard_before": "2/5", "heard_after": "30"}
        (plan,) = Planner().plans(self.project("128x72@25", **slow)).values()
        self.assertEqual(sound_plan(plan).heard, ())
        project = self.project("128x72@25", **slow, heard_at_speed=True)
        (plan,) = Planner().plans(project).values()
        (heard,) = sound_plan(plan).heard
        self.assertEqual(sound_plan(plan).files[0].speed, Fraction(1, 2))
        # The file's half second comes after one; the slide lasts two, and 0.8 of the show are left after it.
        self.assertEqual(heard.placed.start, RATE * 3 // 5)
        self.assertEqual(heard.placed.samples, round((0.4 + 2 + 0.8) * RATE))
        with mixed_show(sound_plan(plan), self.folder, PeakCache(self.folder / "peaks")) as mix:
            part = mix.read(heard.placed.first + RATE, RATE)[:, 0]
        spectrum = np.abs(np.fft.rfft(part * np.hanning(len(part))))
        self.assertAlmostEqual(int(spectrum.argmax()), 440, delta=1)
        self.assertGreater(float(np.abs(part).max()), 0.05)
        backwards = self.project("128x72@25", **slow, heard_at_speed=True, backwards=True)
        self.assertEqual(sound_plan(next(iter(Planner().plans(backwards).values()))).heard, ())

    def test_it_lasts_as_long_as_its_part_and_is_heard_so_long(self):
        project = self.project("128x72@25", begins="1/2", ends="2")
        (plan,) = Planner().plans(project).values()
        self.assertEqual(plan.schedule.frames[1], 38)
        (heard,) = sound_plan(plan).heard
        self.assertEqual((heard.placed.start, heard.placed.samples), (RATE // 2, RATE * 3 // 2))
        self.assertEqual(heard.placed.first, round(plan.schedule.first[1] * RATE / 25))

    def test_its_sound_comes_and_goes_with_its_picture(self):
        project = self.project("128x72@25")
        (plan,) = Planner().plans(project).values()
        (heard,) = sound_plan(plan).heard
        for fade in (heard.placed.fade_in, heard.placed.fade_out):
            self.assertAlmostEqual(fade / RATE, 0.2, delta=0.02)
        silent = self.project("128x72@25", heard=False)
        self.assertEqual(sound_plan(next(iter(Planner().plans(silent).values()))).heard, ())

    def test_in_a_group_and_out_of_it(self):
        project = self.project("128x72@25")
        together = put_together([slide.id for slide in project.slides[:2]]).apply(project)
        frames = self.exported(together)
        moved = np.abs(frames[5].astype(int) - frames[20]).mean(axis=2) > 20
        self.assertTrue(0.02 < moved.mean() < 0.7)  # its half moves, the photo's stays
        apart = take_apart(together.slides[0].id).apply(together)
        self.assertEqual([type(slide.exhibit).__name__ for slide in apart.slides].count("ClipExhibit"), 1)
        self.assertIsInstance(apart.slides[1].exhibit, ClipExhibit)


if __name__ == "__main__":
    unittest.main()
