"""What an edit has changed, in words: for the undo list, and for the one line that verbs print."""

from typing import Any

from jaunty_frame.document.model import Project, Slide
from jaunty_frame.show.words import counted, value_words

_MOST = 90
_UNSAID = {"exhibit", "left_out", "in_outputs", "mount", "instants"}
"""Fields whose values are nothing for people."""


def change_words(label: str, before: Project, after: Project) -> str:
    """Return for example "Seconds 4.0 s → 5.0 s for 12 slides". label : what the edit is called."""
    old = {slide.id: slide for slide in before.slides}
    new = {slide.id: slide for slide in after.slides}
    changed = [(old[name], slide) for name, slide in new.items() if name in old and old[name] is not slide]
    changed = [(one, other) for one, other in changed if one != other]
    added, removed = len(new.keys() - old.keys()), len(old.keys() - new.keys())
    if added or removed:
        return f"{label}: {counted(max(added, removed), 'slide')}"
    if changed:
        values = "" if "=" in label else _value_change(changed)  # a label like "seconds = 4" says it
        return f"{label}{values} for {counted(len(changed), 'slide')}"
    moved = sum(a.id != b.id for a, b in zip(before.slides, after.slides, strict=True))
    photos = sum(a is not b for a, b in zip(before.photos, after.photos, strict=False))
    photos = max(photos, abs(len(before.photos) - len(after.photos)))
    if moved:
        return f"{label}: {counted(moved, 'slide')}"
    return f"{label}: {counted(photos, 'photo')}" if photos > 1 else label


def changed_slides(before: Project, after: Project) -> list[str]:
    """Return the ids of the slides that look otherwise: they, or a photo that they show, changed."""
    old = {slide.id: slide for slide in before.slides}
    photos = {photo.id: photo for photo in before.photos}
    changed = {photo.id for photo in after.photos if photos.get(photo.id) != photo}
    return [
        slide.id for slide in after.slides if old.get(slide.id) != slide or changed.intersection(slide.exhibit.photos)
    ]


def _value_change(changed: list[tuple[Slide, Slide]]) -> str:
    """Return " old → new" where all slides changed in one field and to one value."""
    fields = Slide.model_fields
    names = {name for one, other in changed for name in fields if getattr(one, name) != getattr(other, name)}
    if len(names) != 1 or names & _UNSAID:
        return ""
    (name,) = names
    before, after = ([getattr(slide, name) for slide in slides] for slides in zip(*changed, strict=True))
    if not _alike(after):
        return ""
    old = f" {value_words(name, before[0])}" if _alike(before) and before[0] is not None else ""
    said = f"{old} → {value_words(name, after[0])}"
    return said if len(said) <= _MOST else ""


def _alike(values: list[Any]) -> bool:
    return all(value == values[0] for value in values)
