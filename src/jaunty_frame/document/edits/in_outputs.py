"""Edits of what slides have of their own in one output."""

from collections.abc import Iterable
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.model import InOutput, Project, Slide


def set_in_output(slide_ids: Iterable[str], output_id: str, label: str, **fields: Any) -> Edit:
    """Set ``fields`` (fill, mount) of slides in one output; None means "as elsewhere"."""
    chosen = set(slide_ids)

    def changed(slide: Slide) -> Slide:
        if slide.id not in chosen:
            return slide
        own = (slide.in_output(output_id) or InOutput(output=output_id)).changed(**fields)
        others = tuple(one for one in slide.in_outputs if one.output != output_id)
        return slide.changed(in_outputs=others if own == InOutput(output=output_id) else (*others, own))

    def apply(project: Project) -> Project:
        return with_slides(project, changed)

    return Edit(label, apply)
