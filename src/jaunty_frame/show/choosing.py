"""Choosing slides by what they are: their photo's shape, whether they move, what was found, or alike another one."""

from collections.abc import Collection, Iterable, Mapping
from enum import StrEnum

from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import Shape
from jaunty_frame.document.settings import project_settings, shape_of
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.planning.plan import Plan


class Where(StrEnum):
    ALL = "all"
    UPRIGHT = "upright"
    SIDEWAYS = "sideways"
    SQUARE = "square"
    PANORAMA = "panorama"
    MOVING = "moving"
    HELD = "held"
    FOUND = "found"
    EVERY_SECOND = "every-second"


def slides_where(where: Where, project: Project, plans: Mapping[str, Plan], findings: Iterable[Finding]) -> list[str]:
    """Return the ids of the slides for which something holds, in running order.

    ``moving`` in any output, ``held`` in all; ``found`` : with a finding that is marked; ``every-second`` : the second,
    the fourth and so on.
    """
    slides = project.slides
    if where is Where.ALL:
        return [slide.id for slide in slides]
    if where is Where.EVERY_SECOND:
        return [slide.id for slide in slides[1::2]]
    if where is Where.FOUND:
        marked = {finding.slide_id for finding in findings if not finding.noted_only}
        return [slide.id for slide in slides if slide.id in marked]
    if where in (Where.MOVING, Where.HELD):
        moving = {name for plan in plans.values() for name in _moving(plan)}
        return [slide.id for slide in slides if (slide.id in moving) == (where is Where.MOVING)]
    photos, shape = {photo.id: photo for photo in project.photos}, Shape(where.value)
    return [slide.id for slide in slides if shape_of(slide, photos) is shape]


def slides_like(slide_id: str, project: Project) -> list[str]:
    """Return the ids of the slides whose photos have the shape of one slide's, and that are placed and move alike."""
    photos = {photo.id: photo for photo in project.photos}
    pairs = zip(project.slides, project_settings(project), strict=True)
    traits = {slide.id: (shape_of(slide, photos), own.placement, own.move) for slide, own in pairs}
    return [slide.id for slide in project.slides if traits[slide.id] == traits[slide_id]]


def following(slide_ids: Collection[str], project: Project) -> list[str]:
    """Return the ids of the slides after the last of some."""
    places = [k for k, slide in enumerate(project.slides) if slide.id in slide_ids]
    return [slide.id for slide in project.slides[places[-1] + 1 :]] if places else []


def _moving(plan: Plan) -> Iterable[str]:
    shown = set(plan.shown)
    for row, k in enumerate(plan.table.slide_of.tolist()):
        if k in shown and plan.framing(row).move is not Move.HOLD:
            yield plan.slides[k].id
