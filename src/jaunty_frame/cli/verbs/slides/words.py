"""``words``: titles, captions, credits and cards."""

import sys
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.cli.slide_numbers import numbered_slides
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits.material.words import add_card, add_credits, add_words, remove_words, replace_text
from jaunty_frame.document.model import Project
from jaunty_frame.document.own_styles import OWN_STYLES
from jaunty_frame.document.words import WordsKind
from jaunty_frame.errors import UsageError
from jaunty_frame.media.captions import captions_of, put_captions, read_captions, write_captions
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.words import counted


def run(
    project: ProjectPath,
    list_: Annotated[bool, typer.Option("--list", help="List all words of the show.")] = False,
    add: Annotated[str, typer.Option(metavar="TEXT", help="Put words on a slide; \\n ends a line.")] = "",
    slide: Annotated[int | None, typer.Option(metavar="N", help="The slide that gets them, or has them.")] = None,
    kind: Annotated[str, typer.Option(help="title, caption or credit.")] = "",
    style: Annotated[str, typer.Option(metavar="NAME", help="One of the styles: --styles lists them.")] = "",
    styles: Annotated[bool, typer.Option("--styles", help="List the styles.")] = False,
    at: Annotated[str, typer.Option(metavar="S", help="Seconds after the slide begins.")] = "",
    for_: Annotated[str, typer.Option("--for", metavar="S", help="For so long; else until they are read.")] = "",
    card: Annotated[str, typer.Option(metavar="TEXT", help="Put a card with a title into the running order.")] = "",
    before: Annotated[int | None, typer.Option(metavar="N", help="The slide that the card comes before.")] = None,
    credits_: Annotated[bool, typer.Option("--credits", help="Put a card with the credits at the end.")] = False,
    remove: Annotated[str, typer.Option(metavar="ID", help="Take words off, by the id that --list tells.")] = "",
    find: Annotated[str, typer.Option(metavar="TEXT", help="Replace a text in all words ...")] = "",
    replace: Annotated[str | None, typer.Option(metavar="TEXT", help="... by another.")] = None,
    import_: Annotated[
        Path | None, typer.Option("--import", metavar="FILE", help="Put the captions of a .srt or .vtt file on slides.")
    ] = None,
    export: Annotated[Path | None, typer.Option(metavar="FILE", help="Write the captions as .srt or .vtt.")] = None,
    output: Annotated[str, typer.Option(metavar="ID", help="Whose times hold for --import and --export.")] = "",
    overwrite: Overwrite = False,
    dry_run: DryRun = False,
) -> None:
    """Put titles and captions on slides, list them, exchange them with caption files. Where they stand is solved for
    each output."""
    if styles:
        for name in OWN_STYLES:
            print(name)
        return
    opened = load_project(project)
    if add:
        if slide is None:
            raise UsageError("Say on which slide: --slide N.")
        fields = {**_style(style), **_times(at, for_)}
        edit = add_words(_slide(opened, slide), _text(add), _kind(kind, "caption"), **fields)
        change_project(project, edit, dry_run)
    elif card:
        position = len(opened.slides) if before is None else _position(opened, before)
        change_project(project, add_card(position, _text(card), _kind(kind, "title"), **_style(style)), dry_run)
    elif credits_:
        change_project(project, add_credits(opened), dry_run)
    elif remove:
        if slide is None:
            raise UsageError("Say from which slide: --slide N.")
        slide_id = _slide(opened, slide)
        if remove not in {one.id for one in opened.slide(slide_id).words}:
            raise UsageError(f"Slide {slide} has no words “{remove[:40]}”; --list tells the ids.")
        change_project(project, remove_words(slide_id, remove), dry_run)
    elif find:
        if replace is None:
            raise UsageError("Say by what: --replace TEXT.")
        change_project(project, replace_text(_text(find), _text(replace)), dry_run)
    elif import_ is not None:
        _import(project, import_, output, dry_run)
    elif export is not None:
        _export(project, export, output, overwrite, dry_run)
    elif list_:
        _list(opened)
    else:
        raise UsageError("Say what to do: --list, --add, --card, --credits, --remove, --find, --import or --export.")


def _import(path: Path, file: Path, output: str, dry_run: bool) -> None:
    plan = Opened(path).plans([output] if output else None)[0]
    if not plan.shown:
        raise UsageError("The show has no slides to put captions on; add photos first.")
    read = read_captions(file)
    put = put_captions(read.captions, plan)
    for sentence in (*read.told, *put.told):
        print(sentence, file=sys.stderr)
    if put.edit is None:
        raise UsageError("None of the captions could be used; nothing was changed.")
    change_project(path, put.edit, dry_run)


def _export(path: Path, export: Path, output: str, overwrite: bool, dry_run: bool) -> None:
    captions = captions_of(Opened(path).plans([output] if output else None)[0])
    if not dry_run:
        ensure_free([export], overwrite)
        write_captions(captions, export)
    print(f"{export}: {counted(len(captions), 'caption')}{'; nothing was written' if dry_run else ''}.")


def _list(project: Project) -> None:
    for number, slide in enumerate(project.slides, 1):
        for words in slide.words:
            when = "" if words.times == "slide" else f", from {float(words.at):g} s"
            text = "built of the set" if words.built else " / ".join(words.text.split("\n"))
            print(f"{number:4} {words.id:10} {words.kind:8} {text}{when}")


def _text(typed: str) -> str:
    return typed.replace("\\n", "\n")


def _kind(typed: str, usual: WordsKind) -> WordsKind:
    if not typed:
        return usual
    for kind in ("title", "caption", "credit"):
        if typed == kind:
            return kind
    raise UsageError(f"--kind: “{typed[:40]}” is neither title, caption nor credit.")


def _style(name: str) -> dict[str, Any]:
    if not name:
        return {}
    if name not in OWN_STYLES:
        raise UsageError(f"There is no style “{name[:40]}”; there are: {', '.join(OWN_STYLES)}.")
    return {"style": OWN_STYLES[name]}


def _times(at: str, lasts: str) -> dict[str, Any]:
    if not at and not lasts:
        return {}
    times: dict[str, Any] = {"times": "own" if lasts else "reading", "at": parse_fraction(at or "0")}
    if lasts:
        times["lasts"] = parse_fraction(lasts)
    return times


def _slide(project: Project, number: int) -> str:
    return numbered_slides(str(number), project, "--slide")[0]


def _position(project: Project, number: int) -> int:
    wanted = numbered_slides(str(number), project, "--before")[0]
    return next(k for k, slide in enumerate(project.slides) if slide.id == wanted)
