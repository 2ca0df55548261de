"""Words, cards, emblems and the script as data: what edits do, and what goes along with slides and outputs."""

import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.geometry.zones import Zones
from jaunty_frame.document.edits.groups import put_together, take_apart
from jaunty_frame.document.edits.material.emblems import add_emblem, remove_emblem
from jaunty_frame.document.edits.material.photos import add_photos, remove_photos
from jaunty_frame.document.edits.material.words import (
    add_card,
    add_credits,
    add_words,
    drop_words_in_output,
    remove_words,
    replace_text,
    set_style_for_kind,
    set_words,
    set_words_in_output,
    set_words_instant,
)
from jaunty_frame.document.edits.outputs import duplicate_output, remove_output, set_zones
from jaunty_frame.document.edits.slides import move_slides, remove_slides, repeat_slide
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.files.zones_format import zones_from_text, zones_to_text
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.script import edited_script, script_of
from jaunty_frame.document.words import TypeStyle, Words
from jaunty_frame.errors import ProjectError


def photo(name):
    return Photo(id=name, path=f"{name}.jpg", width=300, height=200, finder=1)


def project(names="abc"):
    return add_photos([photo(name) for name in names]).apply(Project(outputs=PRESETS[:2]))


def edited(state, *edits):
    for edit in edits:
        state = edit.apply(state)
    return state


def texts(state):
    return [[words.text for words in slide.words] for slide in state.slides]


class OfSlides(unittest.TestCase):
    def setUp(self):
        self.state = edited(
            project(), add_words("a-1", "One"), add_words("a-1", "Two", "title"), add_words("c-1", "Three")
        )

    def test_they_follow_their_slide(self):
        moved = move_slides(["a-1"], 3).apply(self.state)
        self.assertEqual(texts(moved), [[], ["Three"], ["One", "Two"]])
        self.assertEqual(texts(repeat_slide("a-1").apply(self.state))[:2], [["One", "Two"]] * 2)

    def test_slides_put_together_keep_the_words_of_all(self):
        together = put_together(["a-1", "c-1"]).apply(self.state)
        self.assertEqual(texts(together)[0], ["One", "Two", "Three"])
        self.assertEqual(len({words.id for words in together.slides[0].words}), 3)
        self.assertEqual(texts(take_apart("a-1").apply(together)), [["One", "Two", "Three"], [], []])

    def test_what_is_changed_in_one_output_upsets_no_other(self):
        own = set_words_in_output("a-1", "words-1", "tall", text="1", anchor="free", place=(0.2, 0.3)).apply(self.state)
        words = own.slides[0].words[0]
        self.assertEqual((words.as_in("tall").text, words.as_in("portrait").text), ("1", "One"))
        self.assertEqual(words.as_in("portrait").anchor, "auto")
        self.assertEqual(drop_words_in_output("a-1", "words-1", "tall").apply(own), self.state)
        same = set_words_in_output("a-1", "words-1", "tall", text=None, anchor=None, place=None).apply(own)
        self.assertEqual(same.slides[0].words[0].in_outputs, ())

    def test_outputs_take_what_is_theirs_along(self):
        own = set_words_in_output("a-1", "words-1", "tall", text="1").apply(self.state)
        again = duplicate_output("tall").apply(own)
        self.assertEqual(again.slides[0].words[0].as_in("tall-2").text, "1")
        gone = remove_output("tall").apply(again)
        self.assertEqual([one.output for one in gone.slides[0].words[0].in_outputs], ["tall-2"])

    def test_styles_of_a_kind(self):
        styled = set_words("a-1", "words-2", style=TypeStyle(family="Oswald")).apply(self.state)
        ruled = set_style_for_kind("title", TypeStyle(family="Caveat")).apply(styled)
        self.assertEqual(ruled.house_rules.title.family, "Caveat")
        self.assertIsNone(ruled.slides[0].words[1].style)

    def test_instants_of_words(self):
        state = edited(
            self.state,
            set_words_instant("a-1", "words-1", 0.5, scale=2.0),
            set_words_instant("a-1", "words-1", 0.5, lean=9.0),
        )
        (instant,) = state.slides[0].words[0].instants
        self.assertEqual((instant.at, instant.scale, instant.lean), (0.5, 2.0, 9.0))

    def test_they_can_be_taken_off(self):
        self.assertEqual(texts(remove_words("a-1", "words-1").apply(self.state))[0], ["Two"])

    def test_the_file_keeps_all_of_it(self):
        state = edited(self.state, add_card(1, "Hello"), set_words_in_output("a-1", "words-1", "tall", size=0.2))
        state = add_emblem(photo("mark"), ["a-1"], size=0.1).apply(add_credits(state).apply(state))
        self.assertEqual(project_from_text(project_to_text(state)), state)

    def test_times_are_exact(self):
        words = Words(id="w", times="own", at=Fraction(1, 3), lasts=Fraction(7, 2))
        self.assertEqual(words.at + words.lasts, Fraction(23, 6))


