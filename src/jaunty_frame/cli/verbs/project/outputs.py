"""``outputs``: where the show will be seen."""

from typing import Annotated

import typer

from jaunty_frame.cli.edited import DryRun, change_project
from jaunty_frame.cli.opened import ProjectPath
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.outputs import add_output, remove_output
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.words import rate_words, shape_words, size_words


def run(
    project: ProjectPath,
    add: Annotated[list[str] | None, typer.Option(metavar="ID", help="A further output, or an own size.")] = None,
    remove: Annotated[list[str] | None, typer.Option(metavar="ID", help="An output that goes.")] = None,
    dry_run: DryRun = False,
) -> None:
    """Add or remove outputs; without options, list those that there are."""
    opened = load_project(project)
    edits: list[Edit] = [add_output(output_from_text(text)) for text in add or []]
    edits += [remove_output(opened.output(name).id) for name in remove or []]
    if edits:
        names = [*(f"add {text}" for text in add or []), *(f"remove {name}" for name in remove or [])]
        change_project(project, all_of(edits)._replace(label=f"Outputs: {', '.join(names)}"), dry_run)
        return
    for output in opened.outputs:
        print(f"{output.id}: {output.name}, {shape_words(output)}, {size_words(output)}, {rate_words(output)}")
