"""What keep areas are called in sentences: "the left head", "the subject"."""

from collections.abc import Sequence

from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.document.keep_areas import KeepArea

_NAMES = {
    AreaKind.AREA: "keep area",
    AreaKind.HEAD: "head",
    AreaKind.SUBJECT: "subject",
    AreaKind.CORE: "core of the subject",
    AreaKind.LETTERING: "lettering",
}


def area_name(areas: Sequence[KeepArea], k: int) -> str:
    """Return how to speak of ``areas[k]``: by its kind, and by its place where there are several of the kind."""
    name = _NAMES[areas[k].what]
    alike = [area for area in areas if area.what is areas[k].what]
    if len(alike) == 1:
        return f"the {name}"
    middles = [(area.box[0] + area.box[2] / 2, area.box[1] + area.box[3] / 2) for area in alike]
    mine = (areas[k].box[0] + areas[k].box[2] / 2, areas[k].box[1] + areas[k].box[3] / 2)
    spans = [max(m[axis] for m in middles) - min(m[axis] for m in middles) for axis in (0, 1)]
    axis = 0 if spans[0] >= spans[1] else 1
    first, last = ("left", "right") if axis == 0 else ("upper", "lower")
    rank = sum(m[axis] < mine[axis] for m in middles)
    if rank == 0:
        return f"the {first} {name}"
    if rank == len(alike) - 1:
        return f"the {last} {name}"
    return f"a {name} in the middle"
