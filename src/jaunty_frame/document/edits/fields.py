"""Setting any field by its name and a text, as the command line does: ``transition.direction`` to ``left``."""

import json
from collections.abc import Iterable, Mapping
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from jaunty_frame.document.basis.kinds import Kinds
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import shape_rules_of
from jaunty_frame.document.edits.material.photos import turn_photos, with_photo
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.files.json_text import faults
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.model import HouseRules, InOutput, Project, ShapeRules, Slide
from jaunty_frame.document.photo import Shape
from jaunty_frame.document.settings import project_settings
from jaunty_frame.document.transition import TRANSITIONS, Transition
from jaunty_frame.errors import UsageError

_M = TypeVar("_M", bound=BaseModel)
_SLIDE = frozenset(Slide.model_fields) - {"id", "left_out", "in_outputs"}
_IN_OUTPUT = frozenset(InOutput.model_fields) - {"output"}
_RULES = frozenset(HouseRules.model_fields) - {"shapes"}
_SHAPE_RULES = frozenset(ShapeRules.model_fields) - {"shape"}
_OUTPUT = frozenset({"name", "width", "height", "pixel_aspect", "frame_rate", "pace", "zones"})
_PHOTO = frozenset({"quarter_turns", "straightening", "correction"})

_FAMILIES: dict[type, Kinds] = {Transition: TRANSITIONS, Fill: FILLS}

Settings = Mapping[str, str | None]
"""Texts by dotted names; None = back to the house rules, or to the default."""


def set_slide_fields(slide_ids: Iterable[str], settings: Settings) -> Edit:
    """Set fields of slides; where only a part of one is set, the rest of it is as the house rules have it."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        held = {s.id: own for s, own in zip(project.slides, project_settings(project), strict=True)}

        def changed(slide: Slide) -> Slide:
            return _with(slide, settings, _SLIDE, held[slide.id]) if slide.id in chosen else slide

        try:
            return with_slides(project, changed)
        except ValidationError as error:
            raise UsageError(f"This cannot be set: {faults(error)}") from error

    return Edit(_said(settings), apply)


def set_in_output_fields(slide_ids: Iterable[str], output_id: str, settings: Settings) -> Edit:
    """Set fill and mount of slides in one output; where only a part is set, the rest is as it is elsewhere."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        held = {s.id: own for s, own in zip(project.slides, project_settings(project), strict=True)}

        def changed(slide: Slide) -> Slide:
            if slide.id not in chosen:
                return slide
            own = slide.in_output(output_id) or InOutput(output=output_id)
            after = _with(own, settings, _IN_OUTPUT, held[slide.id])
            others = tuple(one for one in slide.in_outputs if one.output != output_id)
            says_something = any(getattr(after, name) is not None for name in _IN_OUTPUT)
            return slide.changed(in_outputs=(*others, after) if says_something else others)

        return with_slides(project, changed)

    return Edit(_said(settings), apply)


def set_rule_fields(settings: Settings, shape: Shape | None = None) -> Edit:
    """Set house rules, or those of a shape."""

    def apply(project: Project) -> Project:
        rules = project.house_rules
        if shape is None:
            return project.changed(house_rules=_with(rules, settings, _RULES, rules))
        after = _with(shape_rules_of(rules, shape) or ShapeRules(shape=shape), settings, _SHAPE_RULES, rules)
        others = tuple(one for one in rules.shapes if one.shape is not shape)
        says_something = any(getattr(after, name) is not None for name in _SHAPE_RULES)
        return project.changed(house_rules=rules.changed(shapes=(*others, after) if says_something else others))

    return Edit(f"House rules: {_said(settings)}", apply)


def set_output_fields(output_id: str, settings: Settings) -> Edit:
    """Set fields of an output."""

    def apply(project: Project) -> Project:
        output = project.output(output_id)
        after = _with(output, settings, _OUTPUT, output)
        return project.changed(outputs=tuple(after if one.id == output_id else one for one in project.outputs))

    return Edit(_said(settings), apply)


def set_photo_fields(photo_ids: Iterable[str], settings: Settings) -> Edit:
    """Set fields of photos; keep areas turn with them."""
    chosen = set(photo_ids)

    def apply(project: Project) -> Project:
        for photo in project.photos:
            if photo.id not in chosen:
                continue
            after = _with(photo, settings, _PHOTO, photo)
            turns = (after.quarter_turns - photo.quarter_turns) % 4
            if turns:
                project = turn_photos([photo.id], turns).apply(project)
            fields = {name: getattr(after, name) for name in ("straightening", "correction")}
            if any(getattr(photo, name) != value for name, value in fields.items()):
                project = with_photo(project, photo.id, **fields)
        return project

    return Edit(_said(settings), apply)


def _said(settings: Settings) -> str:
    return ", ".join(f"{name} = {value}" if value is not None else f"{name} unset" for name, value in settings.items())


def _with(value: _M, settings: Settings, allowed: frozenset[str], held: Any) -> _M:
    """Return a value with fields set. held : what holds where the value says nothing."""
    fields = {name: getattr(value, name) for name in type(value).model_fields}
    for name, text in settings.items():
        first, *rest = name.split(".")
        if first not in allowed:
            raise UsageError(f"There is no “{first[:40]}” to set; there are: {', '.join(sorted(allowed))}.")
        if text is None and rest:
            raise UsageError(f"“{name[:60]}” cannot be unset by itself; unset “{first}”.")
        if text is None:
            fields[first] = type(value).model_fields[first].get_default()
            continue
        fields[first] = _inner(fields[first] if fields[first] is not None else getattr(held, first, None), rest, text)
        try:
            value = type(value)(**fields)
        except ValidationError as error:
            raise UsageError(f"“{name}={text[:60]}” cannot be set: {faults(error)}") from error
        fields = {key: getattr(value, key) for key in fields}
    return type(value)(**fields)


def _inner(before: Any, rest: list[str], text: str) -> Any:
    """Return what a field becomes when ``text`` is set at a place within it."""
    if not rest:
        return _parsed(text)
    if rest == ["kind"]:
        for base, kinds in _FAMILIES.items():
            if isinstance(before, base):
                if text not in kinds.types:
                    raise UsageError(f"There is no kind “{text[:40]}”; there are: {', '.join(kinds.types)}.")
                return kinds.converted(before, text)
    if before is not None and not isinstance(before, BaseModel):
        raise UsageError(f"“{rest[0][:40]}” is no part of it.")
    inner = before.model_dump(mode="json") if isinstance(before, BaseModel) else {}
    inner[rest[0]] = _inner(getattr(before, rest[0], None), rest[1:], text)
    return inner


def _parsed(text: str) -> Any:
    """Return lists and plain words as what they stand for; all others are read by the field itself."""
    if text[:1] in "[{" or text in ("true", "false", "null"):
        try:
            return json.loads(text)
        except ValueError as error:
            raise UsageError(f"“{text[:60]}” is not valid JSON ({error}).") from error
    return text
