"""Edits and undo."""

import unittest
from fractions import Fraction

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.edits.aspects import carry_over
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.framings import drop_framings, set_framing
from jaunty_frame.document.edits.groups import put_together
from jaunty_frame.document.edits.house_rules import set_for_all, set_seconds_for_all, set_title
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas, use_elsewhere
from jaunty_frame.document.edits.material.photos import (
    add_photos,
    remove_photos,
    set_on_photo,
    turn_photos,
    with_photo,
    without_copies,
)
from jaunty_frame.document.edits.outputs import add_output, duplicate_output, remove_output
from jaunty_frame.document.edits.seconds import change_seconds, lock_seconds
from jaunty_frame.document.edits.slides import add_close_up, move_slides, remove_slides, repeat_slide, set_on_slides
from jaunty_frame.document.history import Gesture, History
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.photo import Attention, Photo
from jaunty_frame.document.settings import project_settings, settings_of
from jaunty_frame.document.transitions.wipe import Wipe
from jaunty_frame.errors import UsageError

CONTENT = "blake2b:" + 32 * "0"


def photo(name):
    return Photo(id=name, path=f"{name}.jpg", width=300, height=200, keep_areas=(KeepArea(box=(0.1, 0.2, 0.3, 0.4)),))


def project(names="abcd"):
    return add_photos([photo(name) for name in names]).apply(Project(outputs=PRESETS[:2]))


def order(state):
    return "".join(slide.exhibit.photo for slide in state.slides)


class RunningOrder(unittest.TestCase):
    def test_moving(self):
        for ids, before, expected in (
            (("a-1",), 3, "bcad"),
            (("d-1",), 0, "dabc"),
            (("a-1", "c-1"), 4, "bdac"),
            (("b-1",), 1, "abcd"),
            (("b-1",), 2, "abcd"),
        ):
            with self.subTest(ids=ids, before=before):
                self.assertEqual(order(move_slides(ids, before).apply(project())), expected)

    def test_the_same_photo_twice(self):
        state = repeat_slide("b-1").apply(project())
        self.assertEqual(order(state), "abbcd")
        self.assertEqual(state.slides[2].id, "b-2")
        self.assertEqual(len(state.photos), 4)
        gone = remove_slides(["b-1"]).apply(state)
        self.assertEqual((order(gone), len(gone.photos)), ("abcd", 4))
        self.assertEqual(len(remove_slides(["b-2"]).apply(gone).photos), 4)  # it stays in the set

    def test_adding_again_adds_a_slide_but_no_photo(self):
        state = add_photos([photo("a")], at=1).apply(project())
        self.assertEqual(order(state), "aabcd")
        self.assertEqual(len(state.photos), 4)

    def test_copies_within_one_import_share_one_photo(self):
        first, copy = (photo("a").changed(path=path, content=CONTENT) for path in ("a.jpg", "more/a.jpg"))
        state = add_photos([first, photo("b"), copy]).apply(Project())
        self.assertEqual(order(state), "aba")
        self.assertEqual([one.path for one in state.photos], ["a.jpg", "b.jpg"])
        self.assertEqual(without_copies(Project(), [first, copy]), ([first], [copy]))
        self.assertEqual(without_copies(state, [copy]), ([], [copy]))

    def test_another_picture_gets_an_id_of_its_own(self):
        state = add_photos([photo("a").changed(content=CONTENT)]).apply(project())
        self.assertEqual([one.id for one in state.photos], ["a", "b", "c", "d", "a-2"])
        self.assertEqual(state.slides[-1].exhibit.photo, "a-2")


