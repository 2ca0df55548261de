"""What is seen at the same time never lies over each other: words, credits, emblems, and what goes on over slides."""

import unittest
from itertools import combinations

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.words.places import overlap_area
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.words import add_words, set_words
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.words import TypeStyle
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.words.planned import all_words, words_of
from tests.show.planning.words.test_words import ALL, area, plans_of, project_of

LONG = "The glaze runs where the flame was hottest, every time a little different"
MARK = Photo(id="mark", path="mark.png", width=400, height=300)


def slide(number):
    return f"p{number - 1}-1"


def seen_together(one, other):
    """Return whether two that were placed are on the screen at one time, and belong to no two neighbouring pictures."""
    times = [(t.first, t.first + t.frames) for t in (getattr(p, "time", p) for p in (one, other))]
    if not (times[0][0] < times[1][1] and times[1][0] < times[0][1]):
        return False
    both_words = hasattr(one, "words") and hasattr(other, "words")
    return not both_words or one.slide == other.slide or one.time.goes_on or other.time.goes_on


def overlaps(plan):
    found = []
    for one, other in combinations([*all_words(plan), *placed_emblems(plan)], 2):
        if seen_together(one, other) and overlap_area(np.array([one.box]), np.array([other.box]))[0, 0] > 1e-9:
            found.append((one, other))
    return found


class Apart(unittest.TestCase):
    @settings(deadline=None, max_examples=25)
    @given(
        st.tuples(st.floats(0.0, 0.6), st.floats(0.0, 0.6), st.floats(0.1, 0.9), st.floats(0.1, 0.9)),
        st.lists(st.sampled_from(["title", "caption", "credit"]), min_size=2, max_size=3),
        st.lists(st.sampled_from(["Spring", "The long table in the yard", LONG]), min_size=3, max_size=3),
        st.sampled_from([(6000, 4000), (4000, 6000), (12000, 4000)]),
        st.booleans(),
        st.booleans(),
    )
    def test_words_of_a_slide_what_goes_on_over_it_and_emblems(self, box, kinds, texts, size, goes_on, emblem):
        x, y, w, h = box
        edits = [add_words(slide(k), text, kind) for k in (1, 2) for kind, text in zip(kinds, texts, strict=False)]
        if goes_on:
            edits.append(add_words(slide(1), "By the river", "credit", times="own", at="1", lasts="8"))
        if emblem:
            edits.append(add_emblem(MARK))
        plans = plans_of(project_of(area(x, y, min(w, 1 - x), min(h, 1 - y)), size=size), *edits)
        for name, plan in plans.items():
            self.assertEqual([], overlaps(plan), name)
            for one in all_words(plan):
                self.assertEqual(one.meets, 0)
                self.assertGreaterEqual(min(one.box[:2]), -1e-9)
                self.assertLessEqual(max(one.box.x + one.box.w, one.box.y + one.box.h), 1 + 1e-9)

    def test_each_slide_solved_by_itself_gives_what_all_at_once_give(self):
        edits = [add_words(slide(k), LONG, "caption", times="own", at="1", lasts="6") for k in (1, 2, 3)]
        edits += [add_words(slide(k), "Spring", "title") for k in (1, 2, 3)]
        project = project_of(count=3)
        at_once = [list(all_words(plan)) for plan in plans_of(project, *edits).values()]
        one_by_one = [
            sorted((one for k in (2, 0, 1) for one in words_of(plan, k)), key=lambda one: (one.slide, one.words.id))
            for plan in plans_of(project, *edits).values()
        ]
        key = lambda one: (one.slide, one.words.id)  # noqa: E731
        self.assertEqual([sorted(found, key=key) for found in at_once], one_by_one)

    def test_words_that_were_put_somewhere_stay_and_the_others_keep_off(self):
        for name, plan in plans_of(
            project_of(), add_words(slide(1), "Spring", "title"), add_words(slide(1), LONG, "caption", anchor="top")
        ).items():
            _, caption = words_of(plan, 0)
            self.assertEqual(caption.words.anchor, "top")
            self.assertEqual([], overlaps(plan), name)

    def test_words_without_room_are_made_smaller_together_but_not_under_what_can_be_read(self):
        big = TypeStyle(size=0.3)
        plans = plans_of(
            project_of(outputs=("wide",)),
            *(add_words(slide(1), "A word or two", kind, style=big) for kind in ("title", "caption", "credit")),
        )
        found = words_of(plans["wide"], 0)
        self.assertEqual([], overlaps(plans["wide"]))
        self.assertLess(max(one.size for one in found), 0.3)
        # Capitals of 0.7 em at 16 minutes of arc, the short side being seen at 2 * atan(1 / 6) (common practice).
        self.assertGreaterEqual(min(one.size for one in found), 16 / 0.7 / 1135.5)

    def test_what_has_no_room_is_told_and_so_is_what_was_put_over_other_words(self):
        crowd = [add_words(slide(1), " ".join([LONG] * 12), kind) for kind in ("title", "caption", "credit") * 3]
        project = project_of(outputs=("wide",))
        for edits, sentence, remedy in (
            (crowd, "there is no room for both", ""),
            (
                [
                    add_words(slide(1), "Spring", "title", anchor="top"),
                    add_words(slide(1), "Here", "caption", anchor="top"),
                ],
                "the caption lies over the title.",
                "Find another place",
            ),
        ):
            changed = project
            for edit in edits:
                changed = edit.apply(changed)
            told = [one for one in all_findings(changed, plans_of(changed), {}) if one.kind == "words-over-words"]
            self.assertTrue(told)
            self.assertEqual(told[0].severity.name, "SEVERE")
            self.assertIn(sentence, told[0].sentence)
            self.assertEqual(told[0].remedy.label, remedy)
        solved = told[0].remedy.edit(changed, told[0]).apply(changed)
        self.assertEqual([], [one for one in all_findings(solved, plans_of(solved), {}) if "over-words" in one.kind])

    def test_two_emblems_take_two_corners_and_keep_off_words_that_were_put_there(self):
        project = project_of(outputs=ALL)
        other = MARK.changed(id="other", path="other.png")
        put = add_words(slide(1), "Spring", "title", anchor="bottom-right")
        for name, plan in plans_of(project, add_emblem(MARK), add_emblem(other), put).items():
            self.assertEqual([], overlaps(plan), name)

    def test_an_edit_elsewhere_changes_nothing(self):
        project = project_of(count=3)
        edits = [add_words(slide(1), LONG, "caption"), add_words(slide(1), "Spring", "title"), add_emblem(MARK)]
        before = plans_of(project, *edits)["tall"]
        after = plans_of(project, *edits, add_words(slide(3), "Late", "title"))["tall"]
        self.assertEqual(words_of(before, 0), words_of(after, 0))
        self.assertEqual(
            words_of(before, 0), words_of(plans_of(project, *edits, set_words(slide(1), "w1", "Same"))["tall"], 0)
        )


if __name__ == "__main__":
    unittest.main()
