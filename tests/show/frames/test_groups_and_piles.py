"""Groups and piles as they are planned and painted."""

import unittest
from itertools import pairwise

import cv2
import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.surface import Coding, FrameFormat, new_surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.document.edits.framings import drop_framings, set_framing
from jaunty_frame.document.edits.groups import add_to_slide, put_together, set_exhibit, take_apart
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos, remove_photos, show_photos
from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.document.exhibits.group import GroupExhibit
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.model import Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.errors import UsageError
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.frames.layers.mix import Mix
from jaunty_frame.show.frames.layers.print import PrintLayer
from jaunty_frame.show.frames.layers.still import Still
from jaunty_frame.show.frames.painting import paint_frame, prepared
from jaunty_frame.show.frames.piles import lies_under
from jaunty_frame.show.planning.places.piles import MOST_PILED
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from tests.show.frames.test_prints import GREEN, PrintCase


class Groups(PrintCase):
    def together(self):
        return put_together([slide.id for slide in self.project.slides]).apply(self.project)

    def test_both_photos_are_seen_and_their_places_differ_by_output(self):
        project = self.together()
        self.assertEqual(len(project.slides), 1)
        plans = Planner().plans(project)
        wide, tall = (plans[name] for name in ("320x180", "180x320"))
        self.assertEqual(len(wide.rows_of(0)), 2)
        self.assertAlmostEqual(wide.pieces[0][1], wide.pieces[1][1], msg="side by side")
        self.assertAlmostEqual(sum(tall.pieces[0][::2] * (1, 0.5)), sum(tall.pieces[1][::2] * (1, 0.5)))
        frame = self.painted(set_for_all("F", fill=GREEN).apply(project), "320x180")
        for row in (0, 1):
            x, y, w, h = wide.pieces[row]
            self.assertLess(frame[int((y + h / 2) * 180), int((x + w / 2) * 320), 1], 40)

    def test_windows_have_the_shape_of_their_places(self):
        for plan in Planner().plans(self.together()).values():
            for row in (0, 1):
                width, height = plan.photo(row).upright_size
                window = plan.framing(row).way.closing
                self.assertAlmostEqual(window.w * width / (window.h * height), plan.piece_aspect(row), places=6)

    def test_together_and_apart_again(self):
        project = self.together()
        apart = take_apart(project.slides[0].id).apply(project)
        self.assertEqual([slide.exhibit.photos for slide in apart.slides], [(p.id,) for p in self.project.photos])
        with self.assertRaisesRegex(UsageError, "Two to 4"):
            put_together([self.project.slides[0].id]).apply(self.project)

    def test_a_photo_comes_to_a_slide_and_an_arrangement_is_chosen(self):
        first, other = self.project.slides[0], self.project.photos[1].id
        project = add_to_slide(first.id, [other]).apply(self.project)
        self.assertIsInstance(project.slide(first.id).exhibit, GroupExhibit)
        self.assertIs(add_to_slide(first.id, [other]).apply(project), project)
        inset = set_exhibit(first.id, project.slide(first.id).exhibit.changed(arrangement="inset")).apply(project)
        plan = Planner().plans(inset)["320x180"]
        self.assertLess(plan.pieces[1][2], 0.5)
        self.assertGreater(plan.mounting(1).mount.border, 0)

    def test_each_photo_may_be_framed_by_hand(self):
        project = self.together()
        plan = Planner().plans(project)["320x180"]
        x, y, w, h = plan.framing(1).way.closing
        window = Window(x + w * 0.1, y + h * 0.1, w * 0.8, h * 0.8)
        slide = project.slides[0].id
        by_hand = set_framing(slide, "320x180", window, window, member=1).apply(project)
        after = Planner().plans(by_hand)["320x180"]
        self.assertEqual(list(after.hand_set), [False, True])
        np.testing.assert_allclose(after.framing(1).way.closing, window)
        self.assertTrue(by_hand.is_hand_set(slide, "320x180"))
        self.assertFalse(drop_framings([(slide, "320x180")]).apply(by_hand).hand_set)
        self.assertFalse(remove_photos([self.project.photos[0].id]).apply(by_hand).hand_set)

    def test_a_group_goes_on_with_what_is_left_of_it(self):
        left = remove_photos([self.project.photos[0].id]).apply(self.together())
        self.assertEqual([slide.exhibit for slide in left.slides], [PhotoExhibit(photo=self.project.photos[1].id)])

    def test_the_plan_tells_all_photos(self):
        slide = plan_object(Planner().plans(self.together())["320x180"])["slides"][0]
        self.assertEqual([one["photo"] for one in slide["companions"]], [self.project.photos[1].path])

    def test_a_changed_photo_moves_only_what_it_must(self):
        planner, project = Planner(), self.together()
        before = planner.plans(project)["320x180"]
        again = Planner().plans(project)["320x180"]
        planned = planner.plans(project.changed(title="x"))["320x180"]
        np.testing.assert_array_equal(before.stations, again.stations)
        np.testing.assert_array_equal(before.stations, planned.stations)


