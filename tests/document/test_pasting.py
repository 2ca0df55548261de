"""Slides that are copied from one project into another."""

import unittest

from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.pasting import paste_slides
from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.files.slides_format import copied_slides, slides_from_text, slides_to_text
from jaunty_frame.document.fills.picture import OtherPictureFill
from jaunty_frame.document.model import Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.photo import Photo


def project(folder, names):
    def photo(name):
        content = "blake2b:" + (folder + name).encode().hex().ljust(32, "0")
        return Photo(id=name, path=f"{folder}/{name}.jpg", width=300, height=200, content=content)

    return add_photos([photo(name) for name in names]).apply(Project(outputs=PRESETS[:2]))


class PicturesOfFills(unittest.TestCase):
    def copied(self):
        """Return the first of three slides, whose fill in one output is the third photo, as text and back."""
        there = project("there", "abc")
        first, output = there.slides[0].id, there.outputs[1].id
        there = set_in_output([first], output, "x", fill=OtherPictureFill(photo="c")).apply(there)
        return slides_from_text(slides_to_text(copied_slides(there, {first}, lambda path: f"/{path}")))

    def test_they_come_along_under_a_name_that_is_free(self):
        here = project("here", "abc")
        after = paste_slides(self.copied(), 0).apply(here)
        paths = {photo.id: photo.path for photo in after.photos}
        self.assertEqual(len(paths), 5)
        new = after.slides[0]
        self.assertEqual(paths[new.exhibit.photo], "/there/a.jpg")
        (fill,) = new.fills
        self.assertEqual(paths[fill.picture], "/there/c.jpg")
        self.assertEqual(project_from_text(project_to_text(after)), after)

    def test_pasting_twice_brings_them_once(self):
        once = paste_slides(self.copied(), 0).apply(project("here", "abc"))
        twice = paste_slides(self.copied(), 0).apply(once)
        self.assertEqual(twice.photos, once.photos)
        self.assertEqual(twice.slides[0].fills, once.slides[0].fills)


class ValuesOfOutputs(unittest.TestCase):
    def test_what_a_slide_has_of_its_own_in_an_output_comes_along(self):
        there = project("there", "ab")
        first, (one, other) = there.slides[0].id, there.outputs
        there = set_in_output([first], other.id, "x", mount=Mount(size=0.5)).apply(there)
        there = leave_out([first], one.id, True).apply(there)
        copied = slides_from_text(slides_to_text(copied_slides(there, {first}, lambda path: f"/{path}")))
        new = paste_slides(copied, 0).apply(project("here", "c")).slides[0]
        self.assertEqual(new.in_output(other.id).mount.size, 0.5)
        self.assertEqual(set(new.left_out), {one.id})


if __name__ == "__main__":
    unittest.main()
