"""The sub-commands: everything that the window does to a project, for scripts."""

import json
import sys
from collections.abc import Callable
from enum import StrEnum
from fractions import Fraction
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.time.timebase import parse_fraction
from jaunty_frame.document.edits import add_photos, without_copies
from jaunty_frame.document.file_format import project_schema
from jaunty_frame.document.model import HouseRules, Output, Photo, Project, Transition
from jaunty_frame.document.outputs import output_from_text, with_free_id
from jaunty_frame.errors import JauntyError, UsageError
from jaunty_frame.media.export.export import export_frame, export_show
from jaunty_frame.media.export.export_request import Quality, ensure_exportable, show_file_name
from jaunty_frame.media.photos.finder import unseen_photos, with_areas_found
from jaunty_frame.media.photos.photo_check import check_photos
from jaunty_frame.media.photos.photo_import import copies_sentence, import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, save_project
from jaunty_frame.show.checks.findings import PhotoState, all_findings
from jaunty_frame.show.checks.remedies import REMEDY_WORDS
from jaunty_frame.show.planning.plan import Plan, Planner
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.words import counted

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    pretty_exceptions_enable=False,
    rich_markup_mode="markdown",
    help="""One set of photos, one slideshow for every screen.

    Without a command, **jaunty-frame [PROJECT]** opens the window.

    From a folder of photos to finished videos:

        jaunty-frame new photos/ --output tall --output wide --to trip.jaunty

        jaunty-frame render trip.jaunty --all --to shows/

    Outputs are **tall** (1080x1920), **portrait** (1080x1350), **square** (1080x1080), **classic** (1440x1080),
    **panel** (1280x800), **wide** (1920x1080), **uhd** (3840x2160), **banner** (3840x1080), **disc** (720x576 shown as
    16:9), or a size of your own like **1200x628@25**. Where something is wrong, one sentence on the error stream says
    what, and the exit code is 2.
    """,
)


class Copies(StrEnum):
    """What ``new`` does with a further file of the same picture."""

    LEAVE_OUT = "leave-out"
    SHOW = "show"


ProjectPath = Annotated[Path, typer.Argument(metavar="PROJECT", help="A .jaunty project.")]


@app.command()
def demo(
    folder: Annotated[Path, typer.Argument(metavar="DIR", help="Where the photos and the project go.")],
) -> None:
    """Draw the demo: fourteen photos of an invented pottery, and a project for three screens.

    The pictures come from a seeded program: the same bytes again each time. Files that are there already stay.
    """
    # Drawing needs SciPy, which takes 0.2 s to load.
    from jaunty_frame.demo.project import make_demo

    with progress_bar("Drawing photos") as progress:
        path = make_demo(folder, progress)
    print(path)


@app.command()
def new(
    photos: Annotated[list[Path], typer.Argument(metavar="FILES_OR_FOLDERS...", help="Photos, or folders of photos.")],
    to: Annotated[Path, typer.Option(metavar="PROJECT", help="The project file to write.")],
    output: Annotated[list[str], typer.Option(metavar="ID", help="An output; give it several times for several.")],
    seconds: Annotated[str | None, typer.Option(metavar="S", help="How long every slide is seen.")] = None,
    transition: Annotated[
        str | None, typer.Option(metavar="S", help="Length of dissolves and fades; 0 = cuts and no fades.")
    ] = None,
    placement: Annotated[Placement, typer.Option(help="How photos are placed.")] = Placement.AUTO,
    move: Annotated[Move, typer.Option(help="What the camera does.")] = Move.AUTO,
    copies: Annotated[Copies, typer.Option(help="What becomes of files with the same picture.")] = Copies.LEAVE_OUT,
    title: Annotated[str | None, typer.Option(help="Title of the show; otherwise the project file's name.")] = None,
    overwrite: Annotated[bool, typer.Option("--overwrite", help="Replace a project of this name.")] = False,
) -> None:
    """Make a project of photos, with their keep areas found.

    Files keep the order given; the photos of a folder go by capture time, then name. Files that cannot be used are
    named, the others come in.
    """
    if to.exists() and not overwrite:
        raise UsageError(f"{to} is already there; choose another name or give --overwrite.")
    if not to.parent.is_dir():
        raise UsageError(f"The folder {to.parent} is not there; make it first.")
    outputs: list[Output] = []
    for text in output:
        outputs.append(with_free_id(output_from_text(text), {other.id for other in outputs}))
    rules = _house_rules(seconds, transition, placement, move)
    cache = ThumbnailCache()
    with progress_bar("Looking at photos") as progress:
        imported = import_photos(photos, to.parent, cache, progress)
    for problem in imported.problems:
        print(problem, file=sys.stderr)
    if not imported.photos:
        raise UsageError("None of the photos could be used; no project was written.")
    name = title if title is not None else to.stem.replace("-", " ").replace("_", " ").strip().capitalize()
    project = _checked(lambda: Project(title=name, outputs=tuple(outputs), house_rules=rules), "title")
    shown, left_out = list(imported.photos), list[Photo]()
    if copies is Copies.LEAVE_OUT:
        shown, left_out = without_copies(project, shown)
    if left_out:
        print(copies_sentence(len(left_out)), file=sys.stderr)
    project = add_photos(shown).apply(project)
    save_project(_with_areas(project, PhotoSource(to.parent, cache)), to)
    slides = f", {counted(len(shown), 'slide')}" if len(shown) != len(project.photos) else ""
    print(f"{to}: {counted(len(project.photos), 'photo')}{slides}, {counted(len(outputs), 'output')}")


