"""What the buttons of findings do."""

import unittest
from fractions import Fraction

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Direction
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.keep_areas import KeepArea
from tests.show.findings.test_findings import findings_of, head, project_of, reasons_of


def remedied(project, kind):
    finding = next(finding for finding in findings_of(project) if finding.kind == kind)
    return finding.remedy.edit(project, finding).apply(project)


class Remedies(unittest.TestCase):
    def by_hand(self, width, seconds):
        """Return a project with a pan of half of the photo's width, seen through a window of ``width``, by hand."""
        project = project_of(outputs=("square",), seconds_moving=seconds)
        first, last = Window(0.0, 0.0, width, width * 1.5), Window(0.5, 0.0, width, width * 1.5)
        return set_framing(project.slides[0].id, "square", first, last).apply(project)

    def test_a_fast_move_gets_the_time_that_it_needs(self):
        # Half of the photo through a window of a fifth: 2.5 frames, so 17.5 s are calm.
        after = remedied(self.by_hand(0.2, Fraction(5)), "too-fast")
        self.assertEqual((after.slides[0].seconds, len(after.hand_set)), (Fraction(35, 2), 1))

    def test_one_that_would_need_more_than_half_a_minute_goes_back_to_the_solved_one(self):
        # Through a window of a tenth: 5 frames, so 35 s.
        after = remedied(self.by_hand(0.1, Fraction(5)), "too-fast")
        self.assertEqual((after.slides[0].seconds, after.hand_set), (None, ()))

    def test_a_move_like_the_one_before_is_given_back_with_its_direction(self):
        project = project_of(head(0.45), outputs=("square",), count=3)
        ids = [slide.id for slide in project.slides[:2]]
        project = set_on_slides(ids, "x", move="pan", direction="left").apply(project)
        after = remedied(project, "neighbours-alike")
        self.assertEqual((after.slides[1].move, after.slides[1].direction), (None, Direction.AUTO))

    def test_what_a_hairline_was_left_for_is_only_wished_for_from_then_on(self):
        halves = KeepArea(box=(0.0, 0.2, 0.5, 0.6)), KeepArea(box=(0.5, 0.2, 0.5, 0.6), weight=0.3)
        third = KeepArea(box=(0.6, 0.2, 0.4, 0.6))
        project = project_of(*halves, third, outputs=("wide",), size=(1968, 1080), move="hold")
        after = remedied(project, "hairline")
        self.assertEqual([area.weight for area in after.photos[0].keep_areas], [0.5, 0.3, 0.5])


class Held(unittest.TestCase):
    def test_the_reason_says_whether_time_or_pixels_or_room_lacks(self):
        filling = head(0.167, 0.0, 0.666, 1.0)
        # Gentle, 2 % a second: in half a second 1 % of zoom, whatever the photo.
        for areas, size, seconds, why in (
            ((), (6000, 4000), "1/2", "in 0.5 s a move would hardly be seen"),
            ((), (1230, 820), "5", "the photo is too soft to go closer"),
            ((filling,), (6000, 4000), "5", "there is no room to move without losing what must stay"),
        ):
            project = project_of(*areas, outputs=("square",), size=size, move="push-in", seconds_moving=seconds)
            self.assertIn(f"Held still: {why}.", reasons_of(project, "square"))


if __name__ == "__main__":
    unittest.main()
