"""The project file: round trips, refusals, and the schema."""

import json
import unittest
from fractions import Fraction
from pathlib import Path

import jsonschema
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move, Strength
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.files.project_format import project_from_text, project_schema, project_to_text
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import VERSION, HandSet, HouseRules, Project, Slide
from jaunty_frame.document.outputs import PRESETS, output_from_text, with_free_id
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.errors import NewerProject, ProjectError, UsageError

GOLDEN = Path(__file__).with_name("golden")


def full_project():
    photo = Photo(
        id="abc",
        path="../photos/a jug.jpg",
        width=3000,
        height=2000,
        size=12,
        modified=5,
        content="blake2b:" + "0" * 32,
        taken="2026-04-18T09:00:00",
        quarter_turns=1,
        straightening=-1.5,
        keep_areas=(KeepArea(box=(0.1, 0.2, 0.3, 0.4), weight=0.5, origin="found", confidence=0.7),),
        finder=1,
    )
    slide = Slide(
        id="abc-1",
        exhibit=PhotoExhibit(photo="abc", close_up=(0.1, 0.1, 0.5, 0.5)),
        seconds=Fraction(7, 3),
        placement=Placement.WHOLE,
        move=Move.TILT,
        strength=Strength.STRONG,
        easing=(0.1, 0.2, 0.3, 1),
        fill=PlainFill(colour="#a0b1c2"),
        transition=Cut(),
    )
    # All of it could be said in version 2 already; version-2.jaunty and version-3.jaunty in golden are the same
    # project.
    rules = HouseRules(fill=BlurredFill(), move=Move.HOLD, fade_in=Fraction(0), set_off=False)
    framings = (
        HandSet(slide="abc-1", output="disc", opening=(-0.1, 0, 1.2, 1), closing=(0, 0, 0.5, 0.5)),
        HandSet(slide="abc-1", output="wide", opening=None, closing=(0, 0, 0.5, 0.5)),
    )
    return Project(title="Été", photos=(photo,), slides=(slide,), outputs=PRESETS, house_rules=rules, hand_set=framings)


class OldFiles(unittest.TestCase):
    """Files of every version open for ever: one of each is kept in ``golden``."""

    def test_projects_of_versions_2_and_3_open_as_they_were(self):
        for version in (2, 3):
            with self.subTest(version=version):
                project = project_from_text((GOLDEN / f"version-{version}.jaunty").read_text(encoding="utf-8"))
                self.assertEqual(project, full_project())

    def test_a_project_of_version_1_opens_with_all_that_it_holds(self):
        project = project_from_text((GOLDEN / "version-1.jaunty").read_text(encoding="utf-8"))
        self.assertEqual((len(project.photos), len(project.slides), len(project.outputs)), (14, 15, 5))
        seen = project.slides
        self.assertEqual(seen[0].transition, Cut())
        self.assertEqual((seen[0].seconds, seen[0].strength), (Fraction(13, 2), Strength.STRONG))
        self.assertEqual(seen[1].fill, PlainFill(colour="#6b2a1f"))
        self.assertEqual((seen[2].path, seen[2].easing), ("arc", (0.3, 0.1, 0.6, 0.9)))
        self.assertEqual(seen[3].exhibit.close_up, (0.2, 0.3, 0.3, 0.4))
        self.assertEqual(seen[4].fill, BlurredFill())
        self.assertEqual(seen[5].transition, CrossDissolve(seconds=Fraction(3, 2)))
        self.assertEqual(project.photos[5].straightening, 3.5)
        self.assertEqual(project.photos[8].quarter_turns, 1)
        self.assertEqual([framing.opening is None for framing in project.hand_set], [False, True, False])
        self.assertEqual(project.hand_set[0].opening_lean, 3.0)
        self.assertEqual(project.output("wide").zones.cut_out, Fraction(4, 3))
        self.assertEqual(project.house_rules.fade_out, Fraction(1))
        self.assertEqual(project_from_text(project_to_text(project)), project)


class RoundTrip(unittest.TestCase):
    def test_everything_survives(self):
        project = full_project()
        self.assertEqual(project_from_text(project_to_text(project)), project)
        self.assertEqual(project_from_text(project_to_text(Project())), Project())

    def test_a_saved_project_keeps_to_the_schema(self):
        jsonschema.validate(json.loads(project_to_text(full_project())), project_schema())
        jsonschema.Draft202012Validator.check_schema(project_schema())