def _with_areas(project: Project, source: PhotoSource) -> Project:
    """Return the project with keep areas found where nobody has looked for them yet."""
    if not unseen_photos(project):
        return project
    with progress_bar("Finding keep areas") as progress:
        return with_areas_found(project, source, progress)


def _house_rules(seconds: str | None, transition: str | None, placement: Placement, move: Move) -> HouseRules:
    fields: dict[str, Any] = {"placement": placement, "move": move}
    if seconds is not None:
        held = _time(seconds, "--seconds", Fraction(1, 10), Fraction(3600))
        fields |= {"seconds_held": held, "seconds_moving": held}
    if transition is not None:
        joint = _time(transition, "--transition", Fraction(0), Fraction(60))
        kind = "cross-dissolve" if joint else "cut"
        fields |= {"transition": Transition(kind=kind, seconds=joint), "fade_in": joint, "fade_out": joint}
    return HouseRules(**fields)


def _time(text: str, option: str, least: Fraction, most: Fraction) -> Fraction:
    try:
        value = parse_fraction(text)
    except UsageError as error:
        raise UsageError(f"{option}: {error}") from error
    if not least <= value <= most:
        raise UsageError(f"{option} is {text}; it must lie between {float(least):g} and {float(most):g} seconds.")
    return value


def _checked(make: Callable[[], Project], what: str) -> Project:
    try:
        return make()
    except ValueError as error:
        raise UsageError(f"The {what} cannot be used: it is too long.") from error


@app.command()
def plan(
    project: ProjectPath,
    output: Annotated[list[str] | None, typer.Option(metavar="ID", help="Only this output.")] = None,
    as_json: Annotated[bool, typer.Option("--json", help="Print one JSON object.")] = False,
) -> None:
    """Say what every output shows: each slide's frames, placement, move and windows."""
    opened = _Opened(project)
    plans = opened.plans(output)
    if as_json:
        _print_json({"title": opened.project.title, "outputs": [plan_object(p) for p in plans]})
        return
    for chosen in plans:
        print(f"{chosen.output.id}: {chosen.schedule.total} frames, {float(chosen.seconds):.1f} s")
        for k in range(len(chosen.slides)):
            framing = chosen.framing(k)
            placed = framing.placement or "hand-set"
            name = Path(chosen.photo(k).path).name
            first, count = chosen.schedule.first[k], chosen.schedule.frames[k]
            print(f"  {k + 1:4} {first:7} +{count:<5} {placed:9} {framing.move:9} {name}")


