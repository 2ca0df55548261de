"""The running order of an output as a cut list: OpenTimelineIO, which other programs read.

There a clip ends where the next begins and a transition reaches into both: clips are cut at the middles of the joints,
and each begins as far into its slide as the joint before has taken. What OpenTimelineIO has no words for, such as the
kind of a wipe, stands in the metadata under ``jaunty_frame``.
"""

from pathlib import Path

import opentimelineio as otio

from jaunty_frame.core.time.timebase import fraction_text
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.atomic import reason_of, write_whole
from jaunty_frame.media.place import Place, resolved
from jaunty_frame.show.planning.joints import joint, next_shown
from jaunty_frame.show.planning.plan import Plan

_OURS = "jaunty_frame"


def cut_list(plan: Plan, title: str, folder: Place) -> otio.schema.Timeline:
    """Return a timeline with the output's slides on one track. folder : what photo paths are relative to."""
    rate = float(plan.output.frame_rate)
    timeline = otio.schema.Timeline(name=title, global_start_time=otio.opentime.RationalTime(0, rate))
    timeline.metadata[_OURS] = {
        "output": plan.output.id,
        "frame_rate": fraction_text(plan.output.frame_rate),
        "fade_in_frames": plan.schedule.fade_in,
        "fade_out_frames": plan.schedule.fade_out,
    }
    track = otio.schema.Track(name=plan.output.name, kind=otio.schema.TrackKind.Video)
    timeline.tracks.append(track)
    start = 0
    for k in plan.shown:
        end, transition = _cut_after(plan, k)
        track.append(_clip(plan, k, start, end, folder))
        if transition is not None:
            track.append(transition)
        start = end
    return timeline


def _cut_after(plan: Plan, k: int) -> tuple[int, otio.schema.Transition | None]:
    """Return the frame at which slide ``k`` gives way to the next, and the transition there."""
    after, rate = next_shown(plan, k), float(plan.output.frame_rate)
    if after is None:
        return plan.schedule.total, None
    end = plan.schedule.first[k] + plan.schedule.frames[k]
    shared = end - plan.schedule.first[after]
    before_cut = shared // 2
    own = joint(plan, k)
    if not shared or own is None:
        return end, None
    dissolve = own.kind == "cross-dissolve"
    kinds = otio.schema.TransitionTypes
    transition = otio.schema.Transition(
        name=own.label,
        transition_type=kinds.SMPTE_Dissolve if dissolve else kinds.Custom,
        in_offset=otio.opentime.RationalTime(before_cut, rate),
        out_offset=otio.opentime.RationalTime(shared - before_cut, rate),
        metadata={_OURS: own.model_dump(mode="json")},
    )
    return plan.schedule.first[after] + before_cut, transition


def _clip(plan: Plan, k: int, start: int, end: int, folder: Place) -> otio.schema.Clip:
    rate, slide = float(plan.output.frame_rate), plan.slides[k]

    def span(first: int, frames: int) -> otio.opentime.TimeRange:
        return otio.opentime.TimeRange(
            otio.opentime.RationalTime(first, rate), otio.opentime.RationalTime(frames, rate)
        )

    rows = plan.rows_of(k)
    path = resolved(plan.photo(rows[0]).path, folder) if rows else None
    photo, offset, effects = plan.photo(rows[0]) if rows else None, 0, []
    available = span(0, plan.schedule.frames[k])
    if photo is not None and photo.moving is not None and isinstance(slide.exhibit, ClipExhibit):
        begins, _ = slide.exhibit.part_of(photo.moving)
        available = span(0, round(float(photo.moving.seconds) * rate))
        offset = round(float(begins) * rate)
        scalar = float(-slide.exhibit.speed if slide.exhibit.backwards else slide.exhibit.speed)
        if scalar != 1:
            effects = [otio.schema.LinearTimeWarp(time_scalar=scalar)]
    reference = (
        otio.schema.ExternalReference(target_url=path.absolute().as_uri(), available_range=available)
        if path is not None
        else otio.schema.MissingReference(available_range=available)
    )
    name = path.name if path is not None else slide.exhibit.label
    own = {"slide": k + 1, "slide_id": slide.id}
    part = span(offset + start - plan.schedule.first[k], end - start)
    return otio.schema.Clip(name, reference, part, effects=effects, metadata={_OURS: own})


def write_cut_list(timeline: otio.schema.Timeline, path: Path) -> None:
    """Write a cut list to ``path``, whole or not at all; JauntyError with a sentence where that cannot be."""
    try:
        write_whole(path, otio.adapters.write_to_string(timeline, "otio_json").encode())
    except OSError as error:
        raise JauntyError(f"The cut list cannot be written to {path}: {reason_of(error)}.") from error
