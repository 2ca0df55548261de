"""Cut lists, read back by OpenTimelineIO itself."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import opentimelineio as otio

from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.slides import leave_out, set_on_slides
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.wipe import Wipe
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.projects.cut_list import cut_list, write_cut_list
from jaunty_frame.show.planning.planner import Planner
from tests.document.test_seconds import project


class CutLists(unittest.TestCase):
    def setUp(self):
        state = set_on_slides(["p1-1"], "Cut", transition=Cut()).apply(project(5))
        state = set_on_slides(["p2-1"], "Wipe", transition=Wipe(seconds="1", direction="left")).apply(state)
        self.plan = Planner().plans(leave_out(["p3-1"], "wide", True).apply(state))["wide"]
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "show.otio"
        write_cut_list(cut_list(self.plan, "Show", Path("/photos")), self.path)
        self.read = otio.adapters.read_from_file(str(self.path))

    def test_the_library_reads_the_same_ranges(self):
        (track,) = self.read.video_tracks()
        clips = list(track.find_clips())
        self.assertEqual([clip.metadata["jaunty_frame"]["slide"] for clip in clips], [1, 2, 3, 5])
        self.assertEqual(self.read.duration().value, self.plan.schedule.total)
        for clip in clips:
            k = clip.metadata["jaunty_frame"]["slide"] - 1
            own, seen = clip.source_range, track.range_of_child(clip)
            # Where the clip lies on the track is where its part of the slide lies in the show.
            self.assertEqual(seen.start_time.value - own.start_time.value, self.plan.schedule.first[k])
            self.assertEqual(clip.available_range().duration.value, self.plan.schedule.frames[k])
        self.assertEqual(clips[0].media_reference.target_url, "file:///photos/p0.jpg")

    def test_and_the_transitions(self):
        (track,) = self.read.video_tracks()
        found = [child for child in track if isinstance(child, otio.schema.Transition)]
        self.assertEqual([one.transition_type for one in found], ["SMPTE_Dissolve", "Custom_Transition"])
        self.assertEqual([(one.in_offset + one.out_offset).value for one in found], [15, 30])
        self.assertEqual(found[1].metadata["jaunty_frame"]["direction"], "left")
        # What is seen of the slide before after the cut is what its transition reaches over it.
        for one, (before, after) in zip(found, ((1, 2), (3, 5)), strict=True):
            first, frames = self.plan.schedule.first, self.plan.schedule.frames
            cut = track.range_of_child(track[track.index(one) + 1]).start_time.value
            self.assertEqual(cut + one.out_offset.value, first[before - 1] + frames[before - 1])
            self.assertEqual(cut - one.in_offset.value, first[after - 1])
        self.assertIsInstance(track[3], otio.schema.Clip)  # a cut is none

    def test_of_a_clip_the_part_and_the_speed_that_are_shown(self):
        moving = Moving(kind="clip", pictures=250, rate=Fraction(25))
        photo = Photo(id="c", path="c.mp4", width=640, height=360, moving=moving)
        state = add_photos([photo]).apply(project(1))
        part = {"begins": Fraction(2), "ends": Fraction(6), "speed": Fraction(2), "backwards": True}
        state = set_clip([state.slides[-1].id], "x", **part).apply(state)
        plan = Planner().plans(state)["wide"]
        write_cut_list(cut_list(plan, "Show", Path("/photos")), self.path)
        (track,) = otio.adapters.read_from_file(str(self.path)).video_tracks()
        *_, clip = track.find_clips()
        rate = plan.output.frame_rate
        self.assertEqual(clip.available_range().duration.value, 10 * rate)
        taken = plan.schedule.total - track.range_of_child(clip).start_time.value
        before = plan.schedule.frames[1] - taken
        self.assertEqual(
            (clip.source_range.start_time.value, clip.source_range.duration.value), (2 * rate + before, taken)
        )
        self.assertEqual([effect.time_scalar for effect in clip.effects], [-2.0])

    def test_what_cannot_be_written_is_told(self):
        with self.assertRaisesRegex(JauntyError, "cannot be written"):
            write_cut_list(self.read, self.path / "below.otio")


if __name__ == "__main__":
    unittest.main()
