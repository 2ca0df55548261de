"""Findings, their remedies, and the reasons for framings, on small made-up projects."""

import unittest
from fractions import Fraction

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.document.edits.accepted import accept, show_accepted_again
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo
from jaunty_frame.document.edits.slides import remove_slides, repeat_slide, set_on_slides
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.fills.picture import OtherPictureFill
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Accepted, HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.show.findings.check import Severity
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.findings import all_findings, is_accepted
from jaunty_frame.show.findings.groups import grouped
from jaunty_frame.show.findings.remedies import BACK_TO_SOLVED, PLACE_WHOLE
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.reasons import framing_reasons


def head(x, y=0.3, w=0.1, h=0.2):
    return KeepArea(box=(x, y, w, h), what=AreaKind.HEAD)


def project_of(*areas, outputs=("tall",), size=(6000, 4000), count=1, **rules):
    photos = [
        Photo(id=f"p{k}", path=f"p{k}.jpg", width=size[0], height=size[1], keep_areas=areas, finder=1)
        for k in range(count)
    ]
    chosen = tuple(output_from_text(name) for name in outputs)
    return add_photos(photos).apply(Project(outputs=chosen, house_rules=HouseRules(**rules)))


def findings_of(project, states=None):
    return all_findings(project, Planner().plans(project), states or {})


def reasons_of(project, output="tall", k=0):
    return framing_reasons(Planner().plans(project)[output], k)