class Framings(unittest.TestCase):
    def setUp(self):
        self.state = set_framing("a-1", "tall", Window(0, 0, 1, 1), Window(0, 0, 1, 1)).apply(project())

    def test_a_quarter_turn_turns_areas_and_drops_framings(self):
        turned = turn_photos(["a"], 1).apply(self.state)
        self.assertEqual(turned.hand_set, ())
        self.assertEqual(turned.photo("a").upright_size, (200, 300))
        for got, wanted in zip(turned.photo("a").keep_areas[0].box, (0.4, 0.1, 0.4, 0.3), strict=True):
            self.assertAlmostEqual(got, wanted)
        again = turn_photos(["a"], 3).apply(turned)
        self.assertEqual(again.photo("a").quarter_turns, 0)

    def test_a_quarter_turn_turns_attention(self):
        across, down = (tuple(k / 496 for k in order) for order in (range(32), range(31, -1, -1)))
        state = with_photo(self.state, "a", attention=Attention(across=across, down=down))
        # What was at the top is at the right after a turn clockwise.
        turned = turn_photos(["a"], 1).apply(state).photo("a").attention
        self.assertEqual((turned.across, turned.down), (down[::-1], across))
        back = turn_photos(["a"], 3).apply(turn_photos(["a"], 1).apply(state)).photo("a").attention
        self.assertEqual((back.across, back.down), (across, down))

    def test_the_last_one_of_a_cell_holds(self):
        again = set_framing("a-1", "tall", Window(0, 0, 0.5, 0.5), Window(0.1, 0, 0.5, 0.5)).apply(self.state)
        self.assertEqual([tuple(framing.closing) for framing in again.hand_set], [(0.1, 0, 0.5, 0.5)])
        other = set_framing("b-1", "tall", Window(0, 0, 1, 1), Window(0, 0, 1, 1)).apply(again)
        self.assertEqual(len(other.hand_set), 2)

    def test_they_belong_to_one_output(self):
        self.assertIsNone(self.state.hand_set_framing("a-1", "portrait"))
        copied = duplicate_output("tall").apply(self.state)
        self.assertIsNotNone(copied.hand_set_framing("a-1", "tall-2"))
        self.assertEqual(remove_output("tall").apply(self.state).hand_set, ())
        self.assertEqual(drop_framings([("a-1", "tall")]).apply(self.state).hand_set, ())
        self.assertEqual(remove_slides(["a-1"]).apply(self.state).hand_set, ())


class HouseRules(unittest.TestCase):
    def test_a_rule_for_all_reaches_slides_already_placed(self):
        state = set_on_slides(["a-1"], "Move", move=Move.PAN).apply(project())
        state = set_for_all("Move", move=Move.HOLD).apply(state)
        self.assertEqual({slide.move for slide in state.slides}, {None})
        self.assertEqual(settings_of(state.slides[0], state.house_rules).seconds, Fraction(7, 2))


class Undo(unittest.TestCase):
    def test_a_group_that_loses_a_photo_loses_what_was_framed_by_hand(self):
        state = put_together([one.id for one in project().slides[:2]]).apply(project())
        together, alone = state.slides[0].id, state.slides[1].id
        for name in (together, alone):
            state = set_framing(name, "tall", None, Window(0.1, 0.1, 0.5, 0.5)).apply(state)
        left = remove_photos(["b"]).apply(state)
        self.assertEqual([one.slide for one in left.hand_set], [alone])
        self.assertEqual([slide.exhibit.photos for slide in left.slides], [("a",), ("c",), ("d",)])

    def test_every_edit_can_be_taken_back_and_done_again(self):
        history = History(project())
        states = [history.project]
        for edit in (
            set_title("New"),
            move_slides(["a-1"], 3),
            turn_photos(["b"], 1),
            add_output(PRESETS[0]),
            remove_slides(["c-1"]),
        ):
            self.assertTrue(history.apply(edit, lambda edit=edit: edit.label))
            states.append(history.project)
        for k in range(len(states)):
            self.assertEqual(history.steps()[0].label, "Title")
            self.assertEqual([step.after for step in history.steps()], states[1:])
            history.go_to(k)
            self.assertEqual((history.position, history.project), (k, states[k]))
        self.assertEqual(history.undo(), "Remove slide")
        for state in reversed(states[:-2]):
            history.undo()
            self.assertIs(history.project, state)
        self.assertIsNone(history.undo())
        for state in states[1:]:
            history.redo()
            self.assertIs(history.project, state)

    def test_one_drag_is_one_step(self):
        history = History(project())
        before, drag = history.project, Gesture()
        for k in range(5):
            history.apply(set_keep_areas("a", [KeepArea(box=(0.1 * k, 0, 0.1, 0.1))]), gesture=drag)
        history.apply(set_keep_areas("a", []), gesture=Gesture())
        history.undo()
        self.assertAlmostEqual(history.project.photo("a").keep_areas[0].box[0], 0.4)
        history.undo()
        self.assertIs(history.project, before)
        self.assertEqual(history.redo_label, "Keep areas")

    def test_two_gestures_are_two_steps(self):
        history = History(project())
        for name in ("a", "b"):
            history.apply(set_keep_areas(name, []), gesture=Gesture())
        history.undo()
        self.assertEqual([len(one.keep_areas) for one in history.project.photos], [0, 1, 1, 1])

    def test_the_last_500_steps_can_be_taken_back(self):
        history = History(project())
        for k in range(503):
            history.apply(set_title(f"{k}"))
        self.assertEqual(history.position, 500)
        history.go_to(0)
        self.assertEqual(history.project.title, "2")

    def test_after_an_edit_nothing_that_was_undone_comes_back(self):
        history = History(project())
        history.apply(set_title("One"))
        history.undo()
        history.apply(set_title("Other"))
        self.assertEqual(history.redo_label, "")
        history.redo()
        self.assertEqual(history.project.title, "Other")

    def test_what_changes_nothing_is_no_step(self):
        history = History(project())
        self.assertFalse(history.apply(move_slides(["a-1"], 0)))
        self.assertEqual(history.undo_label, "")

    def test_facts_outlast_undo(self):
        history = History(project())
        history.apply(set_title("New"))
        history.amend(Edit("Facts", lambda state: with_photo(state, "a", size=77)))
        history.apply(set_title("Newer"))
        history.amend(Edit("Facts", lambda state: with_photo(state, "a", modified=state.photo("a").size + 1)))
        for title in ("New", "Untitled show"):
            history.undo()
            photo = history.project.photo("a")
            self.assertEqual((history.project.title, photo.size, photo.modified), (title, 77, 78))
        history.redo()
        history.amend(Edit("Facts", lambda state: with_photo(state, "a", size=5)))
        history.redo()
        photo = history.project.photo("a")
        self.assertEqual((history.project.title, photo.size, photo.modified), ("Newer", 5, 78))