class Refusals(unittest.TestCase):
    def refused(self, text, error=ProjectError):
        with self.assertRaises(error) as caught:
            project_from_text(text, "show.jaunty")
        message = str(caught.exception)
        self.assertIn("show.jaunty", message)
        self.assertNotIn("\n", message)
        return message

    def changed(self, *path, value):
        content = json.loads(project_to_text(full_project()))
        place = content
        for key in path[:-1]:
            place = place[key]
        place[path[-1]] = value
        return json.dumps(content)

    def test_the_first_five_faults_are_told_and_the_others_counted(self):
        value = json.loads(project_to_text(full_project()))
        for k in range(8):
            value["house_rules"][f"odd{k}"] = 1
        with self.assertRaises(ProjectError) as caught:
            project_from_text(json.dumps(value), "show.jaunty")
        said = str(caught.exception)
        self.assertEqual(said.count("odd"), 5, said)
        self.assertIn("(and 3 more faults)", said)

    def test_more_than_32_levels_are_refused_before_they_are_read(self):
        for levels, refused in ((30, False), (33, True)):
            with self.assertRaises(ProjectError) as caught:
                project_from_text("[" * levels + "]" * levels, "show.jaunty")
            self.assertEqual("nested" in str(caught.exception), refused, str(caught.exception))

    def test_brackets_in_texts_are_no_levels(self):
        # What stands behind a quotation mark that is escaped, by one backslash or by three, is still text.
        for text in ("[" * 40, '"' + "[" * 40, '\\"' + "[" * 40, "\\" * 3 + '"' + "{" * 40, "]" * 40):
            value = json.loads(project_to_text(full_project()))
            value["title"] = text
            self.assertEqual(project_from_text(json.dumps(value)).title, text)
        with self.assertRaises(ProjectError) as caught:
            project_from_text('{"a": "\\\\", "b": ' + "[" * 40 + "]" * 40 + "}", "show.jaunty")
        self.assertIn("nested", str(caught.exception))

    def test_too_much_in_one_place_is_refused_however_deep_it_lies(self):
        for much in ({f"k{k}": 0 for k in range(65)}, [0] * 40_001):
            for deep in (much, {"a": much}, [[much]], {"a": [{"b": much}]}):
                value = json.loads(project_to_text(full_project())) | {"slides": deep}
                with self.assertRaises(ProjectError) as caught:
                    project_from_text(json.dumps(value), "show.jaunty")
                self.assertIn("things in one place", str(caught.exception))

    def test_a_newer_version_is_refused_with_a_sentence(self):
        self.assertIn("newer", self.refused(self.changed("version", value=VERSION + 1), NewerProject))

    def test_absurd_values_are_named_with_their_place(self):
        for path, value in (
            (("photos", 0, "width"), -5),
            (("photos", 0, "width"), 10**12),
            (("photos", 0, "keep_areas", 0, "box"), [0.9, 0.9, 0.5, 0.5]),
            (("outputs", 0, "width"), 1081),
            (("outputs", 0, "frame_rate"), "1/1000000"),
            (("outputs", 0, "frame_rate"), "30/0"),
            (("slides", 0, "seconds"), 3.5),
            (("slides", 0, "seconds"), "0.01"),
            (("slides", 0, "easing"), [0, 2, 0, 0]),
            (("hand_set", 0, "opening"), [0, 0, 0, 1]),
            (("hand_set", 0, "closing"), [0, 0, 1e300, 1]),
            (("house_rules", "least_softness"), 0),
            (("outputs", 0, "width"), 8194),
            (("outputs", 0, "frame_rate"), "9"),
            (("outputs", 0, "frame_rate"), "121"),
            (("outputs", 0, "pixel_aspect"), "5"),
            (("house_rules", "fade_in"), "61"),
            (("house_rules", "seconds_held"), "3601"),
            (("slides", 0, "seconds"), "99/1000"),
            (("photos", 0, "straightening"), 15.1),
            (("outputs", 0, "zones", "action_safe"), 0.46),
            (("title",), "x" * 1000),
            (("surprise",), 1),
        ):
            with self.subTest(path=path, value=value):
                self.assertIn(str(path[0]), self.refused(self.changed(*path, value=value)))

    def test_damaged_keys_stay_readable_in_the_sentence(self):
        said = self.refused(self.changed("two\nlines" + "x" * 10_000, value=1))
        self.assertIn("two·lines", said)
        self.assertLess(len(said), 300)

    def test_dangling_references_are_refused(self):
        self.refused(self.changed("slides", 0, "photo", value="gone"))
        self.refused(self.changed("hand_set", 0, "output", value="gone"))
        content = json.loads(project_to_text(full_project()))
        content["slides"] *= 2
        self.refused(json.dumps(content))

    def test_what_is_no_project_is_refused(self):
        for text in ("", "{", "[]", "null", '"x"', '{"format": "other"}', "[" * 200_000, '{"a":' * 5000):
            self.refused(text)
        for version in ("NaN", "1.5", "true", '"1"', "0", "1e400"):
            self.refused(f'{{"format": "jaunty-frame", "version": {version}}}')
        self.refused('{"format": "jaunty-frame", "version": 1, "house_rules": {"least_softness": NaN}}')

    @settings(max_examples=80)
    @given(st.integers(0, 4000), st.sampled_from('{}[]",:0-e.\\nu'), st.integers(0, 40))
    def test_damage_never_ends_in_anything_but_a_sentence(self, at, character, cut):
        text = project_to_text(full_project())
        at %= len(text)
        try:
            project_from_text(text[:at] + character + text[at + cut :])
        except ProjectError as error:
            self.assertNotIn("\n", str(error))


