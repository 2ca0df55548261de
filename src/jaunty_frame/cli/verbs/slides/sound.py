"""``sound``: the soundtrack."""

import contextlib
import tempfile
from collections.abc import Iterator, Sequence
from enum import StrEnum
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides
from jaunty_frame.core.time.timebase import clock_text, parse_fraction
from jaunty_frame.document.edits.material.sounds import (
    add_sound,
    remove_sound,
    set_sound,
    set_sound_in_output,
    set_tempo,
)
from jaunty_frame.document.model import Project
from jaunty_frame.document.sound import Sound, SoundKind, bounds_of
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.media.shelf.pieces import PIECES
from jaunty_frame.media.shelf.shelf import MADE_FOLDER, shelf_file
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.speaking import USUAL_LANGUAGE, USUAL_PACE, speak


class Tempo(StrEnum):
    """Which beats of music count."""

    HALF = "half"
    DOUBLE = "double"


def run(
    project: ProjectPath,
    music: Annotated[
        list[Path] | None, typer.Option(metavar="FILE", help="Music; several are played in a row.")
    ] = None,
    shelf: Annotated[str, typer.Option(metavar="NAME", help="Music that comes with the program.")] = "",
    ambience: Annotated[Path | None, typer.Option(metavar="FILE", help="A sound of the place, under slides.")] = None,
    voice: Annotated[
        Path | None, typer.Option(metavar="FILE", help="A spoken comment, for a slide or the show.")
    ] = None,
    speak_: Annotated[str, typer.Option("--speak", metavar="TEXT", help="Let a voice say it.")] = "",
    language: Annotated[
        str, typer.Option(metavar="NAME", help="Of the speaking voice, like en-gb or sv.")
    ] = USUAL_LANGUAGE,
    pace: Annotated[int, typer.Option(metavar="N", help="Words a minute of the speaking voice.")] = USUAL_PACE,
    slides: Annotated[str, typer.Option(metavar="1,3-5", help="The slides of an ambience.")] = "",
    slide: Annotated[int | None, typer.Option(metavar="N", help="The slide of a voice.")] = None,
    start: Annotated[str, typer.Option(metavar="S", help="Where in the file it begins.")] = "",
    end: Annotated[str, typer.Option(metavar="S", help="Where in the file it ends.")] = "",
    at: Annotated[str, typer.Option(metavar="S", help="Seconds after its slide, or the show, begins.")] = "",
    gain: Annotated[float | None, typer.Option(metavar="DB", help="Louder or softer than the common level.")] = None,
    fade_in: Annotated[str, typer.Option(metavar="S", help="Otherwise as it comes about.")] = "",
    fade_out: Annotated[str, typer.Option(metavar="S", help="Otherwise as it comes about.")] = "",
    clean: Annotated[bool | None, typer.Option("--clean/--as-it-is", help="Take noise and rumble off.")] = None,
    edit: Annotated[str, typer.Option(metavar="ID", help="Change one that is there.")] = "",
    tempo: Annotated[
        Tempo | None, typer.Option(help="With --edit: take every other beat of music, or twice as many.")
    ] = None,
    output: Annotated[str, typer.Option(metavar="ID", help="With --edit: only in this output.")] = "",
    leave_out: Annotated[bool, typer.Option(help="With --edit and --output: not heard there.")] = False,
    remove: Annotated[str, typer.Option(metavar="ID", help="Take one off, by the id that --list tells.")] = "",
    list_: Annotated[bool, typer.Option("--list", help="List what is heard, and the shelf.")] = False,
    dry_run: DryRun = False,
) -> None:
    """Put music, sounds of the place and voices on the soundtrack. They fall into place in every output."""
    opened = load_project(project)
    fields = _fields(start, end, at, gain, fade_in, fade_out, clean)
    if edit:
        _ensure_there(opened, edit)
        if tempo is not None:
            change_project(project, set_tempo(edit, tempo.value), dry_run)
        elif output:
            opened.output(output)
            own = {name: value for name, value in fields.items() if name == "gain_db"}
            own |= {"left_out": True} if leave_out else {}
            if len(own) < len(fields) + leave_out:
                raise UsageError(
                    "In one output alone a sound can have its level (--gain), or be left out (--leave-out)."
                )
            change_project(project, set_sound_in_output(edit, output, **own), dry_run)
        else:
            change_project(project, set_sound(edit, **fields), dry_run)
    elif remove:
        _ensure_there(opened, remove)
        change_project(project, remove_sound(remove), dry_run)
    elif list_:
        _list(opened)
    elif music:
        for path in music:
            _add(project, path, "music", (), fields, dry_run)
    elif shelf:
        with _made_in(project, dry_run) as folder:
            _add(project, shelf_file(shelf, folder), "music", (), fields, dry_run)
    elif ambience is not None:
        chosen = numbered_slides(slides, opened) if slides else [one.id for one in opened.slides]
        _add(project, ambience, "ambience", chosen, fields, dry_run)
    elif voice is not None:
        _add(project, voice, "voice", _slide(opened, slide), fields, dry_run)
    elif speak_:
        chosen = _slide(opened, slide)
        with _made_in(project, dry_run) as folder:
            _add(project, speak(speak_, folder, language, pace), "voice", chosen, fields, dry_run)
    else:
        raise UsageError("Say what to do: --music, --shelf, --ambience, --voice, --speak, --edit, --remove or --list.")


