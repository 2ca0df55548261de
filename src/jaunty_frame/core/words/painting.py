"""Words, and other small pictures, made ready once and laid over frames: still, or on their way.

What is ready is premultiplied and coded: ``planes`` hold the colour times its coverage (black counted with it),
``clear`` what is left of what is behind, of 255. So laying over is one multiplication and one addition (source-over,
Porter and Duff 1984).
"""

from dataclasses import dataclass
from math import ceil, cos, floor, radians, sin

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.mapping import sample_mapping, source_mapping
from jaunty_frame.core.painting.rounding import rounded
from jaunty_frame.core.painting.surface import FrameFormat, Sampling, Surface
from jaunty_frame.core.words.inking import inked
from jaunty_frame.core.words.paint import AT_REST, SHADOW_SPREAD, Bgr, Posed, Reveal, WordsPaint
from jaunty_frame.core.words.typesetting import Block

_FLAGS = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
_SEEN = 1 / 512


@dataclass(frozen=True, eq=False)
class LaidOver:
    """A picture of a part of the frame. region : that part, in pixels of the frame; turns : when each sample comes into
    view where it comes by parts, in 0..1."""

    region: Window
    planes: tuple[Pixels, ...]
    clear: tuple[Pixels, ...]
    turns: tuple[FloatArray, ...] = ()


def words_picture(
    block: Block,
    paint: WordsPaint,
    box: Window,
    frame: FrameFormat,
    turns_by: str = "",
    density: float = 1.0,
) -> LaidOver:
    """Return a text made ready. box : of the text, in fractions of the frame; turns_by : "letters", "words" or
    "across"; density : samples for each
    pixel of the frame."""
    em = box.h * frame.height / block.height
    reach = paint.reach * em + 1
    region = _even_region(box, reach, frame)
    px = em * density
    # In square pixels; where the frame's are not, the picture is squeezed afterwards.
    square = round(region.w * frame.pixel_aspect * density), round(region.h * density)
    left = (box.x * frame.width - region.x) * frame.pixel_aspect * density
    top = (box.y * frame.height - region.y) * density
    widths = (0.0, paint.outline) if paint.outline else (0.0,)
    coverages = inked(block, px, square, left, top, widths)
    letters, outlined = coverages[0], coverages[-1]
    picture = np.zeros((square[1], square[0], 4), np.float32)
    place = Window(left, top, block.width * px, block.height * px)
    if paint.plate:
        _lay(picture, _plate(place, paint, px, square) * paint.plate, paint.plate_colour)
    if paint.shadow:
        _lay(picture, _shadow(outlined, paint, px), paint.shadow_colour)
    if paint.outline:
        _lay(picture, outlined.astype(np.float32) / 255, paint.outline_colour)
    _lay(picture, letters.astype(np.float32) / 255, paint.colour)
    turns = _turns(block, turns_by, px, square, left, top) if turns_by else None
    return _coded(picture, region, frame, density, turns)


def letters_coverage(block: Block, box: Window, frame: FrameFormat) -> tuple[Pixels, tuple[int, int], float]:
    """Return the coverage (h, w) of the letters alone in pixels of the frame, the pixel (left, top) at which it begins,
    and the pixels of an em."""
    em = box.h * frame.height / block.height
    region = _even_region(box, 0.3 * em, frame)
    square = round(region.w * frame.pixel_aspect), round(region.h)
    left, top = (box.x * frame.width - region.x) * frame.pixel_aspect, box.y * frame.height - region.y
    (ink,) = inked(block, em, square, left, top)
    width = round(region.w)
    if width != square[0]:
        ink = cv2.resize(ink, (width, square[1]), interpolation=cv2.INTER_AREA)
    return ink, (round(region.x), round(region.y)), em


