"""A large show is planned and checked beside the GUI thread; what is shown always belongs together."""

import unittest
from fractions import Fraction
from unittest import mock

from PySide6.QtCore import QEventLoop, QTimer

from jaunty_frame.app.project import show_work
from jaunty_frame.app.project.jobs import AUTOSAVE
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import set_for_all, set_title
from jaunty_frame.document.edits.slides import remove_slides, repeat_slide
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner
from tests.app.sheet.test_blocks import COUNT, shown_often
from tests.app.window_case import WindowCase


class LargeShow(WindowCase):
    """With 60 slides in 3 outputs, 180 cells are too many to be planned at once."""

    def setUp(self):
        super().setUp()
        self.session = self.window.session
        self.session.apply(Edit("Often", shown_often))
        self.settle()

    def assert_belongs_together(self):
        project, plans = self.session.project, self.session.plans()
        self.assertEqual(set(plans), {output.id for output in project.outputs})
        for plan in plans.values():
            self.assertEqual(plan.slides, project.slides)
            self.assertEqual(plan.table.rules, project.house_rules)

    def test_an_edit_of_all_returns_at_once_and_is_shown_when_it_is_planned(self):
        before = self.session.project
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.assertIs(self.session.project, before)
        self.assertEqual(self.session.latest.house_rules.seconds_moving, Fraction(3))
        self.assertTrue(self.session.shown.is_working)
        self.assert_belongs_together()
        self.settle()
        self.assertIs(self.session.project, self.session.latest)
        self.assert_belongs_together()
        expected = Planner().plans(self.session.latest)
        for name, plan in self.session.plans().items():
            self.assertTrue((plan.stations == expected[name].stations).all())

    def test_of_many_edits_the_last_is_shown_and_each_can_be_undone(self):
        for seconds in range(2, 8):
            self.session.apply(set_for_all("Seconds", seconds_moving=str(seconds)))
        self.settle()
        self.assertEqual(self.session.project.house_rules.seconds_moving, 7)
        self.session.edited.undo()
        self.session.edited.undo()
        self.settle()
        self.assertEqual(self.session.project.house_rules.seconds_moving, 5)
        self.assert_belongs_together()

    def test_edits_of_slides_that_are_on_their_way_out_change_nothing(self):
        gone = [slide.id for slide in self.session.project.slides[:5]]
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.session.apply(remove_slides(gone))
        self.session.apply(remove_slides(gone))
        self.session.apply(repeat_slide(gone[0]))
        self.settle()
        self.assertEqual(len(self.project.slides), COUNT - 5)

    def test_findings_follow_and_are_those_of_what_is_shown(self):
        self.session.apply(set_for_all("Placement", placement="whole"))
        self.settle()
        found = all_findings(self.session.project, self.session.plans(), self.session.shown.states)
        self.assertEqual(self.session.findings(), [finding for finding in found if not finding.noted_only])

    def test_a_title_typed_while_frames_are_looked_at_stays(self):
        shown = self.session.shown
        before, helped = shown._shown, dict(shown.plans())  # as where frames told that words need more help
        self.session.apply(set_title("Typed meanwhile"))
        self.assertIs(shown.plans(), before.plans)
        shown._take_findings(before, shown.states, [], helped)
        self.assertIs(self.session.plans(), helped)
        self.assertIs(self.session.project, self.session.latest)

    def test_what_waits_for_a_project_that_was_left_is_not_done(self):
        done = []
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.session.shown.when_shown(lambda: done.append("for the one before"))
        self.assertTrue(self.session.shown.is_working)
        self.session.place.count_as_saved()
        self.window.files.open_path(self.path)
        self.settle()
        self.assertEqual(done, [])
        self.session.shown.when_shown(lambda: done.append("for this one"))
        self.assertEqual(done, ["for this one"])

    def test_what_is_planned_for_a_project_that_was_left_is_not_shown(self):
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.session.place.count_as_saved()
        self.window.files.open_path(self.path)
        self.settle()
        self.assertEqual(len(self.session.project.slides), 5)
        self.assertIs(self.session.project, self.session.latest)

    def test_what_wants_the_newest_state_waits_for_it(self):
        done = []
        self.session.shown.when_shown(lambda: done.append("at once"))
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.session.shown.when_shown(lambda: done.append("passed over"))
        self.session.shown.when_shown(lambda: done.append(self.session.project.house_rules.seconds_moving))
        self.assertEqual(done, ["at once"])
        self.settle()
        self.assertEqual(done, ["at once", Fraction(3)])

    def test_play_begins_with_the_newest_state(self):
        self.session.apply(set_for_all("Seconds", seconds_moving="3"))
        self.window.desk.actions["play"].trigger()
        self.wait_until(lambda: self.window.pages.currentWidget() is not self.window.workplace)
        self.assertIs(self.window.screening._plan, self.session.plans()[self.window.sheet.chosen_place()[1]])
        self.window.screening.leave()

    def test_a_title_needs_no_plan(self):
        plans = self.session.plans()
        with mock.patch.object(show_work.Planner, "_solve", side_effect=AssertionError):
            self.session.apply(set_title("Other"))
        self.assertEqual(self.session.project.title, "Other")
        self.assertIs(self.session.plans(), plans)

    def test_a_view_that_fails_does_not_keep_later_states_from_being_shown(self):
        seen, loop = [], QEventLoop()
        # In its own loop, as in life: from within a call of ours the fault would only come back to us.
        self.session.changed.connect(lambda: None if seen else 1 / 0)
        with mock.patch("sys.excepthook", lambda *_: (seen.append(True), loop.quit())):
            self.session.apply(set_for_all("Seconds", seconds_moving="3"))
            QTimer.singleShot(30_000, loop.quit)
            loop.exec()
        self.assertTrue(seen)
        self.session.apply(set_for_all("Seconds", seconds_moving="4"))
        self.settle()
        self.assertEqual(self.project.house_rules.seconds_moving, 4)

    def test_a_fault_while_planning_is_told_and_the_next_plan_works(self):
        with mock.patch.object(show_work.Planner, "plans", side_effect=RuntimeError("a fault of ours")):
            self.session.apply(set_for_all("Seconds", seconds_moving="3"))
            self.wait_until(lambda: not self.session.shown.is_working)
        self.assertIn("a fault of ours", self.window.notice.text.text())
        self.session.apply(set_for_all("Seconds", seconds_moving="4"))
        self.settle()
        self.assertEqual(self.project.house_rules.seconds_moving, 4)


class Autosaves(WindowCase):
    def test_an_autosave_that_is_written_while_the_user_saves_does_not_stay(self):
        session = self.window.session
        file = session.place._autosaves._file(self.path)
        session.apply(set_title("Other"))
        session.place.autosaver.write()
        self.window.files.save()
        self.wait_until(lambda: session.jobs.running(AUTOSAVE) is None)
        self.assertFalse(file.exists())
        session.apply(set_title("Again"))
        session.place.autosaver.write()
        self.wait_until(lambda: session.jobs.running(AUTOSAVE) is None)
        self.assertTrue(file.exists())


if __name__ == "__main__":
    unittest.main()
