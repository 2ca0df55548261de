"""Moves: what they may and may not do, for random photos."""

import itertools
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing.bases import PLACEMENTS, Bases, KeepAreas, Placement, solve_bases
from jaunty_frame.core.framing.straightened_bases import solve_straightened
from jaunty_frame.core.geometry.straightening import Turned, corner_points, turned_share
from jaunty_frame.core.geometry.windows import bar_share, visible_share
from jaunty_frame.core.motion.closing_first import opening_for
from jaunty_frame.core.motion.courses import (
    COURSES,
    HOLD,
    Direction,
    Move,
    choose_courses,
    course_options,
)
from jaunty_frame.core.motion.moves import Cells, set_apart, solve_moves, widened

PUSH = next(c for c, course in enumerate(COURSES) if course.move is Move.PUSH_IN)
PULL = next(c for c, course in enumerate(COURSES) if course.move is Move.PULL_OUT)


def cells_of(aspects, frames, areas, seconds, rate, softness, move=Move.AUTO, degrees=0.0):
    n = len(aspects)
    turned = Turned(np.full(n, degrees), aspects, frames)
    return Cells(turned, areas, [move] * n, np.full(n, seconds), np.full(n, rate), softness, 0.75)


def options_of(wanted, directions, ids, moves):
    return course_options(wanted, directions, ids, moves.possible, moves.natural, moves.way)


def random_cells(seed, n=60, placement=Placement.AUTO):
    rng = np.random.default_rng(seed)
    boxes = np.dstack([rng.random((n, 2, 2)) * 0.6, 0.05 + rng.random((n, 2, 2)) * 0.35])
    areas = KeepAreas(boxes, rng.choice([0.5, 1.0], (n, 2)))
    aspects, frames = rng.choice([1.5, 0.667, 1.0, 3.0], n), rng.choice([9 / 16, 1.0, 16 / 9], n)
    bases = solve_bases(aspects, frames, areas, np.full(n, PLACEMENTS.index(placement)))
    softness = rng.uniform(0.5, 3, n)
    moves = solve_moves(bases, cells_of(aspects, frames, areas, 5.0, 0.04, softness))
    return bases, areas, softness, moves


class Zooms(unittest.TestCase):
    def test_what_the_base_shows_stays_visible(self):
        for seed in range(5):
            bases, areas, _, moves = random_cells(seed)
            shown = areas.required & (visible_share(bases.window, areas.boxes) >= 0.98 - 1e-9)
            for ends in (moves.opening, moves.closing):
                seen = visible_share(ends, np.repeat(areas.boxes[:, None], len(COURSES), axis=1))
                worst = np.where(shown[:, None] & moves.possible[..., None], seen, 1).min()
                self.assertGreaterEqual(worst, 0.98 - 1e-7)

    def test_covering_moves_never_leave_the_photo(self):
        bases, _, _, moves = random_cells(7, placement=Placement.COVER)
        self.assertTrue(np.all(bases.placement == PLACEMENTS.index(Placement.COVER)))
        self.assertLess(np.abs(bar_share(moves.opening)).max(), 1e-9)
        self.assertLess(np.abs(bar_share(moves.closing)).max(), 1e-9)

    def test_the_gain_keeps_the_softness_limit(self):
        bases, _, softness, moves = random_cells(11, placement=Placement.COVER)
        gain = bases.window[:, 2] / moves.closing[:, PUSH, 2]
        limit = np.where(softness < 0.75, 1.10, softness / 0.75)
        self.assertTrue(np.all(gain <= np.minimum(limit, np.exp(0.2)) + 1e-9))
        self.assertTrue(np.all(gain[moves.possible[:, PUSH]] >= 1.03 - 1e-9))

    def test_a_free_push_in_gains_its_rate_and_centres_the_subject(self):
        areas = KeepAreas(np.array([[[0.45, 0.45, 0.1, 0.1]]]), np.ones((1, 1)))
        bases = solve_bases(np.array([1.5]), np.array([9 / 16]), areas, np.array([0]))
        moves = solve_moves(bases, cells_of(np.array([1.5]), np.array([9 / 16]), areas, 5.0, 0.02, np.array([3.0])))
        closing = moves.closing[0, PUSH]
        self.assertAlmostEqual(bases.window[0, 2] / closing[2], np.exp(0.1))
        np.testing.assert_allclose(closing[:2] + closing[2:] / 2, (0.5, 0.5))
        np.testing.assert_allclose(moves.opening[0, PULL], closing)

    def test_subjects_are_tightest_at_their_base(self):
        areas = KeepAreas(np.array([[[0.15, 0.4, 0.1, 0.1], [0.75, 0.4, 0.1, 0.1]]]), np.ones((1, 2)))
        bases = solve_bases(np.array([1.5]), np.array([9 / 16]), areas, np.array([0]))
        moves = solve_moves(bases, cells_of(np.array([1.5]), np.array([9 / 16]), areas, 5.0, 0.02, np.array([3.0])))
        np.testing.assert_allclose(moves.closing[0, PUSH], bases.window[0])
        self.assertGreater(moves.opening[0, PUSH, 2], bases.window[0, 2])


