"""What frames show: a fill only where it can be seen, paper behind what is transparent."""

import unittest

from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.frames.content import base_content, frame_content, frames_ahead
from jaunty_frame.show.frames.exhibits import whole_photo_layers
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.layers.photo import PhotoLayer
from jaunty_frame.show.frames.layers.print import GroundLayer, PrintLayer
from jaunty_frame.show.frames.layers.still import Still
from jaunty_frame.show.planning.planner import Planner
from tests.document.test_seconds import project
from tests.show.findings.test_findings import project_of


def plan_of(transparent=False, **rules):
    project = project_of(outputs=("square",), **rules)
    photos = tuple(photo.changed(transparent=transparent) for photo in project.photos)
    return Planner().plans(project.changed(photos=photos))["square"]


def kinds(layers):
    return [type(layer) for layer in layers]


class LeftOut(unittest.TestCase):
    def test_every_frame_of_a_show_without_its_last_slides_looks_ahead_to_frames_that_there_are(self):
        state = project()
        plan = Planner().plans(leave_out([slide.id for slide in state.slides[-2:]], "wide", True).apply(state))["wide"]
        for n in range(plan.schedule.total):
            self.assertTrue(all(frame_content(plan, at) for at in frames_ahead(plan, n)))


class Fills(unittest.TestCase):
    def test_a_photo_that_covers_has_none_unless_it_is_transparent(self):
        for transparent, expected in ((False, [PhotoLayer]), (True, [FillLayer, PhotoLayer])):
            plan = plan_of(transparent, move="push-in")
            for content in (base_content(plan, 0), frame_content(plan, 40)):
                self.assertEqual(kinds(content.layers), expected)

    def test_a_photo_that_leaves_bars_at_some_time_has_one_all_the_time(self):
        for rules in ({"placement": "whole"}, {"move": "enter"}):
            plan = plan_of(**rules, set_off=False)
            for n in (0, plan.schedule.total - 1):
                self.assertEqual(kinds(frame_content(plan, n).layers), [FillLayer, PhotoLayer])

    def test_photos_that_do_not_cover_are_set_off_and_others_are_not(self):
        for rules, expected in (
            ({"placement": "whole", "move": "hold"}, [Still]),
            ({"placement": "whole", "move": "push-in"}, [FillLayer, GroundLayer, PrintLayer]),
            ({"placement": "cover", "move": "push-in"}, [PhotoLayer]),
        ):
            with self.subTest(rules=rules):
                self.assertEqual(kinds(frame_content(plan_of(**rules), 0).layers), expected)
        self.assertEqual(kinds(frame_content(plan_of(True, placement="whole"), 0).layers), [FillLayer, PhotoLayer])

    def test_a_transparent_photo_by_itself_lies_on_white_paper(self):
        photo = Photo(id="p", path="p.png", width=30, height=20)
        self.assertEqual(kinds(whole_photo_layers(photo)), [PhotoLayer])
        paper, _ = whole_photo_layers(photo.changed(transparent=True))
        self.assertEqual(paper.fill.colour, "#ffffff")


if __name__ == "__main__":
    unittest.main()
