"""What several verbs do with a project: read it, check its photos, plan it; and how they print JSON."""

import json
from pathlib import Path
from typing import Annotated, Any

import typer

from jaunty_frame.cli.progress import progress_bar
from jaunty_frame.document.model import Project
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.frames.legibility import readable_plans
from jaunty_frame.media.photos.finder import unseen_photos, with_areas_found
from jaunty_frame.media.photos.photo_check import check_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, project_file
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.sound_check import check_sounds
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.planner import Planner

ProjectPath = Annotated[
    Path, typer.Argument(metavar="PROJECT", help="A .jaunty project.", parser=lambda typed: project_file(Path(typed)))
]


class Opened:
    """A project that was read, with its photos and sounds checked against the disk."""

    def __init__(self, path: Path) -> None:
        self.folder = path.parent
        cache = ThumbnailCache()
        read = load_project(path)
        checked = check_photos(read, self.folder, cache)
        sounds = check_sounds(read, self.folder, PeakCache())
        self.states: dict[str, FileState] = {**checked.states, **sounds.states}
        self.source = PhotoSource(self.folder, cache)
        self.project = with_areas(sounds.edit.apply(checked.edit.apply(read)), self.source)

    def plans(self, ids: list[str] | None) -> list[Plan]:
        """Return the plans of the outputs ``ids``, or of all."""
        chosen = [self.project.output(name).id for name in ids] if ids else [o.id for o in self.project.outputs]
        if not chosen:
            raise JauntyError("The project has no outputs; add one first.")
        plans = Planner(fonts()).plans(self.project)
        return [plans[output_id] for output_id in dict.fromkeys(chosen)]

    def readable_plans(self, ids: list[str] | None) -> list[Plan]:
        """Return those plans as they are shown: with words that were measured on the frames and helped there."""
        plans = {plan.output.id: plan for plan in self.plans(ids)}
        return list(readable_plans(plans, self.source).values())


def with_areas(project: Project, source: PhotoSource) -> Project:
    """Return the project with keep areas found where nobody has looked for them yet."""
    if not unseen_photos(project):
        return project
    with progress_bar("Finding keep areas") as progress:
        return with_areas_found(project, source, progress)


def print_json(value: dict[str, Any]) -> None:
    """Print one JSON object."""
    print(json.dumps(value, indent=1, ensure_ascii=False, allow_nan=False))
