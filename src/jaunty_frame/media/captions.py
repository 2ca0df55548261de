"""Caption files: SubRip and WebVTT, read and written by pysubs2."""

from collections.abc import Iterable
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

import pysubs2

from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.words import add_words
from jaunty_frame.document.words import MOST_CHARACTERS
from jaunty_frame.errors import CaptionError
from jaunty_frame.media.atomic import reason_of, write_whole
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words import all_words

FORMATS = {".srt": "srt", ".vtt": "vtt"}
_MOST_BYTES = 4_000_000
_MOST_CAPTIONS = 5000
_LEAST_MS = 100


class Caption(NamedTuple):
    """A text with its time in the show, in milliseconds."""

    start_ms: int
    end_ms: int
    text: str


def read_captions(path: Path) -> list[Caption]:
    """Return the captions of a file, in the order of their times; CaptionError where it is none."""
    form = _form(path)
    try:
        if path.stat().st_size > _MOST_BYTES:
            raise CaptionError(f"{path.name} is no caption file: it is over {_MOST_BYTES // 1_000_000} MB.")
        text = path.read_bytes().decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise CaptionError(f"{path.name} is not UTF-8 text; save it as UTF-8.") from error
    except OSError as error:
        raise CaptionError(f"{path.name} cannot be read: {reason_of(error)}.") from error
    try:
        events = pysubs2.SSAFile.from_string(text, format_=form).events
    except (pysubs2.exceptions.Pysubs2Error, ValueError, IndexError, KeyError) as error:
        raise CaptionError(f"{path.name} is no {form.upper()} file that can be read; check its times.") from error
    found = [
        Caption(max(event.start, 0), event.end, event.plaintext.strip()[:MOST_CHARACTERS])
        for event in events
        if event.plaintext.strip() and event.end > event.start
    ]
    if not found:
        raise CaptionError(f"{path.name} holds no captions.")
    if len(found) > _MOST_CAPTIONS:
        raise CaptionError(f"{path.name} holds {len(found)} captions; up to {_MOST_CAPTIONS} can be used.")
    return sorted(found)


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


def put_captions(captions: Iterable[Caption], plan: Plan) -> Edit:
    """Put captions on the slides during which they begin in an output, each with its own time."""
    rate, pace = plan.output.frame_rate, plan.output.pace
    edits = []
    for caption in captions:
        frame = min(Fraction(caption.start_ms, 1000) * rate, Fraction(plan.schedule.total - 1))
        k = max(k for k in plan.shown if plan.schedule.first[k] <= frame)
        at = max(Fraction(caption.start_ms, 1000) - plan.schedule.first[k] / rate, Fraction(0)) / pace
        lasts = Fraction(max(caption.end_ms - caption.start_ms, _LEAST_MS), 1000) / pace
        edits.append(
            add_words(plan.slides[k].id, caption.text, "caption", times="own", at=_exact(at), lasts=_exact(lasts))
        )
    return all_of(edits)._replace(label="Import captions")


def _exact(seconds: Fraction) -> Fraction:
    return Fraction(round(seconds * 1000), 1000)


def _form(path: Path) -> str:
    form = FORMATS.get(path.suffix.lower())
    if form is None:
        raise CaptionError(f"{path.name}: captions are SubRip (.srt) or WebVTT (.vtt) files.")
    return form
