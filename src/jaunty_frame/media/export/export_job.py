"""An export: which shows become which files, whether that can be done, and doing it."""

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from pathlib import Path
from typing import Any, NamedTuple

from jaunty_frame.document.model import Output, Project
from jaunty_frame.errors import ExportError, UsageError
from jaunty_frame.media.export.stills import plain_name
from jaunty_frame.media.export.whole import ensure_no_folder
from jaunty_frame.media.formats.format import Quality
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, is_first_of_its_suffix
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.place import Place, resolved
from jaunty_frame.media.replacing import replaced_by
from jaunty_frame.show.planning.plan import Plan

Progress = Callable[[int, int], None]
BURNT = "burnt"
"""Captions are painted; otherwise they stand in a file beside, named by its suffix."""


USUAL_NAME = "{title}-{output}-{size}"
_MOST_NAME = 200


def show_file_name(project: Project, output: Output, form: str = USUAL, pattern: str = "") -> str:
    """Return the name of an exported show, like ``kiln-opening-tall-1080x1920.mp4``.

    pattern : with {title}, {output}, {size}, {format}, {date}; "" = ``USUAL_NAME``, and the format where its suffix
    does not tell it. UsageError where it has other fields, or leads into another folder.
    """
    usual = USUAL_NAME if is_first_of_its_suffix(form) else USUAL_NAME + "-{format}"
    said = {
        "title": plain_name(project.title) or "show",
        "output": output.id,
        "size": f"{output.width}x{output.height}",
        "format": form,
        "date": f"{date.today():%Y-%m-%d}",
    }
    try:
        name = (pattern or usual).format_map(said)
    except (KeyError, ValueError, IndexError, AttributeError, TypeError) as error:
        raise UsageError(f"The name {pattern} cannot be made: it may have {{{'}, {'.join(said)}}}.") from error
    if not name.strip(". ") or name != Path(name).name or not name.isprintable() or len(name) > _MOST_NAME:
        raise UsageError(f"{name!r} cannot be a file's name; leave out / and make it shorter.")
    return name + FORMATS[form].suffix


def ensure_exportable(project: Project, folder: Place, plans: Sequence[Plan]) -> None:
    """Raise ExportError where there is nothing to show in an output, or where a photo that is shown is missing."""
    if not project.slides:
        raise ExportError("The project has no slides; add photos first.")
    empty = [plan.output.name for plan in plans if not plan.shown]
    if empty:
        raise ExportError(f"All slides are left out of {', '.join(empty)}; show some there, or export the others.")
    shown = [slide for k, slide in enumerate(project.slides) if any(k in plan.shown for plan in plans)]
    missing = [Path(p.path).name for p in project.photos_seen(shown) if not resolved(p.path, folder).is_file()]
    if missing:
        names = ", ".join(missing[:5]) + (f" and {len(missing) - 5} more" if len(missing) > 5 else "")
        raise ExportError(f"Photos are missing: {names}. Put them back, or remove what shows them.")
    silent = [file.name for file in project.sound.files if not resolved(file.path, folder).is_file()]
    if silent:
        names = ", ".join(silent[:5]) + (f" and {len(silent) - 5} more" if len(silent) > 5 else "")
        raise ExportError(f"Sounds are missing: {names}. Put them back, or remove them from the soundtrack.")


def ensure_apart(files: Sequence[Path]) -> None:
    """Raise UsageError where two shows would be written to one file."""
    twice = next((path for k, path in enumerate(files) if path in files[:k]), None)
    if twice is not None:
        raise UsageError(f"Several files would be called {twice.name}; put {{output}} or {{format}} into the name.")


class Export(NamedTuple):
    """One show and the file, or folder, that it becomes."""

    plan: Plan
    path: Path


@dataclass(frozen=True)
class ExportJob:
    """Shows of ``project`` (in ``folder``) to be written into the folder ``to``, one after the other.

    captions : whether they are burnt in, or stand in a file beside each video: "srt" or "vtt"; options : of the format.
    """

    project: Project
    folder: Place
    plans: Sequence[Plan]
    to: Path
    quality: Quality = Quality.STANDARD
    form: str = USUAL
    captions: str = BURNT
    options: Mapping[str, Any] = field(default_factory=dict)
    limit_mb: float | None = None
    name: str = ""

    @property
    def exports(self) -> list[Export]:
        named = [show_file_name(self.project, plan.output, self.form, self.name) for plan in self.plans]
        return [Export(plan, self.to / name) for plan, name in zip(self.plans, named, strict=True)]

    @property
    def frames(self) -> int:
        """Frames in all."""
        return sum(plan.schedule.total for plan in self.plans)

    def ensure_possible(self) -> None:
        """Raise ExportError where there is nothing to show, where a photo is missing, or a folder would be replaced."""
        ensure_exportable(self.project, self.folder, self.plans)
        ensure_apart([export.path for export in self.exports])
        for export in self.exports if FORMATS[self.form].is_folder else ():
            ensure_no_folder(export.path)

    def replaced(self) -> list[Path]:
        """Return the files that would be replaced, videos and captions."""
        return replaced_by(path for export in self.exports for path in self.files_of(export))

    def files_of(self, export: Export) -> list[Path]:
        """Return all files that a show becomes."""
        return [export.path, *([] if self.captions == BURNT else [export.path.with_suffix(f".{self.captions}")])]

    def write(
        self,
        export: Export,
        source: PhotoSource,
        progress: Progress = lambda done, total: None,
        cancelled: Callable[[], bool] = lambda: False,
        may_replace: Collection[Path] = (),
    ) -> None:
        """Write one show. progress : its frames done, its frames in all; may_replace : files that may be replaced.

        Raises ExportError where another file is there already: it may have come since the user was asked.
        """
        # What encodes and decodes takes 0.07 s to load, which opening the window should not wait for.
        from jaunty_frame.media.export.job import job_of, write_show

        for there in replaced_by(self.files_of(export)):
            if there not in may_replace:
                raise ExportError(f"{there.name} is already in {there.parent}; allow replacing it, or choose a folder.")
        fields: dict[str, Any] = {
            "form": self.form,
            "quality": self.quality,
            "captions": self.captions,
            "options": dict(self.options),
            "limit_mb": self.limit_mb,
        }
        job = job_of(self.project, self.folder, export.plan.output.id, export.path, **fields)
        write_show(job, export.plan, source, progress, cancelled)

    def write_all(
        self,
        source: PhotoSource,
        progress: Progress,
        cancelled: Callable[[], bool],
        may_replace: Collection[Path] = (),
    ) -> list[Path]:
        """Write all shows and return their files. progress : of the frames of all; may_replace : see ``write``."""
        written: list[Path] = []
        before = 0

        def report(done: int, _: int) -> None:
            progress(before + done, self.frames)

        for export in self.exports:
            self.write(export, source, report, cancelled, may_replace)
            before += export.plan.schedule.total
            written.append(export.path)
        return written