class PansAndTilts(unittest.TestCase):
    def test_they_end_on_the_solved_window_and_keep_the_speed(self):
        bases, _, _, moves = random_cells(3)
        for c, course in enumerate(COURSES):
            if course.move in (Move.PAN, Move.TILT):
                axis = 0 if course.across else 1
                way = np.abs(moves.closing[:, c, axis] - moves.opening[:, c, axis])
                size = moves.closing[:, c, 2 + axis]
                self.assertLessEqual((way / size).max(), 5 / 7 + 1e-9)
                natural = moves.natural[:, c]
                np.testing.assert_allclose(moves.closing[natural, c], bases.window[natural])

    def test_a_pan_is_shortened_no_more_than_its_areas_ask(self):
        for seed in range(5):
            bases, areas, _, moves = random_cells(seed)
            shown = areas.required & (visible_share(bases.window, areas.boxes) >= 0.98 - 1e-9)
            for c, course in enumerate(COURSES):
                if course.move not in (Move.PAN, Move.TILT):
                    continue
                axis = 0 if course.across else 1
                farther = moves.opening[:, c].copy()
                farther[:, axis] -= (course.across + course.down) * 1e-3 * farther[:, 2 + axis]
                way = np.abs(moves.closing[:, c] - farther)[:, axis] / farther[:, 2 + axis]
                low, high = farther[:, axis], farther[:, axis] + farther[:, 2 + axis]
                free = (low >= 0) & (high <= 1) & (way < 5 / 7)
                cut = np.any(shown & (visible_share(farther, areas.boxes) < 0.98 + 1e-9), axis=1)
                self.assertTrue(np.all(cut[free & moves.natural[:, c]]))


