"""``look``: saved choices of aspects."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.slide_numbers import chosen_slides, numbered_slides, parsed_aspects
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.document.edits.aspects import apply_look, delete_look, look_of, save_look
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.looks.own_looks import OWN_LOOKS
from jaunty_frame.document.model import Project
from jaunty_frame.errors import UsageError
from jaunty_frame.media.projects import project_store
from jaunty_frame.media.projects.project_store import load_look, load_project
from jaunty_frame.show.choosing import Where


def run(
    project: ProjectPath,
    save: Annotated[str, typer.Option(metavar="NAME", help="Keep a slide's look under this name.")] = "",
    source: Annotated[int | None, typer.Option("--from", metavar="N", help="The slide whose look it is.")] = None,
    aspects: Annotated[str, typer.Option(metavar="A,B", help="What belongs to it; otherwise everything.")] = "",
    apply: Annotated[str, typer.Option(metavar="NAME", help="Give slides a look.")] = "",
    slides: Annotated[str, typer.Option(metavar="1,3-5", help="The slides that get it; otherwise all.")] = "",
    where: Annotated[Where | None, typer.Option(help="The slides that get it are so.")] = None,
    delete: Annotated[str, typer.Option(metavar="NAME", help="Forget a look of the project.")] = "",
    export: Annotated[Path | None, typer.Option(metavar="FILE", help="Write the look named with --apply.")] = None,
    import_: Annotated[Path | None, typer.Option("--import", metavar="FILE", help="Keep the look of a file.")] = None,
    overwrite: Overwrite = False,
    dry_run: DryRun = False,
) -> None:
    """Save, apply, export or import looks; without options, list those that there are."""
    opened = load_project(project)
    if save:
        if source is None:
            raise UsageError("Say which slide's look it is: --from N.")
        slide_id = numbered_slides(str(source), opened, "--from")[0]
        look = look_of(opened, slide_id, parsed_aspects(aspects) if aspects else set(SlideAspect), save)
        change_project(project, save_look(look), dry_run)
    elif import_ is not None:
        change_project(project, save_look(load_look(import_)), dry_run)
    elif delete:
        _named(delete, opened.looks)
        change_project(project, delete_look(delete), dry_run)
    elif export is not None:
        if not apply:
            raise UsageError("Name the look that is to be written with --apply NAME.")
        if not dry_run:
            ensure_free([export], overwrite)
            project_store.save_look(_named(apply, _all(opened)), export)
        print(f"{export}: look “{apply}”{'; nothing was written' if dry_run else ''}.")
    elif apply:
        chosen = chosen_slides(project, opened, slides, where, None)
        change_project(project, apply_look(_named(apply, _all(opened)), chosen), dry_run)
    else:
        for look in _all(opened):
            print(look.name)


def _all(project: Project) -> tuple[Look, ...]:
    """Return the project's looks, and ours as far as it has none of the same name."""
    names = {look.name for look in project.looks}
    return (*project.looks, *(look for look in OWN_LOOKS if look.name not in names))


def _named(name: str, looks: tuple[Look, ...]) -> Look:
    for look in looks:
        if look.name == name:
            return look
    known = ", ".join(look.name for look in looks) or "none"
    raise UsageError(f"There is no look “{name[:60]}”; there are: {known}.")
