"""Fields set by their names: on which slides, in which output, and what is refused."""

import unittest

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.aspects import carry_over
from jaunty_frame.document.edits.fields import set_in_output_fields
from jaunty_frame.document.edits.slides import add_close_up, set_on_slides
from jaunty_frame.document.looks.aspects import SlideAspect
from tests.document.test_edits import project


class Fields(unittest.TestCase):
    def test_only_the_chosen_slides_get_them(self):
        state = project()
        output = state.outputs[1].id
        after = set_in_output_fields(["b-1"], output, {"mount.border": "0.05"}).apply(state)
        self.assertEqual([bool(slide.in_outputs) for slide in after.slides], [False, True, False, False])
        self.assertEqual(after.slides[1].in_output(output).mount.border, 0.05)
        self.assertIsNone(after.slides[1].mount)

    def test_a_placement_that_is_carried_over_ends_a_close_up(self):
        state = add_close_up("b-1", Window(0.1, 0.1, 0.3, 0.3)).apply(project())
        state = set_on_slides(["a-1"], "x", placement=Placement.WHOLE).apply(state)
        close = state.slides[2].id
        for aspect, kept in ((SlideAspect.PLACEMENT, False), (SlideAspect.MOVE, True)):
            after = carry_over("a-1", {aspect}, [close]).apply(state)
            self.assertEqual(after.slide(close).exhibit.close_up is not None, kept)