class MovesThatAreAskedFor(unittest.TestCase):
    """Diagonals, leans and entering photos; straightened or not."""

    def solved(self, move, seed=2, degrees=0.0, placement=Placement.COVER):
        rng = np.random.default_rng(seed)
        n = 40
        aspects, frames = rng.choice([1.5, 0.667, 3.0], n), rng.choice([9 / 16, 1.0, 16 / 9], n)
        boxes = np.dstack([0.3 + rng.random((n, 1, 2)) * 0.3, np.full((n, 1, 2), 0.1)])
        areas = KeepAreas(boxes, np.ones((n, 1)))
        cells = cells_of(aspects, frames, areas, 5.0, 0.04, np.full(n, 3.0), move, degrees)
        wanted = np.full(n, PLACEMENTS.index(placement))
        if degrees:
            bases = solve_straightened(cells.turned, areas, wanted, np.zeros((n, 0, 4)))
        else:
            bases = solve_bases(aspects, frames, areas, wanted)
        return cells, bases, solve_moves(bases, cells)

    def courses(self, move):
        return [c for c, course in enumerate(COURSES) if course.move is move]

    def assert_inside(self, windows, reach):
        half = windows[:, 2:] * reach / 2
        middle = windows[:, :2] + windows[:, 2:] / 2
        self.assertLess((half - middle).max(), 1e-9)
        self.assertLess((middle + half - 1).max(), 1e-9)

    def test_a_diagonal_goes_both_ways_and_stays_inside(self):
        for degrees in (0.0, -4.0):
            cells, _, moves = self.solved(Move.DIAGONAL, degrees=degrees)
            self.assertTrue(np.any(moves.possible[:, self.courses(Move.DIAGONAL)]))
            for c in self.courses(Move.DIAGONAL):
                chosen = np.flatnonzero(moves.possible[:, c])
                way = (moves.closing[chosen, c] - moves.opening[chosen, c])[:, :2]
                self.assertTrue(np.all(np.sign(way) == (COURSES[c].across, COURSES[c].down)))
                self.assert_inside(moves.opening[chosen, c], cells.turned.reach[chosen])
                self.assertTrue(np.all(cells.rows(chosen).shares(moves.opening[chosen, c]) >= 0.98 - 1e-6))

    def test_a_lean_ends_level_and_its_corners_stay_inside(self):
        for degrees in (0.0, 3.0):
            cells, _, moves = self.solved(Move.LEAN, degrees=degrees)
            for c in self.courses(Move.LEAN):
                chosen = np.flatnonzero(moves.possible[:, c])
                self.assertTrue(chosen.size)
                for k in chosen:
                    lean = moves.lean[k, c]
                    self.assertTrue(0.5 <= abs(lean) <= 5.0 and np.sign(lean) == -COURSES[c].across)
                    for turn in np.linspace(0, lean, 7):
                        corners = corner_points(moves.opening[k, c], -(degrees + turn), cells.turned.photo_aspect[k])
                        self.assertTrue(corners.min() >= -1e-9 and corners.max() <= 1 + 1e-9)

    def test_an_entering_photo_is_outside_at_first(self):
        for degrees in (0.0, 5.0):
            cells, bases, moves = self.solved(Move.ENTER, degrees=degrees)
            for c in self.courses(Move.ENTER):
                np.testing.assert_allclose(moves.closing[:, c], bases.window)
                photo = np.array([0.0, 0.0, 1.0, 1.0])
                for k in range(len(bases.window)):
                    shown = turned_share(moves.opening[k, c], -degrees, photo, cells.turned.photo_aspect[k])
                    self.assertEqual(shown, 0.0)

    def test_the_direction_asked_for_is_taken_where_it_can_be(self):
        _, _, moves = self.solved(Move.DIAGONAL)
        for direction in (Direction.UP_LEFT, Direction.DOWN_RIGHT):
            options = options_of([Move.DIAGONAL] * 40, [direction] * 40, ["x"] * 40, moves)
            wanted = next(
                c
                for c, course in enumerate(COURSES)
                if course == (Move.DIAGONAL, *course[1:]) and course.direction is direction
            )
            possible = moves.possible[:, wanted]
            self.assertTrue(np.any(possible) and np.all(options[possible, 0] == wanted))


