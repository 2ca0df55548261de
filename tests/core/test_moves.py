"""Moves: what they may and may not do, for random photos."""

import itertools
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing import PLACEMENTS, KeepAreas, Placement, solve_bases
from jaunty_frame.core.geometry import bar_share, visible_share
from jaunty_frame.core.moves import COURSES, HOLD, Move, choose_courses, course_options, solve_moves

PUSH = next(c for c, course in enumerate(COURSES) if course.move is Move.PUSH_IN)
PULL = next(c for c, course in enumerate(COURSES) if course.move is Move.PULL_OUT)


def random_cells(seed, n=60, placement=Placement.AUTO):
    rng = np.random.default_rng(seed)
    boxes = np.dstack([rng.random((n, 2, 2)) * 0.6, 0.05 + rng.random((n, 2, 2)) * 0.35])
    areas = KeepAreas(boxes, rng.choice([0.5, 1.0], (n, 2)))
    aspects, frames = rng.choice([1.5, 0.667, 1.0, 3.0], n), rng.choice([9 / 16, 1.0, 16 / 9], n)
    bases = solve_bases(aspects, frames, areas, np.full(n, PLACEMENTS.index(placement)))
    softness = rng.uniform(0.5, 3, n)
    moves = solve_moves(bases, areas, np.full(n, 5.0), np.full(n, 0.04), softness, 0.75)
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
        moves = solve_moves(bases, areas, np.array([5.0]), np.array([0.02]), np.array([3.0]), 0.75)
        closing = moves.closing[0, PUSH]
        self.assertAlmostEqual(bases.window[0, 2] / closing[2], np.exp(0.1))
        np.testing.assert_allclose(closing[:2] + closing[2:] / 2, (0.5, 0.5))
        np.testing.assert_allclose(moves.opening[0, PULL], closing)

    def test_subjects_are_tightest_at_their_base(self):
        areas = KeepAreas(np.array([[[0.05, 0.4, 0.1, 0.1], [0.85, 0.4, 0.1, 0.1]]]), np.ones((1, 2)))
        bases = solve_bases(np.array([1.5]), np.array([9 / 16]), areas, np.array([0]))
        moves = solve_moves(bases, areas, np.array([5.0]), np.array([0.02]), np.array([3.0]), 0.75)
        np.testing.assert_allclose(moves.closing[0, PUSH], bases.window[0])
        self.assertGreater(moves.opening[0, PUSH, 2], bases.window[0, 2])


class PansAndTilts(unittest.TestCase):
    def test_they_end_on_the_solved_window_and_keep_the_speed(self):
        bases, _, _, moves = random_cells(3)
        for c, course in enumerate(COURSES):
            if course.move in (Move.PAN, Move.TILT):
                way = np.abs(moves.closing[:, c, course.axis] - moves.opening[:, c, course.axis])
                size = moves.closing[:, c, 2 + course.axis]
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
                farther = moves.opening[:, c].copy()
                farther[:, course.axis] -= course.direction * 1e-3 * farther[:, 2 + course.axis]
                way = np.abs(moves.closing[:, c] - farther)[:, course.axis] / farther[:, 2 + course.axis]
                low, high = farther[:, course.axis], farther[:, course.axis] + farther[:, 2 + course.axis]
                free = (low >= 0) & (high <= 1) & (way < 5 / 7)
                cut = np.any(shown & (visible_share(farther, areas.boxes) < 0.98 + 1e-9), axis=1)
                self.assertTrue(np.all(cut[free & moves.natural[:, c]]))


class Choosing(unittest.TestCase):
    def setUp(self):
        _, _, _, self.moves = random_cells(21, n=60)
        self.ids = [f"slide-{k}" for k in range(60)]

    def test_neighbours_differ(self):
        chosen = choose_courses(course_options([Move.AUTO] * 60, self.ids, self.moves))
        for a, b in itertools.pairwise(chosen):
            self.assertTrue(a != b or a == HOLD)

    def test_set_moves_are_kept_and_their_neighbours_step_aside(self):
        wanted = [Move.PUSH_IN if k % 2 else Move.AUTO for k in range(60)]
        chosen = choose_courses(course_options(wanted, self.ids, self.moves))
        for k in range(1, 60, 2):
            self.assertIn(chosen[k], (PUSH, HOLD))
            if chosen[k] == PUSH:
                self.assertNotEqual(chosen[k - 1], PUSH)

    @settings(max_examples=30, deadline=None)
    @given(st.integers(1, 58), st.text("abcdef", min_size=1, max_size=6))
    def test_an_inserted_slide_changes_its_neighbours_at_most(self, at, name):
        options = course_options([Move.AUTO] * 60, self.ids, self.moves)
        before = choose_courses(options)
        extra = course_options([Move.AUTO] * 60, [name] * 60, self.moves)[at]
        after = choose_courses(np.insert(options, at, extra, axis=0))
        firsts = options[:, 0].tolist()
        run = at
        while run + 1 < 60 and firsts[run + 1] == firsts[run]:
            run += 1  # a run of slides with the same first choice may shift as a whole
        self.assertEqual(before[: max(at - 1, 0)].tolist(), after[: max(at - 1, 0)].tolist())
        self.assertEqual(before[run + 3 :].tolist(), after[run + 4 :].tolist())
