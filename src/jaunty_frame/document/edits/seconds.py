"""Edits of how long slides are seen.

What is said of single slides here is their own from then on. The time that a joint's middle comes at is what people see
as the moment at which the picture changes; beats and taps fall on it.
"""

from collections.abc import Iterable, Mapping, Sequence
from fractions import Fraction
from itertools import pairwise
from math import floor

from jaunty_frame.core.time.beats import cuts_on_beats
from jaunty_frame.core.time.fitting import fitted_durations
from jaunty_frame.core.time.schedule import MIN_SECONDS
from jaunty_frame.core.time.timebase import MOST_DENOMINATOR, clock_text
from jaunty_frame.core.time.typed_seconds import TypedSeconds
from jaunty_frame.document.basis.values import LONGEST_SECONDS
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.settings import Settings, project_settings
from jaunty_frame.errors import UsageError


def change_seconds(slide_ids: Iterable[str], typed: TypedSeconds) -> Edit:
    """Set or change the seconds of slides; changes are of what holds for each."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        held = _held(project)
        wanted = {name: typed.applied(seconds) for name, seconds in held.items() if name in chosen}
        within = {name: min(max(seconds, MIN_SECONDS), LONGEST_SECONDS) for name, seconds in wanted.items()}
        return _with_seconds(project, within, held)

    return Edit("Seconds", apply)


def seconds_as_ruled(slide_ids: Iterable[str]) -> Edit:
    """Let the house rules say how long slides are seen."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        return with_slides(project, lambda slide: slide.changed(seconds=None) if slide.id in chosen else slide)

    return Edit("Seconds", apply)


def lock_seconds(slide_ids: Iterable[str], locked: bool) -> Edit:
    """Lock the seconds of slides, which ``fit_show`` then leaves as they are, or unlock them.

    A locked slide has seconds of its own: a house rule does not change them either.
    """
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        held = _held(project)

        def changed(slide: Slide) -> Slide:
            if slide.id not in chosen:
                return slide
            return slide.changed(locked=locked, seconds=held[slide.id] if locked else slide.seconds)

        return with_slides(project, changed)

    return Edit("Lock seconds" if locked else "Unlock seconds", apply)


def fit_show(length: Fraction, output_id: str) -> Edit:
    """Make the show last ``length`` seconds in an output, exact to its frames; unlocked slides are scaled together.

    None becomes shorter than its transitions, fades included, so that no joint changes. UsageError where that is too
    long, or there is nothing to fit.
    """

    def apply(project: Project) -> Project:
        output = project.output(output_id)
        slides = [slide for slide in project.slides if output_id not in slide.left_out]
        if not slides:
            raise UsageError("There are no slides to fit; add photos first.")
        settings = project_settings(project, slides)
        joints = _joints(project, settings)
        least = [max(before + after, MIN_SECONDS) for before, after in pairwise(joints)]
        shared = sum(joints[1:-1], Fraction(0))
        frames = floor(length * output.frame_rate + Fraction(1, 2))
        locked = [slide.locked for slide in slides]
        seen = [own.seconds * output.pace for own in settings]
        try:
            fitted = fitted_durations(seen, least, locked, frames / output.frame_rate + shared, 1 / output.frame_rate)
        except ValueError as error:
            raise UsageError(_why_not(length, seen, least, locked, shared)) from error
        pairs = zip(slides, fitted, locked, strict=True)
        return _with_seconds(
            project, {slide.id: seconds / output.pace for slide, seconds, is_locked in pairs if not is_locked}
        )

    return Edit(f"Fit to {clock_text(length)}", apply)


def _why_not(
    length: Fraction, seen: Sequence[Fraction], least: Sequence[Fraction], locked: Sequence[bool], shared: Fraction
) -> str:
    if all(locked):
        return "All slides are locked; unlock some, and the show can be fitted."
    shortest = sum(whole if stays else low for whole, low, stays in zip(seen, least, locked, strict=True)) - shared
    kept = "its locked slides and transitions" if any(locked) else "its transitions"
    return f"The show cannot be as short as {clock_text(length)}; with {kept} it lasts {clock_text(shortest)} at least."


def cut_on_beats(tempo: Fraction, offset: Fraction, every: int, output_id: str) -> Edit:
    """Let the middles of all joints fall on beats: ``tempo`` a minute, the first at ``offset`` seconds, every so many.

    Together the joints move as little as can be. UsageError where the tempo is out of 20 to 400.
    """
    if not 20 <= tempo <= 400:
        raise UsageError("The tempo must lie between 20 and 400 beats a minute.")
    if not 1 <= every <= 64 or not 0 <= offset <= LONGEST_SECONDS:
        raise UsageError("Give every 1 to 64 beats, and an offset that is not negative.")

    def apply(project: Project) -> Project:
        parts = _Parts(project, output_id)
        step = Fraction(60) / tempo * every
        count = int((sum(parts.parts) - offset) / step) + 2 * len(parts.parts) + 2
        beats = [offset + k * step for k in range(max(count, 0))]
        chosen = cuts_on_beats(parts.parts, beats, parts.least)
        changes = [beats[k] for k in chosen]
        return parts.changed_at(dict(enumerate(changes)))

    return Edit(f"Cuts on beats, {float(tempo):g} a minute", apply)