@app.command()
def frame(
    project: ProjectPath,
    output: Annotated[str, typer.Option(metavar="ID", help="The output.")],
    at: Annotated[str, typer.Option(metavar="SECONDS", help="The time; the frame is floor(time x rate).")],
    to: Annotated[Path, typer.Option(metavar="FILE.png", help="The picture to write.")],
) -> None:
    """Write one frame of a show as a PNG."""
    if to.suffix.lower() != ".png":
        raise UsageError(f"{to} must end in .png; frames are written as PNG.")
    opened = _Opened(project)
    chosen = opened.plans([output])[0]
    try:
        n = int(parse_fraction(at) * chosen.output.frame_rate)
    except UsageError as error:
        raise UsageError(f"--at: {error}") from error
    if n >= chosen.schedule.total:
        raise UsageError(f"--at {at} lies past the end; the show in {output} has {float(chosen.seconds):g} s.")
    ensure_exportable(opened.project, opened.folder)
    export_frame(chosen, opened.source, n, to)


@app.command()
def render(
    project: ProjectPath,
    to: Annotated[Path, typer.Option(metavar="DIR", help="The folder for the videos; it is made if need be.")],
    output: Annotated[
        list[str] | None, typer.Option(metavar="ID", help="An output; may be given several times.")
    ] = None,
    all_outputs: Annotated[bool, typer.Option("--all", help="All outputs of the project.")] = False,
    quality: Annotated[Quality, typer.Option(help="Speed against fidelity and size.")] = Quality.STANDARD,
    overwrite: Annotated[bool, typer.Option("--overwrite", help="Replace videos of the same names.")] = False,
) -> None:
    """Export shows as MP4 files, named after title, output and size.

    A file appears under its name only when it is whole; stopping (Ctrl+C) leaves nothing half-written.
    """
    if bool(output) == all_outputs:
        raise UsageError("Say which outputs: --output ID (once or more), or --all.")
    opened = _Opened(project)
    plans = opened.plans(output)
    ensure_exportable(opened.project, opened.folder)
    paths = [to / show_file_name(opened.project, chosen.output) for chosen in plans]
    there = [path.name for path in paths if path.exists()]
    if there and not overwrite:
        raise UsageError(f"Already in {to}: {', '.join(there)}. Give --overwrite or another folder.")
    for chosen, path in zip(plans, paths, strict=True):
        with progress_bar(path.name) as progress:
            export_show(chosen, opened.source, path, quality, overwrite, progress)
        print(path)


@app.command()
def check(
    project: ProjectPath,
    as_json: Annotated[bool, typer.Option("--json", help="Print one JSON object.")] = False,
) -> None:
    """List the findings, the most severe first: what is cut, soft, covered, too fast, left to bars, or missing."""
    opened = _Opened(project)
    plans = {chosen.output.id: chosen for chosen in opened.plans(None)}
    findings = all_findings(opened.project, plans, opened.states)
    if as_json:
        _print_json(
            {
                "findings": [
                    {
                        "slide": finding.slide,
                        "slide_id": finding.slide_id,
                        "output": finding.output,
                        "kind": finding.kind.value,
                        "amount": finding.amount,
                        "severity": finding.severity.name.lower(),
                        "sentence": finding.sentence,
                        "remedy": finding.remedy.value,
                        "noted_only": finding.noted_only,
                    }
                    for finding in findings
                ]
            }
        )
        return
    for finding in findings:
        what = REMEDY_WORDS[finding.remedy]
        print(f"{finding.sentence}{f' Remedy: {what.lower()}.' if what else ''}")
    if not findings:
        print("No findings.")


@app.command()
def schema() -> None:
    """Print the JSON Schema of project files."""
    _print_json(project_schema())


def _print_json(value: dict[str, Any]) -> None:
    print(json.dumps(value, indent=1, ensure_ascii=False, allow_nan=False))


class _Opened:
    """A project that was read, with its photos checked against the disk."""

    def __init__(self, path: Path) -> None:
        self.folder = path.absolute().parent
        cache = ThumbnailCache()
        read = load_project(path)
        checked = check_photos(read, self.folder, cache)
        self.states: dict[str, PhotoState] = dict(checked.states)
        self.source = PhotoSource(self.folder, cache)
        self.project = _with_areas(checked.edit.apply(read), self.source)

    def plans(self, ids: list[str] | None) -> list[Plan]:
        """Return the plans of the outputs ``ids``, or of all."""
        chosen = [self.project.output(name).id for name in ids] if ids else [o.id for o in self.project.outputs]
        if not chosen:
            raise JauntyError("The project has no outputs; add one first.")
        plans = Planner().plans(self.project)
        return [plans[output_id] for output_id in dict.fromkeys(chosen)]
