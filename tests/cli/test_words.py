"""Words and emblems on the command line."""

import json

from jaunty_frame.media.projects.project_store import load_project
from tests.cli.command_case import CommandCase

MARK = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></svg>'


class WordsOnTheCommandLine(CommandCase):
    def setUp(self):
        super().setUp()
        self.new()

    def words(self, *arguments):
        code, out, errors = self.run_program("words", self.project, *arguments)
        self.assertEqual((code, errors), (0, ""))
        return out

    def test_adding_listing_removing(self):
        self.words("--add", "Copper red", "--slide", 2, "--kind", "title", "--style", "poster")
        self.words("--add", "Caption", "--slide", 2, "--at", "0.5", "--for", "2")
        self.words("--card", "Kiln\\nopening", "--before", 1)
        self.words("--credits")
        listed = self.words("--list").splitlines()
        self.assertEqual(len(listed), 4)
        self.assertIn("Kiln / opening", listed[0])
        self.assertIn("from 0.5 s", listed[2])
        self.words("--remove", "words-1", "--slide", 3)
        self.assertEqual(len(self.words("--list").splitlines()), 3)

    def test_each_option_is_heeded(self):
        self.words("--add", "Copper red", "--slide", 2, "--kind", "credit", "--style", "poster")
        self.words("--card", "Kiln opening", "--before", 3, "--kind", "caption", "--style", "stately")
        slides = load_project(self.project).slides
        self.assertEqual([len(slide.words) for slide in slides], [0, 1, 1, 0])
        self.assertEqual(slides[2].exhibit.kind, "card")
        added, card = slides[1].words[0], slides[2].words[0]
        self.assertEqual((added.kind, card.kind), ("credit", "caption"))
        listed = self.words("--styles")
        self.assertIn("poster", listed)
        # By their files: the poster's letters are Oswald's, the stately ones Playfair Display's.
        self.assertEqual((added.style.family, card.style.family), ("Oswald", "Playfair Display"))

    def test_find_and_replace(self):
        self.words("--add", "Copper red", "--slide", 1)
        self.words("--find", "red", "--replace", "green")
        self.assertEqual(load_project(self.project).slides[0].words[0].text, "Copper green")

    def test_captions_go_out_and_come_in(self):
        self.words("--add", "First", "--slide", 1, "--at", "1", "--for", "2")
        target = self.folder / "out.srt"
        self.words("--export", target)
        self.assertIn("00:00:01,000 --> 00:00:03,000", target.read_text())
        self.words("--import", target)
        self.assertEqual(len(load_project(self.project).slides[0].words), 2)

    def test_the_plan_tells_where_they_are_and_how_well_they_can_be_read(self):
        self.words("--add", "Copper red", "--slide", 1, "--kind", "title")
        _, out, _ = self.run_program("plan", self.project, "--json")
        (words,) = json.loads(out)["outputs"][0]["slides"][0]["words"]
        self.assertEqual(words["lines"], ["Copper red"])
        self.assertEqual((words["first_frame"], words["frames"]), (0, 150))
        self.assertAlmostEqual(words["characters_per_second"], 2.0)
        self.assertGreater(words["contrast"], 2.5)
        self.assertTrue(all(0 <= edge <= 1 for edge in words["box"]))

    def test_emblems(self):
        (self.folder / "mark.svg").write_text(MARK)
        self.run_program("emblem", self.project, "--add", self.folder / "mark.svg", "--slides", "1-2", "--size", "20")
        _, out, _ = self.run_program("emblem", self.project, "--list")
        self.assertIn("over 2 slides, 20 %", out)
        _, out, _ = self.run_program("plan", self.project, "--json")
        self.assertEqual(json.loads(out)["outputs"][0]["emblems"][0]["slides"], [1, 2])
        where = ("emblem", self.project, "--edit", "emblem-1")
        self.run_program(*where, "--at", "0.5", "--for", "2")
        self.run_program(*where, "--output", "240x400", "--anchor", "top", "--size", "30")
        emblem = load_project(self.project).emblems[0]
        self.assertEqual((float(emblem.at), float(emblem.lasts), emblem.size), (0.5, 2.0, 0.2))
        self.assertEqual((emblem.as_in("240x400").anchor, emblem.as_in("240x400").size), ("top", 0.3))
        self.run_program(*where, "--output", "240x400", "--leave-out")
        self.assertIsNone(load_project(self.project).emblems[0].as_in("240x400"))
        self.assertIn("outputs", self.refused(*where, "--output", "nowhere"))
        self.assertIn("size: 3.0 is too much", self.refused(*where, "--size", "300"))
        self.run_program("emblem", self.project, "--remove", "emblem-1")
        self.assertEqual(load_project(self.project).emblems, ())

    def test_zones_go_out_and_come_in(self):
        zones = self.folder / "own.zones.json"
        self.run_program("edit", self.project, "--output", "240x400", "--set", "zones.overlay_top=0.2")
        self.run_program("outputs", self.project, "--of", "240x400", "--save-zones", zones)
        self.run_program("edit", self.project, "--output", "240x400", "--set", "zones.overlay_top=0")
        self.run_program("outputs", self.project, "--of", "240x400", "--zones", zones)
        self.assertEqual(load_project(self.project).outputs[0].zones.overlay_top, 0.2)

    def test_what_cannot_be_is_said_in_a_sentence(self):
        for arguments, said in (
            ((), "Say what to do"),
            (("--add", "x"), "--slide"),
            (("--add", "x", "--slide", 9), "no slide 9"),
            (("--add", "x", "--slide", 1, "--style", "nosuch"), "no style"),
            (("--add", "x", "--slide", 1, "--kind", "poem"), "poem"),
            (("--remove", "words-9", "--slide", 1), "words-9"),
            (("--import", self.folder / "none.srt"), "none.srt"),
            (("--export", self.folder / "a.txt"), "SubRip"),
        ):
            with self.subTest(arguments):
                self.assertIn(said, self.refused("words", self.project, *arguments))
        self.assertIn("Say what to do", self.refused("emblem", self.project))
        self.assertIn("photo-1.jpg.svg", self.refused("emblem", self.project, "--add", self.folder / "photo-1.jpg.svg"))
