"""Findings: what the checks have to say about slides in outputs. The table of checks."""

from collections.abc import Mapping, Sequence

from jaunty_frame.document.model import Project
from jaunty_frame.show.checks.files import (
    changed_photo,
    damaged_photo,
    lost_sound,
    lying_photo,
    missing_photo,
    missing_picture,
    partly_damaged_photo,
)
from jaunty_frame.show.checks.framing import (
    bars_left,
    breathing_room,
    hairline,
    keep_area_cut,
    outside_action_safe,
    soft,
    under_overlay,
)
from jaunty_frame.show.checks.running import flashes as flashes_check
from jaunty_frame.show.checks.running import (
    many_kinds,
    neighbours_alike,
    shortened_joint,
    stands_still,
    too_fast,
)
from jaunty_frame.show.checks.words import (
    contrast,
    lacking_characters,
    lacking_typeface,
    outside_safe,
    over_area,
    over_words,
    small,
    too_short,
)
from jaunty_frame.show.findings.check import Check, SoundCheck, Told, WordsCheck
from jaunty_frame.show.findings.facts import Contrasts, Facts, FileState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.planning.flicker import Flashes
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.soundtrack import sample_at, sound_plan
from jaunty_frame.show.planning.words.planned import all_words

CHECKS: list[Check] = [
    flashes_check.CHECK,
    missing_photo.CHECK,
    damaged_photo.CHECK,
    missing_picture.CHECK,
    partly_damaged_photo.CHECK,
    lying_photo.CHECK,
    keep_area_cut.CHECK,
    soft.CHECK,
    breathing_room.HEAD_AT_EDGE,
    breathing_room.NO_BREATHING_ROOM,
    under_overlay.CHECK,
    outside_action_safe.CHECK,
    too_fast.CHECK,
    neighbours_alike.CHECK,
    many_kinds.CHECK,
    hairline.CHECK,
    bars_left.CHECK,
    changed_photo.CHECK,
    shortened_joint.CHECK,
    stands_still.CHECK,
]
"""Of one slide, findings of like severity are told in this order."""


WORDS_CHECKS: list[WordsCheck] = [
    lacking_characters.CHECK,
    lacking_typeface.CHECK,
    over_words.CHECK,
    contrast.CHECK,
    over_area.CHECK,
    outside_safe.CHECK,
    small.CHECK,
    too_short.CHECK,
]


SOUND_CHECKS: list[SoundCheck] = [lost_sound.CHECK]


def output_findings(
    plan: Plan,
    states: Mapping[str, FileState],
    flashes: Flashes | None = None,
    contrasts: Contrasts | None = None,
) -> list[Finding]:
    """Return the findings of one output, by check. states : by photo id; a photo not named is present."""
    facts, found = Facts(plan, states, flashes, contrasts), list[Finding]()
    if plan.table.photos:
        found = [
            _finding(facts, check, row)
            for check in CHECKS
            for row in facts.shown_rows[check.measure(facts)[facts.shown_rows] > check.threshold].tolist()
        ]
    return [*found, *_about_words(facts)]


def _about_words(facts: Facts) -> list[Finding]:
    plan = facts.plan
    return [
        _told(plan, placed.slide, check.kind, told, words_id=placed.words.id)
        for placed in all_words(plan)
        for check in WORDS_CHECKS
        if (told := check.tell(facts, placed)) is not None
    ]


def _finding(facts: Facts, check: Check, row: int) -> Finding:
    found = _told(facts.plan, int(facts.plan.table.slide_of[row]), check.kind, check.tell(facts, row))
    return found._replace(
        photo_id=facts.plan.photo(row).id,
        noun=facts.noun(row),
        of_photo=check.of_photo is not None,
        at_joint=check.at_joint,
    )