class Emblems(unittest.TestCase):
    def setUp(self):
        self.state = add_emblem(photo("mark"), ["a-1", "b-1"]).apply(project())

    def test_they_lie_over_slides_that_are_there(self):
        one = remove_slides(["a-1"]).apply(self.state)
        self.assertEqual(one.emblems[0].slides, ("b-1",))
        # One that lay over these alone goes with them: over all slides nobody wanted it.
        self.assertEqual(remove_slides(["b-1"]).apply(one).emblems, ())

    def test_its_picture_comes_into_the_set_once(self):
        again = add_emblem(photo("mark")).apply(self.state)
        self.assertEqual(len(again.photos), 4)
        self.assertEqual([emblem.id for emblem in again.emblems], ["emblem-1", "emblem-2"])

    def test_it_goes_with_its_picture_or_by_itself(self):
        self.assertEqual(remove_photos(["mark"]).apply(self.state).emblems, ())
        self.assertEqual(len(remove_emblem("emblem-1").apply(self.state).photos), 4)


class Script(unittest.TestCase):
    def setUp(self):
        self.state = edited(
            project(), add_words("a-1", "One"), add_words("a-1", "Two\nlines"), add_words("c-1", "Three")
        )
        self.script = script_of(self.state)

    def test_it_has_a_paragraph_for_all_words(self):
        self.assertEqual(self.script.text, "— 1 · a.jpg\nOne\n\nTwo\nlines\n\n— 3 · c.jpg\nThree")

    def test_it_changes_nothing_unchanged(self):
        self.assertEqual(edited_script(self.script, self.script.text).apply(self.state), self.state)

    def test_a_change_of_the_text_is_a_change_of_the_words(self):
        text = self.script.text.replace("Two", "Zwei").replace("\n\n— 3 · c.jpg\nThree", "\n\n— 3 · c.jpg\n")
        after = edited_script(self.script, text).apply(self.state)
        self.assertEqual(texts(after), [["One", "Zwei\nlines"], [], []])

    def test_without_its_heads_it_is_none(self):
        for text in (self.script.text.replace("— 1", "1"), "words\n" + self.script.text, "— 1\nOne\n\n— 1\nTwo"):
            self.assertIsNone(edited_script(self.script, text))

    def test_find_and_replace(self):
        own = set_words_in_output("c-1", "words-1", "tall", text="Thr").apply(self.state)
        after = replace_text("Thr", "Fr").apply(own)
        self.assertEqual(after.slides[2].words[0].text, "Free")
        self.assertEqual(after.slides[2].words[0].as_in("tall").text, "Fr")
        self.assertIs(replace_text("", "x").apply(own), own)

    @given(st.lists(st.text(alphabet="ab —\n", min_size=1, max_size=8), min_size=1, max_size=3))
    def test_whatever_the_words_are_it_comes_back_as_it_went(self, words):
        state = project()
        for text in words:
            if text.strip() and not any(line.startswith("— ") for line in text.split("\n")):
                state = add_words("b-1", "\n".join(line for line in text.split("\n") if line.strip())).apply(state)
        script = script_of(state)
        self.assertEqual(edited_script(script, script.text).apply(state), state)


class Zoning(unittest.TestCase):
    def test_overlays_never_overlap(self):
        zones = Zones(overlay_top=0.2, overlay_left=0.1, boxes=(Window(0, 0.1, 0.5, 0.4), Window(0.3, 0.3, 0.4, 0.4)))
        boxes = zones.overlay_boxes()
        area = sum(box.w * box.h for box in boxes)
        steps = [(k + 0.5) / 200 for k in range(200)]
        inside = sum(
            any(box.x <= x < box.x + box.w and box.y <= y < box.y + box.h for box in boxes)
            for x in steps
            for y in steps
        )
        self.assertAlmostEqual(area, inside / 40000, delta=0.01)

    def test_sets_are_files(self):
        zones = PRESETS[0].zones.changed(boxes=((0.1, 0.2, 0.3, 0.4),))
        self.assertEqual(zones_from_text(zones_to_text(zones)), zones)
        with self.assertRaises(ProjectError):
            zones_from_text('{"format": "jaunty-frame-look", "version": 1}')
        outside = zones_to_text(zones).replace("0.1", "0.9")
        with self.assertRaises(ProjectError):
            zones_from_text(outside)
        state = set_zones("tall", zones).apply(project())
        self.assertEqual(state.output("tall").zones.boxes, ((0.1, 0.2, 0.3, 0.4),))
