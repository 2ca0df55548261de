"""The credits: who made what is shown, and under which licence."""

from collections.abc import Iterable

from jaunty_frame.document.photo import Photo
from jaunty_frame.document.sound import SoundFile


def credits_text(photos: Iterable[Photo], sounds: Iterable[SoundFile] = ()) -> str:
    """Return a line for every author with the licences of their photos, and one for every sound; "" where nobody is
    known."""
    parts = (_authors("Photos", photos), _pieces(sounds))
    return "\n\n".join(part for part in parts if part)


def _pieces(sounds: Iterable[SoundFile]) -> str:
    lines = [
        " · ".join(part for part in (f"“{one.title}”" if one.title else "", one.author, one.licence) if part)
        for one in sounds
        if one.author or one.licence
    ]
    return "\n".join(["Sound", *dict.fromkeys(lines)]) if lines else ""


def _authors(head: str, photos: Iterable[Photo]) -> str:
    found: dict[str, dict[str, None]] = {}
    for photo in photos:
        if photo.author or photo.licence:
            found.setdefault(photo.author, {})[photo.licence] = None
    lines = [
        " · ".join(part for part in (author, ", ".join(filter(None, licences))) if part)
        for author, licences in sorted(found.items(), key=lambda one: one[0].casefold())
    ]
    return "\n".join([head, *lines]) if lines else ""
