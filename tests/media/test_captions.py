"""Captions out of a show and into one: which words they are, and when, whatever an output's pace."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.media.captions import Caption, captions_of, put_captions, read_captions
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.planning.words.planned import words_of
from tests.document.test_seconds import project


class Captions(unittest.TestCase):
    def setUp(self):
        self.project = project(4)
        self.slides = [slide.id for slide in self.project.slides]

    def paced(self, pace):
        outputs = tuple(one.changed(pace=Fraction(pace)) for one in self.project.outputs)
        return self.project.changed(outputs=outputs)

    def plan(self, state):
        return plan_output(state, "wide", fonts())

    def test_titles_and_credits_are_none(self):
        state = self.project
        for kind in ("title", "caption", "credit"):
            state = add_words(self.slides[1], f"A {kind}", kind).apply(state)
        self.assertEqual([one.text for one in captions_of(self.plan(state))], ["A caption"])

    def test_remarks_and_styles_of_webvtt_are_no_captions(self):
        # W3C WebVTT, section 1.6 and 4: NOTE, STYLE and REGION blocks end at an empty line.
        text = "WEBVTT\n\nSTYLE\n::cue { color: red }\n\n00:01.000 --> 00:02.000\nFirst\nNOTE is said here\n\n"
        text += "NOTE\nnot for eyes\n\nNOTE nor this\n\n00:03.000 --> 00:04.000\nNOTES of the yard\n"
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "words.vtt"
            path.write_text(text)
            found = [one.text for one in read_captions(path).captions]
            self.assertEqual(found, ["First\nNOTE is said here", "NOTES of the yard"])
            # SubRip knows no remarks: what stands there is said.
            path = Path(folder) / "words.srt"
            path.write_text("1\n00:00:01,000 --> 00:00:02,000\nFirst\n\nNOTE well\n")
            self.assertIn("NOTE well", read_captions(path).captions[0].text)

    def test_they_are_told_as_they_are_seen(self):
        words = {"times": "own", "at": Fraction(1), "lasts": Fraction(2)}
        for pace, start, end in (("1", 1000, 3000), ("1/2", 500, 1500), ("2", 2000, 6000)):
            self.project = self.paced(pace)
            plan = self.plan(add_words(self.slides[0], "Seen", "caption", **words).apply(self.project))
            with self.subTest(pace=pace):
                self.assertEqual([one[:2] for one in captions_of(plan)], [(start, end)])

    def test_what_is_put_comes_out_again_at_any_pace(self):
        captions = [Caption(500, 1700, "First"), Caption(4200, 5400, "Second")]
        for pace in ("1", "1/2", "3/2"):
            self.project = self.paced(pace)
            plan = self.plan(self.project)
            put = put_captions(captions, plan)
            after = self.plan(put.edit.apply(self.project))
            with self.subTest(pace=pace):
                self.assertEqual(put.told, ())
                for told, wanted in zip(captions_of(after), captions, strict=True):
                    self.assertEqual(told.text, wanted.text)
                    # To a frame of the output: 33 ms.
                    self.assertLessEqual(abs(told.start_ms - wanted.start_ms), 34)
                    self.assertLessEqual(abs(told.end_ms - wanted.end_ms), 68)

    def test_each_lies_on_the_slide_during_which_it_begins(self):
        plan = self.plan(self.project)
        first = 1000 * plan.schedule.first[2] / 30
        put = put_captions([Caption(round(first) + 40, round(first) + 900, "There")], plan)
        after = self.plan(put.edit.apply(self.project))
        self.assertEqual([len(words_of(after, k)) for k in range(4)], [0, 0, 1, 0])

    def test_what_begins_after_the_end_is_told(self):
        plan = self.plan(self.project)
        end = round(1000 * plan.schedule.total / 30)
        put = put_captions([Caption(end, end + 500, "Too late")], plan)
        self.assertIsNone(put.edit)
        self.assertIn("after the show's end", put.told[0])
