"""What is planned, shown and found for shows in which everything meets everything, against what was kept."""

import json
import unittest

from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.files.project_format import project_to_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.words import TypeStyle
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.findings.groups import grouped, let_all_be, remedies_of
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.words.helps import offered_helps
from jaunty_frame.show.planning.words.planned import all_words
from tests.records.record import FOLDER, ensure_as_recorded, flat
from tests.show.crossing import crossed, show_of

_SEED, _COUNT = 7, 60


def recorded_photos():
    """Return the photos of the crossed shows, with what was found in them once."""
    photos = [Photo.model_validate(one) for one in json.loads((FOLDER / "photos.json").read_text())]
    return {photo.path.rpartition(".")[0]: photo for photo in photos}


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

    def test_remedies_do_what_they_did(self):
        found = []
        for project, plans, _ in recorded_plans():
            told = all_findings(project, plans, {})
            for group in grouped(told):
                edits = remedies_of(group, project)
                edits["Let all be"] = let_all_be(group)
                done = {label: self.changed(project, edit) for label, edit in edits.items()}
                found.append([group.kind, len(group.findings), group.sentence, done])
        ensure_as_recorded(self, "remedies.jsonl", found)

    def changed(self, project, edit):
        before, after = (dict(flat(json.loads(project_to_text(one)))) for one in (project, edit.apply(project)))
        return {k: after.get(k) for k in sorted(before.keys() | after.keys()) if before.get(k) != after.get(k)}

    def test_helps_for_words_are_as_they_were(self):
        project, style = next(recorded_plans())[0], TypeStyle(colour_by="chosen", colour="#a08060", size=0.03)
        for k, text in enumerate(("Bowls\non the shelf, cooling", "One\ntwo and a little more\nthree", "Kiln day")):
            project = add_words(project.slides[k].id, text, style=style, anchor="top", times="own", at="1/2").apply(
                project
            )
        found = []
        for plan in Planner(fonts()).plans(project).values():
            for placed in all_words(plan):
                told = [
                    [one.name, one.words.model_dump(exclude_defaults=True), one.contrast]
                    for one in offered_helps(plan, placed)
                ]
                found.append([placed.box, placed.size, placed.block.line_texts, placed.contrast, told])
        ensure_as_recorded(self, "helps.jsonl", found)
