"""What windows show of keep areas, against points thrown at random and turned by hand."""

import unittest
from math import cos, radians, sin

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.visibility import frame_boxes, shares_within, visibility

AREAS = ((0.1, 0.2, 0.3, 0.2), (0.5, 0.45, 0.2, 0.4))
PARTS = (Window(0, 0, 1, 0.3), Window(0.1, 0.1, 0.8, 0.8), Window(0.6, 0.2, 0.4, 0.5))


def plan_of(straightening=0.0, lean=0.0, closing=Window(0.15, 0.1, 0.5, 0.7)):
    areas = tuple(KeepArea(box=box) for box in AREAS)
    photo = Photo(id="p", path="p.jpg", width=6000, height=4000, keep_areas=areas, finder=1)
    project = add_photos([photo]).apply(
        Project(outputs=(output_from_text("tall"),), house_rules=HouseRules(set_off=False))
    )
    project = set_on_photo("p", "Straighten", straightening=straightening).apply(project)
    slide = project.slides[0].id
    project = set_framing(slide, "tall", closing, closing, leans=(0.0, lean)).apply(project)
    return project, Planner().plans(project)["tall"]


def thrown(plan, closing, degrees, count=40_000):
    """Return points in each area as fractions of the frame (K, count, 2): the photo turns, the frame stands."""
    width, height = plan.table.photo_size[0]
    x, y, w, h = closing
    centre = np.array([(x + w / 2) * width, (y + h / 2) * height])
    angle = radians(degrees)
    turn = np.array([[cos(angle), -sin(angle)], [sin(angle), cos(angle)]])
    rng = np.random.default_rng(7)
    seen = []
    for left, top, across, down in AREAS:
        points = (np.array([left, top]) + rng.random((count, 2)) * (across, down)) * (width, height)
        seen.append(((points - centre) @ turn.T) / (w * width, h * height) + 0.5)
    return np.array(seen)


class VisibilityTest(unittest.TestCase):
    def test_shares_in_parts_of_the_frame(self):
        for degrees in (0.0, 4.0, -11.0):
            _, plan = plan_of(straightening=degrees)
            points = thrown(plan, plan.closing[0], degrees)
            for part in PARTS:
                low, high = np.array([part.x, part.y]), np.array([part.x + part.w, part.y + part.h])
                expected = ((points >= low) & (points < high)).all(axis=2).mean(axis=1)
                with self.subTest(degrees=degrees, part=part):
                    np.testing.assert_allclose(shares_within(plan, part)[0], expected, atol=0.01)

    def test_boxes_in_the_frame_hold_all_of_their_areas_and_no_more(self):
        for degrees in (0.0, 7.0):
            _, plan = plan_of(straightening=degrees)
            points = thrown(plan, plan.closing[0], degrees)
            expected = np.concatenate([points.min(axis=1), np.ptp(points, axis=1)], axis=1)
            np.testing.assert_allclose(frame_boxes(plan)[0], expected, atol=0.01)

    def test_the_whole_frame_shows_what_the_window_shows(self):
        for degrees in (0.0, -6.0):
            _, plan = plan_of(straightening=degrees)
            whole = shares_within(plan, Window(0, 0, 1, 1))
            np.testing.assert_allclose(whole, visibility(plan).shares, atol=1e-9)

    def test_a_lean_counts_at_its_closing(self):
        _, plan = plan_of(lean=3.0)
        points = thrown(plan, plan.closing[0], 3.0)
        expected = ((points >= 0) & (points < 0.5)).all(axis=2).mean(axis=1)
        np.testing.assert_allclose(shares_within(plan, Window(0, 0, 0.5, 0.5))[0], expected, atol=0.01)

    def test_overlays_and_margins_of_straightened_photos_are_told(self):
        project, plan = plan_of(straightening=5.0, closing=Window(0.48, 0.5, 0.23, 0.6))
        kinds = {finding.kind for finding in all_findings(project, {"tall": plan}, {})}
        self.assertIn("under-overlay", kinds)


if __name__ == "__main__":
    unittest.main()
