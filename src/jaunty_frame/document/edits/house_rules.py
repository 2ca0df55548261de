"""Edits of what holds for the whole show."""

from fractions import Fraction
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project, Slide


def set_for_all(label: str, **fields: Any) -> Edit:
    """Set house rules and make all slides follow them in what they share."""
    own = {name: None for name in fields if name in Slide.model_fields}

    def apply(project: Project) -> Project:
        slides = tuple(s.changed(**own) for s in project.slides) if own else project.slides
        return project.changed(house_rules=project.house_rules.changed(**fields), slides=slides)

    return Edit(label, apply)


def set_house_rules(label: str, **fields: Any) -> Edit:
    """Set house rules; what slides say of the same thing stays."""

    def apply(project: Project) -> Project:
        return project.changed(house_rules=project.house_rules.changed(**fields))

    return Edit(label, apply, merge="house-" + "-".join(fields))


def set_seconds_for_all(**fields: Fraction) -> Edit:
    """Set the seconds of held or moving slides, and make all slides follow them."""

    def apply(project: Project) -> Project:
        slides = tuple(slide.changed(seconds=None) for slide in project.slides)
        return project.changed(house_rules=project.house_rules.changed(**fields), slides=slides)

    return Edit("Seconds of all", apply, merge="house-" + "-".join(fields))


def set_title(title: str) -> Edit:
    return Edit("Title", lambda project: project.changed(title=title), merge="title")
