"""Words in a plan: when they are seen, where they stand at every frame, what makes them readable, and what is told."""

import unittest
from fractions import Fraction

import numpy as np

from jaunty_frame.core.colouring.sketch import SIDE, sketch_text
from jaunty_frame.core.colouring.tones import TONES_PX, photo_tones, tones_of, tones_text, turned_tones
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.photos import add_photos, with_photo
from jaunty_frame.document.edits.material.words import add_card, add_credits, add_words, set_words, set_words_in_output
from jaunty_frame.document.edits.outputs import set_zones
from jaunty_frame.document.edits.slides import leave_out, move_slides, set_on_slides
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.words import TypeStyle
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.words.helps import offered_helps
from jaunty_frame.show.planning.words.planned import all_words, words_of, words_over

GREY = sketch_text(np.full((SIDE, SIDE, 3), 120.0))
CALM = tones_text(np.tile([0.45, 0.5, 0.02], (SIDE, SIDE, 1)))
ALL = ("tall", "square", "wide", "classic", "banner", "disc")


def project_of(*areas, outputs=ALL, size=(6000, 4000), count=2, **rules):
    photos = [
        Photo(
            id=f"p{k}",
            path=f"p{k}.jpg",
            width=size[0],
            height=size[1],
            keep_areas=areas,
            finder=1,
            sketch=GREY,
            tones=CALM,
        )
        for k in range(count)
    ]
    chosen = tuple(output_from_text(name) for name in outputs)
    return add_photos(photos).apply(Project(outputs=chosen, house_rules=HouseRules(**rules)))


def plans_of(project, *edits):
    for edit in edits:
        project = edit.apply(project)
    return Planner(fonts()).plans(project)


def area(x, y, w, h):
    return KeepArea(box=(x, y, w, h))