class CarryingOver(unittest.TestCase):
    def test_mirrored_every_second_gets_left_for_right(self):
        state = set_on_slides(["a-1"], "x", transition=Wipe(direction="left")).apply(project("abcde"))
        ids = [slide.id for slide in state.slides[1:]]
        for mirrored, sides in ((False, ["left"] * 4), (True, ["right", "left", "right", "left"])):
            after = carry_over("a-1", {SlideAspect.JOINT}, ids, mirrored=mirrored).apply(state)
            self.assertEqual([slide.transition.direction for slide in after.slides[1:]], sides)


class Locked(unittest.TestCase):
    def test_house_rules_leave_locked_slides_alone(self):
        state = change_seconds(["a-1", "b-1"], typed_seconds("4")).apply(project())
        state = lock_seconds(["a-1"], True).apply(state)
        after = set_seconds_for_all(seconds_moving=Fraction(9), seconds_held=Fraction(9)).apply(state)
        self.assertEqual([own.seconds for own in project_settings(after)], [4, 9, 9, 9])


class CloseUpsAndIntents(unittest.TestCase):
    BOX = Window(0.1, 0.2, 0.3, 0.4)

    def setUp(self):
        self.project = project("p")
        self.slide = self.project.slides[0].id

    def test_a_close_up_is_a_slide_of_its_own_after_the_photos(self):
        after = add_close_up(self.slide, self.BOX).apply(self.project)
        self.assertEqual([slide.exhibit.close_up for slide in after.slides], [None, tuple(self.BOX)])
        self.assertEqual(len({slide.id for slide in after.slides}), 2)

    def test_a_quarter_turn_takes_close_ups_along(self):
        after = add_close_up(self.slide, self.BOX).apply(self.project)
        turned = turn_photos(["p"], 1).apply(after)
        for value, expected in zip(turned.slides[1].exhibit.close_up, (0.4, 0.1, 0.4, 0.3), strict=True):
            self.assertAlmostEqual(value, expected)
        back = turn_photos(["p"], 3).apply(turned)
        for value, expected in zip(back.slides[1].exhibit.close_up, self.BOX, strict=True):
            self.assertAlmostEqual(value, expected)

    def test_an_intent_is_a_wish_that_a_new_one_replaces(self):
        first = use_elsewhere(self.slide, "p", Window(0.5, 0.1, 0.3, 0.3), Move.PAN, Direction.LEFT)
        second = use_elsewhere(self.slide, "p", Window(0.2, 0.1, 0.3, 0.3), Move.HOLD, Direction.AUTO)
        after = second.apply(first.apply(self.project))
        areas = after.photo("p").keep_areas
        self.assertEqual([area.box[0] for area in areas], [0.1, 0.2])
        self.assertEqual(areas[1].weight, 0.9)
        self.assertEqual(after.slides[0].move, Move.HOLD)

    def test_leans_and_straightening_are_bounded(self):
        output = self.project.outputs[0].id
        with self.assertRaises((UsageError, ValueError)):
            set_framing(self.slide, output, None, Window(0, 0, 1, 1), leans=(0.0, 9.0))
        with self.assertRaises((UsageError, ValueError)):
            add_close_up(self.slide, Window(0.9, 0.2, 0.3, 0.4)).apply(self.project)
        with self.assertRaises((UsageError, ValueError)):
            set_on_photo("p", "x", straightening=16.0).apply(self.project)