def picture_over(pixels: Pixels, box: Window, frame: FrameFormat) -> LaidOver:
    """Return a small picture made ready. pixels : (H, W, 3), or premultiplied (H, W, 4), B G R (A); box : in fractions
    of the frame."""
    region = _even_region(box, 1.0, frame)
    if pixels.shape[2] == 3:
        pixels = np.dstack([pixels, np.full(pixels.shape[:2], 255, np.uint8)])
    place = Window(box.x * frame.width, box.y * frame.height, box.w * frame.width, box.h * frame.height)
    # Never smaller than what is sampled, or it would flicker.
    size = max(ceil(place.w), 1), max(ceil(place.h), 1)
    if size[0] < pixels.shape[1] and size[1] < pixels.shape[0]:
        pixels = cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)
    whole = np.eye(3)
    whole[:2, 2] = region.x + 0.5, region.y + 0.5
    matrix = source_mapping(whole, place, pixels.shape[:2])
    width, height = round(region.w), round(region.h)
    picture = cv2.warpAffine(
        pixels, matrix[:2], (width, height), flags=_FLAGS, borderMode=cv2.BORDER_CONSTANT, borderValue=(0, 0, 0, 0)
    )
    return _coded(picture.astype(np.float32) / 255, region, frame._replace(pixel_aspect=1.0), 1.0, None)


def _even_region(box: Window, reach: float, frame: FrameFormat) -> Window:
    """Return the part of the frame about a box, in even pixels; ``reach`` is in pixels of its height."""
    across = reach / frame.pixel_aspect
    left = 2 * floor((box.x * frame.width - across) / 2)
    top = 2 * floor((box.y * frame.height - reach) / 2)
    right = 2 * ceil(((box.x + box.w) * frame.width + across) / 2)
    bottom = 2 * ceil(((box.y + box.h) * frame.height + reach) / 2)
    return Window(left, top, max(right - left, 2), max(bottom - top, 2))


def _lay(picture: np.ndarray, coverage: np.ndarray, colour: Bgr) -> None:
    """Lay a colour over a premultiplied picture, in 0..1."""
    share = coverage[..., None]
    picture *= 1 - share
    picture += share * np.array((*(channel / 255 for channel in colour), 1.0), np.float32)


def _shadow(ink: Pixels, paint: WordsPaint, px: float) -> np.ndarray:
    sigma, radius = max(paint.shadow_blur * px / 2, 0.3), max(round(SHADOW_SPREAD * px), 1)
    ink = cv2.dilate(ink, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * radius + 1, 2 * radius + 1)))
    shift = np.array([[1, 0, 0], [0, 1, paint.shadow_distance * px]], float)
    moved = cv2.warpAffine(ink.astype(np.float32) / 255, shift, ink.shape[::-1])
    return cv2.GaussianBlur(moved, (0, 0), sigma) * paint.shadow


def _plate(place: Window, paint: WordsPaint, px: float, size: tuple[int, int]) -> np.ndarray:
    """Return the coverage of a rectangle with round corners about a place, one pixel soft."""
    padding = paint.plate_padding * px
    half = place.w / 2 + padding, place.h / 2 + padding
    corner = min(paint.plate_corners * px, *half)
    x = np.abs(np.arange(size[0]) + 0.5 - place.x - place.w / 2)[None] - (half[0] - corner)
    y = np.abs(np.arange(size[1]) + 0.5 - place.y - place.h / 2)[:, None] - (half[1] - corner)
    outside = np.hypot(np.maximum(x, 0), np.maximum(y, 0)) + np.minimum(np.maximum(x, y), 0) - corner
    return np.clip(0.5 - outside, 0, 1).astype(np.float32)


def _turns(block: Block, by: str, px: float, size: tuple[int, int], left: float, top: float) -> np.ndarray:
    """Return when each pixel comes into view: letters and words in the order in which they are read."""
    turns = np.zeros(size[::-1], np.float32)
    if by == "across":
        turns[:] = np.clip((np.arange(size[0]) - left) / max(block.width * px, 1), 0, 1)
        return turns
    order = _orders(block, by)
    most = max(max(order.values(), default=0), 1)
    edges = [0.0, *((a.baseline + b.baseline) / 2 - 0.3 for a, b in zip(block.lines, block.lines[1:], strict=False))]
    for number, line in enumerate(block.lines):
        y0 = max(round(top + edges[number] * px), 0) if number else 0
        y1 = round(top + edges[number + 1] * px) if number + 1 < len(block.lines) else size[1]
        letters = sorted(line.letters, key=lambda letter: letter.left)
        for at, letter in enumerate(letters):
            x0 = round(left + letter.left * px) if at else 0
            x1 = round(left + letter.right * px) if at + 1 < len(letters) else size[0]
            turns[y0:y1, max(x0, 0) : max(x1, 0)] = order[letter.start] / most
    return turns


