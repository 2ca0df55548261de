"""The command line as a person uses it."""

import json
import os
import shutil
import subprocess
import sys

import av
from PIL import Image

from jaunty_frame.document.edits.accepted import accept
from jaunty_frame.document.model import Accepted
from jaunty_frame.media.projects.project_store import load_project, save_project
from tests.cli.command_case import CommandCase

CUT = {
    "kind": "cut",
    "frames": 0,
    "seconds": "0/1",
    "shortened": False,
    "direction": None,
    "easing": None,
    "fill_kind": "same",
}


class Commands(CommandCase):
    def test_from_photos_to_a_video(self):
        self.new("--output", "400x240@25", "--output", "400x240@25", "--seconds", "1", "--transition", "0")
        code, out, _ = self.run_program("plan", self.project, "--json")
        outputs = json.loads(out)["outputs"]
        self.assertEqual([output["id"] for output in outputs], ["240x400", "400x240@25", "400x240@25-2"])
        self.assertEqual((outputs[1]["frames"], outputs[1]["fade_in"]["frames"]), (75, 0))
        self.assertEqual(
            [slide["transition"] for slide in outputs[0]["slides"]],
            [CUT] * 2 + [None],
        )
        self.assertEqual(outputs[0]["slides"][0]["photo"], "photos/photo-1.jpg")
        code, out, errors = self.run_program(
            "render", self.project, "--all", "--to", self.folder / "shows", "--quality", "quick"
        )
        self.assertEqual((code, errors), (0, ""))
        names = sorted(os.listdir(self.folder / "shows"))
        self.assertEqual(names[0], "kiln-opening-240x400-240x400.mp4")
        with av.open(str(self.folder / "shows" / names[1])) as video:
            self.assertEqual(video.streams.video[0].frames, 75)
        self.refused("render", self.project, "--all", "--to", self.folder / "shows")

    def test_the_frame_at_a_time(self):
        self.new("--seconds", "1.5")
        to = self.folder / "frame.png"
        code, _, _ = self.run_program("frame", self.project, "--output", "240x400", "--at", "0.5", "--to", to)
        self.assertEqual(code, 0)
        self.assertEqual(Image.open(to).size, (240, 400))
        # 3 x 1.5 s with two dissolves of 0.7 s end at 3.1 s.
        self.assertIn(
            "past the end",
            self.refused("frame", self.project, "--output", "240x400", "--at", "3.1", "--to", to),
        )
        self.refused("frame", self.project, "--output", "240x400", "--at", "-1", "--to", to)
        self.refused("frame", self.project, "--output", "240x400", "--at", "0", "--to", self.folder / "frame.bmp")

    def test_the_frame_is_the_last_that_began_by_then(self):
        self.new("--seconds", "3", "--transition", "0", "--move", "push-in", "--output", "64x64@10")

        def shown(at):
            to = self.folder / f"at-{at}.png"
            of = "--output", "64x64@10", "--at", at
            code, _, errors = self.run_program("frame", self.project, *of, "--to", to, "--overwrite")
            self.assertEqual((code, errors), (0, ""))
            return hash(to.read_bytes())

        # At 10 frames a second frame 1 is seen from 0.1 to 0.2 s.
        self.assertEqual(shown("0.199999"), shown("0.1"))
        self.assertNotEqual(shown("0.199999"), shown("0.2"))

    def test_a_video_that_is_there_keeps_all_from_being_written(self):
        self.new("--output", "64x64@10", "--seconds", "1", "--transition", "0")
        shows = self.folder / "shows"
        render = "render", self.project, "--to", shows, "--quality", "quick"
        self.assertIn("--output", self.refused(*render))
        self.assertIn("--all", self.refused(*render, "--all", "--output", "64x64@10"))
        self.assertEqual(self.run_program(*render, "--output", "64x64@10")[0], 0)
        (name,) = os.listdir(shows)
        self.assertIn(name, self.refused(*render, "--all"))
        self.assertEqual(os.listdir(shows), [name])
        self.assertEqual(self.run_program(*render, "--all", "--overwrite")[0], 0)
        self.assertEqual(len(os.listdir(shows)), 2)

    def test_check_names_a_missing_photo(self):
        self.new()
        self.paths[1].unlink()
        code, out, _ = self.run_program("check", self.project, "--json")
        self.assertEqual(code, 0)
        missing = [f for f in json.loads(out)["findings"] if f["kind"] == "missing-photo"]
        self.assertEqual([(f["slide"], f["output"]) for f in missing], [(2, "240x400")])
        self.assertIn("photo-2.jpg", self.refused("render", self.project, "--all", "--to", self.folder / "shows"))

    def test_check_says_so_where_there_is_nothing_to_say(self):
        self.new()
        save_project(accept(Accepted()).apply(load_project(self.project)), self.project)
        code, out, _ = self.run_program("check", self.project)
        self.assertEqual((code, out), (0, "No findings.\n"))

    def test_a_show_with_a_missing_photo_is_not_exported_at_all(self):
        self.new()
        self.paths[1].unlink()
        said = self.refused("render", self.project, "--all", "--to", self.folder / "shows")
        self.assertIn(self.paths[1].name, said)
        self.assertEqual([path for path in (self.folder / "shows").rglob("*") if path.is_file()], [])

    def test_files_that_cannot_be_used_are_named_and_the_rest_comes_in(self):
        (self.folder / "photos" / "note.txt").write_text("no photo")
        code, out, errors = self.run_program("new", self.folder / "photos", "--to", self.project, "--output", "tall")
        self.assertEqual(code, 0)
        self.assertIn("note.txt", errors)
        self.assertIn("3 photos", out)

    def test_house_rules_come_from_the_command_line(self):
        self.new("--covering", "reluctantly", "--placement", "subject", "--move", "hold", "--seconds", "2")
        rules = load_project(self.project).house_rules
        self.assertEqual((rules.covering, rules.placement, rules.move), ("reluctantly", "subject", "hold"))
        self.assertEqual((rules.seconds_held, rules.seconds_moving), (2, 2))
        self.assertEqual(load_project(self.project).slides[0].covering, None)

    def with_copies(self):
        """A folder as people have them: a copy beside its original, others in a subfolder."""
        below = self.folder / "photos" / "more"
        below.mkdir()
        for path, copy in (
            (self.paths[0], self.folder / "photos" / "photo-1 (1).jpg"),
            (self.paths[0], below / "photo-1.jpg"),
            (self.paths[1], below / "photo-2.jpg"),
        ):
            shutil.copy2(path, copy)

    def test_copies_are_left_out_and_told(self):
        self.with_copies()
        arguments = ["new", self.folder / "photos", "--to", self.project, "--output", "tall"]
        code, out, errors = self.run_program(*arguments)
        self.assertEqual(code, 0)
        self.assertEqual(errors.strip(), "3 files are copies of photos already in the set and were left out.")
        self.assertIn("3 photos, 1 output", out)
        self.assertEqual(len(load_project(self.project).slides), 3)

    def test_copies_become_further_slides_where_that_is_wanted(self):
        self.with_copies()
        code, out, errors = self.run_program(
            "new", self.folder / "photos", "--to", self.project, "--output", "tall", "--copies", "show"
        )
        self.assertEqual((code, errors), (0, ""))
        self.assertIn("3 photos, 6 slides", out)
        project = load_project(self.project)
        self.assertEqual((len(project.photos), len(project.slides)), (3, 6))

    def test_wrong_use_is_one_sentence_and_exit_code_2(self):
        self.new()
        for arguments in (
            ["nonsense", "words"],
            ["plan"],
            ["plan", self.folder / "gone.jaunty"],
            ["plan", self.paths[0]],
            ["plan", self.folder],
            ["plan", self.project, "--output", "tall"],
            ["render", self.project, "--to", self.folder],
            ["render", self.project, "--all", "--output", "tall", "--to", self.folder],
            ["render", self.project, "--all", "--to", self.folder, "--quality", "best"],
            ["new", self.folder / "photos", "--to", self.folder / "x.jaunty", "--output", "phone"],
            [
                "new",
                self.folder / "photos",
                "--to",
                self.folder / "x.jaunty",
                "--output",
                "tall",
                "--seconds",
                "0",
            ],
            ["new", self.folder / "photos", "--to", self.folder / "no/x.jaunty", "--output", "tall"],
            ["new", self.folder / "photos", "--to", self.project, "--output", "tall"],
            [
                "new",
                self.folder / "gone.jpg",
                "--to",
                self.folder / "x.jaunty",
                "--output",
                "tall",
                "--title",
                "x",
            ],
            ["--nonsense"],
            ["frame", self.project, "--output", "240x400", "--at", "nan", "--to", self.folder / "x.png"],
        ):
            with self.subTest(arguments=arguments):
                if "gone.jpg" in str(arguments):
                    self.assertEqual(self.run_program(*arguments)[0], 2)
                else:
                    self.refused(*arguments)
        self.assertFalse((self.folder / "x.jaunty").exists())

    def test_plans_explain_themselves_and_findings_come_by_severity(self):
        code, _, _ = self.run_program(
            "new", str(self.folder / "photos"), "--output", "tall", "--output", "wide", "--to", str(self.project)
        )
        self.assertEqual(code, 0)
        stored = json.loads(self.project.read_text())
        self.assertTrue(all(photo["finder"] for photo in stored["photos"]), "new waits for the keep areas")
        _, out, _ = self.run_program("plan", str(self.project), "--output", "tall", "--json")
        slide = json.loads(out)["outputs"][0]["slides"][0]
        self.assertTrue(slide["reasons"] and all(reason.endswith(".") for reason in slide["reasons"]))
        self.assertEqual(slide["opening_degrees"], 0.0)
        _, out, _ = self.run_program("check", str(self.project), "--json")
        severities = [finding["severity"] for finding in json.loads(out)["findings"]]
        order = ["severe", "notable", "slight", "noted"]
        self.assertEqual(severities, sorted(severities, key=order.index))

    def test_plan_finds_keep_areas_for_photos_that_have_none(self):
        self.run_program("new", str(self.folder / "photos"), "--output", "tall", "--to", str(self.project))
        stored = json.loads(self.project.read_text())
        for photo in stored["photos"]:
            photo["keep_areas"], photo["finder"] = [], 0
        self.project.write_text(json.dumps(stored))
        _, out, _ = self.run_program("plan", str(self.project), "--json")
        slides = json.loads(out)["outputs"][0]["slides"]
        self.assertTrue(all(slide["keep_areas"] for slide in slides))
        details = slides[0]["keep_area_details"][0]
        self.assertEqual(details["origin"], "found")
        self.assertIn(details["what"], ("head", "subject", "lettering"))

    def test_the_schema_is_json(self):
        _, out, _ = self.run_program("schema")
        self.assertEqual(json.loads(out)["properties"]["version"], {"const": 5})

    def test_help_needs_no_display_and_names_every_command(self):
        environment = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "QT_QPA_PLATFORM")}
        done = subprocess.run(
            [sys.executable, "-m", "jaunty_frame", "--help"],
            capture_output=True,
            text=True,
            check=True,
            env=environment,
        )
        for command in ("demo", "new", "plan", "frame", "render", "check", "schema"):
            self.assertIn(command, done.stdout)
