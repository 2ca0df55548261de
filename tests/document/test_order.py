"""Orders of the slides: by what is known of their photos, spread, reversed, or as the user says."""

import unittest
from itertools import pairwise

from jaunty_frame.document.edits.material.photos import add_photos, turn_photos
from jaunty_frame.document.edits.order import Order, arrange_slides, order_slides
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import Photo, Shape, name_order
from jaunty_frame.errors import UsageError

# name, size, capture time; in this order in the project
PHOTOS = (
    ("d", (300, 200), "2026-04-18T11:00:00"),
    ("B", (200, 300), ""),
    ("a", (300, 200), "2026-04-18T09:00:00"),
    ("c", (600, 200), "2026-04-18T10:00:00"),
    ("e", (200, 300), "2026-04-18T09:00:00"),
    ("f", (210, 205), ""),
)


def project():
    photos = [
        Photo(id=name, path=f"x/{name}.jpg", width=size[0], height=size[1], taken=taken) for name, size, taken in PHOTOS
    ]
    return add_photos(photos).apply(Project())


def order(state):
    return "".join(slide.exhibit.photo for slide in state.slides)


class Orders(unittest.TestCase):
    def test_all_slides(self):
        for by, expected in (
            (Order.TIME, "aecdBf"),
            (Order.NAME, "aBcdef"),
            (Order.SHAPE, "Befdac"),
            (Order.REVERSE, "fecaBd"),
        ):
            with self.subTest(by=by):
                self.assertEqual(order(order_slides(by).apply(project())), expected)
        spread = order_slides(Order.SPREAD).apply(project())
        shapes = [spread.photo(slide.exhibit.photo).shape for slide in spread.slides]
        self.assertTrue(all(a != b for a, b in pairwise(shapes)), shapes)

    def test_chosen_slides_change_among_their_places(self):
        self.assertEqual(order(order_slides(Order.NAME, ["d-1", "a-1", "e-1"]).apply(project())), "aBdcef")
        self.assertEqual(order(order_slides(Order.REVERSE, ["d-1"]).apply(project())), "fecaBd", "one is none")

    def test_the_same_order_is_no_step(self):
        state = order_slides(Order.NAME).apply(project())
        self.assertIs(order_slides(Order.NAME).apply(state), state)

    def test_as_the_user_says(self):
        self.assertEqual(order(arrange_slides([6, 1, 2, 3, 4, 5]).apply(project())), "fdBace")
        for wrong in ([1, 2], [1, 1, 2, 3, 4, 5], [0, 1, 2, 3, 4, 5]):
            with self.assertRaises(UsageError):
                arrange_slides(wrong).apply(project())


class Names(unittest.TestCase):
    def test_numbers_count_as_numbers_and_copies_come_after_what_they_are_of(self):
        names = ["b/Yard.jpg", "IMG 2.jpg", "img 10.jpg", "yard (1).jpg", "IMG 2b.jpg", "IMG.jpg", "9.jpg", ".jpg"]
        ordered = ["9.jpg", ".jpg", "IMG.jpg", "IMG 2.jpg", "IMG 2b.jpg", "img 10.jpg", "b/Yard.jpg", "yard (1).jpg"]
        self.assertEqual(sorted(names, key=name_order), ordered)


class Shapes(unittest.TestCase):
    def test_limits(self):
        for size, shape in (
            ((1000, 1049), Shape.SQUARE),
            ((1000, 1051), Shape.UPRIGHT),
            ((1049, 1000), Shape.SQUARE),
            ((1051, 1000), Shape.SIDEWAYS),
            ((1999, 1000), Shape.SIDEWAYS),
            ((2000, 1000), Shape.PANORAMA),
            ((1000, 3000), Shape.UPRIGHT),
        ):
            photo = Photo(id="p", path="p.jpg", width=size[0], height=size[1])
            self.assertEqual(photo.shape, shape, size)

    def test_a_quarter_turn_makes_an_upright_photo_lie(self):
        state = turn_photos(["B"], 1).apply(project())
        self.assertEqual(state.photo("B").shape, Shape.SIDEWAYS)


if __name__ == "__main__":
    unittest.main()
