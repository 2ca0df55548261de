"""Zones against the television standards."""

import unittest
from fractions import Fraction

from jaunty_frame.core.geometry.zones import CLASSIC, PHONE, TELEVISION, Zones

WIDE, CLASSIC_SHAPE = Fraction(16, 9), Fraction(4, 3)


class Standards(unittest.TestCase):
    def test_title_and_action_safe_of_high_definition(self):
        # SMPTE ST 2046-1, EBU R 95: 93 % and 90 %; at 1920 x 1080 title safe is 1728 x 972.
        title, action = TELEVISION.title_safe_box(WIDE), TELEVISION.action_safe_box(WIDE)
        self.assertEqual((round(title.w * 1920), round(title.h * 1080)), (1728, 972))
        self.assertAlmostEqual(action.w, 0.93)

    def test_classic_margins(self):
        # SMPTE RP 27.3, from memory: 90 % and 80 %.
        self.assertAlmostEqual(CLASSIC.action_safe_box(CLASSIC_SHAPE).w, 0.9)
        self.assertAlmostEqual(CLASSIC.title_safe_box(CLASSIC_SHAPE).w, 0.8)

    def test_overlays_do_not_overlap(self):
        area = sum(box.w * box.h for box in PHONE.overlay_boxes())
        self.assertAlmostEqual(area, 0.40 + 0.60 * 0.18)
        self.assertEqual(TELEVISION.overlay_boxes(), ())

    def test_overlays_lie_along_their_edges(self):
        found = Zones(overlay_top=0.1, overlay_bottom=0.2, overlay_left=0.3, overlay_right=0.05).overlay_boxes()
        # x, y, w, h: the upper and lower ones over the whole width, those at the sides between them.
        wanted = [(0, 0, 1, 0.1), (0, 0.8, 1, 0.2), (0, 0.1, 0.3, 0.7), (0.95, 0.1, 0.05, 0.7)]
        for box, expected in zip(found, wanted, strict=True):
            for one, other in zip(box, expected, strict=True):
                self.assertAlmostEqual(one, other)

    def test_the_cut_out_of_wide_pictures_holds_the_safe_zones(self):
        # 4:3 of 1920 x 1080 is 1440 x 1080, 240 px from either side.
        zones = TELEVISION._replace(cut_out=CLASSIC_SHAPE)
        cut_out, action = zones.cut_out_box(WIDE), zones.action_safe_box(WIDE)
        self.assertEqual((cut_out.x * 1920, cut_out.w * 1920, cut_out.y, cut_out.h), (240, 1440, 0, 1))
        self.assertAlmostEqual(action.w * 1920, 0.93 * 1440)
        self.assertAlmostEqual(action.h, 0.93)

    def test_tiles_are_centred_and_as_large_as_they_go(self):
        for aspect, frame, expected in (
            (Fraction(1), Fraction(9, 16), (0, 420 / 1920, 1, 1080 / 1920)),
            (Fraction(3, 4), Fraction(9, 16), (0, 240 / 1920, 1, 1440 / 1920)),
            (Fraction(3, 4), Fraction(1), (0.125, 0, 0.75, 1)),
        ):
            for found, wanted in zip(Zones(tile=aspect).tile_box(frame), expected, strict=True):
                self.assertAlmostEqual(found, wanted)
        self.assertEqual(Zones().tile_box(WIDE), (0, 0, 1, 1))
