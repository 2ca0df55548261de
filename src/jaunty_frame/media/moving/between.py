"""What is seen between two pictures of a clip that is shown slowly: both blended, or what moves put half way.

The estimate is libavfilter's ``minterpolate`` (overlapped block motion compensation). It takes seconds for a large
picture, so it is made on request, for all steps between two pairs of pictures at once.
"""

from collections.abc import Callable
from fractions import Fraction

import av
from av.filter import Graph

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.media.once import OnceCache

PictureOf = Callable[[int], Pixels]
"""Returns a picture of the clip by its number from 0; beyond its end the last."""
_AT_ONCE = 4
"""Pictures that the estimate looks at; it gives what lies between the first three."""
_MOST_BYTES = 200_000_000

_Key = tuple[str, int, int, int]
_estimates: OnceCache[_Key, tuple[Pixels, ...]] = OnceCache(_MOST_BYTES, lambda made: sum(one.nbytes for one in made))


def blended(picture_of: PictureOf, number: int, share: Fraction) -> Pixels:
    """Return picture ``number`` with ``share`` in 0..1 of the next one in it."""
    before, after = picture_of(number), picture_of(number + 1)
    return cv2.addWeighted(before, float(1 - share), after, float(share), 0)


def estimated(content: str, picture_of: PictureOf, number: int, share: Fraction) -> Pixels:
    """Return what is seen at ``share`` in 0..1 of the way from picture ``number`` to the next one. content : names the
    clip, so that what was made is known again."""
    first, steps = number - number % 2, share.denominator
    width = picture_of(number).shape[1]
    made = _estimates.get((content, first, steps, width), lambda: _made(picture_of, first, steps))
    place = int((number - first + share) * steps)
    return made[place] if place < len(made) else blended(picture_of, number, share)


def _made(picture_of: PictureOf, first: int, steps: int) -> tuple[Pixels, ...]:
    pictures = [picture_of(first + k) for k in range(_AT_ONCE)]
    height, width = pictures[0].shape[:2]
    # With alpha the filter takes no colours at their full size.
    given, coded = ("bgra", "yuva420p") if pictures[0].shape[2] == 4 else ("bgr24", "yuv444p")
    graph = Graph()
    source = graph.add_buffer(width=width, height=height, format=coded, time_base=Fraction(1))
    slow, sink = graph.add("minterpolate", f"fps={steps}:mc_mode=aobmc:vsbmc=1"), graph.add("buffersink")
    source.link_to(slow)
    slow.link_to(sink)
    graph.configure()
    made: list[Pixels] = []
    for k, pixels in enumerate([*pictures, None]):
        frame = None
        if pixels is not None:
            frame = av.VideoFrame.from_ndarray(pixels, format=given).reformat(format=coded)
            frame.pts, frame.time_base = k, Fraction(1)
        source.push(frame)
        while True:
            try:
                made.append(sink.pull().to_ndarray(format=given))
            except (av.error.BlockingIOError, av.error.EOFError):
                break
    return tuple(made[: 2 * steps])