class Outputs(unittest.TestCase):
    def test_own_sizes(self):
        own = output_from_text("1200x628@25")
        self.assertEqual((own.id, own.width, own.height, own.frame_rate), ("1200x628@25", 1200, 628, 25))
        self.assertEqual(output_from_text("640x360@30000/1001").frame_rate, Fraction(30000, 1001))
        for wrong in ("tal", "101x100", "10x10", "99999x100", "640x360@500", "640x360@", "640x360@1/0"):
            with self.assertRaises(UsageError, msg=wrong):
                output_from_text(wrong)

    def test_duplicates_get_a_number(self):
        self.assertEqual(with_free_id(PRESETS[0], {"tall", "tall-2"}).id, "tall-3")

    def test_the_nine_presets(self):
        # Safe margins: SMPTE ST 2046-1 and EBU R 95 (3.5 and 5 %), SMPTE RP 27.3 (5 and 10 %, from memory).
        # Overlays of a tall phone: common practice.
        none, television = (0.0,) * 6, (0.035, 0.05, 0.0, 0.0, 0.0, 0.0)
        expected = {
            "tall": (1080, 1920, 30, 1, (0.0, 0.0, 0.15, 0.25, 0.06, 0.12)),
            "portrait": (1080, 1350, 30, 1, none),
            "square": (1080, 1080, 30, 1, none),
            "classic": (1440, 1080, 30, 1, (0.05, 0.10, 0.0, 0.0, 0.0, 0.0)),
            "panel": (1280, 800, 30, 1, none),
            "wide": (1920, 1080, 30, 1, television),
            "uhd": (3840, 2160, 30, 1, television),
            "banner": (3840, 1080, 30, 1, television),
            "disc": (720, 576, 25, Fraction(64, 45), television),
        }
        found = {
            one.id: (one.width, one.height, one.frame_rate, one.pixel_aspect, tuple(one.zones.as_zones())[:6])
            for one in PRESETS
        }
        self.assertEqual(found, expected)
        self.assertEqual(output_from_text("disc").aspect, Fraction(16, 9))

    def test_the_house_rules_of_a_new_project(self):
        rules = HouseRules()
        self.assertEqual((rules.seconds_held, rules.seconds_moving), (Fraction(7, 2), Fraction(5)))
        self.assertEqual((rules.fade_in, rules.fade_out), (Fraction(7, 10), Fraction(7, 10)))
        self.assertEqual(rules.transition, CrossDissolve(seconds="7/10"))
        self.assertEqual((rules.placement, rules.move, rules.strength), ("auto", "auto", "gentle"))
        self.assertEqual((rules.least_softness, rules.easing), (0.75, (0.42, 0.0, 0.58, 1.0)))