class ClosingFirst(unittest.TestCase):
    def opening(self, move, closing, direction=Direction.AUTO):
        areas = KeepAreas(np.zeros((1, 0, 4)), np.zeros((1, 0)))
        cells = cells_of(np.array([1.5]), np.array([1.0]), areas, 5.0, 0.02, np.array([3.0]), move)
        return opening_for(np.array(closing), cells, direction)

    def test_a_push_in_opens_wider_by_its_rate_and_stays_inside(self):
        closing = np.array([0.1, 0.1, 0.4, 0.6])
        opening = self.opening(Move.PUSH_IN, closing)
        self.assertAlmostEqual(opening[2] / closing[2], np.exp(0.1))
        self.assertTrue(opening[0] >= 0 and opening[1] >= 0)
        limited = self.opening(Move.PUSH_IN, [0.1, 0.01, 0.64, 0.96])
        self.assertAlmostEqual(limited[3], 1.0)

    def test_a_pan_comes_from_the_side_that_was_asked_for(self):
        closing = [0.3, 0.2, 0.4, 0.6]
        self.assertLess(self.opening(Move.PAN, closing, Direction.RIGHT)[0], 0.3)
        self.assertGreater(self.opening(Move.PAN, closing, Direction.LEFT)[0], 0.3)
        self.assertAlmostEqual(abs(self.opening(Move.PAN, closing)[0] - 0.3), 0.4 * 5 / 7)

    def test_a_pull_out_opens_tighter_and_a_hold_stays(self):
        self.assertLess(self.opening(Move.PULL_OUT, [0.1, 0.1, 0.4, 0.6])[2], 0.4)
        np.testing.assert_array_equal(self.opening(Move.HOLD, [0.1, 0.1, 0.4, 0.6]), [0.1, 0.1, 0.4, 0.6])


class Choosing(unittest.TestCase):
    def setUp(self):
        _, _, _, self.moves = random_cells(21, n=60)
        self.ids = [f"slide-{k}" for k in range(60)]

    def test_neighbours_differ(self):
        chosen = choose_courses(options_of([Move.AUTO] * 60, [Direction.AUTO] * 60, self.ids, self.moves))
        for a, b in itertools.pairwise(chosen):
            self.assertTrue(a != b or a == HOLD)

    def test_set_moves_are_kept_and_their_neighbours_step_aside(self):
        wanted = [Move.PUSH_IN if k % 2 else Move.AUTO for k in range(60)]
        chosen = choose_courses(options_of(wanted, [Direction.AUTO] * 60, self.ids, self.moves))
        for k in range(1, 60, 2):
            self.assertIn(chosen[k], (PUSH, HOLD))
            if chosen[k] == PUSH:
                self.assertNotEqual(chosen[k - 1], PUSH)

    @settings(max_examples=30)
    @given(st.integers(1, 58), st.text("abcdef", min_size=1, max_size=6))
    def test_an_inserted_slide_changes_its_neighbours_at_most(self, at, name):
        options = options_of([Move.AUTO] * 60, [Direction.AUTO] * 60, self.ids, self.moves)
        before = choose_courses(options)
        extra = options_of([Move.AUTO] * 60, [Direction.AUTO] * 60, [name] * 60, self.moves)[at]
        after = choose_courses(np.insert(options, at, extra, axis=0))
        firsts = options[:, 0].tolist()
        run = at
        while run + 1 < 60 and firsts[run + 1] == firsts[run]:
            run += 1  # a run of slides with the same first choice may shift as a whole
        self.assertEqual(before[: max(at - 1, 0)].tolist(), after[: max(at - 1, 0)].tolist())
        self.assertEqual(before[run + 3 :].tolist(), after[run + 4 :].tolist())


class Ranking(unittest.TestCase):
    def test_what_the_shape_allows_by_itself_comes_before_what_has_to_be_tightened_for(self):
        possible = np.ones((1, len(COURSES)), bool)
        natural = np.zeros((1, len(COURSES)), bool)
        auto = [
            c for c, course in enumerate(COURSES) if course.move in (Move.PUSH_IN, Move.PULL_OUT, Move.PAN, Move.TILT)
        ]
        for seed in "abcdefgh":
            for c in auto:
                natural[0, auto] = False
                natural[0, c] = True
                way = np.ones((1, len(COURSES)))
                options = course_options([Move.AUTO], [Direction.AUTO], [seed], possible, natural, way)[0]
                self.assertEqual(options[0], c)
                self.assertEqual(set(options.tolist()), {*auto, HOLD})
                self.assertEqual(options[-1], HOLD)


