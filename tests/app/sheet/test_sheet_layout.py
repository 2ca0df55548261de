"""Where cells lie on the sheet: blocks side by side, all columns in view, the whole show at once."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.app.sheet.sheet_layout import (
    NO_LANE,
    LaneWidths,
    Measures,
    SheetLayout,
    fitted_rows,
    whole_show_rows,
)

FOUR_OUTPUTS = (9 / 16, 1.0, 4 / 3, 16 / 9)
# A window of 1900x1040 beside the bench, and one of 1280x800, without the top bar.
LARGE, SMALL = (1197, 988), (806, 748)

aspect_lists = st.lists(st.floats(0.3, 4.0), min_size=1, max_size=8).map(tuple)


class Blocks(unittest.TestCase):
    def test_the_whole_show_of_54_slides_in_four_outputs_is_in_view(self):
        for (width, height), least in ((LARGE, 34), (SMALL, 22)):
            with self.subTest(width=width):
                high = whole_show_rows(FOUR_OUTPUTS, 54, width, height)
                self.assertGreaterEqual(high.picture_height, least)
                room = height - high.head
                layout = SheetLayout(FOUR_OUTPUTS, 54, high, width, room)
                self.assertGreater(layout.blocks, 1)
                for row in range(54):
                    for column in range(6):
                        cell = layout.cell(row, column)
                        self.assertTrue(cell.x >= 0 and cell.x + cell.w <= width, cell)
                        self.assertTrue(cell.y >= 0 and cell.y + cell.h <= room, cell)

    @given(aspect_lists, st.integers(1, 120), st.integers(300, 2400), st.integers(300, 1400))
    def test_one_pixel_higher_the_whole_show_would_not_fit(self, aspects, rows, width, height):
        high = whole_show_rows(aspects, rows, width, height)
        fits = [
            SheetLayout(aspects, rows, one, width, height - one.head).is_whole_in_view for one in (high, _higher(high))
        ]
        self.assertTrue(fits[0] or high.picture_height == 22)
        self.assertTrue(not fits[1] or high.picture_height == 420)

    @given(aspect_lists, st.integers(1, 300), st.integers(22, 300), st.integers(200, 2400), st.integers(200, 1400))
    def test_cells_are_found_where_they_are_at_every_corner(self, aspects, rows, high, width, height):
        layout = SheetLayout(aspects, rows, Measures(high), width, height)
        for row in {0, rows // 2, rows - 1, min(layout.rows_down, rows - 1)}:
            for column in range(len(aspects) + 2):
                x, y, w, h = layout.cell(row, column)
                for corner in ((x, y), (x + w - 1, y + h - 1)):
                    self.assertEqual(layout.cell_at(*corner), (row, column))
                self.assertIn(row, layout.rows_in(x, y, w, h))
                self.assertLessEqual(x + w, layout.size[0])
                self.assertLessEqual(y + h, layout.size[1])

    def test_time_runs_down_then_to_the_right(self):
        layout = SheetLayout((1.0,), 10, Measures(30), 400, 3 * Measures(30).row)
        places = [layout.cell(row, 0)[:2] for row in range(10)]
        self.assertEqual((layout.rows_down, layout.blocks), (3, 4))
        self.assertEqual([y for _, y in places], [0, 38, 76] * 3 + [0])
        self.assertEqual(sorted({x for x, _ in places}), [k * layout.step for k in range(4)])
        self.assertIsNone(layout.cell_at(places[9][0], 40), "below the last row")
        self.assertIsNone(layout.cell_at(layout.block_width + 2, 10), "between two blocks")

    def test_one_block_where_no_two_fit_or_all_rows_do(self):
        self.assertEqual(SheetLayout(FOUR_OUTPUTS, 500, Measures(100), 806, 700).blocks, 1)
        self.assertEqual(SheetLayout((1.0,), 10, Measures(30), 2000, 10 * Measures(30).row).blocks, 1)

    def test_what_is_dropped_goes_before_the_nearer_edge(self):
        layout = SheetLayout((1.0,), 10, Measures(30), 400, 3 * Measures(30).row)
        second = layout.step + 5
        for place, row in (
            ((5, 0), 0),
            ((5, 18), 0),
            ((5, 20), 1),
            ((5, 500), 3),
            ((second, 20), 4),
            ((5000, 500), 10),
            ((-9, -9), 0),
        ):
            with self.subTest(place=place):
                self.assertEqual(layout.row_before(*place), row)


class WithSound(unittest.TestCase):
    def test_the_whole_show_stays_whole_beside_a_lane(self):
        """At 1280 x 800 the sheet has some 806 x 748 pixels beside the bench."""
        lanes = LaneWidths(78, 24)
        for rows in (20, 37, 47):
            for aspects in (FOUR_OUTPUTS[:3], FOUR_OUTPUTS):
                high = whole_show_rows(aspects, rows, 806, 748, lanes)
                if not whole_layout(aspects, rows, 806, 748, NO_LANE).is_whole_in_view:
                    continue
                layout = SheetLayout(aspects, rows, high, 806, 748 - high.head, lanes)
                with self.subTest(rows=rows, outputs=len(aspects)):
                    self.assertTrue(layout.is_whole_in_view)
                    self.assertLessEqual(layout.lane, 26)
                    self.assertLessEqual(layout.size[0], 806)

    def test_beside_high_rows_the_lane_is_as_wide_as_its_names_need(self):
        self.assertEqual(SheetLayout((1.0,), 3, Measures(150), 806, 700, LaneWidths(78, 24)).lane, 78)
        self.assertEqual(SheetLayout((1.0,), 3, Measures(150), 806, 700).lane, 0)


def whole_layout(aspects, rows, width, height, lanes):
    high = whole_show_rows(aspects, rows, width, height, lanes)
    return SheetLayout(aspects, rows, high, width, height - high.head, lanes)


def _higher(measures):
    return measures._replace(picture_height=measures.picture_height + 1)


class Fit(unittest.TestCase):
    @given(aspect_lists, st.integers(300, 2600))
    def test_all_columns_are_in_view_as_large_as_can_be(self, aspects, width):
        rows = fitted_rows(aspects, width)
        self.assertTrue(rows.picture_height == 22 or sum(rows.widths(aspects)) <= width)
        self.assertTrue(rows.picture_height == 150 or sum(_higher(rows).widths(aspects)) > width)

    @given(aspect_lists, st.integers(300, 2600), st.integers(0, 90))
    def test_no_strip_is_left_bare_that_a_larger_picture_would_fill(self, aspects, width, lane):
        rows = fitted_rows(aspects, width, LaneWidths(lane, lane // 4))
        if rows.low and 22 < rows.picture_height < 150:
            larger = sum(Measures(rows.picture_height + 1, True).widths(aspects)) + lane // 4
            self.assertGreater(larger, width)

    def test_what_is_said_beside_pictures_makes_way_only_for_low_ones(self):
        self.assertFalse(fitted_rows(FOUR_OUTPUTS, 806).low)
        self.assertTrue(fitted_rows(FOUR_OUTPUTS[:3], 517, LaneWidths(90, 26)).low)


if __name__ == "__main__":
    unittest.main()
