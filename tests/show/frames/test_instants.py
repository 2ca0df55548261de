"""Instants: values between them, what they make of a print and of its fill, and the edits that set them."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.instants import Key, value_at
from jaunty_frame.core.motion.paths import EASE_IN_OUT, LINEAR, eased
from jaunty_frame.core.painting.surface import Coding, FrameFormat
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.instants import (
    come_from,
    copy_instant,
    delete_instant,
    go_to,
    move_instant,
    set_at_instant,
    set_window_instant,
)
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.document.instant import Instant
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.show.frames.content import frame_content, slide_content
from jaunty_frame.show.frames.layers.mix import Mix
from jaunty_frame.show.frames.layers.print import GroundLayer, PrintLayer
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.visibility import visibility
from tests.show.frames.test_prints import GREEN, PrintCase


class Values(unittest.TestCase):
    def test_between_two_they_are_eased_and_beyond_they_stay(self):
        keys = [Key(0.2, 1.0, EASE_IN_OUT), Key(0.6, 3.0, LINEAR)]
        self.assertEqual([value_at(keys, at, 9.0) for at in (0.0, 0.2, 0.6, 1.0)], [1.0, 1.0, 3.0, 3.0])
        self.assertAlmostEqual(value_at(keys, 0.3, 9.0), 1.0 + 2 * eased(0.25, EASE_IN_OUT))
        self.assertEqual(value_at([], 0.3, 9.0), 9.0)

    @given(st.lists(st.tuples(st.floats(0, 1), st.floats(-5, 5)), min_size=1, max_size=6), st.floats(0, 1))
    def test_they_never_leave_what_the_instants_span(self, pairs, at):
        keys = [Key(time, value, EASE_IN_OUT) for time, value in sorted(dict(pairs).items())]
        values = [key.value for key in keys]
        self.assertTrue(min(values) - 1e-9 <= value_at(keys, at, 0.0) <= max(values) + 1e-9)


class OnTheFrame(PrintCase):
    def changed(self, *edits, **fields):
        project = self.with_look(fill=GREEN, mount=Mount(size=0.6), **fields)
        for edit in edits:
            project = edit.apply(project)
        return project

    def middle_of_photo(self, project, progress):
        photo = self.painted(project, "240x240", 0, progress)[..., 1] < 128
        rows, columns = np.nonzero(photo)
        return (columns.mean() / 240, rows.mean() / 240) if rows.size else None

    def test_from_outside_to_rest_and_out_again(self):
        ids = [self.project.slides[0].id]
        project = self.changed(come_from(ids, "left"), go_to(ids, "bottom"))
        self.assertEqual(len(project.slides[0].instants), 4)
        self.assertIsNone(self.middle_of_photo(project, 0.0))
        self.assertIsNone(self.middle_of_photo(project, 1.0))
        for at in (0.3, 0.5, 0.7):
            np.testing.assert_allclose(self.middle_of_photo(project, at), (0.5, 0.5), atol=0.01)
        self.assertLess(self.middle_of_photo(project, 0.08)[0], 0.5)

    def test_size_and_opacity(self):
        ids = [self.project.slides[0].id]
        project = self.changed(set_at_instant(ids, 0.0, scale=1.0), set_at_instant(ids, 1.0, scale=0.5, opacity=0.5))
        large, small = ((self.painted(project, "240x240", 0, at)[..., 1] < 200).sum() for at in (0.0, 1.0))
        self.assertAlmostEqual(small / large, 0.25, delta=0.03)
        self.assertAlmostEqual(int(self.painted(project, "240x240", 0, 1.0)[120, 120, 1]), 128, delta=2)

    def test_a_covering_photo_may_shrink_too(self):
        ids = [self.project.slides[0].id]
        project = set_at_instant(ids, 1.0, scale=0.5).apply(self.with_look(fill=GREEN, placement="cover"))
        frame = self.painted(project, "240x240", 0, 1.0)
        self.assertGreater(frame[20, 120, 1], 200)
        self.assertLess(frame[120, 120, 1], 60)

    def test_a_fill_of_any_kind_may_come(self):
        """A slide whose own fill needs no photo, and no time, has instants whose fills do."""
        ids = [self.project.slides[0].id]
        edits = set_at_instant(ids, 0.0, fill=BlurredFill()), set_at_instant(ids, 1.0, fill=WaterFill())
        plan = Planner().plans(self.changed(*edits))["240x240"]
        start, end = (slide_content(plan, 0, at).layers[0] for at in (0.0, 1.0))
        self.assertEqual([layer.photo.path for layer in (start, end)], [self.project.photos[0].path] * 2)
        self.assertGreater(end.seconds, 0)
        frame = self.painted(self.changed(*edits), "240x240", 0, 0.0)
        self.assertGreater(int(frame[3, 3, 2]), 90, "the photo blurred, not black")

    def test_photos_leave_a_fill_that_changes_behind_too(self):
        ids = [self.project.slides[0].id]
        dissolve = CrossDissolve(seconds="1", fill_kind="cross-dissolve")
        project = set_for_all("T", transition=dissolve).apply(self.changed(set_at_instant(ids, 1.0, fill=GREEN)))
        plan = Planner().plans(project)["240x240"]
        (layer,) = frame_content(plan, plan.schedule.first[1]).layers
        self.assertIsInstance(layer.fills[0], Mix)
        self.assertEqual({type(one) for one in layer.below}, {GroundLayer, PrintLayer})

    def test_a_print_that_grows_is_made_sharp_enough(self):
        ids = [self.project.slides[0].id]
        frame = FrameFormat(240, 240, 1.0, Coding.SCREEN)
        widths = []
        for scale in (1.0, 2.0):
            plan = Planner().plans(self.changed(set_at_instant(ids, 1.0, scale=scale)))["240x240"]
            (source,) = slide_content(plan, 0, 0.0).layers[-1].sources(frame)
            widths.append(source.levels[0].width)
        self.assertAlmostEqual(widths[1] / widths[0], 2.0, delta=0.1)

    def test_a_fill_comes_by_itself(self):
        ids = [self.project.slides[0].id]
        red = PlainFill(colour="#ff0000")
        project = self.changed(set_at_instant(ids, 0.4, fill=GREEN), set_at_instant(ids, 0.8, fill=red))
        corners = [self.painted(project, "240x240", 0, at)[3, 3, 1:3].astype(int) for at in (0.2, 0.6, 0.9)]
        np.testing.assert_allclose(corners, [(255, 0), (127, 127), (0, 255)], atol=3)


class Checks(PrintCase):
    def seen(self, *instants):
        photo = self.project.photos[0].changed(keep_areas=({"box": (0.4, 0.4, 0.2, 0.2)},))
        slide = self.project.slides[0].changed(instants=instants)
        project = self.project.changed(
            photos=(photo, *self.project.photos[1:]), slides=(slide, *self.project.slides[1:])
        )
        return float(visibility(Planner().plans(project)["240x240"]).shares[0, 0])

    def test_a_required_area_must_be_seen_at_some_time(self):
        self.assertAlmostEqual(self.seen(Instant(at=0.0, across=-1.3), Instant(at=0.5, across=0.0)), 1.0)
        self.assertEqual(self.seen(Instant(at=0.0, across=-1.3), Instant(at=1.0, across=-0.9)), 0.0)
        self.assertLess(self.seen(Instant(at=0.0, across=0.5)), 0.6)
        self.assertEqual(self.seen(Instant(at=0.0, opacity=0.0)), 0.0)


class Edits(PrintCase):
    def setUp(self):
        self.ids = [self.project.slides[0].id]

    def instants(self, *edits):
        project = self.project
        for edit in edits:
            project = edit.apply(project)
        return project.slides[0].instants

    def test_an_edit_at_an_instant_changes_it_and_elsewhere_makes_one(self):
        one = set_at_instant(self.ids, 0.5, lean=3.0)
        self.assertEqual(
            self.instants(one, set_at_instant(self.ids, 0.501, scale=2.0)), (Instant(at=0.5, lean=3.0, scale=2.0),)
        )
        self.assertEqual([i.at for i in self.instants(one, set_at_instant(self.ids, 0.2, scale=2.0))], [0.2, 0.5])

    def test_move_copy_and_delete(self):
        two = set_at_instant(self.ids, 0.5, lean=3.0), set_at_instant(self.ids, 0.7, lean=5.0)
        moved = self.instants(*two, move_instant(self.ids, 0.5, 0.9))
        self.assertEqual([(i.at, i.lean) for i in moved], [(0.7, 5.0), (0.9, 3.0)])
        replaced = self.instants(*two, move_instant(self.ids, 0.5, 0.7))
        self.assertEqual([(i.at, i.lean) for i in replaced], [(0.7, 3.0)])
        copied = self.instants(*two, copy_instant(self.ids, 0.5, 0.1))
        self.assertEqual([i.lean for i in copied], [3.0, 3.0, 5.0])
        self.assertEqual(self.instants(*two, delete_instant(self.ids, 0.5))[0].lean, 5.0)

    def test_a_window_goes_through_a_place_and_keep_areas_are_checked_there(self):
        slide, photo = self.project.slides[0], self.project.photos[0]
        project = self.project.changed(
            photos=(photo.changed(keep_areas=({"box": (0.4, 0.4, 0.2, 0.2)},)), *self.project.photos[1:])
        )
        held = Planner().plans(project)["240x240"].framing(0).way.closing
        away = Window(0.0, 0.0, held.w / 4, held.h / 4)
        by_hand = set_framing(slide.id, "240x240", held, held).apply(project)
        through = set_window_instant(slide.id, "240x240", 0.5, away).apply(by_hand)
        plan = Planner().plans(through)["240x240"]
        self.assertEqual(plan.framing(0).way.at(0.5).window, away)
        self.assertEqual(visibility(plan).shares[0, 0], 0.0)
        self.assertAlmostEqual(visibility(Planner().plans(by_hand)["240x240"]).shares[0, 0], 1.0)
        told = plan_object(plan)["slides"][0]["between"]
        self.assertEqual(told, [{"at": 0.5, "window": list(away)}])
        moved = set_framing(slide.id, "240x240", held, away).apply(through)
        self.assertEqual(len(moved.hand_set[0].between), 1, "what lies between stays")


if __name__ == "__main__":
    unittest.main()