class FindingsTest(unittest.TestCase):
    def only(self, project, kind, states=None):
        found = [finding for finding in findings_of(project, states) if finding.kind == kind]
        self.assertEqual(len(found), 1, [f.sentence for f in findings_of(project, states)])
        return found[0]

    def mended(self, project, finding):
        after = finding.remedy.edit(project, finding).apply(project)
        kinds = {(f.slide_id, f.output, f.kind) for f in findings_of(after) if f.severity > finding.severity - 1}
        self.assertNotIn((finding.slide_id, finding.output, finding.kind), kinds)
        return after

    def test_a_cut_head_is_severe_and_named_by_its_side(self):
        project = project_of(head(0.05), head(0.85), placement="cover")
        finding = self.only(project, "keep-area-cut")
        self.assertIs(finding.severity, Severity.SEVERE)
        # The window shows the head on the side that the lower place holds; the other one is named.
        opening = Planner().plans(project)["tall"].framing(0).way.opening
        lost = "right" if opening.x < 0.4 else "left"
        self.assertIn(f"100 % of the {lost} head is cut off", finding.sentence)
        self.mended(project, finding)

    def test_softness_is_told_with_its_degree(self):
        finding = self.only(project_of(size=(900, 600)), "soft")
        self.assertIs(finding.severity, Severity.SEVERE)
        self.assertLess(finding.amount, 0.5)
        self.assertEqual(finding.remedy, PLACE_WHOLE)

    def test_a_hand_set_window_can_leave_a_head_at_the_edge(self):
        project = project_of(head(0.5), outputs=("square",))
        tight = Window(0.495, 0.1, 0.4, 0.6)
        project = set_framing(project.slides[0].id, "square", tight, tight).apply(project)
        finding = self.only(project, "head-at-edge")
        self.assertEqual(finding.remedy, BACK_TO_SOLVED)
        self.mended(project, finding)

    def test_an_area_at_the_photos_own_edge_is_no_finding(self):
        project = project_of(head(0.0, 0.0), outputs=("square",))
        self.assertFalse([f for f in findings_of(project) if f.kind in ("head-at-edge", "no-breathing-room")])

    def test_what_the_receiver_covers_is_told_with_its_share(self):
        # The phone's overlays take the lower quarter; an upright photo covers the frame as it is.
        project = project_of(head(0.4, 0.85, 0.2, 0.1), size=(2160, 3840))
        finding = self.only(project, "under-overlay")
        self.assertAlmostEqual(finding.amount, 1.0, places=3)
        self.assertIs(finding.severity, Severity.NOTABLE)

    def test_a_rushed_hand_set_pan_is_told_and_given_time(self):
        project = project_of(outputs=("square",), seconds_moving=Fraction(2))
        first, last = Window(0.0, 0.0, 0.5, 0.75), Window(0.5, 0.0, 0.5, 0.75)
        project = set_framing(project.slides[0].id, "square", first, last).apply(project)
        finding = self.only(project, "too-fast")
        # One frame's width in 2 s where 7 s would be calm.
        self.assertAlmostEqual(finding.amount, 3.5, places=3)
        after = self.mended(project, finding)
        self.assertEqual(after.slides[0].seconds, Fraction(7))

    def test_a_way_that_rises_is_calmer(self):
        project = project_of(outputs=("square",), seconds_moving=Fraction(6))
        first, last = Window(0.1, 0.4, 0.1, 0.15), Window(0.8, 0.4, 0.1, 0.15)
        slide = project.slides[0].id
        straight = set_framing(slide, "square", first, last).apply(project)
        arc = set_on_slides([slide], "Path", path="arc").apply(straight)
        amounts = [self.only(p, "too-fast").amount for p in (straight, arc)]
        # Seven frames' widths in 6 s where 49 s would be calm.
        self.assertAlmostEqual(amounts[0], 49 / 6, places=3)
        self.assertLess(amounts[1], 0.8 * amounts[0])

    def test_neighbours_that_move_alike_are_told_only_where_moves_should_vary(self):
        project = project_of(head(0.45), outputs=("square",), count=3)
        ids = [slide.id for slide in project.slides]
        project = set_on_slides(ids[:2], "x", move="push-in").apply(project)
        finding = self.only(project, "neighbours-alike")
        self.assertEqual(finding.slide, 2)
        self.assertIsNone(self.mended(project, finding).slides[1].move)
        house = project_of(head(0.45), outputs=("square",), count=3, move="push-in")
        self.assertFalse([f for f in findings_of(house) if f.kind == "neighbours-alike"])

    def test_bars_are_marked_only_where_they_were_set_by_hand(self):
        self.assertIs(self.only(project_of(placement="whole"), "bars-left").severity, Severity.NOTED)
        wide = project_of(head(0.0), head(0.9))
        self.assertIs(self.only(wide, "bars-left").severity, Severity.NOTED)
        window = Window(-0.1, 0.0, 0.45, 1.2)
        by_hand = set_framing(wide.slides[0].id, "tall", window, window).apply(wide)
        self.assertIs(self.only(by_hand, "bars-left").severity, Severity.SLIGHT)

    def test_a_small_photo_is_told_once_for_all_outputs_and_slides(self):
        project = project_of(outputs=("tall", "square", "wide"), size=(500, 400))
        project = repeat_slide(project.slides[0].id).apply(project)
        finding = self.only(project, "soft")
        self.assertEqual(finding.sentence, "Slide 1: Small photo: very soft in 3 outputs.")
        self.assertEqual((finding.of_photo, finding.outputs), (True, ("tall", "square", "wide")))
        # The worst output says how soft it is: 400 lines for 1080, 1080 and 1920.
        mixed = self.only(project_of(outputs=("square", "tall"), size=(1500, 1000), move="hold"), "soft")
        self.assertEqual((mixed.sentence, mixed.output), ("Slide 1: Small photo: a little soft in 1 output.", "tall"))
        both = self.only(project_of(outputs=("square", "tall"), size=(1200, 800), move="hold"), "soft")
        self.assertEqual((both.sentence, both.output), ("Slide 1: Small photo: very soft in 2 outputs.", "tall"))
        states = {"p0": FileState.MISSING}
        said = "Slide 1: The photo p0.jpg is not where it was; put it back, or remove the slide."
        self.assertEqual(self.only(project, "missing-photo", states).sentence, said)

    def test_clips_are_called_clips(self):
        project = project_of(outputs=("tall", "wide"), size=(500, 400), count=3)
        moving = Moving(kind="clip", pictures=50, rate=Fraction(25))
        photos = tuple(one.changed(moving=moving if k else None) for k, one in enumerate(project.photos))
        project = project.changed(photos=photos)
        soft = [one for one in findings_of(project) if one.kind == "soft"]
        said = ["Slide 1: Small photo: very soft in 2 outputs.", "Slide 2: Small clip: very soft in 2 outputs."]
        self.assertEqual([one.sentence for one in soft][:2], said)
        (group,) = grouped(soft)
        self.assertTrue(group.sentence.startswith("1 photo and 2 clips are smaller than"), group.sentence)
        (group,) = grouped(soft[1:])
        self.assertTrue(group.sentence.startswith("2 clips are smaller than"), group.sentence)

    def test_half_of_a_subject_under_an_overlay_is_marked(self):
        # The overlay at the bottom of a tall phone begins at 75 % (common practice); the photo fills the frame.
        for top, severity in ((0.64, Severity.NOTED), (0.66, Severity.NOTABLE)):
            with self.subTest(top=top):
                project = project_of(KeepArea(box=(0.4, top, 0.2, 0.2)), size=(1080, 1920), move="hold")
                self.assertIs(self.only(project, "under-overlay").severity, severity)

    def test_what_was_let_be_is_accepted_by_one_by_kind_and_by_slide(self):
        project = project_of(head(0.05), head(0.85), outputs=("tall", "square"), placement="cover", count=2)
        found = findings_of(project)
        first = next(f for f in found if f.kind == "keep-area-cut")
        for accepted, expected in (
            (
                Accepted(kind=first.kind, slide=first.slide_id, output=first.output),
                lambda f: (f.kind, f.slide_id, f.output) == (first.kind, first.slide_id, first.output),
            ),
            (Accepted(kind=first.kind), lambda f: f.kind == first.kind),
            (Accepted(slide=first.slide_id), lambda f: f.slide_id == first.slide_id),
        ):
            after = accept(accepted).apply(project)
            after = project_from_text(project_to_text(after))
            self.assertEqual([is_accepted(after, f) for f in found], [expected(f) for f in found])
            self.assertFalse(any(is_accepted(show_accepted_again().apply(after), f) for f in found))
        kept = accept(Accepted(slide=first.slide_id)).apply(project)
        self.assertEqual(remove_slides([first.slide_id]).apply(kept).accepted, ())

    def test_a_hairline_that_has_to_stay_is_told(self):
        area = KeepArea(box=(0.0, 0.2, 1.0, 0.6))
        project = project_of(area, outputs=("wide",), size=(1955, 1080))
        project = set_on_slides([project.slides[0].id], "x", placement="whole").apply(project)
        found = [f for f in findings_of(project) if f.kind in ("hairline", "keep-area-cut")]
        self.assertFalse(found, "1.8 % bars are covered, which cuts less than 2 % of the area")
        area = KeepArea(box=(0.0, 0.2, 0.5, 0.6)), KeepArea(box=(0.5, 0.2, 0.5, 0.6))
        project = project_of(*area, outputs=("wide",), size=(1968, 1080))
        moving = [f for f in findings_of(project) if f.kind == "hairline"]
        self.assertFalse(moving, "a photo that moves stands clear of the edges")
        project = set_on_slides([project.slides[0].id], "x", move="hold").apply(project)
        finding = self.only(project, "hairline")
        self.assertLess(finding.amount, 0.025)
        self.mended(project, finding)

    def test_missing_and_changed_photos_are_told(self):
        project = project_of(head(0.45), outputs=("square",))
        for state, kind, severity, remedy in (
            (FileState.MISSING, "missing-photo", Severity.SEVERE, "remove-slide"),
            (FileState.DAMAGED, "damaged-photo", Severity.SEVERE, "remove-slide"),
            (FileState.CHANGED, "changed-photo", Severity.SLIGHT, "find-again"),
        ):
            finding = self.only(project, kind, {"p0": state})
            self.assertEqual((finding.severity, finding.remedy.name), (severity, remedy))
        self.only(project, "changed-photo", {"p0": FileState.CHANGED})

    def test_the_lost_picture_of_a_fill_is_told_where_it_would_be_seen(self):
        project = project_of(head(0.45), outputs=("square", "wide"), count=3)
        slide = project.slides[0].id
        states = {"p2": FileState.MISSING}
        project = remove_slides([project.slides[2].id]).apply(project)
        self.assertFalse(findings_of(project, states), "nothing shows it yet")
        picture = OtherPictureFill(photo="p2")
        in_one = set_in_output([slide], "wide", "x", fill=picture).apply(project)
        finding = self.only(in_one, "missing-picture", states)
        self.assertEqual((finding.slide, finding.output, finding.severity), (1, "wide", Severity.SEVERE))
        self.assertIn("p2.jpg, the picture of its fill, cannot be shown", finding.sentence)
        self.assertFalse(findings_of(in_one), "it is there")
        by_rule = set_for_all("x", fill=picture).apply(project)
        found = [one for one in findings_of(by_rule, states) if one.kind == "missing-picture"]
        self.assertEqual(
            {(one.slide, one.output) for one in found}, {(k, o) for k in (1, 2) for o in ("square", "wide")}
        )

    def test_the_most_severe_come_first(self):
        project = project_of(head(0.05), head(0.85), outputs=("tall", "square"), count=3, placement="cover")
        severities = [finding.severity for finding in findings_of(project)]
        self.assertEqual(severities, sorted(severities, reverse=True))

    def test_straightened_photos_are_told_exactly(self):
        project = project_of(head(0.0, 0.0), head(0.9, 0.8), outputs=("wide",), placement="cover")
        self.assertTrue([f for f in findings_of(project) if f.kind == "keep-area-cut"])
        turned = set_on_photo("p0", "x", straightening=8.0).apply(project)
        finding = self.only(turned, "keep-area-cut")
        self.assertGreater(finding.amount, 0.2)
        self.assertEqual(self.bars(turned), 0.0)
        whole = set_on_slides([turned.slides[0].id], "x", placement="whole").apply(turned)
        self.assertFalse([f for f in findings_of(whole) if f.kind == "keep-area-cut"])

    def bars(self, project):
        return sum(f.amount for f in findings_of(project) if f.kind == "bars-left")


