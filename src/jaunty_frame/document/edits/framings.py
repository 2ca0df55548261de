"""Edits of framings set by hand, each for one slide in one output."""

from collections.abc import Iterable

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import HandSet, Project


def set_framing(
    slide_id: str,
    output_id: str,
    opening: Window | None,
    closing: Window,
    leans: tuple[float, float] = (0.0, 0.0),
    member: int = 0,
) -> Edit:
    """Set the framing of one slide in one output by hand; places on its way stay. opening : None = found from the
    closing."""
    framing = HandSet(
        slide=slide_id,
        output=output_id,
        member=member,
        opening=opening,
        closing=closing,
        opening_lean=leans[0],
        closing_lean=leans[1],
    )

    def apply(project: Project) -> Project:
        before = project.hand_set_framing(slide_id, output_id, member)
        new = framing.changed(between=before.between) if before is not None and before.between else framing
        return project.changed(hand_set=(*_without(project, slide_id, output_id, member), new))

    return Edit("Set framing", apply)


def drop_framings(cells: Iterable[tuple[str, str]]) -> Edit:
    """Go back to the solved framing in ``cells`` (slide id, output id)."""
    dropped = set(cells)

    def apply(project: Project) -> Project:
        kept = tuple(f for f in project.hand_set if (f.slide, f.output) not in dropped)
        return project if len(kept) == len(project.hand_set) else project.changed(hand_set=kept)

    return Edit("Back to solved", apply)


def _without(project: Project, slide_id: str, output_id: str, member: int) -> tuple[HandSet, ...]:
    key = slide_id, output_id, member
    return tuple(one for one in project.hand_set if (one.slide, one.output, one.member) != key)