def _orders(block: Block, by: str) -> dict[int, int]:
    """Return the number of each letter, or of its word, by where it starts in the text."""
    starts = sorted(letter.start for line in block.lines for letter in line.letters)
    if by == "letters":
        return {start: number for number, start in enumerate(starts)}
    number, found = 0, dict[int, int]()
    for start in starts:
        if start and block.text[start - 1].isspace() and found:
            number += 1
        found[start] = number
    return found


def _coded(
    picture: np.ndarray, region: Window, frame: FrameFormat, density: float, turns: np.ndarray | None
) -> LaidOver:
    """Return a premultiplied picture (h, w, 4) float32 in the coding of a frame."""
    size = round(region.w * density), round(region.h * density)
    if frame.coding.is_video:
        size = size[0] + size[0] % 2, size[1] + size[1] % 2
    if picture.shape[1::-1] != size:
        shrinks = picture.shape[1] > size[0]
        picture = cv2.resize(picture, size, interpolation=cv2.INTER_AREA if shrinks else cv2.INTER_LINEAR)
        turns = None if turns is None else cv2.resize(turns, size, interpolation=cv2.INTER_NEAREST)
    share = picture[..., 3]
    planes, clear, of_turns, channel = [], [], [], 0
    for sampling in frame.coding.samplings:
        channels = len(sampling.black)
        rows = frame.coding.matrix[channel : channel + channels]
        channel += channels
        coded = cv2.transform(picture, np.ascontiguousarray(np.hstack([rows[:, :3] * 255, rows[:, 3:]])))
        coded = _sampled(coded, sampling)
        planes.append(rounded(coded, frame.coding.dtype))
        # What is left clear is what is not covered, to the last step: rounded by itself, halves would be lost twice.
        left = 255 - rounded(_sampled(255 * share, sampling), np.uint8)
        clear.append(np.ascontiguousarray(np.repeat(left[..., None], channels, 2)) if channels > 1 else left)
        if turns is not None:
            of_turns.append(turns[:: sampling.step, :: sampling.step])
    return LaidOver(region, tuple(planes), tuple(clear), tuple(of_turns))


def _sampled(channel: np.ndarray, sampling: Sampling) -> np.ndarray:
    """Return the samples of a plane: of colour differences those about pixel 2i and between rows 2j and 2j + 1."""
    if sampling.step == 1:
        return channel
    rows = (channel[::2] + channel[1::2]) / 2
    before = np.concatenate([rows[:, :1], rows[:, 1:-1:2]], axis=1)
    return (before + 2 * rows[:, ::2] + rows[:, 1::2]) / 4


def lay_over(
    surface: Surface,
    picture: LaidOver,
    frame: FrameFormat,
    posed: Posed = AT_REST,
    share: float = 1.0,
    reveal: Reveal | None = None,
) -> None:
    """Lay a picture over a surface, which may be a part of the frame. share : of it that is seen."""
    if share <= _SEEN:
        return
    same_grid = picture.planes[0].shape[:2] == (round(picture.region.h), round(picture.region.w))
    for k, sampling in enumerate(surface.coding.samplings):
        plane, colour, clear = surface.planes[k], picture.planes[k], picture.clear[k]
        if reveal is not None:
            colour, clear = _revealed(colour, clear, picture.turns[k], reveal)
        left, top = picture.region.x / sampling.step, picture.region.y / sampling.step
        if posed != AT_REST or not same_grid:
            colour, clear, left, top = _moved(colour, clear, picture.region, frame, posed, sampling)
        _lay_plane(
            plane,
            colour,
            clear,
            int(left) - surface.left // sampling.step,
            int(top) - surface.top // sampling.step,
            share,
        )


