"""Caption files: SubRip and WebVTT, read and written by pysubs2."""

import re
from collections.abc import Iterable
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

import pysubs2

from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.model import MOST_WORDS
from jaunty_frame.document.words import MOST_CHARACTERS
from jaunty_frame.errors import CaptionError, shown_name
from jaunty_frame.media.atomic import reason_of, write_whole
from jaunty_frame.media.opening import read_plain
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.planned import all_words

FORMATS = {".srt": "srt", ".vtt": "vtt"}
_MOST_BYTES = 4_000_000
_MOST_CAPTIONS = 5000
_LEAST_MS = 100
_LONGEST_LINE = 20_000
_MOST_BRACES = 200
_MOST_TOLD = 10
_LINE_SHOWN = 40
_LONGEST_S, _LATEST_S = Fraction(3600), Fraction(60)
"""What the document allows words to last, and to begin after their slide does."""
_TIMES = re.compile(r"(\d{1,4}:)?\d{1,2}:\d{1,2}[.,]\d{1,6}\s*-->\s*(\d{1,4}:)?\d{1,2}:\d{1,2}[.,]\d{1,6}")

_REMARK = re.compile(r"(NOTE|STYLE|REGION)(\s|$)")
"""What opens a block that is none of captions (W3C WebVTT, sections 4.1 and 4.2)."""


class Caption(NamedTuple):
    """A text with its time in the show, in milliseconds."""

    start_ms: int
    end_ms: int
    text: str


class ReadCaptions(NamedTuple):
    """captions : in the order of their times; told : a sentence for each that could not be taken as it is."""

    captions: list[Caption]
    told: tuple[str, ...] = ()


def read_captions(path: Path) -> ReadCaptions:
    """Return the captions of a file; CaptionError where it is none. What cannot be used in it is told by its line."""
    form, name = _form(path), shown_name(path.name)
    try:
        text = read_plain(path, CaptionError, "choose a caption file", _MOST_BYTES).decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise CaptionError(f"{name} is not UTF-8 text; save it as UTF-8.") from error
    lines = text.splitlines()
    told = [
        f"{name}, line {number}: “{line.strip()[:_LINE_SHOWN]}” is no time; its caption was left out."
        for number, line in enumerate(lines, 1)
        if "-->" in line and not _TIMES.search(line)
    ]
    for number, line in enumerate(lines, 1):
        if len(line) > _LONGEST_LINE:
            raise CaptionError(f"{name}, line {number} has {len(line)} characters; up to {_LONGEST_LINE} can be read.")
    try:
        events = pysubs2.SSAFile.from_string(_captions_alone(lines, form), format_=form).events
    except (pysubs2.exceptions.Pysubs2Error, ValueError, IndexError, KeyError, OverflowError) as error:
        raise CaptionError(f"{name} is no {form.upper()} file that can be read; check its times.") from error
    starts = [number for number, line in enumerate(lines, 1) if "-->" in line and _TIMES.search(line)]
    found = []
    for k, event in enumerate(events[: _MOST_CAPTIONS + 1]):
        where = f"{name}, line {starts[k]}" if len(starts) == len(events) else f"{name}, caption {k + 1}"
        # Braces hold orders in other formats; an open one without end would be looked at again from every sign on.
        said = event.plaintext.strip() if event.text.count("{") < _MOST_BRACES else event.text.strip()
        if not said:
            continue
        if event.end <= event.start:
            told.append(f"{where}: it ends before it begins and was left out.")
            continue
        if len(said) > MOST_CHARACTERS:
            told.append(f"{where}: it has {len(said)} characters; the first {MOST_CHARACTERS} were taken.")
        found.append(Caption(max(event.start, 0), event.end, said[:MOST_CHARACTERS]))
    if not found:
        raise CaptionError(" ".join([f"{name} holds no captions that can be used.", *told[:_MOST_TOLD]]))
    if len(events) > _MOST_CAPTIONS:
        raise CaptionError(f"{name} holds {len(events)} captions; up to {_MOST_CAPTIONS} can be used.")
    return ReadCaptions(sorted(found), _few(told))


