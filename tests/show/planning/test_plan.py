"""Plans: pure, incremental, and what hand-set framings do."""

import unittest
from fractions import Fraction

import numpy as np

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo, turn_photos
from jaunty_frame.document.edits.outputs import add_output, remove_output, set_zones
from jaunty_frame.document.edits.slides import move_slides, remove_slides, repeat_slide, set_on_slides
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.photo import Attention, Photo
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.findings import all_findings, output_findings
from jaunty_frame.show.frames.content import FrameContent, Veil, frame_content
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner, plan_output


def project(count=12, outputs=("tall", "square", "wide")):
    rng = np.random.default_rng(5)
    photos = []
    for k in range(count):
        width, height = ((6000, 4000), (3000, 4000), (4000, 4000), (5400, 1800))[k % 4]
        x, y = rng.random(2) * 0.6
        area = KeepArea(box=(float(x), float(y), 0.3, 0.3))
        across, down = (tuple(float(a) for a in rng.dirichlet(np.full(32, 0.2))) for _ in range(2))
        drawn = Attention(across=across, down=down)
        photos.append(
            Photo(
                id=f"p{k}",
                path=f"p{k}.jpg",
                width=width,
                height=height,
                keep_areas=(area,),
                attention=drawn,
                finder=1,
            )
        )
    chosen = tuple(preset for preset in PRESETS if preset.id in outputs)
    return add_photos(photos).apply(Project(outputs=chosen))


def same(a, b):
    for name in (
        *("stations", "leans", "degrees", "placement", "course", "softness"),
        *("hand_set", "hairline", "show_moved"),
    ):
        np.testing.assert_array_equal(getattr(a, name), getattr(b, name), err_msg=name)
    assert a.schedule == b.schedule


def change_output(output_id, **fields):
    def apply(state):
        outputs = tuple(o.changed(**fields) if o.id == output_id else o for o in state.outputs)
        return state.changed(outputs=outputs)

    return Edit("Output", apply)


def change_rules(**fields):
    """Change house rules and leave all slides the very objects that they were."""
    return Edit("Rules", lambda state: state.changed(house_rules=state.house_rules.changed(**fields)))


class Incremental(unittest.TestCase):
    def test_planning_again_gives_what_planning_anew_gives(self):
        planner, state = Planner(), project()
        planner.plans(state)
        for edit in (
            set_on_slides(["p3-1"], "Seconds", seconds=Fraction(13, 7)),
            move_slides(["p1-1", "p7-1"], 5),
            remove_slides(["p2-1"]),
            repeat_slide("p4-1"),
            set_on_photo("p9", "Straighten", straightening=4.0),
            set_on_slides(["p3-1"], "Wide", exhibit=PhotoExhibit(photo="p3", close_up=(0.1, 0.1, 0.5, 0.5))),
            change_output("tall", width=720, height=1280),
            set_zones("wide", PRESETS[0].zones),
            change_rules(least_softness=1.5),
            change_rules(strength="strong"),
            change_rules(covering="reluctantly"),
            change_rules(show_move="push-in"),
            set_keep_areas("p5", [KeepArea(box=(0, 0, 0.2, 0.2)), KeepArea(box=(0.8, 0, 0.2, 0.2))]),
            turn_photos(["p6"], 1),
            add_output(PRESETS[8]),
            set_for_all("Move", move=Move.PAN),
            set_framing("p8-1", "tall", Window(0, 0, 0.3, 0.8), Window(0.1, 0, 0.3, 0.8)),
            remove_output("square"),
        ):
            state = edit.apply(state)
            again, anew = planner.plans(state), Planner().plans(state)
            self.assertEqual(list(again), list(anew))
            for output_id, plan in again.items():
                with self.subTest(edit=edit.label, output=output_id):
                    same(plan, anew[output_id])

    def test_what_is_solved_for_the_longest_and_thinnest_photos_can_be_set_by_hand(self):
        sizes = (20_000, 10), (10, 20_000), (100_000, 1), (1, 100_000), (1, 1)
        photos = [Photo(id=f"p{k}", path=f"p{k}.png", width=w, height=h) for k, (w, h) in enumerate(sizes)]
        state = add_photos(photos).apply(Project(outputs=PRESETS))
        for placement in ("cover", "whole"):
            for output_id, plan in Planner().plans(set_for_all("x", placement=placement).apply(state)).items():
                for row, slide in enumerate(state.slides):
                    way = plan.framing(row).way
                    after = set_framing(slide.id, output_id, way.opening, way.closing).apply(state)
                    planned = Planner().plans(after)[output_id]
                    np.testing.assert_allclose(planned.closing[row], way.closing)

    def test_only_the_changed_output_changes(self):
        planner, state = Planner(), project()
        before = planner.plans(state)
        held = before["tall"].framing(1).way.closing
        state = set_framing("p1-1", "tall", held, held).apply(state)
        after = planner.plans(state)
        np.testing.assert_array_equal(before["wide"].opening, after["wide"].opening)
        self.assertEqual(after["tall"].framing(1).way.opening, held)
        self.assertIsNone(after["tall"].framing(1).placement)

    def test_an_empty_project_has_empty_plans(self):
        plan = plan_output(Project(outputs=PRESETS[:1]), "tall")
        self.assertEqual((plan.schedule.total, plan_object(plan)["slides"]), (0, []))


