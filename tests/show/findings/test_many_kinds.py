"""Kinds of transition beyond what the house rules want."""

import unittest

from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.iris import Iris
from jaunty_frame.document.transitions.wipe import Wipe
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner
from tests.document.test_seconds import project


class ManyKinds(unittest.TestCase):
    def found(self, state):
        findings = all_findings(state, Planner().plans(state), {})
        return [finding for finding in findings if finding.kind == "many-kinds"]

    def test_each_further_kind_is_told_once_at_its_first_joint_and_cuts_do_not_count(self):
        state = set_on_slides(["p1-1", "p3-1"], "T", transition=Wipe()).apply(project())
        state = set_on_slides(["p2-1"], "T", transition=Cut()).apply(state)
        self.assertEqual([(f.slide, f.at_joint, f.outputs) for f in self.found(state)], [(2, True, ("wide", "tall"))])
        state = set_on_slides(["p4-1"], "T", transition=Iris()).apply(state)
        self.assertEqual([finding.slide for finding in self.found(state)], [2, 5])
        self.assertEqual([f.slide for f in self.found(set_house_rules("K", most_kinds=2).apply(state))], [5])
        self.assertEqual(self.found(set_house_rules("K", most_kinds=3).apply(state)), [])

    def test_the_remedy_goes_back_to_the_house_rules(self):
        state = set_on_slides(["p1-1"], "T", transition=Wipe()).apply(project())
        (finding,) = self.found(state)
        after = finding.remedy.edit(state, finding).apply(state)
        self.assertEqual((after.slides[1].transition, self.found(after)), (None, []))


if __name__ == "__main__":
    unittest.main()
