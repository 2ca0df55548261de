"""One picture of each slide: at which frame, and what its file is called."""

import re
import unicodedata
from pathlib import Path

from jaunty_frame.document.model import Slide
from jaunty_frame.media.formats.format import Still
from jaunty_frame.media.place import Place, resolved
from jaunty_frame.show.planning.plan import Plan

_MOST = 60


def still_frames(plan: Plan) -> list[int]:
    """Return the middle frame of each slide that is shown: where no joint is seen, if there is such a place."""
    schedule = plan.schedule
    found = []
    for k in plan.shown:
        first, end = schedule.first[k], schedule.first[k] + schedule.frames[k]
        coming = max((schedule.first[j] + schedule.frames[j] for j in plan.shown if j < k), default=first)
        going = min((schedule.first[j] for j in plan.shown if j > k), default=end)
        found.append((max(first, coming) + max(min(end, going), max(first, coming) + 1)) // 2)
    return [min(n, schedule.total - 1) for n in found]


def stills_of(plan: Plan, place: Place) -> list[Still]:
    """Return what the pictures of the slides are called, so that they sort, and the file of what each shows."""
    digits = max(len(str(len(plan.slides))), 2)
    return [
        Still(f"{k + 1:0{digits}}-{_said(plan, plan.slides[k])}", _file(plan, plan.slides[k], place))
        for k in plan.shown
    ]


def _said(plan: Plan, slide: Slide) -> str:
    """Return the title of a slide, or what its photo is called."""
    title = next((one.as_in(plan.output.id).text for one in slide.words if one.kind == "title"), "")
    named = [plan.table.by_id[name].path for name in slide.exhibit.photos]
    return plain_name(title) or (plain_name(Path(named[0]).stem) if named else "") or "card"


def _file(plan: Plan, slide: Slide, place: Place) -> Path | None:
    names = slide.exhibit.photos
    return resolved(plan.table.by_id[names[0]].path, place) if names else None


def plain_name(text: str) -> str:
    """Return a text as a part of a file's name: small letters, figures and hyphens; "" where there is nothing of it."""
    plain = unicodedata.normalize("NFKD", text).encode("ascii", "ignore").decode().lower()
    return re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:_MOST].strip("-")
