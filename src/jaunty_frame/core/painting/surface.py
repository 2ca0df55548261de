"""Surfaces: what frames are painted onto.

A surface is a tuple of planes. Each plane knows where its samples lie in the picture: sample (i, j) of a plane
lies at X = step * i + offset_x, Y = step * j + offset_y in picture pixels, whose centres are at half integers.

- VIDEO: 8-bit Y, Cb, Cr of BT.709, limited range, 4:2:0 with left-sited colour difference samples; VIDEO_601 and
  VIDEO_2020 likewise with the matrices of these recommendations; VIDEO_10 and VIDEO_2020_10 in 10 bits.
- SCREEN: one plane of B, G, R, A; A is always 255.
"""

from dataclasses import dataclass
from enum import Enum
from typing import NamedTuple

import numpy as np
from numpy.typing import DTypeLike

from jaunty_frame.core.painting.colour import BT601_LIMITED, BT709_LIMITED, BT2020_LIMITED, Pixels


class Sampling(NamedTuple):
    """Where the samples of a plane lie in the picture, and what value stands for black there."""

    step: int
    offset_x: float
    offset_y: float
    black: tuple[int, ...]


_PIXELS = (Sampling(1, 0.5, 0.5, (0, 0, 0, 255)),)
_MATRICES = {"BT.709": BT709_LIMITED, "BT.601": BT601_LIMITED, "BT.2020": BT2020_LIMITED}
_BGRA = np.vstack([np.eye(3, 4), [0.0, 0.0, 0.0, 255.0]])


def _luma_and_differences(unit: int) -> tuple[Sampling, ...]:
    difference = Sampling(2, 0.5, 1.0, (128 * unit,))
    return Sampling(1, 0.5, 0.5, (16 * unit,)), difference, difference


class Coding(Enum):
    """How a surface stores a picture: its matrix and its planes."""

    VIDEO = "BT.709", 8
    VIDEO_601 = "BT.601", 8
    VIDEO_2020 = "BT.2020", 8
    VIDEO_10 = "BT.709", 10
    VIDEO_2020_10 = "BT.2020", 10
    SCREEN = "B, G, R, A", 8

    # Painting asks for these at every level and layer.
    samplings: tuple[Sampling, ...]
    matrix: np.ndarray
    """(C, 4) float64: the coded channels of (B, G, R, 1), all planes one after the other."""
    is_video: bool
    """Whether luma and colour differences lie in planes of their own."""
    bits: int
    dtype: DTypeLike
    """Of its planes: uint8, or uint16 for 10 bits."""
    unit: int
    """So much is one step of eight bits: ITU-R BT.709-6, section 3, has 10 bits four times as fine."""

    def __init__(self, name: str, bits: int) -> None:
        self.bits, self.unit = bits, 2 ** (bits - 8)
        self.dtype = np.uint8 if bits == 8 else np.uint16
        self.is_video = name in _MATRICES
        self.samplings = _luma_and_differences(self.unit) if self.is_video else _PIXELS
        self.matrix = _MATRICES.get(name, _BGRA) * self.unit


class FrameFormat(NamedTuple):
    """What a frame is painted as: its size, the shape of its pixels, and how they are stored."""

    width: int
    height: int
    pixel_aspect: float
    coding: Coding

    @property
    def aspect(self) -> float:
        """Width over height as seen."""
        return self.width * self.pixel_aspect / self.height


@dataclass(frozen=True, eq=False)
class Surface:
    """A picture of ``width`` x ``height`` in planes that can be written: (h, w) or (h, w, 4) of the coding's dtype."""

    width: int
    height: int
    coding: Coding
    planes: tuple[Pixels, ...]
    left: int = 0
    top: int = 0
    """Where it lies in the frame, if it is a part of one."""


class Part(NamedTuple):
    """A part of a frame, in even pixels; half-open."""

    left: int
    top: int
    right: int
    bottom: int


def part_of(surface: Surface, part: Part) -> Surface:
    """Return the view of a part of a frame; what is painted on it is painted on the frame."""
    planes = []
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        left, top, right, bottom = (edge // sampling.step for edge in part)
        planes.append(plane[top:bottom, left:right])
    width, height = part.right - part.left, part.bottom - part.top
    return Surface(width, height, surface.coding, tuple(planes), part.left, part.top)


def new_surface(width: int, height: int, coding: Coding) -> Surface:
    """Return a surface of its own memory; VIDEO needs even sizes."""
    planes = []
    for sampling in coding.samplings:
        channels = len(sampling.black)
        shape = (height // sampling.step, width // sampling.step, channels)
        planes.append(np.empty(shape if channels > 1 else shape[:2], coding.dtype))
    return Surface(width, height, coding, tuple(planes))


def copy_planes(surface: Surface, planes: tuple[Pixels, ...]) -> None:
    """Put the planes of a whole frame on a surface, or what it has of them."""
    for plane, source, sampling in zip(surface.planes, planes, surface.coding.samplings, strict=True):
        left, top = surface.left // sampling.step, surface.top // sampling.step
        plane[:] = source[top : top + plane.shape[0], left : left + plane.shape[1]]
