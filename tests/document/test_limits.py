"""The document's own limits as sentences, wherever a value comes from."""

import unittest
from typing import Annotated

from pydantic import TypeAdapter, ValidationError

from jaunty_frame.document.basis.values import Value
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import UsageError


def values_of(base=Value):
    for one in base.__subclasses__():
        yield one
        yield from values_of(one)


class Numbers(unittest.TestCase):
    def test_no_field_takes_what_is_no_number(self):
        # JSON has neither (RFC 8259, section 6), so a project with one could not be saved.
        tried = 0
        for value_type in set(values_of()):
            for name, info in value_type.model_fields.items():
                annotation = Annotated[(info.annotation, *info.metadata)] if info.metadata else info.annotation
                for number in (float("nan"), float("inf"), float("-inf")):
                    with self.subTest(value=value_type.__name__, name=name), self.assertRaises(ValidationError):
                        TypeAdapter(annotation).validate_python(number)
                    tried += 1
        self.assertGreater(tried, 900)


class Limits(unittest.TestCase):
    def setUp(self):
        project = Project(outputs=(output_from_text("wide"),))
        self.project = add_photos([Photo(id="p", path="p.jpg", width=30, height=20)]).apply(project)

    def test_a_value_beyond_them_is_told_in_one_sentence_and_changes_nothing(self):
        slide = self.project.slides[0].id
        for edit, sentence in (
            (set_title("x" * 201), "Title: title: it has 201 characters, at most 200 can be used."),
            (set_title("a\ud800"), "Title: title: it holds signs that are no text."),
            (
                add_words(slide, "x" * 4001, "caption"),
                "Add caption: text: it has 4001 characters, at most 4000 can be used.",
            ),
            (set_on_slides([slide], "Mount", mount={"size": 9}), "Mount: size: 9 is too much, at most 1 can be used."),
            (
                set_on_slides([slide], "Mount", mount={"size": 0.01}),
                "Mount: size: 0.01 is too little, at least 0.1 is needed.",
            ),
        ):
            with self.subTest(sentence=sentence), self.assertRaises(UsageError) as raised:
                edit.apply(self.project)
            self.assertEqual(str(raised.exception), sentence)


if __name__ == "__main__":
    unittest.main()
