"""Verbs that change a project: whole or not at all, told in one line, tried without writing."""

import json
import unittest
from fractions import Fraction

import jsonschema

from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.planning.planner import Planner
from tests.cli.command_case import CommandCase


class Ordering(CommandCase):
    def shown(self):
        return [slide.id for slide in load_project(self.project).slides]

    def test_slides_are_ordered_and_the_change_is_told(self):
        self.new()
        before = self.shown()
        code, out, _ = self.run_program("order", self.project, "--by", "reverse", "--dry-run")
        self.assertEqual((code, out), (0, "Reverse slides: 2 slides; nothing was written.\n"))
        self.assertEqual(self.shown(), before)
        code, out, _ = self.run_program("order", self.project, "--by", "reverse")
        self.assertEqual((code, out), (0, "Reverse slides: 2 slides.\n"))
        self.assertEqual(self.shown(), before[::-1])
        code, out, _ = self.run_program("order", self.project, "--as", "3,2,1")
        self.assertEqual(self.shown(), before)
        code, out, _ = self.run_program("order", self.project, "--by", "name")
        self.assertEqual((code, out), (0, "Nothing changes.\n"))

    def test_orders_that_are_none_are_refused_and_change_nothing(self):
        self.new()
        data = self.project.read_bytes()
        for arguments in ((), ("--by", "size"), ("--as", "1,2"), ("--as", "x"), ("--by", "name", "--as", "1,2,3")):
            self.refused("order", self.project, *arguments)
        self.assertEqual(self.project.read_bytes(), data)


class Fitting(CommandCase):
    def frames(self):
        return {name: plan.schedule.total for name, plan in Planner().plans(load_project(self.project)).items()}

    def test_the_show_lasts_as_long_as_is_said_to_the_frame(self):
        self.new("--output", "64x64@24")
        for length, frames in (("30", 900), ("7.5", 225), ("12.34", 370)):
            code, out, _ = self.run_program("fit", self.project, "--length", length)
            self.assertEqual(code, 0)
            self.assertIn("for 3 slides", out)
            self.assertEqual(self.frames()["240x400"], frames)
        self.run_program("fit", self.project, "--length", "10", "--output", "64x64@24")
        self.assertEqual(self.frames()["64x64@24"], 240)
        seconds = {slide.seconds for slide in load_project(self.project).slides}
        self.assertLessEqual(max(seconds) - min(seconds), Fraction(2, 24), "they were alike and stay so")

    def test_a_length_that_cannot_be_is_told(self):
        self.new()
        data = self.project.read_bytes()
        # Three slides with two dissolves and two fades of 0.7 s each: 4.2 s, less the 1.4 s that are seen twice.
        self.assertIn("lasts 2.8 s at least", self.refused("fit", self.project, "--length", "2"))
        self.refused("fit", self.project, "--length", "soon")
        self.refused("fit", self.project, "--length", "20", "--output", "tall")
        self.assertEqual(self.project.read_bytes(), data)