class Places(unittest.TestCase):
    def test_they_lie_in_title_safe_and_under_nothing(self):
        for output, plan in plans_of(project_of(), add_words("p0-1", "Copper red, fired at night", "title")).items():
            with self.subTest(output):
                (placed,) = words_of(plan, 0)
                zones, (x, y, w, h) = plan.output.zones.as_zones(), placed.box
                safe = zones.title_safe_box(plan.output.aspect)
                self.assertGreaterEqual(min(x - safe.x, y - safe.y), -1e-9)
                self.assertLessEqual(max(x + w - safe.x - safe.w, y + h - safe.y - safe.h), 1e-9)
                for overlay in zones.overlay_boxes():
                    apart = x >= overlay.x + overlay.w - 1e-9 or x + w <= overlay.x + 1e-9
                    self.assertTrue(apart or y >= overlay.y + overlay.h - 1e-9 or y + h <= overlay.y + 1e-9)

    def test_they_are_off_a_required_area_at_every_frame(self):
        project = project_of(area(0.55, 0.5, 0.25, 0.4), move="pan", strength="strong", placement="cover")
        for output, plan in plans_of(project, add_words("p0-1", "A pot", "caption")).items():
            (placed,) = words_of(plan, 0)
            if placed.covers > 0.01:
                continue  # told by a finding
            x, y, w, h = placed.box
            way = plan.framing(0).way
            for at in np.linspace(0, 1, 60):
                window = way.at(float(at)).window
                left, top = (0.55 - window.x) / window.w, (0.5 - window.y) / window.h
                right, bottom = left + 0.25 / window.w, top + 0.4 / window.h
                apart = x >= right or x + w <= left or y >= bottom or y + h <= top
                self.assertTrue(apart, f"{output} at {at:.2f}")

    def test_a_photo_shown_whole_leaves_them_its_strip(self):
        project = project_of(area(0.1, 0.1, 0.8, 0.8), outputs=("square",), placement="whole", move="hold")
        (placed,) = words_of(plans_of(project, add_words("p0-1", "Below the photo"))["square"], 0)
        self.assertTrue(placed.in_strip)
        self.assertEqual(placed.covers, 0.0)

    def test_covered_parts_of_one_s_own_are_kept_off(self):
        project = project_of(outputs=("wide",))
        zones = project.outputs[0].zones.changed(boxes=((0.0, 0.7, 1.0, 0.3),))
        (placed,) = words_of(plans_of(project, set_zones("wide", zones), add_words("p0-1", "Caption"))["wide"], 0)
        self.assertLess(placed.box.y + placed.box.h, 0.7)

    def test_anchored_or_free_they_are_where_they_were_put(self):
        project = add_words("p0-1", "Pot", "title", anchor="bottom-right").apply(project_of())
        project = set_words_in_output("p0-1", "words-1", "wide", anchor="free", place=(0.3, 0.4)).apply(project)
        plans = Planner(fonts()).plans(project)
        x, y, w, h = words_of(plans["wide"], 0)[0].box
        self.assertAlmostEqual(x + w / 2, 0.3)
        self.assertAlmostEqual(y + h / 2, 0.4)
        x, y, w, h = words_of(plans["square"], 0)[0].box
        self.assertAlmostEqual(x + w, 0.96)
        self.assertAlmostEqual(y + h, 0.96)

    def test_several_words_of_a_slide_do_not_lie_on_one_another(self):
        edits = [add_words("p0-1", "Title of it", "title"), add_words("p0-1", "Caption"), add_words("p0-1", "Another")]
        for plan in plans_of(project_of(), *edits).values():
            boxes = [placed.box for placed in words_of(plan, 0)]
            for k, one in enumerate(boxes):
                for other in boxes[k + 1 :]:
                    apart = (
                        one.x >= other.x + other.w
                        or other.x >= one.x + one.w
                        or one.y >= other.y + other.h
                        or other.y >= one.y + one.h
                    )
                    self.assertTrue(apart)

    def test_a_long_text_is_set_smaller_before_it_is_cut(self):
        text = "A very long title about pots and kilns and everything that was fired in them " * 2
        for output, plan in plans_of(project_of(), add_words("p0-1", text, "title")).items():
            (placed,) = words_of(plan, 0)
            self.assertLessEqual(placed.size, placed.wanted_size)
            self.assertLessEqual(placed.box.w, placed.region.w * 1.001, output)
            self.assertLessEqual(placed.box.h, placed.region.h * 1.001, output)

    def test_captions_have_two_lines_at_most(self):
        plans = plans_of(project_of(), add_words("p0-1", "Bowls for everyday use, thrown in one afternoon"))
        self.assertTrue(all(len(words_of(plan, 0)[0].block.lines) <= 2 for plan in plans.values()))

    def test_solved_together_they_are_as_solved_alone(self):
        project = project_of(area(0.2, 0.3, 0.2, 0.3), count=4, outputs=("tall", "wide"))
        for k in range(4):
            project = add_words(f"p{k}-1", f"Words number {k}", "title").apply(project)
        plan, again = Planner(fonts()).plans(project)["wide"], Planner(fonts()).plans(project)["wide"]
        together = list(all_words(plan))
        alone = [words_of(again, k)[0] for k in range(4)]
        self.assertEqual([one.box for one in together], [one.box for one in alone])

    def test_what_is_unchanged_is_taken_over_and_is_the_same(self):
        planner, project = Planner(fonts()), project_of(count=3, outputs=("tall", "wide"))
        for k in range(3):
            project = add_words(f"p{k}-1", "The same words", "title").apply(project)
        for plan in planner.plans(project).values():
            list(all_words(plan))
        project = set_words("p1-1", "words-1", text="Other words").apply(project)
        plan, fresh = planner.plans(project)["wide"], Planner(fonts()).plans(project)["wide"]
        self.assertIn(0, plan.words)
        self.assertNotIn(1, plan.words)
        self.assertEqual(list(all_words(plan)), list(all_words(fresh)))

    def test_without_fonts_nothing_is_seen(self):
        plan = Planner().plans(add_words("p0-1", "Pot").apply(project_of()))["wide"]
        self.assertEqual(words_of(plan, 0), ())


