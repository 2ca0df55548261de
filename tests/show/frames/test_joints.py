"""Joints on real frames: what is not seen is not painted, fills change by themselves, shows come out of a colour."""

import tempfile
import unittest
from pathlib import Path
from unittest import mock

import numpy as np
from PIL import Image

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.house_rules import set_for_all, set_house_rules
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transition import TRANSITIONS
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.shove import Shove
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.frames.painters import mix
from jaunty_frame.show.planning.joints import joint
from jaunty_frame.show.planning.planner import Planner
from tests.media.photo_sets import write_set

OTHERWISE = {
    "wipe": [{"direction": side, "softness": 0.2} for side in ("left", "right", "up", "down")] + [{"angle": 30.0}],
    "iris": [{"shape": "rectangle"}, {"way": "closes", "softness": 0.2}],
    "sweep": [{"direction": side} for side in ("left", "down")],
    "glide": [{"direction": side} for side in ("left", "right", "up", "down")],
}


class Joints(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        cache = ThumbnailCache(self.folder / "cache")
        paths = write_set(self.folder, 2)
        clear = Image.fromarray(np.random.default_rng(5).integers(0, 255, (90, 60, 4), np.uint8))
        clear.resize((600, 900)).save(self.folder / "clear.png")
        photos = import_photos([*paths, self.folder / "clear.png"], self.folder, cache).photos
        rules = HouseRules(fade_in="0", fade_out="0", seconds_moving="2", placement="whole")
        outputs = tuple(output_from_text(text) for text in ("320x180", "180x320"))
        project = add_photos(photos).apply(Project(outputs=outputs, house_rules=rules))
        self.project = set_on_photo(project.photos[1].id, "Level", straightening=4.0).apply(project)
        self.source = PhotoSource(self.folder, cache)

    def frames(self, project, output, at, coding=Coding.VIDEO):
        """Return the planes of frames; at : n, or of a joint (k, share of its frames)."""
        plan = Planner().plans(project)[output]
        width, height = plan.output.width, plan.output.height
        shown = []
        with FramePainter(plan, self.source, output_format(plan, width, height, coding)) as painter:
            for place in at:
                n = place
                if isinstance(place, tuple):
                    k, share = place
                    n = plan.schedule.first[k + 1] + int(share * plan.schedule.transition_frames(k))
                surface = new_surface(width, height, coding)
                for plane in surface.planes:
                    plane[:] = 77  # what is left unpainted must not be seen
                painter.paint_at(surface, n)
                shown.append([plane.copy() for plane in surface.planes])
        return shown

    def largest_difference(self, one, other):
        return max(int(abs(a.astype(int) - b).max()) for a, b in zip(one, other, strict=True))

    def test_what_is_not_seen_is_not_painted_and_nobody_sees_it(self):
        places = [(k, share) for k in (0, 1) for share in (0.0, 0.3, 0.6, 0.95)]
        for kind, value_type in TRANSITIONS.types.items():
            if kind == "cut":
                continue
            for settings in ({}, *OTHERWISE.get(kind, [])):
                project = set_for_all("T", transition=value_type(seconds="1", **settings)).apply(self.project)
                for output in ("320x180", "180x320"):
                    with self.subTest(kind=kind, settings=settings, output=output):
                        parts = self.frames(project, output, places)
                        with mock.patch.dict(mix.SEEN_PARTS, clear=True):
                            whole = self.frames(project, output, places)
                        for part, all_of_it in zip(parts, whole, strict=True):
                            # Sampling a part begins at other numbers: the last digit of a value may differ.
                            self.assertLessEqual(self.largest_difference(part, all_of_it), 1)

    def test_photos_that_travel_may_leave_their_fill_behind(self):
        for coding in Coding:
            dissolve = CrossDissolve(seconds="1", fill_kind="cross-dissolve")
            apart = set_for_all("T", transition=dissolve).apply(self.project)
            same = set_for_all("T", transition=CrossDissolve(seconds="1")).apply(self.project)
            # Photos of one shape lie in the same place; a dissolve of both is then the dissolve of the whole.
            with self.subTest(coding=coding):
                one, other = (self.frames(p, "320x180", [(0, 0.5)], coding)[0] for p in (apart, same))
                middle = slice(80, 100), slice(150, 170)
                self.assertLessEqual(int(abs(one[0][middle].astype(int) - other[0][middle]).max()), 3)
        shove = Shove(seconds="1", direction="left", easing=(0, 0, 1, 1), fill_kind="cut")
        project = set_for_all("T", transition=shove, move="hold").apply(self.project)
        before, early, late = self.frames(project, "180x320", [0, (0, 0.2), (0, 0.3)])
        # The photos, which lie sideways, have moved on; above them the fill is where it was.
        self.assertLessEqual(int(abs(early[0][:4].astype(int) - before[0][:4]).max()), 1)
        self.assertGreater(int(abs(early[0][150:170].astype(int) - late[0][150:170]).max()), 20)

    def test_auto_directions_follow_the_moves_of_each_output(self):
        project = set_for_all("T", transition=Shove(), move="pan", placement="cover").apply(self.project)
        for plan in Planner().plans(project).values():
            for k in (0, 1):
                course = plan.framing(plan.rows_of(k)[0]).course
                expected = {1: "left", -1: "right"}.get(course.across)
                if expected:
                    self.assertEqual(joint(plan, k).direction, expected)

    def test_a_show_comes_out_of_a_colour(self):
        fade = set_house_rules("F", fade_in="1", fade_in_colour="#ffffff", fade_out="1", fade_out_colour="#ff0000")
        plan = Planner().plans(fade.apply(self.project))["320x180"]
        first, last = self.frames(fade.apply(self.project), "320x180", [0, plan.schedule.total - 1], Coding.SCREEN)
        for frame, colour in ((first, (255, 255, 255)), (last, (0, 0, 255))):
            self.assertEqual(np.unique(frame[0][..., :3].reshape(-1, 3), axis=0).tolist(), [list(colour)])

    def test_a_video_ends_on_black_itself(self):
        plan = Planner().plans(set_house_rules("F", fade_out="1/2").apply(self.project))["320x180"]
        (last,) = self.frames(
            set_house_rules("F", fade_out="1/2").apply(self.project), "320x180", [plan.schedule.total - 1], Coding.VIDEO
        )
        self.assertEqual([np.unique(plane).tolist() for plane in last], [[16], [128], [128]])


if __name__ == "__main__":
    unittest.main()