class Reasons(unittest.TestCase):
    def test_a_subject_says_what_cover_would_lose_and_what_the_bars_take(self):
        first = reasons_of(project_of(head(0.05), head(0.5)))[0]
        self.assertRegex(first, r"^Cover would lose \d+ % of the (left|right) head; showing all .* needs \d+ % bars\.$")

    def test_cover_says_why(self):
        self.assertIn("the head is in view", reasons_of(project_of(head(0.4)))[0])
        self.assertIn("Nothing is required to stay", reasons_of(project_of())[0])

    def test_a_lessened_zoom_says_so(self):
        project = project_of(head(0.3, 0.05, 0.19, 0.9), strength="strong", move="push-in", placement="cover")
        self.assertTrue(any("would cut" in reason or "Held still" in reason for reason in reasons_of(project)))

    def test_straightening_hand_set_and_close_ups_are_named(self):
        project = project_of(head(0.4))
        slide = project.slides[0].id
        turned = set_on_photo("p0", "x", straightening=-2.5).apply(project)
        self.assertIn("Straightened by 2.5° counter-clockwise.", reasons_of(turned))
        by_hand = set_framing(slide, "tall", Window(0, 0, 0.3, 0.8), Window(0, 0, 0.3, 0.8)).apply(project)
        self.assertIn("Set by hand for Tall phone only.", reasons_of(by_hand))
        part = PhotoExhibit(photo="p0", close_up=(0.4, 0.3, 0.1, 0.2))
        close = set_on_slides([slide], "x", exhibit=part).apply(project)
        self.assertIn("close-up", reasons_of(close)[0])

    def test_a_straightened_photo_is_told_by_what_its_own_cover_loses(self):
        # In the photo's corners: an upright cover of the wide screen loses nothing of them across, a slanted one does.
        corners = head(0.0, 0.45), head(0.9, 0.45)
        plain = project_of(*corners, outputs=("wide",))
        self.assertIn("is in view", reasons_of(plain, "wide")[0])
        turned = set_on_photo("p0", "x", straightening=8.0).apply(plain)
        self.assertRegex(reasons_of(turned, "wide")[0], r"^Cover would lose \d+ % of the (left|right) head")

    def test_they_are_in_the_plans_json(self):
        plan = Planner().plans(project_of(head(0.4)))["tall"]
        slide = plan_object(plan)["slides"][0]
        self.assertEqual(slide["reasons"], framing_reasons(plan, 0))
        self.assertEqual(slide["keep_area_details"][0]["what"], "head")


