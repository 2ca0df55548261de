"""Findings as they are told: what is said of many at once is said once, the worst first."""

from collections.abc import Sequence
from typing import NamedTuple

from jaunty_frame.document.edits.accepted import accept
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.slides import leave_out
from jaunty_frame.document.model import Accepted, Project
from jaunty_frame.show.findings.finding import Finding, Severity
from jaunty_frame.show.findings.findings import CHECKS, WORDS_CHECKS
from jaunty_frame.show.words import counted, percent

_MANY_PHOTOS = 5
_MANY_OF_SHOW = 1 / 3


class FindingGroup(NamedTuple):
    """findings : what one check has to say at one severity, in the order of slides; sentence : said once of all."""

    findings: tuple[Finding, ...]
    sentence: str

    @property
    def severity(self) -> Severity:
        return self.findings[0].severity

    @property
    def kind(self) -> str:
        return self.findings[0].kind


def grouped(findings: Sequence[Finding]) -> list[FindingGroup]:
    """Return findings, the most severe first as they come, grouped by what they say."""
    by_kind: dict[tuple[Severity, str], list[Finding]] = {}
    for one in findings:
        by_kind.setdefault((one.severity, one.kind), []).append(one)
    return [FindingGroup(tuple(found), _sentence(found)) for found in by_kind.values()]


def _sentence(found: Sequence[Finding]) -> str:
    """Return what is said of findings of one kind. In ``of_many`` stand the counts of photos, places (cells) and texts,
    the largest and the least amount, and ``shrunk``, by how much that is too small."""
    if len(found) == 1:
        return found[0].sentence
    of_many = {check.kind: check.of_many for check in CHECKS} | {check.kind: check.of_many for check in WORDS_CHECKS}
    said = of_many.get(found[0].kind) or f"{{first}} And {len(found) - 1} more like this."
    amounts = [one.amount for one in found]
    cells = {(one.slide_id, one.output) for one in found}
    return said.format(
        first=found[0].sentence,
        photos=_counted_photos(found),
        places=counted(len(cells), "place"),
        texts=counted(len({(one.slide_id, one.output, one.words_id) for one in found}), "text"),
        most=max(amounts),
        percent=percent(max(amounts)),
        least=min(amounts),
        shrunk=1 / max(min(amounts), 0.01),
    )


def _counted_photos(found: Sequence[Finding]) -> str:
    """Return how many photos and clips they are about: "3 photos and 1 clip"."""
    nouns = dict.fromkeys(sorted((one.noun for one in found), key=lambda noun: noun != "photo"))
    return " and ".join(counted(len({one.photo_id for one in found if one.noun == noun}), noun) for noun in nouns)


def marked(findings: Sequence[Finding], slides: int) -> list[Finding]:
    """Return the findings that are marked where they are: a mark means that one should look there.

    What is so of many photos of a show, such as being small, is no news of any of them; it is told of the set.
    """
    of_set = {check.kind for check in CHECKS if check.of_set}
    counts = {kind: len({one.photo_id for one in findings if one.kind == kind}) for kind in of_set}
    many = {kind for kind, count in counts.items() if count > max(_MANY_PHOTOS, slides * _MANY_OF_SHOW)}
    return [one for one in findings if one.kind not in many]


def let_all_be(group: FindingGroup) -> Edit:
    """Let be what is said now, and no more."""
    return all_of(
        [
            accept(Accepted(kind=one.kind, slide=one.slide_id, output=None if _is_of_slide(one) else one.output))
            for one in group.findings
        ]
    )._replace(label="Let findings be")


def _is_of_slide(one: Finding) -> bool:
    return bool(one.of_photo or one.sound_id)


def remedies_of(group: FindingGroup, project: Project) -> dict[str, Edit]:
    """Return what can be done to all at once, by what the button says: their own remedies, by kind, and to leave them
    out of the outputs in which they are found."""
    edits: dict[str, list[Edit]] = {}
    for one in group.findings:
        edit = one.remedy.edit(project, one) if one.remedy.label else None
        if edit is not None:
            edits.setdefault(one.remedy.label, []).append(edit)
    found = {label: all_of(some)._replace(label=label) for label, some in edits.items()}
    if group.findings[0].of_photo:
        leaving = [leave_out([one.slide_id], output, True) for one in group.findings for output in one.outputs]
        found["Leave them out"] = all_of(leaving)._replace(label="Leave out")
    return found
