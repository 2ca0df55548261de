"""How an edit is told, and which slides it reaches."""

import unittest
from fractions import Fraction

from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.edit import all_of
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo
from jaunty_frame.document.edits.slides import remove_slides, set_on_slides
from jaunty_frame.document.fills.picture import OtherPictureFill
from jaunty_frame.document.model import Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.changes import change_words, changed_slides
from jaunty_frame.show.words import value_words


def project_of(count=4):
    photos = [Photo(id=f"p{k}", path=f"p{k}.jpg", width=600, height=400, finder=1) for k in range(count)]
    return add_photos(photos).apply(Project(outputs=(output_from_text("tall"),)))


class Changes(unittest.TestCase):
    def setUp(self):
        self.before = project_of()
        self.ids = [slide.id for slide in self.before.slides]

    def test_a_slide_changes_with_its_own_values_and_with_its_photo(self):
        own = set_on_slides([self.ids[2]], "Move", move="hold").apply(self.before)
        self.assertEqual(changed_slides(self.before, own), [self.ids[2]])
        photo = set_on_photo("p1", "Straighten", straightening=1.0).apply(self.before)
        self.assertEqual(changed_slides(self.before, photo), [self.ids[1]])
        self.assertEqual(changed_slides(self.before, self.before), [])

    def told(self, *edits, label="Something"):
        return change_words(label, self.before, all_of(list(edits)).apply(self.before))

    def test_what_changed_is_told_with_what_it_was(self):
        for said, fields in (
            ("Something → Hold for 1 slide", {"move": Move.HOLD}),
            ("Something → 3.5 s for 1 slide", {"seconds": Fraction(7, 2)}),
            ("Something → 3.5 s for 2 slides", {"seconds": Fraction(7, 2)}),
        ):
            chosen = self.ids[:2] if "2 slides" in said else self.ids[:1]
            self.assertEqual(self.told(set_on_slides(chosen, "x", **fields)), said)
        self.before = set_on_slides(self.ids, "x", mount=Mount(size=0.5), move="pan").apply(self.before)
        self.assertEqual(self.told(set_on_slides(self.ids[:1], "x", mount=None)), "Something for 1 slide")
        ruled = self.told(set_on_slides(self.ids[:1], "x", move=None))
        self.assertEqual(ruled, "Something Pan → as the house rules say for 1 slide")
        self.assertEqual(value_words("mount", None), "none of its own")
        self.assertEqual(value_words("instants", ()), "none")

    def test_slides_that_go_are_counted(self):
        self.assertEqual(self.told(remove_slides(self.ids[1:])), "Something: 3 slides")


class Seen(unittest.TestCase):
    def test_pictures_of_fills_and_emblems_are_seen_with_the_slides(self):
        before = project_of()
        first = before.slides[0].id
        emblem = add_emblem(before.photos[3], [first]).apply(before)
        seen = lambda project: [photo.id for photo in project.photos_seen(project.slides[:1])]  # noqa: E731
        self.assertEqual(seen(before), ["p0"])
        self.assertEqual(seen(emblem), ["p0", "p3"])
        own = set_on_slides([first], "x", fill=OtherPictureFill(photo="p2")).apply(emblem)
        self.assertEqual(seen(own), ["p0", "p2", "p3"])
        ruled = before.changed(house_rules=before.house_rules.changed(fill=OtherPictureFill(photo="p1")))
        self.assertEqual(seen(ruled), ["p0", "p1"])


if __name__ == "__main__":
    unittest.main()