class ThroughTheShow(unittest.TestCase):
    def plan(self, **rules):
        project = project_of(head(0.45), outputs=("square",), count=4, **rules)
        return Planner().plans(project)["square"]

    def test_every_slide_goes_on_where_the_one_before_was(self):
        plan = self.plan(show_move="push-in", strength="strong")
        sizes = [(plan.opening[k, 2], plan.closing[k, 2]) for k in range(4)]
        self.assertAlmostEqual(sizes[0][0] / sizes[3][1], 1.5, places=6)
        rate = plan.schedule.total
        for k in range(3):
            # Where two slides meet, both have the same zoom at the same instant.
            ends = [plan.schedule.first[j] + plan.schedule.frames[j] for j in (k, k + 1)]
            zoom_end = sizes[k][1] / sizes[0][0]
            share = (ends[0] - plan.schedule.first[k + 1]) / (ends[1] - plan.schedule.first[k + 1])
            zoom_then = (sizes[k + 1][0] * (sizes[k + 1][1] / sizes[k + 1][0]) ** share) / sizes[0][0]
            self.assertAlmostEqual(zoom_end, zoom_then, delta=0.01)
        self.assertGreater(rate, 0)

    def test_a_slide_with_a_move_of_its_own_keeps_it(self):
        project = project_of(head(0.45), outputs=("square",), count=3, show_move="pull-out")
        project = set_on_slides([project.slides[1].id], "x", move="hold").apply(project)
        plan = Planner().plans(project)["square"]
        self.assertEqual([plan.framing(k).move.value for k in range(3)], ["pull-out", "hold", "pull-out"])
