"""Zones against the television standards."""

import unittest

from jaunty_frame.core.zones import CLASSIC, PHONE, TELEVISION


class Standards(unittest.TestCase):
    def test_title_and_action_safe_of_high_definition(self):
        # SMPTE ST 2046-1, EBU R 95: 93 % and 90 %; at 1920 x 1080 title safe is 1728 x 972.
        title, action = TELEVISION.title_safe_box(), TELEVISION.action_safe_box()
        self.assertEqual((round(title.w * 1920), round(title.h * 1080)), (1728, 972))
        self.assertAlmostEqual(action.w, 0.93)

    def test_classic_margins(self):
        # SMPTE RP 27.3, from memory: 90 % and 80 %.
        self.assertAlmostEqual(CLASSIC.action_safe_box().w, 0.9)
        self.assertAlmostEqual(CLASSIC.title_safe_box().w, 0.8)

    def test_overlays_do_not_overlap(self):
        area = sum(box.w * box.h for box in PHONE.overlay_boxes())
        self.assertAlmostEqual(area, 0.40 + 0.60 * 0.18)
        self.assertEqual(TELEVISION.overlay_boxes(), ())