class Colours(unittest.TestCase):
    def placed(self, low, high, style=None):
        tones = tones_text(np.tile([low, high, 0.0], (SIDE, SIDE, 1)))
        project = with_photo(project_of(outputs=("wide",)), "p0", tones=tones)
        plan = plans_of(project, add_words("p0-1", "Pot", "title", style=style))["wide"]
        return words_of(plan, 0)[0]

    def test_they_are_readable_by_themselves(self):
        for low, high in ((0.0, 0.1), (0.9, 1.0), (0.4, 0.5), (0.0, 1.0), (0.5, 0.9)):
            with self.subTest(low=low, high=high):
                placed = self.placed(low, high)
                self.assertGreaterEqual(placed.contrast, placed.wanted_contrast)

    def test_white_on_white_cannot_happen_unasked(self):
        self.assertEqual(sum(self.placed(0.95, 1.0).paint.colour) // 3 < 60, True)
        asked = self.placed(0.95, 1.0, TypeStyle(colour_by="chosen", colour="#ffffff"))
        self.assertLess(asked.contrast, 1.2)

    def test_what_would_help_is_tried_before_it_is_taken(self):
        asked = TypeStyle(colour_by="chosen", colour="#ffffff")
        tones = tones_text(np.tile([0.9, 1.0, 0.0], (SIDE, SIDE, 1)))
        project = with_photo(project_of(outputs=("wide",)), "p0", tones=tones)
        plan = plans_of(project, add_words("p0-1", "Pot", "title", style=asked))["wide"]
        placed = words_of(plan, 0)[0]
        offered = {one.name: one.contrast for one in offered_helps(plan, placed)}
        self.assertGreater(min(offered[name] for name in ("Colour", "Outline", "Plate")), 4.5)
        self.assertGreater(offered["Shadow"], placed.contrast)


class Times(unittest.TestCase):
    def test_with_the_slide_until_read_and_for_their_own_time(self):
        edits = [
            add_words("p0-1", "With it"),
            add_words("p0-1", "x" * 30, times="reading", at=Fraction(1)),
            add_words("p0-1", "Own", times="own", at=Fraction(1, 2), lasts=Fraction(3, 2)),
        ]
        plan = plans_of(project_of(outputs=("wide",)), *edits)["wide"]
        times = [(placed.time.first, placed.time.frames) for placed in words_of(plan, 0)]
        self.assertEqual(times, [(0, plan.schedule.frames[0]), (30, 75), (15, 45)])

    def test_they_may_go_on_over_the_slides_after_and_follow_their_slide(self):
        long = add_words("p0-1", "Long", times="own", at=Fraction(4), lasts=Fraction(6))
        project = long.apply(project_of(count=3, outputs=("wide",)))
        plan = Planner(fonts()).plans(project)["wide"]
        (placed,) = words_of(plan, 0)
        self.assertTrue(placed.time.goes_on)
        self.assertEqual([one.words.id for one in words_over(plan, 200)], ["words-1"])
        self.assertEqual(words_over(plan, 100), ())
        moved = Planner(fonts()).plans(move_slides(["p0-1"], 3).apply(project))["wide"]
        end = words_of(moved, 2)[0].time
        self.assertEqual(end.first + end.frames, moved.schedule.total)  # the show is over first

    def test_an_output_that_leaves_the_slide_out_has_no_words_of_it(self):
        plans = plans_of(
            project_of(outputs=("wide", "tall")), add_words("p0-1", "Pot"), leave_out(["p0-1"], "tall", True)
        )
        self.assertEqual([len(list(all_words(plans[name]))) for name in ("wide", "tall")], [1, 0])

    def test_left_out_in_one_output(self):
        own = set_words_in_output("p0-1", "words-1", "tall", left_out=True)
        plans = plans_of(project_of(outputs=("wide", "tall")), add_words("p0-1", "Pot"), own)
        self.assertEqual([len(words_of(plans[name], 0)) for name in ("wide", "tall")], [1, 0])


class CardsAndCredits(unittest.TestCase):
    def test_a_card_has_words_and_no_photo(self):
        plan = plans_of(project_of(outputs=("wide",)), add_card(0, "Kiln opening"))["wide"]
        told = plan_object(plan)["slides"][0]
        self.assertEqual((told["exhibit"], told["photo"]), ("card", None))
        x, y, w, h = told["words"][0]["box"]
        self.assertAlmostEqual(x + w / 2, 0.5, delta=0.02)
        self.assertAlmostEqual(y + h / 2, 0.5, delta=0.02)

    def test_credits_are_built_of_what_the_set_says(self):
        project = with_photo(project_of(outputs=("wide",)), "p0", author="B. Potter", licence="CC BY 4.0")
        project = with_photo(project, "p1", author="A. Glazer")
        plan = plans_of(project, add_credits(project))["wide"]
        self.assertEqual(words_of(plan, 2)[0].block.line_texts, ("Photos", "A. Glazer", "B. Potter · CC BY 4.0"))

    def test_on_a_light_card_they_are_dark(self):
        fill = PlainFill(colour="#f4efe3")
        plan = plans_of(
            project_of(outputs=("wide",)), add_card(0, "Kiln"), set_on_slides(["card-1"], "Fill", fill=fill)
        )
        self.assertLess(max(words_of(plan["wide"], 0)[0].paint.colour), 60)


class Emblems(unittest.TestCase):
    def placed(self, *areas, **fields):
        mark = Photo(id="mark", path="mark.svg", width=200, height=100, finder=1)
        project = project_of(*areas, outputs=("wide",), count=3, move="hold", placement="cover")
        return placed_emblems(plans_of(project, add_emblem(mark, **fields))["wide"])

    def test_it_takes_the_corner_that_is_free(self):
        (free,) = self.placed(area(0.7, 0.6, 0.3, 0.4), area(0.0, 0.0, 0.3, 0.3))
        x, y, *_ = free.box
        self.assertTrue((x > 0.5) != (y > 0.5))  # neither of the two corners that are taken
        self.assertEqual(free.covers, 0.0)

    def test_neighbours_are_one_run_and_its_size_is_of_the_short_side(self):
        runs = self.placed(slide_ids=["p0-1", "p2-1"], size=0.2)
        self.assertEqual([one.slides for one in runs], [(0,), (2,)])
        (whole,) = self.placed(size=0.2)
        self.assertEqual(whole.slides, (0, 1, 2))
        self.assertAlmostEqual(whole.box.w * 1920, 0.2 * 1080)
        self.assertAlmostEqual(whole.box.h * 1080, 0.1 * 1080)


class Findings(unittest.TestCase):
    def found(self, project, contrasts=None):
        return {one.kind: one for one in all_findings(project, plans_of(project), {}, None, contrasts) if one.words_id}

    def test_nothing_is_told_of_words_that_placed_themselves(self):
        self.assertEqual(self.found(add_words("p0-1", "Copper red", "title").apply(project_of())), {})

    def test_each_kind_is_told_and_mended(self):
        white = TypeStyle(colour_by="chosen", colour="#808080")
        cases = {
            "words-contrast": add_words("p0-1", "Pot", "title", style=white),
            "words-outside-safe": add_words("p0-1", "Pot", "title", anchor="free", place=(0.02, 0.5)),
            "words-too-short": add_words("p0-1", "x" * 60, times="own", lasts=Fraction(2)),
            "words-small": add_words("p0-1", "Pot", style=TypeStyle(size=0.05)),
            "words-lacking-typeface": add_words("p0-1", "Pot", style=TypeStyle(family="No such face")),
            "words-over-area": add_words("p0-1", "Pot", "title", anchor="middle"),
        }
        for kind, edit in cases.items():
            with self.subTest(kind):
                project = project_of(area(0.4, 0.4, 0.2, 0.2), outputs=("wide",), move="hold")
                project = edit.apply(project)
                if kind == "words-small":
                    project = set_words_in_output("p0-1", "words-1", "wide", size=0.012).apply(project)
                finding = self.found(project)[kind]
                self.assertIn("Slide 1 in Wide screen", finding.sentence)
                after = finding.remedy.edit(project, finding).apply(project)
                self.assertNotIn(kind, self.found(after))

    def test_characters_that_no_face_has(self):
        finding = self.found(add_words("p0-1", "Pot \U0001242b", "title").apply(project_of(outputs=("wide",))))
        self.assertIn("\U0001242b", finding["words-lacking-characters"].sentence)

    def test_what_was_measured_counts(self):
        project = add_words("p0-1", "Pot", "title").apply(project_of(outputs=("wide",)))
        found = self.found(project, {"wide": {("p0-1", "words-1"): 1.7}})
        self.assertIn("1.7 : 1", found["words-contrast"].sentence)

    def test_a_card_s_words_are_checked_too(self):
        project = add_card(0, "x" * 200, times="own", lasts=Fraction(1)).apply(project_of(outputs=("wide",)))
        self.assertIn("words-too-short", self.found(project))


class Tones(unittest.TestCase):
    def test_they_tell_how_light_and_how_busy_a_part_is(self):
        rng = np.random.default_rng(1)
        photo = np.full((TONES_PX, TONES_PX, 3), 60, np.uint8)
        photo[:, TONES_PX // 2 :] = rng.integers(0, 255, (TONES_PX, TONES_PX // 2, 3))
        tones = photo_tones(photo)
        np.testing.assert_allclose(tones[:, :6, :2], 60 / 255, atol=1e-6)
        self.assertTrue((tones[:, :6, 2] < 0.02).all() or tones[:, :6, 2].max() < 0.2)
        self.assertTrue((tones[:, 7:, 1] - tones[:, 7:, 0] > 0.4).all() and (tones[:, 7:, 2] > 0.3).all())

    def test_turned_with_the_photo(self):
        tones = np.zeros((SIDE, SIDE, 3))
        tones[0, 0, 1] = 1.0
        turned = tones_of(turned_tones(tones_text(tones), 1))
        self.assertEqual(turned[0, SIDE - 1, 1], 1.0)