def cut_on_times(times: Sequence[float], output_id: str, every: int = 1) -> Edit:
    """Let the middles of all joints fall on beats that were found: ``times`` in seconds of the show, every so many.

    Together the joints move as little as can be. UsageError where there are too few for so many slides.
    """
    beats = [Fraction(round(time * 1000), 1000) for time in times[::every]]

    def apply(project: Project) -> Project:
        parts = _Parts(project, output_id)
        try:
            chosen = cuts_on_beats(parts.parts, beats, parts.least)
        except ValueError as error:
            raise UsageError(
                f"The music has {len(beats)} such beats, too few for {len(parts.parts)} slides; take more "
                "of its beats, or longer music."
            ) from error
        return parts.changed_at({k: beats[j] for k, j in enumerate(chosen)})

    return Edit("Cuts on the music's beats", apply)


def change_at(taps: Mapping[str, Fraction], output_id: str) -> Edit:
    """Let slides give way to the next one at times of the show: the middles of their joints come there.

    taps : seconds from the show's start, by slide id. What comes after moves along.
    """

    def apply(project: Project) -> Project:
        parts = _Parts(project, output_id)
        at, passed, moved = {}, Fraction(0), Fraction(0)
        for k, (slide, part) in enumerate(zip(parts.slides[:-1], parts.parts, strict=False)):
            passed += part
            if slide.id in taps:
                moved = taps[slide.id] - passed
            at[k] = passed + moved
        return parts.changed_at(at)

    return Edit("Change by ear", apply)


class _Parts:
    """The show of an output cut at the middles of its joints: ``parts`` seconds long, ``least`` at the least."""

    def __init__(self, project: Project, output_id: str) -> None:
        self._project, self._pace = project, project.output(output_id).pace
        self.slides = [slide for slide in project.slides if output_id not in slide.left_out]
        if len(self.slides) < 2:
            raise UsageError("There are no joints yet; add photos first.")
        settings = project_settings(project, self.slides)
        joints = [own.transition.joint_seconds for own in settings[:-1]]
        self._halves = [Fraction(0), *(joint / 2 for joint in joints), Fraction(0)]
        around = [before + after for before, after in pairwise(self._halves)]
        seen = [own.seconds * self._pace for own in settings]
        self.parts = [max(whole - half, MIN_SECONDS) for whole, half in zip(seen, around, strict=True)]
        outer = [project.house_rules.fade_in, *joints, project.house_rules.fade_out]
        needed = [max(before + after, MIN_SECONDS) for before, after in pairwise(outer)]
        self.least = [max(need - half, MIN_SECONDS) for need, half in zip(needed, around, strict=True)]

    def changed_at(self, at: Mapping[int, Fraction]) -> Project:
        """Return the project with the middle of joint k at ``at[k]`` seconds; the last slide keeps its part."""
        wanted, before = {}, Fraction(0)
        for k, slide in enumerate(self.slides[:-1]):
            part = max(at[k] - before, self.least[k])
            before += part
            wanted[slide.id] = (part + self._halves[k] + self._halves[k + 1]) / self._pace
        return _with_seconds(self._project, wanted)


def _joints(project: Project, settings: Sequence[Settings]) -> list[Fraction]:
    rules = project.house_rules
    return [rules.fade_in, *(own.transition.joint_seconds for own in settings[:-1]), rules.fade_out]


def _held(project: Project) -> dict[str, Fraction]:
    """Return how long each slide is seen, wherever it is said."""
    pairs = zip(project.slides, project_settings(project), strict=True)
    return {slide.id: own.seconds for slide, own in pairs}


def _with_seconds(
    project: Project, wanted: Mapping[str, Fraction], held: Mapping[str, Fraction] | None = None
) -> Project:
    """Return the project with seconds of slides; one that is seen as long already keeps what it says.

    held : how long each is seen, if that is known.
    """
    if any(seconds > LONGEST_SECONDS for seconds in wanted.values()):
        raise UsageError("A slide can be seen for an hour at most; that would make one longer.")
    seen = held or _held(project)
    return with_slides(
        project,
        lambda slide: (
            slide.changed(seconds=wanted[slide.id].limit_denominator(MOST_DENOMINATOR))
            if slide.id in wanted and wanted[slide.id] != seen[slide.id]
            else slide
        ),
    )
