"""Edits of what holds for the whole show."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.outputs import remove_output
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.model import HouseRules, Output, Project, ShapeRules, Slide
from jaunty_frame.document.photo import Shape


def set_for_all(label: str, **fields: Any) -> Edit:
    """Set house rules and make all slides, and the rules of shapes, follow them in what they share."""
    own = {name: None for name in fields if name in Slide.model_fields}
    of_shapes = {name: None for name in fields if name in ShapeRules.model_fields}

    def apply(project: Project) -> Project:
        slides = with_slides(project, lambda slide: slide.changed(**own)).slides if own else project.slides
        shapes = tuple(one.changed(**of_shapes) for one in project.house_rules.shapes)
        return project.changed(house_rules=project.house_rules.changed(**fields, shapes=shapes), slides=slides)

    return Edit(label, apply)


def shape_rules_of(rules: HouseRules, shape: Shape) -> ShapeRules | None:
    """Return the rules of their own that photos of a shape have."""
    return next((one for one in rules.shapes if one.shape is shape), None)


def set_for_shape(shape: Shape, label: str, **fields: Any) -> Edit:
    """Set rules for photos of a shape; without ``fields`` they have none any more. What slides say stays."""

    def apply(project: Project) -> Project:
        rules = project.house_rules
        others = tuple(one for one in rules.shapes if one.shape is not shape)
        own = shape_rules_of(rules, shape) or ShapeRules(shape=shape)
        shapes = (*others, own.changed(**fields)) if fields else others
        return project if shapes == rules.shapes else project.changed(house_rules=rules.changed(shapes=shapes))

    return Edit(label, apply)


def set_house_rules(label: str, **fields: Any) -> Edit:
    """Set house rules; what slides say of the same thing stays."""

    def apply(project: Project) -> Project:
        return project.changed(house_rules=project.house_rules.changed(**fields))

    return Edit(label, apply)


def set_seconds_for_all(**fields: Fraction) -> Edit:
    """Set the seconds of held or moving slides, and make all slides follow them but those that are locked."""

    def apply(project: Project) -> Project:
        slides = with_slides(project, lambda slide: slide if slide.locked else slide.changed(seconds=None)).slides
        shapes = tuple(one.changed(seconds=None) for one in project.house_rules.shapes)
        return project.changed(house_rules=project.house_rules.changed(**fields, shapes=shapes), slides=slides)

    return Edit("Seconds of all", apply)


def set_up(outputs: Sequence[Output], **fields: Any) -> Edit:
    """Set outputs and house rules of a project that begins; what belongs to outputs that are not among them goes."""

    def apply(project: Project) -> Project:
        gone = [output.id for output in project.outputs if output.id not in {other.id for other in outputs}]
        for output_id in gone:
            project = remove_output(output_id).apply(project)
        known = {output.id: output for output in project.outputs}
        kept = tuple(known.get(output.id, output) for output in outputs)
        return project.changed(outputs=kept, house_rules=project.house_rules.changed(**fields))

    return Edit("Set up", apply)


def set_title(title: str) -> Edit:
    return Edit("Title", lambda project: project.changed(title=title))


def set_about(label: str, **fields: str) -> Edit:
    """Set what finished files say of the show: its author, its description."""
    return Edit(label, lambda project: project.changed(**fields))