class Frames(unittest.TestCase):
    def setUp(self):
        self.plan = plan_output(project(3), "wide")

    def test_a_dissolve_mixes_two_slides_at_half_steps(self):
        first = self.plan.schedule.first[1]
        content = frame_content(self.plan, first)
        (mix,) = content.layers
        self.assertEqual((mix.below[-1].photo.path, mix.above[-1].photo.path), ("p0.jpg", "p1.jpg"))
        self.assertAlmostEqual(mix.progress, 0.5 / 21)
        self.assertEqual(mix.above[-1].window, self.plan.framing(1).way.opening)

    def test_the_last_visible_frame_shows_the_closing(self):
        last = self.plan.schedule.frames[0] - 1
        self.assertEqual(frame_content(self.plan, last).layers[0].below[-1].window, self.plan.framing(0).way.closing)

    def test_fades_begin_and_end_on_black_itself_and_are_even(self):
        last = self.plan.schedule.total - 1
        for k in (0, 1, 20):
            for n in (k, last - k):
                self.assertEqual(frame_content(self.plan, n).veils, (Veil("#000000", k / 21),))
        self.assertEqual(frame_content(self.plan, 100).veils, ())

    def test_held_frames_are_equal(self):
        state = set_for_all("Move", move=Move.HOLD).apply(project(2))
        plan = plan_output(state, "wide")
        self.assertEqual(frame_content(plan, 40), frame_content(plan, 41))
        self.assertIsInstance(frame_content(plan, 40), FrameContent)


class Json(unittest.TestCase):
    def test_fields(self):
        state = add_output(PRESETS[8]).apply(project(3))
        value = plan_object(Planner().plans(state)["disc"])
        self.assertEqual((value["pixel_aspect"], value["frame_rate"]), ("64/45", "25/1"))
        self.assertEqual(value["fade_in"], {"frames": 18, "colour": "#000000"})
        slide = value["slides"][0]
        self.assertEqual((slide["slide"], slide["slide_id"], slide["photo"]), (1, "p0-1", "p0.jpg"))
        self.assertEqual(
            slide["transition"],
            {
                "kind": "cross-dissolve",
                "frames": 17,
                "seconds": "7/10",
                "shortened": False,
                "direction": None,
                "easing": [0.0, 0.0, 1.0, 1.0],
                "fill_kind": "same",
            },
        )
        self.assertIsNone(value["slides"][-1]["transition"])
        self.assertEqual(len(slide["keep_areas"]), len(slide["keep_area_details"]))
        lean = set_on_slides(["p0-1"], "Lean", move=Move.LEAN, seconds="5").apply(state)
        leaning = plan_object(Planner().plans(lean)["disc"])["slides"][0]
        # Gentle, the default: 0.4 degrees a second.
        self.assertAlmostEqual(abs(leaning["opening_degrees"]), 2.0)
        self.assertEqual(leaning["closing_degrees"], 0.0)
        n, d = map(int, value["seconds"].split("/"))
        self.assertEqual(Fraction(n, d) * 25, value["frames"])


class Findings(unittest.TestCase):
    def found(self, state, output="tall", states=()):
        return {f.kind: f for f in output_findings(Planner().plans(state)[output], dict(states))}

    def one(self, *areas, size=(6000, 4000), **fields):
        photo = Photo(id="p", path="a/p.jpg", width=size[0], height=size[1], keep_areas=areas)
        state = add_photos([photo]).apply(Project(outputs=PRESETS[:1]))
        return set_on_slides(["p-1"], "Set", move=Move.HOLD, **fields).apply(state)

    def test_a_subject_that_covers_has_none(self):
        self.assertEqual(self.found(self.one(KeepArea(box=(0.4, 0.4, 0.1, 0.1)))), {})

    def test_forced_cover_cuts_a_keep_area(self):
        wide = KeepArea(box=(0.1, 0.3, 0.75, 0.3))
        found = self.found(self.one(wide, placement=Placement.COVER))
        self.assertAlmostEqual(found["keep-area-cut"].amount, 0.5, places=3)

    def test_solved_bars_are_noted_only(self):
        ends = KeepArea(box=(0, 0.4, 0.1, 0.1)), KeepArea(box=(0.9, 0.4, 0.1, 0.1))
        self.assertTrue(self.found(self.one(*ends))["bars-left"].noted_only)
        asked = self.found(self.one(*ends, placement=Placement.WHOLE))["bars-left"]
        self.assertTrue(asked.noted_only)
        self.assertAlmostEqual(asked.amount, 0.625, places=3)

    def test_small_photos_are_soft(self):
        found = self.found(self.one(size=(730, 548)))
        self.assertAlmostEqual(found["soft"].amount, 548 / 1920, places=3)

    def test_missing_and_changed_photos_are_named(self):
        state = self.one()
        for given, kind in (
            (FileState.MISSING, "missing-photo"),
            (FileState.CHANGED, "changed-photo"),
        ):
            self.assertIn("p.jpg", self.found(state, states={"p": given})[kind].sentence)

    def test_order_is_by_slide_then_output(self):
        state = set_for_all("Placement", placement=Placement.WHOLE).apply(project(4))
        keys = [(f.slide, f.output) for f in all_findings(state, Planner().plans(state), {})]
        self.assertEqual(keys, sorted(keys, key=lambda key: (key[0], ("tall", "square", "wide").index(key[1]))))
