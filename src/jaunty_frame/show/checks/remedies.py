"""Remedies: what a finding's button says and the edit that it makes."""

from fractions import Fraction
from math import ceil

from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT, WISHED_WEIGHT, Placement
from jaunty_frame.core.motion.courses import Direction
from jaunty_frame.document.edits import Edit, drop_framings, remove_slides, set_keep_areas, set_on_slides
from jaunty_frame.document.model import Project
from jaunty_frame.show.checks.findings import Finding, Remedy

REMEDY_WORDS = {
    Remedy.NONE: "",
    Remedy.BACK_TO_SOLVED: "Back to solved",
    Remedy.PLACE_SUBJECT: "Show all that must stay",
    Remedy.PLACE_COVER: "Fill the frame",
    Remedy.PLACE_WHOLE: "Show the whole photo",
    Remedy.ONLY_WISH: "Let it be cut a little",
    Remedy.SLOWER: "Give it more time",
    Remedy.ANOTHER_MOVE: "Let it vary",
    Remedy.FIND_AGAIN: "Find keep areas again",
    Remedy.REMOVE_SLIDE: "Remove slide",
}
_LONGEST_SECONDS = 30


def remedy_edit(project: Project, finding: Finding) -> Edit | None:
    """Return the edit that a finding's button makes; None where it is not an edit (looking again, nothing)."""
    slide = project.slide(finding.slide_id)
    only = [slide.id]
    placements = {
        Remedy.PLACE_SUBJECT: Placement.SUBJECT,
        Remedy.PLACE_COVER: Placement.COVER,
        Remedy.PLACE_WHOLE: Placement.WHOLE,
    }
    match finding.remedy:
        case Remedy.BACK_TO_SOLVED:
            return drop_framings([(slide.id, finding.output)])
        case Remedy.PLACE_SUBJECT | Remedy.PLACE_COVER | Remedy.PLACE_WHOLE:
            return set_on_slides(only, "Placement", placement=placements[finding.remedy], close_up=None)
        case Remedy.ONLY_WISH:
            areas = project.photo(slide.photo).keep_areas
            return set_keep_areas(
                slide.photo,
                [area.changed(weight=WISHED_WEIGHT) if area.weight >= REQUIRED_WEIGHT else area for area in areas],
            )
        case Remedy.SLOWER:
            calm = ceil(float(project.seconds_of(slide)) * finding.amount * 10) / 10
            if calm > _LONGEST_SECONDS:
                return drop_framings([(slide.id, finding.output)])
            return set_on_slides(only, "Seconds", seconds=Fraction(round(calm * 10), 10))
        case Remedy.ANOTHER_MOVE:
            if project.hand_set_framing(slide.id, finding.output):
                return drop_framings([(slide.id, finding.output)])
            return set_on_slides(only, "Move", move=None, direction=Direction.AUTO)
        case Remedy.REMOVE_SLIDE:
            return remove_slides(only)
    return None
