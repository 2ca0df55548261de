"""A plan as plain JSON values, for other programs. Fields are only ever added."""

from collections.abc import Mapping
from typing import Any

from jaunty_frame.core.time.timebase import fraction_text
from jaunty_frame.core.words.legibility import characters_of
from jaunty_frame.document.transition import Transition
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.joints import joint
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.reasons import framing_reasons
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.show.planning.words.placed import PlacedEmblem, PlacedWords
from jaunty_frame.show.planning.words.planned import words_of
from jaunty_frame.show.planning.words.reasons import words_reason


def plan_object(plan: Plan, contrasts: Mapping[tuple[str, str], float] | None = None) -> dict[str, Any]:
    """Return one output's plan. Windows are [x, y, w, h] in fractions of the upright photo. contrasts : of words, as
    measured; of others it is what the tones of the frame promise."""
    output, schedule, rules = plan.output, plan.schedule, plan.table.rules
    return {
        "id": output.id,
        "name": output.name,
        "width": output.width,
        "height": output.height,
        "pixel_aspect": fraction_text(output.pixel_aspect),
        "frame_rate": fraction_text(output.frame_rate),
        "frames": schedule.total,
        "seconds": fraction_text(plan.seconds),
        "fade_in": {"frames": schedule.fade_in, "colour": rules.fade_in_colour},
        "fade_out": {"frames": schedule.fade_out, "colour": rules.fade_out_colour},
        "slides": [_slide_object(plan, k, contrasts or {}) for k in plan.shown],
        "sound": _sound_objects(plan),
        "target_lufs": output.target_lufs,
        "emblems": [_emblem_object(plan, one) for one in placed_emblems(plan)],
    }


def _sound_objects(plan: Plan) -> list[dict[str, Any]]:
    """Return what is heard: samples at 48 kHz of the show, and where in the file a part starts. ducked : ranges of the
    show in which it is lowered under a voice."""
    heard = sound_plan(plan)
    found = []
    for one in heard.heard:
        placed, played = one.placed, heard.files[one.placed.source]
        ducked = [
            [max(start, placed.first), min(end, placed.end)]
            for start, end in heard.ducking.ranges
            if placed.ducks and start < placed.end and end > placed.first
        ]
        found.append(
            {
                "id": one.sound.id,
                "kind": one.sound.kind,
                "file": played.file.path,
                "start_sample": round(placed.start * played.speed),
                "speed": fraction_text(played.speed),
                "first_sample": placed.first,
                "samples": placed.samples,
                "gain_db": round(placed.gain_db, 2),
                "fade_in_samples": placed.fade_in,
                "fade_out_samples": placed.fade_out,
                "ducked": ducked,
            }
        )
    return found


def _words_object(plan: Plan, placed: PlacedWords, contrasts: Mapping[tuple[str, str], float]) -> dict[str, Any]:
    """Return words as they are in an output; box [x, y, w, h] in fractions of the frame."""
    seconds = placed.time.frames / float(plan.output.frame_rate)
    height = min(plan.output.height, plan.output.width * float(plan.output.pixel_aspect))
    return {
        "id": placed.words.id,
        "kind": placed.words.kind,
        "lines": list(placed.block.line_texts),
        "box": list(placed.box),
        "size_px": placed.size * height,
        "first_frame": placed.time.first,
        "frames": placed.time.frames,
        "contrast": contrasts.get((plan.slides[placed.slide].id, placed.words.id), placed.contrast),
        "characters_per_second": characters_of(placed.block.text) / seconds,
        "reason": words_reason(placed),
    }


def _emblem_object(plan: Plan, placed: PlacedEmblem) -> dict[str, Any]:
    return {
        "id": placed.emblem.id,
        "photo": plan.table.by_id[placed.emblem.photo].path,
        "slides": [k + 1 for k in placed.slides],
        "box": list(placed.box),
        "first_frame": placed.first,
        "frames": placed.frames,
    }


def _slide_object(plan: Plan, k: int, contrasts: Mapping[tuple[str, str], float]) -> dict[str, Any]:
    slide, transition, rows = plan.slides[k], joint(plan, k), plan.rows_of(k)
    return {
        "slide": k + 1,
        "slide_id": slide.id,
        "exhibit": slide.exhibit.kind,
        "first_frame": plan.schedule.first[k],
        "frames": plan.schedule.frames[k],
        **(_framing_object(plan, rows[0]) if rows else {"photo": None}),
        "fill": plan.fill(k).model_dump(mode="json"),
        "mount": _mount_object(plan, rows[0]) if rows else None,
        "instants": [one.model_dump(mode="json", exclude_none=True) for one in slide.instants],
        "companions": [{**_framing_object(plan, row), "mount": _mount_object(plan, row)} for row in rows[1:]],
        "words": [_words_object(plan, placed, contrasts) for placed in words_of(plan, k)],
        "transition": _joint_object(plan, k, transition) if transition else None,
    }


def _mount_object(plan: Plan, row: int) -> dict[str, Any]:
    """Return how a photo is mounted; rectangles [x, y, w, h] are fractions of the frame."""
    mounting = plan.mounting(row)
    return {
        **mounting.mount.model_dump(mode="json"),
        "set_off": mounting.by_itself,
        "print": list(mounting.outer),
        "photo": list(mounting.piece),
    }


def _joint_object(plan: Plan, k: int, transition: Transition) -> dict[str, Any]:
    timing, own = plan.timing, transition.model_dump(mode="json")
    return {
        "frames": plan.schedule.transition_frames(k),
        "seconds": fraction_text(timing.joint_seconds(k)),
        "shortened": k in timing.shortened,
        "direction": None,
        "easing": None,
        "fill_kind": "same",
        **{name: value for name, value in own.items() if name != "seconds"},
    }


def _framing_object(plan: Plan, row: int) -> dict[str, Any]:
    framing, photo = plan.framing(row), plan.photo(row)
    way, close_up = framing.way, plan.table.slide(row).exhibit.close_up_of(photo.id)
    return {
        "photo": photo.path,
        "placement": framing.placement.value if framing.placement else "hand-set",
        "move": framing.move.value,
        "opening": list(way.opening),
        "closing": list(way.closing),
        "between": [{"at": one.instant, "window": list(one.window)} for one in way.stations[1:-1]],
        "easing": list(way.easing),
        "rho": way.arc.rho if way.arc else 0.0,
        "direction": framing.course.direction.value,
        "opening_degrees": way.opening_degrees,
        "closing_degrees": way.closing_degrees,
        "close_up": list(close_up) if close_up else None,
        "reasons": framing_reasons(plan, row),
        "softness": framing.softness,
        "keep_areas": [list(area.box) for area in plan.areas_of(row)],
        "keep_area_details": [
            {
                "weight": area.weight,
                "origin": area.origin,
                "confidence": area.confidence,
                "what": area.what.value,
            }
            for area in plan.areas_of(row)
        ],
    }