class Piles(PrintCase):
    def setUp(self):
        photos = [photo.id for photo in self.project.photos]
        project = show_photos(photos, 2).apply(self.project)
        self.piled = set_for_all("P", transition=Pile(seconds="1"), fill=GREEN).apply(project)

    def prints(self, layers):
        found = []
        for layer in layers:
            if isinstance(layer, Still):
                found += self.prints(layer.layers)
            elif isinstance(layer, PrintLayer):
                found.append(layer)
        return found

    def test_prints_pile_up_and_stay_where_they_came_to_rest(self):
        plan = Planner().plans(self.piled)["320x180"]
        stays = None
        for k in range(4):
            n = plan.schedule.first[k] + plan.schedule.frames[k] - 1 if k == 3 else plan.schedule.first[k + 1] - 1
            prints = self.prints(frame_content(plan, n).layers)
            self.assertEqual(len(prints), k + 1)
            stays = stays or prints[0].print.piece
        self.assertEqual(lies_under(plan, 3), (0, 1, 2))

    def test_a_print_arrives_from_beyond_the_frame_with_a_shadow_to_match(self):
        plan = Planner().plans(self.piled)["320x180"]
        first, count = plan.schedule.first[1], plan.schedule.transition_frames(0)
        flying = [self.prints(frame_content(plan, n).layers)[-1].print for n in (first, first + count - 1)]
        x, y, w, h = flying[0].piece
        self.assertTrue(x + w < 0.05 or x > 0.95 or y + h < 0.05 or y > 0.95, flying[0].piece)
        self.assertGreater(flying[0].mount.shadow_distance, flying[1].mount.shadow_distance)
        at_rest = self.prints(frame_content(plan, first + count).layers)[-1].print
        np.testing.assert_allclose(flying[1].piece, at_rest.piece, atol=0.02)

    def test_without_a_size_of_their_own_prints_leave_a_third_of_the_frame_free(self):
        mounts = (None, Mount(piece="square", border=0.02), Mount(border=0.02), Mount(piece="circle"))
        shapes = ((3000, 2000), (2000, 3000), (6000, 2000), (2000, 2000))
        photos = [Photo(id=f"p{k}", path=f"p{k}.jpg", width=w, height=h) for k, (w, h) in enumerate(shapes * 3)]
        outputs = ("tall", "portrait", "square", "classic", "wide", "banner", "disc")
        base = add_photos(photos).apply(Project(outputs=tuple(map(output_from_text, outputs))))
        for mount in mounts:
            for name, plan in (
                Planner().plans(set_for_all("P", transition=Pile(scatter=1.0), mount=mount).apply(base)).items()
            ):
                with self.subTest(mount=mount, output=name):
                    seen = np.zeros((300, 300), np.uint8)
                    width, height = float(plan.output.aspect) ** 0.5 * 300, 300 / float(plan.output.aspect) ** 0.5
                    for row in range(len(photos)):
                        own = plan.mounting(row)
                        middle = (own.outer.x + own.outer.w / 2) * width, (own.outer.y + own.outer.h / 2) * height
                        size = own.outer.w * width, own.outer.h * height
                        corners = cv2.boxPoints((middle, size, own.mount.lean)) * (300 / width, 300 / height)
                        cv2.fillPoly(seen, [corners.round().astype(np.int32)], 1)
                    self.assertGreaterEqual(1 - seen.mean(), 1 / 3)
        own = set_for_all("P", transition=Pile(), mount=Mount(size=0.8, sized_by="area")).apply(base)
        self.assertGreater(Planner().plans(own)["square"].mounting(0).outer.w, 0.7, "a size of its own is kept")

    def test_a_full_pile_is_followed_by_a_new_one(self):
        photos = [photo.id for photo in self.project.photos] * 13
        project = set_for_all("P", transition=Pile(seconds="1")).apply(show_photos(photos, 0).apply(self.project))
        plan = Planner().plans(project)["240x240"]
        self.assertEqual((len(lies_under(plan, MOST_PILED - 1)), lies_under(plan, MOST_PILED)), (MOST_PILED - 1, ()))
        (layer,) = frame_content(plan, plan.schedule.first[MOST_PILED]).layers
        self.assertIsInstance(layer, Mix, "the old pile goes as pictures do")

    def test_nothing_jumps_when_a_joint_begins_or_ends(self):
        plan = Planner().plans(self.piled)["320x180"]
        places = []
        for n in range(plan.schedule.total):
            pieces = [layer.print.piece for layer in self.prints(frame_content(plan, n).layers)]
            places.append(pieces)
        steps = []
        for before, after in pairwise(places):
            steps += [
                abs(a - b) for one, other in zip(before, after, strict=False) for a, b in zip(one, other, strict=True)
            ]
        # Flights are fast, by up to a twelfth of the frame a frame; prints that lie hardly move.
        lying = [
            max(abs(a - b) for a, b in zip(before[0], after[0], strict=True)) for before, after in pairwise(places)
        ]
        self.assertLess(max(lying), 0.001)
        self.assertLess(max(steps), 0.15)

    def test_what_lies_there_is_painted_once(self):
        plan = Planner().plans(self.piled)["320x180"]
        n = plan.schedule.first[2] + plan.schedule.transition_frames(1) + 1
        one, other = (frame_content(plan, at).layers[0] for at in (n, n + 3))
        self.assertIsInstance(one, Still)
        self.assertEqual(one, other)

    def test_a_pile_is_painted_and_its_photos_are_whole(self):
        plan = Planner().plans(self.piled)["240x240"]
        frame = FrameFormat(240, 240, 1.0, Coding.SCREEN)
        content = frame_content(plan, plan.schedule.total - 1)
        ready = {source: prepared(source, self.source.pixels) for source in content.sources(frame)}
        surface = new_surface(240, 240, Coding.SCREEN)
        paint_frame(surface, content, ready, Workspace(frame))
        pixels = surface.planes[0][..., :3].astype(int)
        white = (pixels > 250).all(axis=2)
        self.assertGreater(white.sum(), 500, "borders")
        green = (pixels[..., 1] > 200) & (pixels[..., 0] < 30) & (pixels[..., 2] < 30)
        self.assertTrue(0.1 < green.mean() < 0.9)
        for row in range(4):
            np.testing.assert_allclose(plan.framing(row).way.closing, (0, 0, 1, 1), atol=1e-6)

    def test_slides_left_out_leave_no_gap_in_the_pile(self):
        out = leave_out([self.piled.slides[1].id], "320x180", True).apply(self.piled)
        plans = Planner().plans(out)
        self.assertEqual(lies_under(plans["320x180"], 3), (0, 2))
        self.assertEqual(lies_under(plans["240x240"], 3), (0, 1, 2))

    def test_another_joint_ends_a_pile_and_its_photos_are_solved_anew(self):
        planner = Planner()
        planner.plans(self.piled)
        slides = (self.piled.slides[0].changed(transition=Cut()), *self.piled.slides[1:])
        project = self.piled.changed(slides=slides)
        plan, fresh = planner.plans(project)["320x180"], Planner().plans(project)["320x180"]
        self.assertEqual((lies_under(plan, 0), lies_under(plan, 3)), ((), (1, 2)))
        np.testing.assert_array_equal(plan.stations, fresh.stations)


if __name__ == "__main__":
    unittest.main()
