"""Lengths as people type them."""

import unittest
from fractions import Fraction

from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.errors import UsageError


class TypedSeconds(unittest.TestCase):
    def test_the_forms(self):
        for text, expected in (
            ("4", 4),
            (" 4.5 ", Fraction(9, 2)),
            ("4,5 s", Fraction(9, 2)),
            ("4s12f", Fraction(4) + Fraction(12, 25)),
            ("12f", Fraction(12, 25)),
            ("0:04", 4),
            ("1:00", 60),
            ("1:02:03.5", Fraction(7447, 2)),
            ("+0.5", Fraction(7, 2)),
            ("-0.5", Fraction(5, 2)),
            ("x1.5", Fraction(9, 2)),
            ("×2", 6),
        ):
            with self.subTest(text=text):
                self.assertEqual(typed_seconds(text, Fraction(25)).applied(Fraction(3)), expected)

    def test_what_is_none_is_refused(self):
        for text in ("", "four", "4f12s", "1:2:3:4", "x0", "--1", "1e5", "9" * 30, "٤"):
            with self.subTest(text=text), self.assertRaises(UsageError):
                typed_seconds(text)

    def test_it_says_itself(self):
        for text, words in (("4", "4.0 s"), ("+0.5", "+0.5 s"), ("-1", "−1.0 s"), ("x1.5", "×1.5")):
            self.assertEqual(typed_seconds(text).words(), words)


if __name__ == "__main__":
    unittest.main()
