"""``outputs``: where the show will be seen."""

from pathlib import Path
from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.outputs import add_output, remove_output, set_zones
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.projects.project_store import load_project, load_zones, save_zones
from jaunty_frame.show.words import rate_words, shape_words, size_words


def run(
    project: ProjectPath,
    add: Annotated[list[str] | None, typer.Option(metavar="ID", help="A further output, or an own size.")] = None,
    remove: Annotated[list[str] | None, typer.Option(metavar="ID", help="An output that goes.")] = None,
    of: Annotated[str, typer.Option(metavar="ID", help="The output that --zones and --save-zones are about.")] = "",
    zones: Annotated[Path | None, typer.Option(metavar="FILE", help="Give an output the zones of a file.")] = None,
    keep: Annotated[Path | None, typer.Option("--save-zones", metavar="FILE", help="Write an output's zones.")] = None,
    overwrite: Overwrite = False,
    dry_run: DryRun = False,
) -> None:
    """Add or remove outputs, exchange their zones; without options, list those that there are."""
    opened = load_project(project)
    if zones is not None or keep is not None:
        output = opened.output(of)
        if zones is not None:
            change_project(project, set_zones(output.id, load_zones(zones)), dry_run)
        if keep is not None and not dry_run:
            ensure_free([keep], overwrite)
            save_zones(output.zones, keep)
            print(f"{keep}: zones of {output.name}.")
        return
    edits: list[Edit] = [add_output(output_from_text(text)) for text in add or []]
    edits += [remove_output(opened.output(name).id) for name in remove or []]
    if edits:
        names = [*(f"add {text}" for text in add or []), *(f"remove {name}" for name in remove or [])]
        change_project(project, all_of(edits)._replace(label=f"Outputs: {', '.join(names)}"), dry_run)
        return
    for output in opened.outputs:
        print(f"{output.id}: {output.name}, {shape_words(output)}, {size_words(output)}, {rate_words(output)}")
