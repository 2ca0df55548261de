"""Windows that follow what is tracked in a clip: in view all the time, calm, and still where one place serves."""

import re
import unittest
from fractions import Fraction

import numpy as np

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import Window, visible_share
from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import add_photos, turn_photos
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.keep_areas import KeepArea, Track
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.reasons import framing_reasons

SECONDS = 10


def left_of(at):
    """Where the box of what walks begins, at a second: it waits, goes, and waits."""
    return float(np.interp(at, [0, 3, 8, 10], [0.1, 0.1, 0.45, 0.45]))


def show(left=left_of, width=0.12, outputs=("180x320", "320x180")):
    times = tuple(round(k / 3, 4) for k in range(SECONDS * 3 + 1))
    boxes = tuple((left(at), 0.3, width, 0.5) for at in times)
    moving = Moving(kind="clip", pictures=SECONDS * 25, rate=Fraction(25), tracks=(Track(times=times, boxes=boxes),))
    photo = Photo(id="c", path="c.mp4", width=1280, height=720, moving=moving, finder=1)
    project = Project(outputs=tuple(map(output_from_text, outputs)))
    return project_from_text(project_to_text(add_photos([photo]).apply(project)))


class Following(unittest.TestCase):
    def plans(self, project):
        return list(Planner().plans(project).values())

    def windows(self, plan):
        total = plan.schedule.frames[0]
        return [plan.framing(0).way.at(n / (total - 1)).window for n in range(total)]

    def test_what_walks_stays_in_view_at_every_frame(self):
        tall, _ = self.plans(show())
        windows = self.windows(tall)
        for n, window in enumerate(windows):
            box = np.array([[[left_of(n / 30), 0.3, 0.12, 0.5]]])
            self.assertGreaterEqual(visible_share(np.array([window]), box)[0, 0], 0.98, n)
            self.assertTrue(window.x >= -1e-6 and window.x + window.w <= 1 + 1e-6)
        self.assertIs(tall.framing(0).placement, Placement.COVER)
        speeds = np.diff([window.x for window in windows]) * 30 / windows[0].w
        self.assertLessEqual(np.abs(speeds).max(), 1 / 7 * 2.5)
        self.assertLess(np.abs(speeds[:20]).max(), 0.02)  # it stands while one may
        self.assertEqual(len({round(window.w, 9) for window in windows}), 1)
        self.assertIn("Follows what must stay in view", " ".join(framing_reasons(tall, 0)))

    def test_where_one_place_serves_nothing_moves(self):
        project = show(lambda at: 0.4 + 0.05 * np.sin(at))
        for plan in self.plans(project):
            self.assertEqual(len(set(self.windows(plan))), 1)
            self.assertEqual(plan.followed, {})

    def test_it_is_no_finding_that_the_still_window_would_cut_it(self):
        project = show()
        told = {one.kind for one in all_findings(project, Planner().plans(project), {})}
        self.assertNotIn("keep-area-cut", told)

    def test_what_is_too_fast_to_be_followed_is_told(self):
        project = show(lambda at: 0.05 if at < 5 else 0.8, outputs=("90x320",))
        project = set_on_slides([project.slides[0].id], "x", placement="cover").apply(project)
        (told,) = [one for one in all_findings(project, Planner().plans(project), {}) if one.kind == "keep-area-cut"]
        found = re.search(r"cut off ([\d.]+) s after it begins: it is too fast to be followed", told.sentence)
        self.assertIsNotNone(found, told.sentence)
        self.assertLessEqual(float(found.group(1)), 6.0)  # before it leaps, or just then

    def test_it_is_followed_where_the_frame_is_to_be_filled(self):
        project = show(outputs=("180x320",))
        project = set_on_slides([project.slides[0].id], "x", placement="cover").apply(project)
        (plan,) = self.plans(project)
        self.assertGreaterEqual(float(plan.followed[0].shares.min()), 0.98)
        self.assertIs(plan.framing(0).placement, Placement.COVER)

    def test_what_is_wider_than_its_window_is_not_called_fast(self):
        project = show(width=0.4, outputs=("90x320",))
        project = set_on_slides([project.slides[0].id], "x", placement="cover").apply(project)
        (told,) = [one for one in all_findings(project, Planner().plans(project), {}) if one.kind == "keep-area-cut"]
        self.assertNotIn("too fast", told.sentence)

    def test_by_itself_the_window_grows_as_far_as_it_takes_to_keep_up(self):
        project = show(lambda at: float(np.interp(at, [0, 3, 6, 10], [0.1, 0.1, 0.6, 0.6])))
        (tall, _), (slow, _) = self.plans(project), self.plans(show())
        self.assertGreater(tall.opening[0, 3], 1.1 * slow.opening[0, 3])
        self.assertLess(tall.opening[0, 2], 0.6)  # less than what would show all of it without moving
        self.assertGreaterEqual(float(tall.followed[0].shares.min()), 0.98)

    def test_a_part_that_stands_still_needs_no_move(self):
        project = show()
        part = set_clip([project.slides[0].id], "x", ends=Fraction(5, 2)).apply(project)
        tall = self.plans(part)[0]
        self.assertEqual(len(set(self.windows(tall))), 1)
        x, _, w, _ = self.windows(tall)[0]
        self.assertTrue(x <= 0.1 and x + w >= 0.22)

    def test_backwards_it_goes_the_other_way(self):
        project = show()
        tall = self.plans(project)[0]
        back = self.plans(set_clip([project.slides[0].id], "x", backwards=True).apply(project))[0]
        self.assertAlmostEqual(tall.opening[0, 0], back.closing[0, 0], delta=0.02)
        self.assertLess(tall.opening[0, 0], tall.closing[0, 0])

    def test_held_it_is_held_and_shown_whole_it_is_whole(self):
        project = show()
        for fields in ({"move": "hold"}, {"placement": "whole"}):
            changed = set_on_slides([project.slides[0].id], "x", **fields).apply(project)
            self.assertEqual(len(set(self.windows(self.plans(changed)[0]))), 1, fields)

    def test_covering_by_choice_it_never_grows(self):
        wide_thing = show(width=0.5)
        grown = self.plans(wide_thing)[0]
        cover = self.plans(set_on_slides([wide_thing.slides[0].id], "x", placement="cover").apply(wide_thing))[0]
        self.assertGreater(grown.opening[0, 2], cover.opening[0, 2])
        self.assertAlmostEqual(cover.opening[0, 3], 1.0, delta=1e-9)

    def test_areas_drawn_by_hand_hold_instead(self):
        project = set_keep_areas("c", [KeepArea(box=(0.1, 0.1, 0.1, 0.1))]).apply(show())
        self.assertEqual(self.plans(project)[0].followed, {})

    def test_an_area_put_by_hand_at_moments_is_followed(self):
        by_hand = KeepArea(box=(0.1, 0.3, 0.12, 0.5))
        for at in (0.0, 8.0, 3.0):  # as one does: where it has gone too early it is put back
            by_hand = by_hand.put_at(at, (left_of(at), 0.3, 0.12, 0.5))
        project = set_keep_areas("c", [by_hand]).apply(show())
        project = project_from_text(project_to_text(project))
        tall = self.plans(project)[0]
        self.assertEqual(list(tall.followed), [0])
        for n, window in enumerate(self.windows(tall)):
            box = np.array([[[left_of(n / 30), 0.3, 0.12, 0.5]]])
            self.assertGreaterEqual(visible_share(np.array([window]), box)[0, 0], 0.98, n)
        # Trimmed to where it waits, one place serves; turned, it goes downwards.
        waiting = set_clip([project.slides[0].id], "x", begins=Fraction(0), ends=Fraction(2)).apply(project)
        self.assertEqual(self.plans(waiting)[0].followed, {})
        turned = turn_photos(["c"], 1).apply(project).photos[0].keep_areas[0]
        self.assertEqual([round(one.box[1], 6) for one in turned.instants], [0.1, 0.1, 0.45])

    def test_turned_with_the_clip(self):
        track = turn_photos(["c"], 1).apply(show()).photos[0].moving.tracks[0]
        self.assertEqual(tuple(round(side, 6) for side in track.boxes[0]), (0.2, 0.1, 0.5, 0.12))
        self.assertEqual(Window(*track.boxes[0]).h, 0.12)


if __name__ == "__main__":
    unittest.main()
