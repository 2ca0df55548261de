"""Each limit of the checks, with a case on either side of it; limits are written out, not taken from the code."""

import unittest
from fractions import Fraction
from math import exp

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.material.photos import with_photo
from jaunty_frame.document.edits.outputs import set_zones
from jaunty_frame.document.edits.slides import add_close_up, set_on_slides
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.show.findings.check import Severity
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.words import transition_words
from tests.show.findings.test_findings import findings_of, head, project_of
from tests.show.planning.test_following import show

NONE = None
NOTED, SLIGHT, NOTABLE, SEVERE = Severity.NOTED, Severity.SLIGHT, Severity.NOTABLE, Severity.SEVERE
AREA = (0.4, 0.3, 0.2, 0.2)
# 3:2 photos in a square frame: a window is 1.5 times as high as wide, in fractions of the photo.
SHAPE = 1.5


def subject(box=AREA):
    return KeepArea(box=box)


class Thresholds(unittest.TestCase):
    def severity(self, project, kind):
        return next((finding.severity for finding in findings_of(project) if finding.kind == kind), NONE)

    def by_hand(self, project, opening, closing=None):
        slide, output = project.slides[0].id, project.outputs[0].id
        return set_framing(slide, output, opening, closing or opening).apply(project)

    def cutting(self, area, cut):
        """Return a project whose window cuts off a share of an area at its right."""
        x, y, w, _ = AREA
        right = x + w * (1 - cut)
        return self.by_hand(project_of(area, outputs=("square",)), Window(right - 0.5, y - 0.1, 0.5, 0.5 * SHAPE))

    def test_an_area_is_cut_from_2_percent_on_severely_from_10_and_a_head_at_once(self):
        for what, cut, severity in (
            (subject(), 0.015, NONE),
            (subject(), 0.03, NOTABLE),
            (subject(), 0.09, NOTABLE),
            (subject(), 0.11, SEVERE),
            (head(*AREA), 0.015, NONE),
            (head(*AREA), 0.03, SEVERE),
        ):
            with self.subTest(what=what.what, cut=cut):
                self.assertIs(self.severity(self.cutting(what, cut), "keep-area-cut"), severity)

    def test_what_a_close_up_leaves_out_is_noted_only_unless_it_was_set_by_hand(self):
        project = project_of(head(0.1, 0.1), outputs=("square",))
        project = add_close_up(project.slides[0].id, Window(0.7, 0.7, 0.2, 0.2)).apply(project)
        close = project.slides[1]
        found = [f for f in findings_of(project) if f.slide_id == close.id and f.kind == "keep-area-cut"]
        self.assertEqual([f.severity for f in found], [NOTED])
        window = Window(0.6, 0.3, 0.3, 0.45)
        moved = set_framing(close.id, "square", window, window).apply(project)
        found = [f for f in findings_of(moved) if f.slide_id == close.id and f.kind == "keep-area-cut"]
        self.assertEqual([f.severity for f in found], [SEVERE])

    def test_a_photo_is_soft_below_three_quarters_of_a_pixel_and_very_soft_below_a_half(self):
        # A 16:9 photo that is held fills the wide frame of 1080 lines.
        for height, severity in ((822, NONE), (798, NOTED), (552, NOTED), (528, SEVERE)):
            with self.subTest(height=height):
                project = project_of(outputs=("wide",), size=(height * 16 // 9, height), move="hold")
                self.assertIs(self.severity(project, "soft"), severity)

    def test_what_may_be_covered_is_told_from_5_percent_on_a_head_at_once_and_a_subject_from_half(self):
        # The phone's lower overlay begins at 75 % of the frame, which a held 9:16 photo fills.
        for what, under, severity in (
            (head, 0.04, NONE),
            (head, 0.06, NOTABLE),
            (lambda *box: subject(box), 0.04, NONE),
            (lambda *box: subject(box), 0.06, NOTED),
            (lambda *box: subject(box), 0.48, NOTED),
            (lambda *box: subject(box), 0.52, NOTABLE),
        ):
            with self.subTest(what=what, under=under):
                area = what(0.4, 0.75 - 0.2 * (1 - under), 0.2, 0.2)
                project = project_of(area, size=(1080, 1920), move="hold")
                self.assertIs(self.severity(project, "under-overlay"), severity)

    def test_breathing_room_below_a_third_of_6_percent_is_told(self):
        for what, severity in ((head(*AREA), NOTABLE), (subject(), SLIGHT)):
            kind = "head-at-edge" if severity is NOTABLE else "no-breathing-room"
            for room, expected in ((0.0215, NONE), (0.0185, severity)):
                with self.subTest(kind=kind, room=room):
                    window = Window(AREA[0] - room * 0.5, AREA[1] - 0.2, 0.5, 0.5 * SHAPE)
                    project = self.by_hand(project_of(what, outputs=("square",)), window)
                    self.assertIs(self.severity(project, kind), expected)

    def test_a_pan_is_fast_above_a_seventh_of_the_frame_a_second(self):
        for times, severity in ((1.01, NONE), (1.04, NOTABLE)):
            with self.subTest(times=times):
                first, last = Window(0.0, 0.0, 0.5, 0.75), Window(0.5 * times * 3 / 7, 0.0, 0.5, 0.75)
                project = project_of(outputs=("square",), seconds_moving=Fraction(3))
                self.assertIs(self.severity(self.by_hand(project, first, last), "too-fast"), severity)

    def test_a_zoom_is_fast_above_10_percent_a_second(self):
        for rate, severity in ((0.101, NONE), (0.104, NOTABLE)):
            with self.subTest(rate=rate):
                w = 0.6 / exp(rate * 3)
                first, last = Window(0.0, 0.0, 0.6, 0.9), Window(0.3 - w / 2, 0.45 - w * 0.75, w, w * SHAPE)
                project = project_of(outputs=("square",), seconds_moving=Fraction(3))
                self.assertIs(self.severity(self.by_hand(project, first, last), "too-fast"), severity)

    def test_outside_action_safe_is_told_from_a_quarter_on_and_marked_for_heads(self):
        # Television: the outer 3.5 % of the width may be lost (EBU R 95). The held photo fills the frame.
        for what, severity in ((head, SLIGHT), (lambda *box: subject(box), NOTED)):
            for outside, expected in ((0.23, NONE), (0.27, severity)):
                with self.subTest(what=what, outside=outside):
                    area = what(0.035 - 0.1 * outside, 0.4, 0.1, 0.2)
                    project = project_of(area, outputs=("wide",), size=(3840, 2160), move="hold")
                    self.assertIs(self.severity(project, "outside-action-safe"), expected)

    def test_moving_alike_is_a_small_thing_and_not_marked_where_it_was_asked_for(self):
        project = project_of(head(0.45), outputs=("square",), count=3)
        asked_for = set_on_slides([slide.id for slide in project.slides[:2]], "x", move="push-in").apply(project)
        self.assertIs(self.severity(asked_for, "neighbours-alike"), NOTED)
        first, last = Window(0.0, 0.0, 0.5, 0.75), Window(0.1, 0.1, 0.4, 0.6)
        project = set_on_slides([project.slides[0].id], "x", move="push-in").apply(project)
        by_hand = set_framing(project.slides[1].id, "square", first, last).apply(project)
        self.assertIs(self.severity(by_hand, "neighbours-alike"), SLIGHT)

    def test_a_photo_that_enters_leaves_nothing_to_say_of_its_way_in(self):
        project = project_of(head(0.45, 0.4), outputs=("square",), move="enter", size=(4000, 4000))
        self.assertEqual([f.kind for f in findings_of(project)], [])

    def test_a_photo_that_is_damaged_in_part_is_told_once(self):
        project = project_of(outputs=("square", "wide"), size=(4000, 4000))
        photos = tuple(photo.changed(damaged=True) for photo in project.photos)
        found = [f for f in findings_of(project.changed(photos=photos)) if f.kind == "partly-damaged-photo"]
        self.assertEqual([(f.severity, f.outputs) for f in found], [(NOTABLE, ("square", "wide"))])
        self.assertIn("a part of the photo p0.jpg is damaged", found[0].sentence.lower())

    def test_a_transition_that_the_slides_are_too_short_for_is_noted_with_its_times(self):
        # 3.5 s slides with 2 s dissolves between them and no fades: 2 s + 2 s of 3.5 s, so 1.75 s each (the middle
        # slide decides).
        joint = CrossDissolve(seconds="2")
        none = {"fade_in": Fraction(0), "fade_out": Fraction(0)}
        project = project_of(outputs=("square", "wide"), count=3, seconds_moving="7/2", transition=joint, **none)
        found = [f for f in findings_of(project) if f.kind == "shortened-joint"]
        self.assertEqual(
            [(f.slide, f.severity, f.outputs) for f in found], [(k, NOTED, ("square", "wide")) for k in (1, 2)]
        )
        self.assertIn("has 1.8 s instead of 2.0 s", found[0].sentence)
        value = plan_object(Planner().plans(project)["wide"])["slides"][0]["transition"]
        self.assertEqual((value["seconds"], value["shortened"]), ("7/4", True))
        self.assertIn("for 2.0 s the slides are too short", transition_words(joint, Fraction(7, 4)))
        self.assertEqual(transition_words(joint, Fraction(2)), "Cross dissolve 2.0 s")

    def test_missing_photos_are_severe_and_hairlines_notable(self):
        halves = KeepArea(box=(0.0, 0.2, 0.5, 0.6)), KeepArea(box=(0.5, 0.2, 0.5, 0.6))
        project = project_of(*halves, outputs=("wide",), size=(1968, 1080), move="hold")
        self.assertIs(self.severity(project, "hairline"), NOTABLE)

    def test_no_zones_no_findings_about_them(self):
        area = head(0.0, 0.4, 0.1, 0.2)
        project = project_of(area, outputs=("wide",), size=(3840, 2160), move="hold")
        zones = project.outputs[0].zones.changed(action_safe=0.0)
        self.assertIs(self.severity(set_zones("wide", zones).apply(project), "outside-action-safe"), NONE)


class Sentences(unittest.TestCase):
    def test_bars_and_pans_are_told_in_numbers(self):
        # A 3:2 photo shown whole in 9:16 has bars of 31.25 % at each end (arithmetic).
        project = project_of(placement="whole", move="hold")
        (found,) = [f for f in findings_of(project) if f.kind == "bars-left"]
        self.assertEqual(found.sentence, "Slide 1 in Tall phone: 62 % of the frame is left to the fill.")


class OfClips(unittest.TestCase):
    def told(self, kind, moving=(), **fields):
        project = show(outputs=("320x180",))
        photo = project.photos[0]
        project = with_photo(project, photo.id, moving=photo.moving.changed(**dict(moving)))
        seconds = fields.pop("seconds", None)
        project = set_clip([project.slides[0].id], "x", **fields).apply(project)
        project = set_on_slides([project.slides[0].id], "x", seconds=seconds).apply(project)
        return project, [one for one in all_findings(project, Planner().plans(project), {}) if one.kind == kind]

    def test_one_that_stands_still_for_over_half_a_second(self):
        for seconds, fields, told in (
            (Fraction("10.4"), {}, 0), (Fraction("10.6"), {}, 1), (Fraction("10.6"), {"beyond": "repeat"}, 0),
            (Fraction("10.6"), {"speed": Fraction("0.9")}, 0), (Fraction(6), {"speed": Fraction(2)}, 1), (None, {}, 0),
        ):  # fmt: skip
            with self.subTest(seconds=seconds, **fields):
                project, found = self.told("stands-still", seconds=seconds, **fields)
                self.assertEqual(len(found), told)
                for one in found:
                    mended = one.remedy.edit(project, one).apply(project)
                    left = {each.kind for each in all_findings(mended, Planner().plans(mended), {})}
                    self.assertNotIn("stands-still", left)

    def test_one_that_flashes_more_than_three_times_as_it_is_shown(self):
        flashing = {"flashes": 5, "flashes_at": 4.0}
        for fields, told in (
            ({}, 1), ({"ends": Fraction(4)}, 0), ({"begins": Fraction("4.5")}, 1), ({"begins": Fraction("5.1")}, 0),
            ({"speed": Fraction(1, 2)}, 0), ({"speed": Fraction(2)}, 1),
        ):  # fmt: skip
            with self.subTest(**fields):
                _, found = self.told("flashes", flashing, **fields)
                self.assertEqual(len(found), told)
        self.assertEqual(self.told("flashes")[1], [])


if __name__ == "__main__":
    unittest.main()
