"""Stages of a plan: what is asked of one is worked out once, by one thread, and by those before it alone."""

import ast
import threading
import unittest
from dataclasses import dataclass, field, fields, replace
from pathlib import Path

import jaunty_frame.show.planning.stages.stage as stage_module
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.stages.stage import Stage


@dataclass(frozen=True, eq=False, kw_only=True)
class First(Stage):
    number: int
    squares: dict[int, int] = field(init=False, default_factory=dict)


@dataclass(frozen=True, eq=False, kw_only=True)
class Second(First):
    cubes: dict[int, int] = field(init=False, default_factory=dict)


class OnceTests(unittest.TestCase):
    def test_many_threads_that_ask_for_one_thing_get_the_one_that_was_made(self):
        stage, made, begun = First(number=3), [], threading.Barrier(8)

        def make(key: int) -> int:
            made.append(key)
            return key * key

        def ask() -> None:
            begun.wait()
            for key in range(50):
                self.assertEqual(stage.once(stage.squares, key, make), key * key)

        threads = [threading.Thread(target=ask) for _ in range(8)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(made), list(range(50)))

    def test_what_is_made_may_ask_the_stages_before(self):
        stage = Second(number=2)
        cube = stage.once(stage.cubes, 5, lambda key: key * stage.once(stage.squares, key, lambda one: one * one))
        self.assertEqual((cube, stage.squares), (125, {5: 25}))

    def test_of_many_only_those_that_lack_are_made(self):
        stage, asked = First(number=1), []
        stage.squares[1] = 1

        def make(keys: list[int]) -> dict[int, int]:
            asked.append(keys)
            return {key: key * key for key in (*keys, 9)}  # with one that goes with them

        stage.all_once(stage.squares, [1, 2, 3], make)
        stage.all_once(stage.squares, [2, 9], make)
        self.assertEqual((asked, stage.squares), ([[2, 3]], {1: 1, 2: 4, 3: 9, 9: 81}))

    def test_what_fails_is_made_when_it_is_asked_for_again(self):
        stage = First(number=1)
        with self.assertRaises(ZeroDivisionError):
            stage.once(stage.squares, 1, lambda key: key // 0)
        self.assertEqual(stage.once(stage.squares, 1, lambda key: 7), 7)

    def test_a_changed_stage_knows_nothing_or_what_it_is_told_up_to_a_stage(self):
        stage = Second(number=1)
        stage.squares[2], stage.cubes[2] = 4, 8
        other = replace(stage, number=2)
        self.assertEqual((other.squares, other.cubes), ({}, {}))
        other.knowing(stage, First)
        self.assertEqual((other.squares, other.cubes), ({2: 4}, {}))
        other.squares[3] = 9
        self.assertNotIn(3, stage.squares)


class OrderTests(unittest.TestCase):
    def test_each_stage_of_a_plan_is_the_one_before_and_more(self):
        stages = [one for one in Plan.__mro__ if issubclass(one, Stage)]
        self.assertEqual([len(one.__bases__) for one in stages], [1] * len(stages))
        self.assertEqual(
            [one.__name__ for one in reversed(stages)],
            ["Stage", "Times", "Ways", "Places", "Fills", "Grounds", "Worded", "Sounding", "Plan"],
        )
        found = [one for one in fields(Plan) if not one.init and one.name != "_lock"]
        self.assertTrue(all(one.default_factory is dict for one in found))

    def test_no_module_that_works_a_stage_out_knows_the_plan_or_a_later_stage(self):
        """What the types say of functions, said of imports: nothing climbs back up."""
        planning = Path(stage_module.__file__).parent.parent
        later: set[str] = set()
        for name in (
            *("plan", "soundtrack", "words.planned", "words.solving", "emblems", "words.order", "words.items"),
            *("words.placed", "grounds", "visibility", "stages.fills", "stages.places", "stages.ways", "stages.times"),
            "slide_table",
        ):
            tree = ast.parse((planning / (name.replace(".", "/") + ".py")).read_text())
            known = {one.module for one in ast.walk(tree) if isinstance(one, ast.ImportFrom)}
            with self.subTest(name):
                self.assertEqual(known & {f"jaunty_frame.show.planning.{one}" for one in later - {"plan"}}, set())
                if name != "words.planned":  # which makes a plan without captions
                    self.assertNotIn("jaunty_frame.show.planning.plan", known)
            later.add(name)


if __name__ == "__main__":
    unittest.main()