def _revealed(colour: Pixels, clear: Pixels, turns: FloatArray, reveal: Reveal) -> tuple[Pixels, Pixels]:
    softness = reveal.softness
    seen = np.clip((reveal.progress * (1 + softness) - turns) / softness, 0, 1).astype(np.float32)
    if colour.ndim == 3:
        seen = seen[..., None]
    covered = (255 - clear).astype(np.float32) * seen
    return rounded(colour * seen, colour.dtype), 255 - rounded(covered, np.uint8)


def _moved(
    colour: Pixels, clear: Pixels, region: Window, frame: FrameFormat, posed: Posed, sampling: Sampling
) -> tuple[Pixels, Pixels, float, float]:
    """Return a picture's samples where it lies posed, and the sample at which they begin."""
    to_frame = _pose_matrix(region, frame, posed)
    corners = to_frame @ np.array(
        [
            [region.x, region.x + region.w, region.x, region.x + region.w],
            [region.y, region.y, region.y + region.h, region.y + region.h],
            [1.0, 1.0, 1.0, 1.0],
        ]
    )
    low = np.floor(corners[:2].min(axis=1) / 2) * 2 - 2
    high = np.ceil(corners[:2].max(axis=1) / 2) * 2 + 2
    low, high = np.maximum(low, 0), np.minimum(high, (frame.width, frame.height))
    size = np.maximum((high - low) // sampling.step, 0).astype(int)
    if not size.all():
        return colour[:0, :0], clear[:0, :0], 0.0, 0.0
    back = np.linalg.inv(to_frame) @ np.array([[1.0, 0.0, low[0]], [0.0, 1.0, low[1]], [0.0, 0.0, 1.0]])
    matrix = source_mapping(sample_mapping(back, sampling), region, colour.shape[:2])
    if sampling.step > 1:
        # Its samples lie like the frame's, half a pixel beside the middles of cells.
        matrix[0, 2] += 0.25
    width, height = int(size[0]), int(size[1])
    moved = cv2.warpAffine(colour, matrix[:2], (width, height), flags=_FLAGS, borderMode=cv2.BORDER_CONSTANT)
    covered = cv2.warpAffine(255 - clear, matrix[:2], (width, height), flags=_FLAGS, borderMode=cv2.BORDER_CONSTANT)
    return moved, 255 - covered, low[0] / sampling.step, low[1] / sampling.step


def _pose_matrix(region: Window, frame: FrameFormat, posed: Posed) -> FloatArray:
    """Return the mapping (3, 3) of where a picture lies to where it lies posed, in pixels of the frame."""
    c, s = posed.scale * cos(radians(posed.lean)), posed.scale * sin(radians(posed.lean))
    middle = np.array([region.x + region.w / 2, region.y + region.h / 2])
    linear = np.array([[c, -s / frame.pixel_aspect], [s * frame.pixel_aspect, c]])
    matrix = np.eye(3)
    matrix[:2, :2] = linear
    shift = np.array([posed.across * frame.width, posed.down * frame.height])
    matrix[:2, 2] = middle + shift - linear @ middle
    return matrix


def _lay_plane(plane: Pixels, colour: Pixels, clear: Pixels, left: int, top: int, share: float) -> None:
    rows, columns = plane.shape[:2]
    x0, y0 = max(left, 0), max(top, 0)
    x1, y1 = min(left + colour.shape[1], columns), min(top + colour.shape[0], rows)
    if x1 <= x0 or y1 <= y0:
        return
    part = plane[y0:y1, x0:x1]
    own = slice(y0 - top, y1 - top), slice(x0 - left, x1 - left)
    colour, clear = colour[own], clear[own]
    if share < 1:
        colour = cv2.addWeighted(colour, share, colour, 0.0, 0.0)
        clear = 255 - cv2.convertScaleAbs(255 - clear, alpha=share)
    cv2.add(cv2.multiply(part, clear.astype(part.dtype, copy=False), scale=1 / 255), colour, dst=part)