def _told(plan: Plan, k: int, kind: str, told: Told, words_id: str = "", sound_id: str = "") -> Finding:
    """Return what was told of a slide in an output."""
    return Finding(
        slide=k + 1,
        slide_id=plan.slides[k].id,
        photo_id=next(iter(plan.slides[k].exhibit.photos), ""),
        output=plan.output.id,
        kind=kind,
        severity=told.severity,
        amount=round(float(told.amount), 4),
        sentence=told.sentence,
        remedy=told.remedy,
        outputs=(plan.output.id,),
        words_id=words_id,
        sound_id=sound_id,
    )


def all_findings(
    project: Project,
    plans: Mapping[str, Plan],
    states: Mapping[str, FileState],
    flashes: Mapping[str, Flashes] | None = None,
    contrasts: Mapping[str, Contrasts] | None = None,
) -> list[Finding]:
    """Return the findings of all outputs, the most severe first, then in the order of slides and outputs.

    flashes : by output id, measured where ``show.planning.flicker`` says that it has to be; contrasts : likewise, of
    words; of those that were not measured, what the tones of the frame promise. What is about a photo as
    such is told once, at its first slide, with the worst output's amount and remedy.
    """
    order = {output.id: k for k, output in enumerate(project.outputs)}
    seen, read = flashes or {}, contrasts or {}
    found = [
        one
        for output_id, plan in plans.items()
        for one in output_findings(plan, states, seen.get(output_id), read.get(output_id))
    ]
    merged = [finding for finding in found if not finding.of_photo] + _told_once(found) + _about_sounds(plans, states)
    return sorted(merged, key=lambda finding: (-finding.severity, finding.slide, order[finding.output]))


def _about_sounds(plans: Mapping[str, Plan], states: Mapping[str, FileState]) -> list[Finding]:
    """Return what there is to say of sounds, each thing once, at the first slide during which the sound is heard."""
    found: dict[tuple[str, str], Finding] = {}
    for plan in plans.values():
        for one in _output_sounds(plan, states) if plan.soundtrack.sounds else ():
            key = one.kind, one.sound_id
            outputs = found[key].outputs if key in found else ()
            found[key] = found.get(key, one)._replace(outputs=tuple(dict.fromkeys((*outputs, *one.outputs))))
    return list(found.values())


def _output_sounds(plan: Plan, states: Mapping[str, FileState]) -> list[Finding]:
    facts, found = Facts(plan, states), list[Finding]()
    for heard in sound_plan(plan).heard:
        k = max(k for k in plan.shown if sample_at(plan, plan.schedule.first[k]) <= heard.placed.first)
        for check in SOUND_CHECKS:
            told = check.tell(facts, heard)
            if told is not None:
                said = told._replace(sentence=f"Slide {k + 1}: {told.sentence}")
                found.append(_told(plan, k, check.kind, said, sound_id=heard.sound.id))
    return found


def _told_once(found: Sequence[Finding]) -> list[Finding]:
    groups: dict[tuple[str, str], list[Finding]] = {}
    for finding in found:
        if finding.of_photo:
            groups.setdefault((finding.kind, finding.photo_id), []).append(finding)
    checks = {check.kind: check for check in CHECKS}
    once = []
    for (kind, _), group in groups.items():
        worst = max(group, key=lambda finding: finding.severity)
        first = min(group, key=lambda finding: finding.slide)
        outputs = tuple(dict.fromkeys(finding.output for finding in group))
        say = checks[kind].of_photo
        assert say is not None
        told = Told(worst.severity, worst.amount, worst.sentence, worst.remedy)
        sentence = f"Slide {first.slide}: {say(len(outputs), told, first.noun)}"
        once.append(worst._replace(slide=first.slide, slide_id=first.slide_id, sentence=sentence, outputs=outputs))
    return once


def is_accepted(project: Project, finding: Finding) -> bool:
    """Return whether the user let a finding be."""
    return any(
        one.kind in (None, finding.kind)
        and one.slide in (None, finding.slide_id)
        and (one.output is None or one.output in finding.outputs)
        for one in project.accepted
    )