@contextlib.contextmanager
def _made_in(project: Path, dry_run: bool) -> Iterator[Path]:
    """Give the folder in which sounds are made: beside the project, or one that is gone after a dry run."""
    if not dry_run:
        yield project.absolute().parent / MADE_FOLDER
        return
    with tempfile.TemporaryDirectory() as folder:
        yield Path(folder)


def _add(
    project: Path, path: Path, kind: SoundKind, slides: Sequence[str], fields: dict[str, Any], dry_run: bool
) -> None:
    file = look_at_sound(path, project.absolute().parent, PeakCache())
    change_project(project, add_sound(file, kind, slides, **fields), dry_run)
    beats = f", {file.tempo:.0f} beats a minute" if kind == "music" and file.tempo else ""
    print(f"{file.name}: {clock_text(file.seconds)}{beats}.")
    if kind == "music" and file.begins and "begins" not in fields:
        start_at = clock_text(parse_fraction(str(file.begins)))
        print(f"It begins slowly, so the show starts with it at {start_at}; --start 0 takes it whole.")


def _fields(
    start: str, end: str, at: str, gain: float | None, fade_in: str, fade_out: str, clean: bool | None
) -> dict[str, Any]:
    times = {"begins": start, "ends": end, "at": at, "fade_in": fade_in, "fade_out": fade_out}
    found: dict[str, Any] = {name: parse_fraction(text) for name, text in times.items() if text}
    if gain is not None:
        found["gain_db"] = gain
    if clean is not None:
        found["clean"] = clean
    return found


def _slide(project: Project, number: int | None) -> list[str]:
    return numbered_slides(str(number), project, "--slide") if number is not None else []


def _ensure_there(project: Project, sound_id: str) -> None:
    if sound_id not in {one.id for one in project.sound.sounds}:
        raise UsageError(f"There is no sound “{sound_id[:40]}”; --list tells the ids.")


def _list(project: Project) -> None:
    numbers = {slide.id: k + 1 for k, slide in enumerate(project.slides)}
    for one in project.sound.sounds:
        print(f"{one.id:12} {one.kind:9} {_where(one, numbers):16} {_what(project, one)}")
    print("On the shelf:")
    for piece in PIECES:
        print(f"{piece.name:12} {piece.tempo:g} a minute, {piece.mood}")


def _where(one: Sound, numbers: dict[str, int]) -> str:
    if not one.slides:
        return "the show"
    return "slide " + ", ".join(str(numbers[name]) for name in one.slides)


def _what(project: Project, one: Sound) -> str:
    file = project.sound.file_of(one)
    begins, ends = bounds_of(one, file)
    beats = f", {file.tempo:.0f} beats a minute" if file.tempo and one.kind == "music" else ""
    other = f" (or {file.other_tempo:.0f})" if beats and file.other_tempo else ""
    return f"{file.name}, {clock_text(begins)} to {clock_text(ends)}, {one.gain_db:+g} dB{beats}{other}"
