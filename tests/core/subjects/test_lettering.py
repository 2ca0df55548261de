"""Lettering: lines of signs are found, noise is not."""

import unittest

import cv2
import numpy as np

from jaunty_frame.core.subjects.lettering import find_lettering


class LetteringTest(unittest.TestCase):
    def test_a_drawn_line_is_found_and_noise_is_none(self):
        page = np.full((300, 500, 3), 235, np.uint8)
        cv2.putText(page, "stoneware bowls", (40, 200), cv2.FONT_HERSHEY_SIMPLEX, 1.0, (30, 30, 30), 2, cv2.LINE_AA)
        line, *_ = find_lettering(page)
        self.assertGreaterEqual(line.signs, 10)
        self.assertTrue(0.05 < line.box.x < 0.12 and 0.55 < line.box.y < 0.65)
        noise = np.random.default_rng(3).integers(0, 255, (300, 400, 3), np.uint8)
        self.assertFalse([line for line in find_lettering(noise) if line.signs >= 8])
