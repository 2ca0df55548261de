"""A plan as plain JSON values, for other programs. Fields are only ever added."""

from typing import Any

from jaunty_frame.core.time.timebase import fraction_text
from jaunty_frame.document.transition import Transition
from jaunty_frame.show.planning.joints import joint
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.reasons import framing_reasons


def plan_object(plan: Plan) -> dict[str, Any]:
    """Return one output's plan. Windows are [x, y, w, h] in fractions of the upright photo."""
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
        "slides": [_slide_object(plan, k) for k in plan.shown],
    }


def _slide_object(plan: Plan, k: int) -> dict[str, Any]:
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
        "keep_areas": [list(area.box) for area in photo.keep_areas],
        "keep_area_details": [
            {
                "weight": area.weight,
                "origin": area.origin,
                "confidence": area.confidence,
                "what": area.what.value,
            }
            for area in photo.keep_areas
        ],
    }
