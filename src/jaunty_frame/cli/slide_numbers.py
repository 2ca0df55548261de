"""Slides as they are named on the command line: by number from 1, by what they are, or like another."""

import re
from pathlib import Path

from jaunty_frame.cli.opened import Opened
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.model import Project
from jaunty_frame.errors import UsageError
from jaunty_frame.show.choosing import Where, slides_like, slides_where
from jaunty_frame.show.findings.findings import all_findings, is_accepted

_PART = re.compile(r"\s*(\d{1,5})\s*(?:-\s*(\d{1,5}))?\s*", re.ASCII)
_BY_SHAPE = (Where.ALL, Where.UPRIGHT, Where.SIDEWAYS, Where.SQUARE, Where.PANORAMA, Where.EVERY_SECOND)


def numbered_slides(text: str, project: Project, option: str = "--slides") -> list[str]:
    """Return the ids of the slides that ``1,3-5`` names; UsageError where there is no such slide."""
    ids = []
    for part in text.split(","):
        match = _PART.fullmatch(part)
        if not match:
            raise UsageError(f"{option}: “{part[:40]}” is no slide number; write for example 1,3-5.")
        first, last = int(match[1]), int(match[2] or match[1])
        if not 1 <= first <= last <= len(project.slides):
            raise UsageError(f"{option}: there is no slide {part.strip()}; the show has {len(project.slides)}.")
        ids += [slide.id for slide in project.slides[first - 1 : last]]
    return list(dict.fromkeys(ids))


def chosen_slides(path: Path, project: Project, slides: str, where: Where | None, like: int | None) -> list[str]:
    """Return the ids of the slides that all options given name; every one where none is. path : of the project."""
    chosen = [slide.id for slide in project.slides]
    if slides:
        chosen = numbered_slides(slides, project)
    if like is not None:
        chosen = _both(chosen, slides_like(numbered_slides(str(like), project, "--like")[0], project))
    if where is not None:
        chosen = _both(chosen, where_slides(path, project, where))
    if not chosen:
        raise UsageError("No slide is so; nothing was changed.")
    return chosen


def where_slides(path: Path, project: Project, where: Where) -> list[str]:
    """Return the ids of the slides for which something holds; planned only where that has to be known."""
    if where in _BY_SHAPE:
        return slides_where(where, project, {}, [])
    opened = Opened(path)
    project = opened.project
    plans = {plan.output.id: plan for plan in opened.plans(None)}
    findings = all_findings(project, plans, opened.states) if where is Where.FOUND else []
    return slides_where(where, project, plans, [one for one in findings if not is_accepted(project, one)])


def _both(one: list[str], other: list[str]) -> list[str]:
    kept = set(other)
    return [name for name in one if name in kept]


def parsed_aspects(text: str) -> set[SlideAspect]:
    """Return the aspects that are named with commas between; UsageError where one is none."""
    names = [name.strip() for name in text.split(",") if name.strip()]
    unknown = [name for name in names if name not in tuple(SlideAspect)]
    if unknown or not names:
        said = f"there is no “{unknown[0][:40]}”" if unknown else "name at least one"
        raise UsageError(f"--aspects: {said}; there are: {', '.join(SlideAspect)}.")
    return {SlideAspect(name) for name in names}