class StripsBesideWholePhotos(unittest.TestCase):
    @given(
        st.tuples(st.floats(0.3, 4.0), st.floats(0.3, 4.0)).filter(lambda size: max(size) > 1.0),
        st.floats(1.0, 1.6),
    )
    def test_a_photo_reaches_the_edge_all_the_way_or_stays_well_apart_from_it(self, size, gain):
        w, h = size
        base = np.array(
            [[max(0.0, 1 - w) / 3 if w < 1 else (1 - w) / 2, max(0.0, 1 - h) / 3 if h < 1 else (1 - h) / 2, w, h]]
        )
        turned = Turned(np.zeros(1), np.ones(1), np.array([w / h]))
        apart, out = set_apart(base, np.array([gain]), turned)
        if out[0] < 1.0 + 1e-6:
            return
        ends = [apart[0], widened(apart, out, turned.reach)[0]]
        for axis in (0, 1):
            # Strips at the near and the far side, in frames.
            strips = [
                (max(-end[axis], 0) / end[2 + axis], max(end[axis] + end[2 + axis] - 1, 0) / end[2 + axis])
                for end in ends
            ]
            for side in (0, 1):
                tight, wide = strips[0][side], strips[1][side]
                self.assertTrue(max(tight, wide) < 1e-6 or min(tight, wide) >= 0.025 - 1e-6, strips)

    def test_pans_and_tilts_leave_no_strip_that_looks_like_a_mistake(self):
        # Zoomed out a little, as where a cover would lose too much of what draws the eye: bars of 0 to 8 %.
        heights = np.linspace(1.0, 1.09, 100)
        n = len(heights)
        widths = heights * 16 / 9 / 3.0
        windows = np.stack([(1 - widths) / 2, (1 - heights) / 2, widths, heights], axis=1)
        subject = np.full(n, PLACEMENTS.index(Placement.SUBJECT))
        bases = Bases(windows, subject, np.zeros(n, np.intp), np.zeros(n, bool))
        areas, aspects, frames = KeepAreas(np.zeros((n, 0, 4)), np.zeros((n, 0))), np.full(n, 3.0), np.full(n, 16 / 9)
        moves = solve_moves(bases, cells_of(aspects, frames, areas, 5.0, 0.04, np.full(n, 3.0), Move.DIAGONAL))
        for c, course in enumerate(COURSES):
            if course.move not in (Move.PAN, Move.TILT, Move.DIAGONAL):
                continue
            for ends in (moves.opening[:, c], moves.closing[:, c]):
                strip = np.maximum(-ends[:, 1], 0) / ends[:, 3]
                odd = moves.possible[:, c] & (strip > 1e-6) & (strip < 0.025 - 1e-6)
                self.assertFalse(odd.any(), (course, strip[odd]))
        self.assertTrue(moves.possible[:, [c for c, course in enumerate(COURSES) if course.move is Move.PAN]].any())

    def test_a_whole_photo_that_moves_is_a_little_smaller(self):
        # 3:2 in 16:9, whole: it fills the height, which leaves 2.5 % above and below when it moves.
        base = np.array([[-0.0926, 0.0, 1.1852, 1.0]])
        apart, out = set_apart(base, np.array([1.1]), Turned(np.zeros(1), np.array([1.5]), np.array([16 / 9])))
        self.assertAlmostEqual(apart[0, 3], 1 / 0.95)
        self.assertAlmostEqual(out[0], 1.1)

    def test_where_the_photo_has_room_the_move_is_shorter_instead(self):
        base = np.array([[-0.5, 0.05, 2.0, 0.9]])
        apart, out = set_apart(base, np.array([1.3]), Turned(np.zeros(1), np.ones(1), np.array([2.0])))
        np.testing.assert_allclose(apart, base)
        self.assertAlmostEqual(out[0], 1 / 0.9)
