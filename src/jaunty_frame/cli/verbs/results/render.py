"""``render``: shows as video files."""

from enum import StrEnum
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.format_options import typed_options
from jaunty_frame.cli.opened import Opened, ProjectPath
from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.cli.writing import Overwrite, ensure_free
from jaunty_frame.errors import UsageError, shown_name
from jaunty_frame.media.export.export_job import BURNT, ExportJob, ensure_apart
from jaunty_frame.media.export.job import options_of
from jaunty_frame.media.formats.format import Quality
from jaunty_frame.media.formats.format_list import FORMATS, USUAL


class Captions(StrEnum):
    """Where captions are."""

    BURNT = BURNT
    SRT = "srt"
    VTT = "vtt"


def run(
    project: ProjectPath,
    to: Annotated[Path, typer.Option(metavar="DIR", help="The folder for the videos; it is made if need be.")],
    output: Annotated[
        list[str] | None, typer.Option(metavar="ID", help="An output; may be given several times.")
    ] = None,
    all_outputs: Annotated[bool, typer.Option("--all", help="All outputs of the project.")] = False,
    quality: Annotated[Quality, typer.Option(help="Speed against fidelity and size.")] = Quality.STANDARD,
    form: Annotated[
        str, typer.Option("--format", metavar="NAME[,NAME]", help=f"What is written: {', '.join(FORMATS)}.")
    ] = USUAL,
    options: Annotated[
        list[str] | None, typer.Option("--set", metavar="NAME=VALUE", help="An option of the format; several times.")
    ] = None,
    limit_mb: Annotated[
        float | None, typer.Option(metavar="N", min=0.001, help="So many megabytes a file at most.")
    ] = None,
    name: Annotated[
        str,
        typer.Option(metavar="PATTERN", help="The files' names: {title} {output} {size} {format} {date}, and others."),
    ] = "",
    captions: Annotated[Captions, typer.Option(help="In the picture, or in a file beside it.")] = Captions.BURNT,
    overwrite: Overwrite = False,
) -> None:
    """Export shows as files, named after title, output and size.

    A file appears under its name only when it is whole; stopping (Ctrl+C) leaves nothing half-written.
    """
    if bool(output) == all_outputs:
        raise UsageError("Say which outputs: --output ID (once or more), or --all.")
    if to.exists() and not to.is_dir():
        raise UsageError(f"{shown_name(to)} is a file; give --to a folder.")
    chosen = typed_options(options or [])
    for each in form.split(","):
        options_of(each, chosen)
    opened = Opened(project)
    plans = opened.plans(output)
    how: dict[str, Any] = {
        "quality": quality,
        "captions": captions.value,
        "options": chosen,
        "limit_mb": limit_mb,
        "name": name,
    }
    jobs = [ExportJob(opened.project, opened.folder, plans, to, form=each, **how) for each in form.split(",")]
    for job in jobs:
        job.ensure_possible()
    files = [path for job in jobs for export in job.exports for path in job.files_of(export)]
    ensure_apart(files)
    may_replace = ensure_free(files, overwrite)
    for job in jobs:
        for export in job.exports:
            with progress_bar(export.path.name) as progress:
                job.write(export, opened.source, progress, may_replace=may_replace)
            print(export.path)
