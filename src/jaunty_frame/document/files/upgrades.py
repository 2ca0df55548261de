"""Older project files brought up to date: one function a step, on plain dictionaries; all are kept.

A step never trusts the file: what is not as it should be is left alone and refused by the model afterwards.
"""

from collections.abc import Callable
from typing import Any


def from_1_to_2(project: dict[str, Any]) -> dict[str, Any]:
    """Slides show an exhibit instead of a photo, close-ups belong to it; cuts have no length.

    A photo says whether it is transparent; JPEGs never are, of the others it was not known.
    """
    photos = project.get("photos")
    if isinstance(photos, list):
        project = {**project, "photos": [_photo_2(photo) for photo in photos]}
    slides = project.get("slides")
    if isinstance(slides, list):
        project = {**project, "slides": [_slide_2(slide) for slide in slides]}
    rules = project.get("house_rules")
    if isinstance(rules, dict):
        project = {**project, "house_rules": {**rules, **_transition_2(rules)}}
    return project


def _photo_2(photo: Any) -> Any:
    if not isinstance(photo, dict) or str(photo.get("path", "")).lower().endswith((".jpg", ".jpeg")):
        return photo
    return {"transparent": True, **photo}


def _slide_2(slide: Any) -> Any:
    if not isinstance(slide, dict):
        return slide
    exhibit: dict[str, Any] = {"kind": "photo"}
    for old, new in (("photo", "photo"), ("close_up", "close_up")):
        if old in slide:
            exhibit[new] = slide[old]
    kept = {name: value for name, value in slide.items() if name not in ("photo", "close_up")}
    return {"exhibit": exhibit, **kept, **_transition_2(slide)}


def _transition_2(holder: dict[str, Any]) -> dict[str, Any]:
    transition = holder.get("transition")
    if not isinstance(transition, dict):
        return {}
    # The kind had a default, which a file written by hand may lack.
    kind = transition.get("kind", "cross-dissolve")
    return {"transition": {"kind": kind} if kind == "cut" else {**transition, "kind": kind}}


def from_2_to_3(project: dict[str, Any]) -> dict[str, Any]:
    """Nothing is written in another way; there is more that can be said."""
    return project


def from_3_to_4(project: dict[str, Any]) -> dict[str, Any]:
    """Photos that do not cover are set off by themselves: not in shows that were made before that."""
    rules = project.get("house_rules", {})
    if isinstance(rules, dict):
        project = {**project, "house_rules": {"set_off": False, **rules}}
    return project


def from_4_to_5(project: dict[str, Any]) -> dict[str, Any]:
    """Nothing is written in another way; there are words, cards, emblems and sound."""
    return project


UPGRADES: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {
    1: from_1_to_2,
    2: from_2_to_3,
    3: from_3_to_4,
    4: from_4_to_5,
}
"""From a version to the next."""
