"""The script: all words of a show as one text, and what a change of that text means for them.

Each slide with words has a line of its own, "— 3" (and its photo's name), below which its words stand, an empty line
between two of them.
"""

import re
from typing import NamedTuple

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.words import rewrite_words
from jaunty_frame.document.model import Project, Slide

_HEAD = re.compile(r"— (\d+)(?: · .*)?")
_BETWEEN = "\n\n"


class Script(NamedTuple):
    """words : the slide and the words of each paragraph, by the slides' numbers."""

    text: str
    words: dict[int, tuple[tuple[str, str], ...]]


def script_of(project: Project) -> Script:
    """Return the words of a project as a text; credits that are built are not in it."""
    names = {photo.id: photo.path.rsplit("/", 1)[-1] for photo in project.photos}
    parts, places = list[str](), dict[int, tuple[tuple[str, str], ...]]()
    for number, slide in enumerate(project.slides, 1):
        own = [one for one in slide.words if not one.built]
        if own:
            places[number] = tuple((slide.id, one.id) for one in own)
            paragraphs = (_without_gaps(one.text) for one in own)
            parts.append(f"— {number} · {_name(slide, names)}\n{_BETWEEN.join(paragraphs)}")
    return Script(_BETWEEN.join(parts), places)


def _name(slide: Slide, names: dict[str, str]) -> str:
    return names.get(next(iter(slide.exhibit.photos), ""), slide.exhibit.label)


def _without_gaps(text: str) -> str:
    """Return words without empty lines, which would look like others."""
    return "\n".join(line for line in text.split("\n") if line.strip()) or " "


def edited_script(before: Script, text: str) -> Edit | None:
    """Return the edit that a changed text means; None where it is no longer a script of these slides.

    A paragraph that is gone takes its words with it.
    """
    found = _paragraphs(text)
    if found is None or set(found) != set(before.words):
        return None
    texts = {}
    for number, places in before.words.items():
        paragraphs = found[number]
        if len(paragraphs) > len(places):
            # More than there are words: what is over goes on in the last.
            kept = len(places) - 1
            paragraphs = [*paragraphs[:kept], "\n".join(paragraphs[kept:])]
        for place, paragraph in zip(places, [*paragraphs, *[""] * len(places)], strict=False):
            texts[place] = paragraph
    return rewrite_words(texts)


def _paragraphs(text: str) -> dict[int, list[str]] | None:
    """Return the paragraphs below each slide's line; None where the first line is none."""
    found: dict[int, list[str]] = {}
    number = 0
    lines: list[str] = []

    def end_paragraph() -> None:
        if number and any(line.strip() for line in lines):
            found[number].append("\n".join(lines).strip("\n"))
        lines.clear()

    for line in text.split("\n"):
        head = _HEAD.fullmatch(line)
        if head:
            end_paragraph()
            number = int(head[1])
            if number in found:
                return None
            found[number] = []
        elif not line.strip():
            end_paragraph()
        elif number == 0:
            return None
        else:
            lines.append(line)
    end_paragraph()
    return found
