"""Light of a wide range, against the figures of its recommendations."""

import unittest

import numpy as np

from jaunty_frame.core.colouring.wide_range import (
    compressed,
    from_wide_range,
    light_of_pq,
    pq_of_light,
    scene_of_hlg,
)


class Curves(unittest.TestCase):
    def test_pq_by_the_figures_of_bt_2408(self):
        # ITU-R BT.2408-4, table 1 and annex 1: 203 cd/m2 is 58 % PQ, 100 cd/m2 51 %, 1000 cd/m2 75 %, 26 cd/m2 38 %.
        for light, share in ((203, 0.58), (100, 0.51), (1000, 0.75), (26, 0.38)):
            self.assertAlmostEqual(float(pq_of_light(np.array(light))), share, delta=0.005)
        self.assertAlmostEqual(float(light_of_pq(np.array(1.0))), 10_000, delta=1)
        values = np.linspace(0, 1, 50)
        np.testing.assert_allclose(pq_of_light(light_of_pq(values)), values, atol=1e-6)

    def test_hlg_by_bt_2100(self):
        # ITU-R BT.2100-2, table 5: half the signal is a twelfth of the light, all of it all; BT.2408: 75 % is 26.5 %.
        for signal, light in ((0.0, 0.0), (0.5, 1 / 12), (1.0, 1.0), (0.75, 0.265)):
            self.assertAlmostEqual(float(scene_of_hlg(np.array(signal))), light, delta=0.0005)

    def test_dark_light_stays_and_bright_light_is_rolled_off(self):
        light = np.array([0.1, 1, 10, 50, 100, 203, 500, 1000])
        out = compressed(light)
        np.testing.assert_allclose(out[:3], light[:3], rtol=0.01)
        self.assertTrue((np.diff(out) > 0).all())
        self.assertAlmostEqual(float(out[-1]), 203, delta=1)


class Pixels(unittest.TestCase):
    def grey(self, signal, transfer):
        pixels = np.full((2, 2, 3), round(signal * 65535), np.uint16)
        return from_wide_range(pixels, transfer, True)

    def test_greys_stay_grey_and_in_order(self):
        for transfer in ("pq", "hlg"):
            values = [self.grey(signal, transfer)[0, 0] for signal in (0.0, 0.2, 0.4, 0.5, 0.6, 0.75, 1.0)]
            for value in values:
                self.assertLessEqual(int(value.max()) - int(value.min()), 1)
            levels = [int(value[1]) for value in values]
            self.assertEqual(levels, sorted(levels))
            self.assertEqual(levels[0], 0)

    def test_the_white_of_paper_is_light_and_not_burnt_out(self):
        for transfer, signal in (("pq", 0.58), ("hlg", 0.75)):
            self.assertTrue(190 <= int(self.grey(signal, transfer)[0, 0, 1]) <= 240)
        self.assertEqual(int(self.grey(0.75, "pq")[0, 0, 1]), 255)

    def test_primaries_become_ours(self):
        green = np.zeros((1, 1, 3), np.uint16)
        green[..., 1] = round(0.45 * 65535)
        blue, green_out, red = from_wide_range(green, "pq", True)[0, 0].tolist()
        self.assertEqual((blue, red), (0, 0))  # outside ours: cut
        self.assertGreater(green_out, int(from_wide_range(green, "pq", False)[0, 0, 1]))
