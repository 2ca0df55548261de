"""Findings as they are told: what many places have in common is said once, and marked where one should look."""

import unittest

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Accepted
from jaunty_frame.show.findings.findings import all_findings, is_accepted
from jaunty_frame.show.findings.groups import grouped, let_all_be, marked, remedies_of
from tests.show.planning.words.test_words import plans_of, project_of

FOUR = ("tall", "square", "classic", "wide")
EDGES = KeepArea(box=(0.02, 0.1, 0.96, 0.5))


def told(project):
    found = all_findings(project, plans_of(project), {})
    return [one for one in found if not (one.noted_only or is_accepted(project, one))]


class Groups(unittest.TestCase):
    def small(self, count, size=(512, 341)):
        return project_of(count=count, outputs=FOUR, size=size)

    def test_many_small_photos_are_one_row_and_no_marks(self):
        project = self.small(32)
        found = told(project)
        self.assertEqual(len({one.slide_id for one in found if one.kind == "soft"}), 32)
        groups = grouped(found)
        self.assertLessEqual(len(groups), 12)
        soft = next(group for group in groups if group.kind == "soft")
        # In the tall output 1920 output pixels for 341, 5.63 times; a move tightens it by at most 1.10.
        self.assertEqual(soft.sentence, "32 photos are smaller than these outputs need, the worst 6.2 times.")
        self.assertEqual([one for one in marked(found, 32) if one.kind == "soft"], [])

    def test_one_among_others_is_marked(self):
        project = self.small(12, (6000, 4000))
        small = project.photos[3].changed(width=512, height=341)
        project = project.changed(photos=tuple(small if one.id == small.id else one for one in project.photos))
        found = marked(told(project), 12)
        self.assertEqual([one.photo_id for one in found if one.kind == "soft"], ["p3"])
        (group,) = [group for group in grouped(found) if group.kind == "soft"]
        self.assertIn("Slide 4: Small photo", group.sentence)

    def test_what_would_be_noticed_comes_first_and_every_finding_is_in_one_group(self):
        project = self.small(8)
        project = project.changed(
            photos=tuple(one.changed(keep_areas=(EDGES,)) for one in project.photos),
            house_rules=project.house_rules.changed(placement=Placement.COVER),
        )
        found = told(project)
        groups = grouped(found)
        self.assertGreater(len(groups), 1)
        severities = [group.severity for group in groups]
        self.assertEqual(severities, sorted(severities, reverse=True))
        self.assertCountEqual([one for group in groups for one in group.findings], found)
        cut = next(group for group in groups if group.kind == "keep-area-cut")
        self.assertRegex(cut.sentence, r"^In \d+ places what must stay in view is cut, at worst \d\d % of it\.$")

    def test_all_are_let_be_and_nothing_else(self):
        project = self.small(8)
        (group,) = [group for group in grouped(told(project)) if group.kind == "soft"]
        after = let_all_be(group).apply(project)
        self.assertEqual([one for one in told(after) if one.kind == "soft"], [])
        self.assertNotIn(Accepted(kind="soft"), after.accepted)
        self.assertEqual([one.kind for one in told(after)], [one.kind for one in told(project) if one.kind != "soft"])

    def test_all_are_shown_whole_or_left_out_in_one_step(self):
        project = self.small(8, (1000, 1500))
        (group,) = [group for group in grouped(told(project)) if group.kind == "soft"]
        remedies = remedies_of(group, project)
        self.assertIn("Leave them out", remedies)
        left_out = remedies["Leave them out"].apply(project)
        for name, plan in plans_of(left_out).items():
            soft = {one.slide - 1 for one in group.findings if name in one.outputs}
            self.assertEqual(set(plan.shown), set(range(8)) - soft, name)
        whole = remedies["Show the whole photo"].apply(project)
        helped = {one.slide_id for one in group.findings if one.remedy.label == "Show the whole photo"}
        self.assertTrue(helped)
        self.assertEqual({slide.id for slide in whole.slides if slide.placement is Placement.WHOLE}, helped)


if __name__ == "__main__":
    unittest.main()