class Fields(CommandCase):
    def done(self, *arguments):
        code, out, errors = self.run_program(*arguments)
        self.assertEqual((code, errors), (0, ""))
        self.assertEqual(len(out.splitlines()), 1, out)
        return out

    @property
    def slides(self):
        return load_project(self.project).slides

    def test_fields_of_slides_are_set_by_their_names(self):
        self.new()
        out = self.done("edit", self.project, "--slides", "1,3", "--set", "seconds=4", "--dry-run")
        self.assertEqual(out, "seconds = 4 for 2 slides; nothing was written.\n")
        self.assertIsNone(self.slides[0].seconds)
        self.done("edit", self.project, "--slides", "1-2", "--set", "transition.kind=shove", "--set", "placement=cover")
        self.done("edit", self.project, "--slides", "2", "--set", "transition.direction=left")
        first, second, third = self.slides
        self.assertEqual((first.transition.kind, first.transition.direction), ("shove", "auto"))
        self.assertEqual((second.transition.direction, second.placement.value), ("left", "cover"))
        self.assertIsNone(third.transition)
        # The house rules' length is kept where another kind is set.
        self.assertEqual(first.transition.seconds, load_project(self.project).house_rules.transition.seconds)
        self.done("edit", self.project, "--unset", "transition", "--unset", "placement")
        self.assertEqual([slide.own for slide in self.slides], [{}, {}, {}])

    def test_slides_are_chosen_by_what_they_are(self):
        self.new()
        self.done("edit", self.project, "--where", "upright", "--set", "move=hold")
        project = load_project(self.project)
        for slide in project.slides:
            upright = project.photo(slide.exhibit.photos[0]).shape.value == "upright"
            self.assertEqual(slide.move is not None, upright)
        self.done("edit", self.project, "--where", "held", "--set", "seconds=3")
        self.assertEqual([slide.seconds for slide in self.slides], [3 if slide.move else None for slide in self.slides])
        self.done("edit", self.project, "--where", "every-second", "--set", "locked=true")
        self.assertEqual([slide.locked for slide in self.slides], [False, True, False])

    def test_rules_outputs_and_photos(self):
        self.new()
        self.done("edit", self.project, "--rules", "--set", "fade_in_colour=#ffffff", "--set", "most_kinds=3")
        self.done("edit", self.project, "--rules", "--where", "upright", "--set", "placement=whole")
        self.done("edit", self.project, "--output", "240x400", "--set", "pace=1/2", "--set", "zones.title_safe=0.2")
        self.done("edit", self.project, "--slides", "1", "--photo", "--set", "quarter_turns=1")
        self.done("edit", self.project, "--slides", "2", "--output", "240x400", "--set", "shown=false")
        project = load_project(self.project)
        self.assertEqual(
            (project.house_rules.fade_in_colour, project.house_rules.shapes[0].placement), ("#ffffff", "whole")
        )
        self.assertEqual((project.outputs[0].pace, project.outputs[0].zones.title_safe), (Fraction(1, 2), 0.2))
        self.assertEqual(project.photo(project.slides[0].exhibit.photos[0]).quarter_turns, 1)
        self.assertEqual(project.slides[1].left_out, ("240x400",))
        self.done("edit", self.project, "--rules", "--where", "upright", "--unset", "placement")
        self.assertEqual(load_project(self.project).house_rules.shapes, ())

    def test_what_cannot_be_set_is_refused_with_one_sentence(self):
        self.new()
        data = self.project.read_bytes()
        for arguments in (
            ("--set", "colour=red"),
            ("--set", "id=x"),
            ("--set", "seconds=soon"),
            ("--set", "seconds"),
            ("--set", "transition.kind=melt"),
            ("--set", "transition.direction=left"),  # a dissolve has none
            ("--set", "easing=[1,2"),
            ("--slides", "9", "--set", "seconds=4"),
            ("--slides", "x", "--set", "seconds=4"),
            ("--where", "panorama", "--set", "seconds=4"),
            ("--unset", "transition.kind"),
            ("--output", "tall", "--set", "pace=2"),
            ("--rules", "--where", "moving", "--set", "move=hold"),
            (),
        ):
            with self.subTest(arguments=arguments):
                self.refused("edit", self.project, *arguments)
        self.assertEqual(self.project.read_bytes(), data)

    def test_aspects_are_carried_over(self):
        self.new()
        self.done(
            "edit", self.project, "--slides", "1", "--set", "move=pan", "--set", "direction=left", "--set", "seconds=6"
        )
        out = self.done("carry", self.project, "--from", "1", "--aspects", "move", "--to", "all", "--mirrored")
        self.assertEqual(out, "Carry over for 2 slides.\n")
        self.assertEqual([slide.direction.value for slide in self.slides], ["left", "right", "left"])
        self.assertEqual([slide.seconds for slide in self.slides], [6, None, None])
        self.done("carry", self.project, "--from", "1", "--aspects", "seconds,placement", "--to", "following")
        self.assertEqual([slide.seconds for slide in self.slides], [6, 6, 6])
        for source, aspects, to in (("1", "mood", "all"), ("7", "move", "all"), ("1", "move", "some")):
            self.refused("carry", self.project, "--from", source, "--aspects", aspects, "--to", to)

    def test_looks_are_kept_exchanged_and_given(self):
        self.new()
        self.done("edit", self.project, "--slides", "1", "--set", "placement=whole", "--set", "seconds=9")
        self.done("look", self.project, "--save", "Hung", "--from", "1", "--aspects", "placement,seconds")
        file = self.folder / "hung.json"
        self.done("look", self.project, "--apply", "Hung", "--export", file)
        schema = json.loads(self.run_program("schema", "--look")[1])
        jsonschema.validate(json.loads(file.read_text()), schema)
        other = self.folder / "other.jaunty"
        self.run_program("new", self.folder / "photos", "--to", other, "--output", "tall")
        self.done("look", other, "--import", file)
        self.done("look", other, "--apply", "Hung", "--slides", "2-3")
        self.assertEqual([slide.seconds for slide in load_project(other).slides], [None, 9, 9])
        out = self.run_program("look", other)[1]
        self.assertEqual(out.splitlines()[:2], ["Hung", "On the wall"])
        self.done("look", other, "--apply", "Brisk")
        self.assertEqual({slide.transition.kind for slide in load_project(other).slides}, {"cut"})
        self.done("look", other, "--delete", "Hung")
        self.refused("look", other, "--apply", "Hung")
        file.write_text('{"format": "jaunty-frame-look", "version": 1, "name": "x", "photos": []}')
        self.assertIn("photos", self.refused("look", other, "--import", file))

    def test_photos_and_slides_come_and_go(self):
        self.new()
        self.done("remove", self.project, "--slides", "1")
        project = load_project(self.project)
        self.assertEqual((len(project.slides), len(project.photos)), (2, 3))
        out = self.done("add", self.project, self.paths[0], "--at", "2")
        self.assertEqual(out, "Add photo: 1 slide.\n")
        self.assertEqual(len(load_project(self.project).photos), 3)
        self.assertEqual(len(self.slides), 3)
        self.done("remove", self.project, "--slides", "2", "--from-set")
        self.done("remove", self.project, "--slides", "1")
        self.done("remove", self.project, "--unused")
        self.assertEqual(len(load_project(self.project).photos), 1)
        self.assertEqual(self.run_program("add", self.project, self.folder / "nothing.jpg")[0], 2)
        self.refused("add", self.project, self.paths[0], "--at", "9")
        self.refused("remove", self.project)

    def test_outputs_title_and_beats(self):
        self.new()
        self.done("outputs", self.project, "--add", "tall", "--remove", "240x400")
        self.assertEqual(self.run_program("outputs", self.project)[1], "tall: Tall phone, 9:16, 1080×1920, 30 fps\n")
        self.refused("outputs", self.project, "--add", "round")
        self.done("title", self.project, "Kiln opening, autumn")
        self.assertEqual(load_project(self.project).title, "Kiln opening, autumn")
        self.refused("title", self.project, "x" * 300)
        self.done("beats", self.project, "--tempo", "100", "--every", "2")
        timing = Planner().plans(load_project(self.project))["tall"].timing
        middle = Fraction(timing.starts[1] + timing.ends[0], 2 * timing.unit)
        self.assertEqual(middle % Fraction(12, 10), 0)
        self.refused("beats", self.project, "--tempo", "4")


if __name__ == "__main__":
    unittest.main()
