"""What is said of words: each limit with a case on either side, and every number in the sentence."""

import unittest
from dataclasses import replace
from math import atan, degrees

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.edits.outputs import set_zones
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.checks.words import (
    contrast,
    lacking_characters,
    outside_safe,
    over_area,
    over_words,
    small,
    too_short,
)
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.planning.words.planned import words_of
from tests.show.findings.test_findings import head, project_of

SLIGHT, NOTABLE, SEVERE = Severity.SLIGHT, Severity.NOTABLE, Severity.SEVERE
# Letters whose capitals, 0.7 of an em, are 16 minutes of arc high on a screen at three times its height.
LEAST_WIDE = 16 / 60 / degrees(2 * atan(1 / 6)) / 0.7


class WordsChecks(unittest.TestCase):
    def setUp(self):
        project = project_of(KeepArea(box=(0.4, 0.4, 0.2, 0.2)), outputs=("wide", "tall"))
        project = add_words(project.slides[0].id, "Twenty letters, here", "caption").apply(project)
        self.project = set_zones("wide", project.output("wide").zones.changed(overlay_bottom=0.2)).apply(project)
        self.look_at("wide")

    def look_at(self, output):
        plan = plan_output(self.project, output, fonts())
        self.facts, (self.placed,) = Facts(plan, {}), words_of(plan, 0)

    def told(self, check, **changed):
        return check.CHECK.tell(self.facts, self.placed._replace(**changed))

    def test_nothing_is_said_of_words_that_are_right(self):
        for check in (
            contrast,
            outside_safe,
            over_area,
            over_words,
            small,
            too_short,
        ):
            self.assertIsNone(self.told(check), check.__name__)

    def test_contrast_under_what_wcag_asks_and_far_under(self):
        for measured, wanted, severity in (
            (4.5, 4.5, None),
            (4.4, 4.5, NOTABLE),
            (2.71, 4.5, NOTABLE),
            (2.69, 4.5, SEVERE),
            (3.0, 3.0, None),
            (2.9, 3.0, NOTABLE),
            (1.79, 3.0, SEVERE),
        ):
            told = self.told(contrast, contrast=measured, wanted_contrast=wanted)
            with self.subTest(contrast=measured, wanted=wanted):
                self.assertIs(told and told.severity, severity)
                if told:
                    self.assertIn(f"{measured:.1f} : 1", told.sentence)
                    self.assertIn(f"{wanted:g} : 1 can", told.sentence)

    def test_the_contrast_that_is_wanted_is_that_of_wcag(self):
        # WCAG 2.2, 1.4.3: 4.5 : 1, for large words 3 : 1.
        sizes = {}
        for size in (0.025, 0.2):
            words = self.project.slides[0].words[0]
            larger = words.changed(style=self.placed.style.changed(size=size))
            slide = self.project.slides[0].changed(words=(larger,))
            plan = plan_output(self.project.changed(slides=(slide, *self.project.slides[1:])), "wide", fonts())
            sizes[size] = words_of(plan, 0)[0].wanted_contrast
        self.assertEqual(sizes, {0.025: 4.5, 0.2: 3.0})

    def test_small_is_what_is_under_sixteen_minutes_of_arc(self):
        self.assertIsNone(self.told(small, size=LEAST_WIDE * 0.99))
        told = self.told(small, size=LEAST_WIDE * 0.97, wanted_size=LEAST_WIDE * 0.97)
        self.assertIs(told.severity, NOTABLE)
        self.assertIn(f"{100 * LEAST_WIDE * 0.97:.1f} % of the short side", told.sentence)
        self.assertIn(f"under {100 * LEAST_WIDE:.1f} %", told.sentence)
        shrunk = self.told(small, size=LEAST_WIDE * 0.97, wanted_size=LEAST_WIDE)
        self.assertIn("too long", shrunk.sentence)

    def test_more_than_twenty_characters_a_second_cannot_be_read_and_forty_not_at_all(self):
        # 20 characters at 30 frames a second.
        for frames, severity in ((30, None), (29, NOTABLE), (15, NOTABLE), (14, SEVERE)):
            told = self.told(too_short, time=self.placed.time._replace(frames=frames))
            with self.subTest(frames=frames):
                self.assertIs(told and told.severity, severity)
        self.assertIn("0.5 s, which asks for 43 characters a second; up to 20 can", told.sentence)

    def test_over_an_area_slightly_much_or_over_a_face(self):
        for covers, severity in ((0.009, None), (0.011, SLIGHT), (0.39, SLIGHT), (0.41, NOTABLE)):
            told = self.told(over_area, covers=covers)
            self.assertIs(told and told.severity, severity, covers)
        self.assertIn("what must stay in view", told.sentence)
        self.project = add_words(self.project.slides[0].id, "x").apply(project_of(head(0.4, 0.4), outputs=("wide",)))
        self.look_at("wide")
        told = self.told(over_area, covers=0.03)
        self.assertIs(told.severity, NOTABLE)
        self.assertIn("a face", told.sentence)

    def test_outside_safe_covered_and_beyond_the_frame(self):
        def at(x, y):
            return self.told(outside_safe, box=Window(x, y, 0.2, 0.1), region=Window(0.1, 0.1, 0.8, 0.7))

        # Safe ends at 0.1 and what may be covered begins at 0.8.
        for place, severity, said in (
            ((0.1, 0.1), None, ""),
            ((0.0995, 0.3), None, ""),
            ((0.09, 0.3), NOTABLE, "5 % of the caption lies outside title safe"),
            ((-0.003, 0.3), NOTABLE, "outside"),
            ((-0.006, 0.3), SEVERE, "outside"),
            ((0.3, 0.749), NOTABLE, "49 % of the caption lies where they may be covered"),
            ((0.3, 0.751), SEVERE, "51 %"),
        ):
            told = at(*place)
            with self.subTest(place=place):
                self.assertIs(told and told.severity, severity)
                self.assertIn(said, told.sentence if told else "")

    def test_over_others_and_without_letters(self):
        told = self.told(over_words, meets=0.1, meets_what="the title")
        self.assertIs(told.severity, SEVERE)
        self.assertIn("lies over the title; there is no room for both", told.sentence)
        missing = tuple("abcdefgh")
        told = self.told(lacking_characters, block=replace(self.placed.block, missing=missing))
        self.assertIs(told.severity, SEVERE)
        self.assertIn("has a b c d e f;", told.sentence)
