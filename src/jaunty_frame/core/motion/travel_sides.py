"""To which side things travel where one picture becomes the next: on with the movement that the eye is in.

A camera that looks to the right moves its picture to the left; a joint in which pictures travel to the left goes on
with that. Where neither neighbour moves to a side, the slide's id decides, so that it varies, and stays as it is when
other slides come and go.
"""

from hashlib import blake2b

from jaunty_frame.core.motion.courses import Course, Move


def travel_side(before: Course | None, after: Course | None, seed: str, upright: bool) -> str:
    """Return "left", "right", "up" or "down". before, after : the moves of the neighbours; seed : of the slide.

    upright : whether the frame is higher than wide; there things travel up and down as well where nothing moves.
    """
    for course in (before, after):
        side = _of_course(course) if course is not None else ""
        if side:
            return side
    sides = ("left", "up", "right", "down") if upright else ("left", "right")
    return sides[blake2b(seed.encode(), digest_size=2).digest()[0] % len(sides)]


def _of_course(course: Course) -> str:
    if course.move in (Move.PAN, Move.TILT, Move.DIAGONAL):
        across, down = -course.across, -course.down
    elif course.move is Move.ENTER:
        across, down = course.across, course.down
    else:
        return ""
    if across:
        return "left" if across < 0 else "right"
    return ("up" if down < 0 else "down") if down else ""
