"""Long work has one owner: what comes of it, when another project is opened, and when the window closes."""

import threading
import unittest

from PySide6.QtCore import QEvent

from jaunty_frame.app.project.jobs import AUTOSAVE, CHECK, EXPORT, IMPORT, PLAN, Jobs
from jaunty_frame.app.project.task import Task
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.errors import Cancelled, UsageError
from tests.app.window_case import wait_for


class Gate:
    """Work that goes on until it is let through, or told to stop; ``heeds`` : whether it hears of that."""

    def __init__(self, heeds: bool = True) -> None:
        self.opened, self.began, self.ended, self._heeds = threading.Event(), threading.Event(), False, heeds

    def __call__(self, report, stopped):
        self.began.set()
        report(1, 2)
        while not self.opened.wait(0.002):
            if self._heeds and stopped():
                self.ended = True
                raise Cancelled("Stopped.")
        self.ended = True
        return "made"


class JobsTests(unittest.TestCase):
    def setUp(self):
        self.app = make_application()
        self.jobs, self.said = Jobs(), []
        self.addCleanup(self.jobs.deleteLater)
        self.addCleanup(self.jobs.shut_down)
        self.jobs.failed.connect(lambda sentence: self.said.append(("told", sentence)))

    def begin(self, kind, work, **more):
        answers = {
            "failed": lambda sentence: self.said.append(("failed", sentence)),
            "cancelled": lambda: self.said.append(("cancelled",)),
            "ended": lambda: self.said.append(("ended",)),
        } | more
        return self.jobs.start(kind, work, lambda result: self.said.append(("finished", result)), **answers)

    def wait(self, condition):
        wait_for(self.app, condition)

    def test_one_answer_is_given_and_then_the_end(self):
        def faulty(report, stopped):
            raise UsageError("It cannot be.")

        gate = Gate()
        for work, answer in (
            (lambda report, stopped: 7, ("finished", 7)),
            (faulty, ("failed", "It cannot be.")),
            (gate, ("cancelled",)),
        ):
            with self.subTest(answer[0]):
                self.said.clear()
                self.begin(IMPORT, work)
                self.assertIsNotNone(self.jobs.running(IMPORT))
                if work is gate:
                    self.jobs.cancel(IMPORT)
                self.wait(lambda: len(self.said) == 2)
                self.assertEqual(self.said, [answer, ("ended",)])
                self.assertIsNone(self.jobs.running(IMPORT))

    def test_a_fault_that_nobody_speaks_for_is_told_by_the_owner(self):
        def faulty(report, stopped):
            raise UsageError("It cannot be.")

        self.begin(IMPORT, faulty, failed=None)
        self.wait(lambda: len(self.said) == 2)
        self.assertEqual(self.said[0], ("told", "It cannot be."))

    def test_what_ends_can_be_begun_again_from_its_answer(self):
        def again(result):
            self.said.append(result)
            if len(self.said) < 3:
                self.assertIsNone(self.jobs.running(IMPORT))
                self.jobs.start(IMPORT, lambda report, stopped: len(self.said), again)

        self.jobs.start(IMPORT, lambda report, stopped: 0, again)
        self.wait(lambda: len(self.said) == 3)
        self.assertEqual(self.said, [0, 1, 2])

    def test_nothing_comes_of_work_for_a_project_that_is_no_longer_open(self):
        gates = {kind: Gate(heeds=False) for kind in (IMPORT, CHECK, PLAN, EXPORT)}
        for kind, gate in gates.items():
            self.begin(kind, gate, ended=lambda: None, progress=lambda done, total: self.said.append(done))
            gate.began.wait()
        self.jobs.open_other()
        self.assertIsNone(self.jobs.running(IMPORT, CHECK))
        self.assertIsNotNone(self.jobs.running(PLAN))
        fresh = Gate()
        self.begin(IMPORT, fresh, ended=lambda: None)
        for gate in (*gates.values(), fresh):
            gate.opened.set()
        self.wait(lambda: self.jobs.running(IMPORT, PLAN, EXPORT) is None)
        self.jobs.wait(IMPORT, CHECK)
        self.app.processEvents()
        self.assertEqual([one for one in self.said if one != 1], [("finished", "made")] * 3)

    def test_each_kind_ends_at_the_close_as_it_says(self):
        deaf, hears, saves = Gate(heeds=False), Gate(), Gate(heeds=False)
        self.begin(CHECK, deaf)
        self.begin(EXPORT, hears, under_way=lambda: "An export is running.")
        self.begin(AUTOSAVE, saves)
        self.assertEqual(self.jobs.under_way(), ["An export is running."])
        threading.Timer(0.05, saves.opened.set).start()
        self.jobs.shut_down()
        self.assertTrue(hears.ended and saves.ended)
        self.assertFalse(deaf.ended)  # it was not waited for longer than a moment
        deaf.opened.set()
        self.jobs.wait(CHECK)
        self.app.processEvents()
        self.assertEqual(self.said, [])

    def test_work_leaves_nothing_behind(self):
        for _ in range(5):
            self.begin(CHECK, lambda report, stopped: 1)
        self.wait(lambda: len(self.said) == 10)
        self.app.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        self.assertEqual(self.jobs.findChildren(Task), [])


if __name__ == "__main__":
    unittest.main()
