"""The credits: who made what is shown, and under which licence."""

from collections.abc import Iterable

from jaunty_frame.document.photo import Photo


def credits_text(photos: Iterable[Photo]) -> str:
    """Return a line for every author with the licences of their photos; "" where nobody is known."""
    found: dict[str, dict[str, None]] = {}
    for photo in photos:
        if photo.author or photo.licence:
            found.setdefault(photo.author, {})[photo.licence] = None
    lines = [
        " · ".join(part for part in (author, ", ".join(filter(None, licences))) if part)
        for author, licences in sorted(found.items(), key=lambda one: one[0].casefold())
    ]
    return "\n".join(["Photos", *lines]) if lines else ""
