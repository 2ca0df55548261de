"""A job: all that writing one show needs, as data, so that anybody can run it: this process, another, a later one.

Whoever runs it plans the show again; the same job gives the same bytes. It can be run in segments, which are joined.
"""

import contextlib
from collections.abc import Callable, Iterator, Sequence
from fractions import Fraction
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from jaunty_frame.document.basis.values import Identifier, Value
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.model import Project
from jaunty_frame.errors import ExportError, UsageError
from jaunty_frame.media.captions import captions_of, write_captions
from jaunty_frame.media.export.export import export_show, joined_show
from jaunty_frame.media.export.export_job import BURNT, Progress, ensure_exportable
from jaunty_frame.media.export.limited import write_within
from jaunty_frame.media.export.stills import stills_of
from jaunty_frame.media.formats.format import About, Chapter, FormatOptions, Quality, ShowSound, Wanted
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, format_of, options_type
from jaunty_frame.media.frames.legibility import readable_plans
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.place import Place, place_at
from jaunty_frame.media.sounds.mixing import mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.show.planning.words.planned import without_captions


def _nothing(done: int, total: int) -> None:
    """Tell nobody of progress."""


def _never() -> bool:
    return False


class Job(Value):
    """project : text of a project file, whose relative paths start from ``folder``; to : the file, or the folder, that
    is written, and replaced where it is a file; options : of the format."""

    version: Literal[1] = 1
    project: str
    folder: str
    output: Identifier
    to: str
    form: str = USUAL
    quality: Quality = Quality.STANDARD
    options: dict[str, Any] = Field(default_factory=dict)
    captions: Literal["burnt", "srt", "vtt"] = "burnt"
    limit_mb: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)] | None = None

    def to_text(self) -> str:
        return self.model_dump_json()


def job_from_text(text: str) -> Job:
    """Return the job that a text says; UsageError where it says none."""
    try:
        return Job.model_validate_json(text)
    except ValidationError as error:
        raise UsageError(f"This is no export job: {error.errors()[0]['msg']}.") from error


def job_of(project: Project, folder: Place, output_id: str, to: Path, **fields: Any) -> Job:
    """Return the job of an output's show. fields : ``Job``'s others."""
    return Job(project=project_to_text(project), folder=str(folder), output=output_id, to=str(to), **fields)


def options_of(form: str, options: dict[str, Any]) -> FormatOptions:
    """Return the options of a format; UsageError where it has none of these names, or not in these bounds."""
    try:
        return options_type(form)(**options)
    except ValidationError as error:
        fault = error.errors()[0]
        name = ".".join(map(str, fault["loc"]))
        known = ", ".join(options_type(form).model_fields) or "no options"
        raise UsageError(f"{form}: {name}: {fault['msg']}. It has {known}.") from error


def plan_of(job: Job) -> Plan:
    """Plan a job's show."""
    return plan_output(project_from_text(job.project), job.output, fonts())


def run_job(job: Job, progress: Progress = _nothing, cancelled: Callable[[], bool] = _never) -> Path:
    """Plan a job's show and write it; return where. Errors as ``write_show`` raises them."""
    plan, source = plan_of(job), PhotoSource(place_at(job.folder))
    ensure_exportable(project_from_text(job.project), source.place, [plan])
    return write_show(job, plan, source, progress, cancelled)


def write_show(
    job: Job, plan: Plan, source: PhotoSource, progress: Progress = _nothing, cancelled: Callable[[], bool] = _never
) -> Path:
    """Write the show of a job that is planned already; return where. progress : frames done, frames in all.

    Raises ExportError where it cannot be written, PhotoError or SoundError where what it is made of cannot be read,
    Cancelled; after any of them nothing is left behind.
    """
    path = Path(job.to)
    painted = _as_painted(job, plan, source, cancelled)
    with _sound_of(job, plan, source.place, cancelled) as sound:
        wanted = _wanted(job, plan, sound, source.place)

        def write(how: Wanted, to: Path, report: Progress) -> None:
            export_show(painted, source, to, how, job.form, True, report, cancelled)

        if job.limit_mb is None:
            write(wanted, path, progress)
        else:
            write_within(round(job.limit_mb * 1e6), write, wanted, path, job.form, progress)
    if job.captions != BURNT:
        write_captions(captions_of(plan), path.with_suffix(f".{job.captions}"))
    return path


def write_segment(
    job: Job, frames: range, to: Path, progress: Progress = _nothing, cancelled: Callable[[], bool] = _never
) -> None:
    """Write some frames of a job's show, without sound, to be joined with the others."""
    plan, source = plan_of(job), PhotoSource(place_at(job.folder))
    painted = _as_painted(job, plan, source, cancelled)
    wanted = _wanted(job, plan, None, source.place)
    export_show(painted, source, to, wanted, job.form, True, progress, cancelled, frames)


def join_segments(job: Job, segments: Sequence[Path], cancelled: Callable[[], bool] = _never) -> Path:
    """Make a job's show of segments that hold all its frames, one after the other; return where it is."""
    plan = plan_of(job)
    place = place_at(job.folder)
    with _sound_of(job, plan, place, cancelled) as sound:
        joined_show(segments, Path(job.to), _wanted(job, plan, sound, place), job.form)
    if job.captions != BURNT:
        write_captions(captions_of(plan), Path(job.to).with_suffix(f".{job.captions}"))
    return Path(job.to)


def _as_painted(job: Job, plan: Plan, source: PhotoSource, cancelled: Callable[[], bool]) -> Plan:
    plan = plan if job.captions == BURNT else without_captions(plan)
    return readable_plans({plan.output.id: plan}, source, cancelled)[plan.output.id]


def _wanted(job: Job, plan: Plan, sound: ShowSound | None, place: Place) -> Wanted:
    form, output = format_of(job.form), plan.output
    if form.rates is not None and output.frame_rate not in form.rates:
        rates = ", ".join(f"{float(rate):g}" for rate in sorted(form.rates))
        raise ExportError(f"{output.name} has {float(output.frame_rate):g} frames a second; {job.form} takes {rates}.")
    if job.limit_mb is not None and not FORMATS[job.form].limits:
        raise ExportError(f"{FORMATS[job.form].label} cannot be kept under a size; choose another format, or no limit.")
    project = project_from_text(job.project)
    return Wanted(
        output,
        job.quality,
        options_of(job.form, job.options),
        sound,
        about=About(project.title, project.author, project.description) if form.tags else About(),
        chapters=tuple(_chapters(plan, project.title)) if form.chapters else (),
        stills=tuple(stills_of(plan, place)) if form.moments else (),
        length=plan.seconds,
    )


def _chapters(plan: Plan, show_title: str) -> Iterator[Chapter]:
    """Give the slides that have titles, as parts of the show; what comes before the first is called as the show is."""
    begun = False
    for k in plan.shown:
        title = next((words.as_in(plan.output.id).text for words in plan.slides[k].words if words.kind == "title"), "")
        if title.strip():
            begins = plan.schedule.first[k] / plan.output.frame_rate
            if begins > 0 and not begun:
                yield Chapter(Fraction(0), show_title)
            begun = True
            yield Chapter(begins, " ".join(title.split()))


@contextlib.contextmanager
def _sound_of(job: Job, plan: Plan, place: Place, cancelled: Callable[[], bool]) -> Iterator[ShowSound | None]:
    heard = sound_plan(plan)
    if not heard.heard or not format_of(job.form).hears:
        yield None
        return
    with mixed_show(heard, place, PeakCache(), cancelled=cancelled) as mix:
        yield mix