def _captions_alone(lines: list[str], form: str) -> str:
    """Return the text without remarks, and without captions whose times cannot be read: their words would become those
    of the one before."""
    kept, passing, opens = list[str](), False, True
    for line in lines:
        if "-->" in line:
            passing = not _TIMES.search(line)
            if passing and kept and kept[-1].strip().isdigit():
                kept.pop()
        elif not line.strip():
            passing = False
        elif opens and form == "vtt" and _REMARK.match(line):
            passing = True
        if not passing:
            kept.append(line)
        opens = not line.strip()
    return "\n".join(kept)


def _few(told: list[str]) -> tuple[str, ...]:
    """Return sentences, the many of a spoilt file as a few."""
    more = len(told) - _MOST_TOLD
    return (*told[:_MOST_TOLD], f"And {more} more like these.") if more > 1 else tuple(told)


def captions_of(plan: Plan) -> list[Caption]:
    """Return the captions of an output, in the order of their times."""
    rate = plan.output.frame_rate
    found = [
        Caption(
            round(1000 * placed.time.first / rate),
            round(1000 * (placed.time.first + placed.time.frames) / rate),
            placed.words.text,
        )
        for placed in all_words(plan)
        if placed.words.kind == "caption"
    ]
    return sorted(found)


def captions_text(captions: Iterable[Caption], form: str) -> str:
    """Return captions as SubRip ("srt") or WebVTT ("vtt")."""
    file = pysubs2.SSAFile()
    file.events = [
        pysubs2.SSAEvent(start=one.start_ms, end=one.end_ms, text=one.text.replace("\n", r"\N")) for one in captions
    ]
    text: str = file.to_string(form)
    return text


def write_captions(captions: Iterable[Caption], path: Path) -> None:
    """Write captions as the file's name asks for; CaptionError where that cannot be."""
    text = captions_text(captions, _form(path))
    try:
        write_whole(path, text.encode())
    except OSError as error:
        raise CaptionError(f"{path.name} cannot be written: {reason_of(error)}.") from error


class PutCaptions(NamedTuple):
    """edit : None where no caption could be put; told : a sentence for each that could not be put as it is."""

    edit: Edit | None
    told: tuple[str, ...] = ()


def put_captions(captions: Iterable[Caption], plan: Plan) -> PutCaptions:
    """Put captions on the slides during which they begin in an output, each with its own time."""
    rate, pace = plan.output.frame_rate, plan.output.pace
    edits, told = list[Edit](), list[str]()
    room = {k: MOST_WORDS - len(plan.slides[k].words) for k in plan.shown}
    end = Fraction(plan.schedule.total) / rate
    for caption in captions:
        where = f"“{' '.join(caption.text.split())[:_LINE_SHOWN]}” ({clock_text(Fraction(caption.start_ms, 1000))})"
        start = Fraction(caption.start_ms, 1000)
        if start >= end:
            told.append(f"{where} begins after the show's end and was left out.")
            continue
        k = max(k for k in plan.shown if plan.schedule.first[k] <= start * rate)
        if not room[k]:
            told.append(f"{where} was left out: slide {k + 1} has {MOST_WORDS} texts already.")
            continue
        room[k] -= 1
        at = max(start - plan.schedule.first[k] / rate, Fraction(0)) / pace
        lasts = Fraction(max(caption.end_ms - caption.start_ms, _LEAST_MS), 1000) / pace
        if at > _LATEST_S:
            told.append(f"{where} begins {clock_text(at)} after its slide; it was put at {clock_text(_LATEST_S)}.")
        if lasts > _LONGEST_S:
            told.append(f"{where} lasts {clock_text(lasts)}; it was ended after an hour.")
        edits.append(
            add_words(
                plan.slides[k].id,
                caption.text,
                "caption",
                times="own",
                at=min(_exact(at), _LATEST_S),
                lasts=min(_exact(lasts), _LONGEST_S),
            )
        )
    return PutCaptions(all_of(edits)._replace(label="Import captions") if edits else None, _few(told))


def _exact(seconds: Fraction) -> Fraction:
    return Fraction(round(seconds * 1000), 1000)


def _form(path: Path) -> str:
    form = FORMATS.get(path.suffix.lower())
    if form is None:
        raise CaptionError(f"{path.name}: captions are SubRip (.srt) or WebVTT (.vtt) files.")
    return form
