"""What is planned, shown and found for shows in which everything meets everything, against what was kept."""

import json
import unittest

from jaunty_frame.document.photo import Photo
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from tests.records.record import FOLDER, ensure_as_recorded
from tests.show.crossing import crossed, show_of

_SEED, _COUNT = 7, 60


def recorded_photos():
    """Return the photos of the crossed shows, with what was found in them once."""
    photos = [Photo.model_validate(one) for one in json.loads((FOLDER / "photos.json").read_text())]
    return {photo.path.removesuffix(".png"): photo for photo in photos}


def recorded_plans():
    """Yield shows, their plans, and the output that each is about."""
    photos, planner = recorded_photos(), Planner(fonts())
    for choice in crossed(_SEED)[:_COUNT]:
        project = show_of(choice, photos)
        yield project, planner.plans(project), choice["output"]


def recorded_moments(plan):
    """Return the frames that are kept: in a joint, soon after, in the middle and at the end of the second slide."""
    schedule, k = plan.schedule, 1 if 1 in plan.shown else 0
    first, frames = schedule.first[k], schedule.frames[k]
    return first + 4, first + frames // 4, first + frames // 2, first + frames - 2


class Decisions(unittest.TestCase):
    def test_plans_are_as_they_were(self):
        found = []
        for _, plans, output in recorded_plans():
            told = plan_object(plans[output])
            slides = [one for one in told.pop("slides") if one["slide"] == 2]
            for one in slides:
                del one["instants"]
            found.append({**told, "slide": slides})
        ensure_as_recorded(self, "plans.jsonl", found)

    def test_frames_show_what_they_showed(self):
        found = []
        for _, plans, output in recorded_plans():
            plan = plans[output]
            found.append([frame_content(plan, n) for n in recorded_moments(plan)[::2]])
        ensure_as_recorded(self, "contents.jsonl", found)

    def test_findings_are_as_they_were(self):
        found = []
        for project, plans, _ in recorded_plans():
            told = all_findings(project, plans, {})
            found.append([[one.kind, one.output, one.severity, one.amount, one.sentence] for one in told])
        ensure_as_recorded(self, "findings.jsonl", found)
