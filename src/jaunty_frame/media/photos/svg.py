"""Drawings: SVG rendered by resvg, in a child process. What a drawing would load from elsewhere is left out."""

import io
import re
import subprocess
import sys
from xml.etree import ElementTree

import numpy as np
from PIL import Image

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.errors import PhotoError, shown_name

LONGEST_PX = 2048
"""A drawing has no pixels: it counts as so large."""
_MOST_BYTES = 8_000_000
_MOST_ASPECT = 100.0
_LEAST_LENGTH, _MOST_LENGTH = 1e-3, 1e7
"""What is beyond is no length that anybody meant."""
_PATIENCE_S = 4
_MOST_MEMORY = 1_000_000_000
_CHILD = """
import resource, sys
width, height, memory, seconds = map(int, sys.argv[1:])
resource.setrlimit(resource.RLIMIT_AS, (memory, memory))
resource.setrlimit(resource.RLIMIT_CPU, (seconds, seconds))
resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
import resvg_py
drawing = sys.stdin.buffer.read().decode("utf-8", "replace")
sys.stdout.buffer.write(bytes(resvg_py.svg_to_bytes(svg_string=drawing, width=width, height=height)))
"""
_HEAD = 2048
_ELSEWHERE = re.compile(r"""((?:xlink:)?href\s*=\s*)(["'])(?!#|data:).*?\2""", re.DOTALL | re.IGNORECASE)
_LENGTH = re.compile(r"\s*([\d.]+(?:e[-+]?\d+)?)\s*(?:px|pt|mm|cm|in|pc|q|em|rem)?\s*", re.IGNORECASE)


def is_svg(data: bytes) -> bool:
    head = data[:_HEAD].lstrip(b"\xef\xbb\xbf \t\r\n")
    return head[:5] in (b"<?xml", b"<svg ", b"<svg>", b"<!--\n", b"<!-- ", b"<!DOC") and b"<svg" in data[: 8 * _HEAD]


def svg_size(data: bytes, name: str) -> tuple[int, int]:
    """Return width and height of a drawing, the longer one LONGEST_PX; PhotoError where it is none."""
    try:
        root = _root(data, name)
    except ElementTree.ParseError as error:
        raise PhotoError(f"{shown_name(name)} is not a drawing that can be read; save it as plain SVG.") from error
    width, height = _length(root.get("width")), _length(root.get("height"))
    box = [_length(part) for part in re.split(r"[\s,]+", (root.get("viewBox") or "").strip())]
    if not (width and height):
        if len(box) == 4 and box[2] and box[3]:
            width, height = box[2], box[3]
        else:
            width = height = 1.0
    scale = LONGEST_PX / max(width, height)
    if max(width, height) > _MOST_ASPECT * min(width, height):
        raise PhotoError(f"{shown_name(name)} is over {_MOST_ASPECT:.0f} times as long as wide; make it less so.")
    return max(round(width * scale), 1), max(round(height * scale), 1)


def svg_pixels(data: bytes, name: str, width: int) -> Pixels:
    """Return a drawing (H, W, 4), premultiplied B G R A, ``width`` pixels across, LONGEST_PX at most."""
    own_width, own_height = svg_size(data, name)
    width = max(min(width, own_width), 1)
    text = _ELSEWHERE.sub(r"\1\2\2", data.decode("utf-8-sig", "replace"))
    png = _drawn(text, width, max(round(width * own_height / own_width), 1), name)
    try:
        picture = Image.open(io.BytesIO(png), formats=("PNG",)).convert("RGBA")
    except (ValueError, OSError, SyntaxError) as error:
        raise PhotoError(f"{shown_name(name)} cannot be drawn; save it as plain SVG.") from error
    pixels = cv2.cvtColor(np.asarray(picture), cv2.COLOR_RGBA2BGRA)
    alpha = pixels[..., 3:].astype(np.uint16)
    return np.dstack([((pixels[..., :3] * alpha + 127) // 255).astype(np.uint8), pixels[..., 3]])


def _drawn(text: str, width: int, height: int, name: str) -> bytes:
    """Return a drawing as PNG, drawn in a process of its own: a few bytes of SVG can ask for hours, or for all memory,
    or end the program that draws them."""
    command = [sys.executable, "-c", _CHILD, str(width), str(height), str(_MOST_MEMORY), str(_PATIENCE_S)]
    try:
        drawn = subprocess.run(
            command, input=text.encode("utf-8", "replace"), capture_output=True, timeout=2 * _PATIENCE_S, check=True
        )
    except (OSError, subprocess.SubprocessError) as error:
        raise PhotoError(
            f"{shown_name(name)} cannot be drawn: it is damaged, or too much to draw. Save it as plain SVG, or as PNG."
        ) from error
    return drawn.stdout


def _root(data: bytes, name: str) -> ElementTree.Element:
    if len(data) > _MOST_BYTES:
        raise PhotoError(f"{shown_name(name)} is over {_MOST_BYTES // 1_000_000} MB; make the drawing simpler.")
    # Entities can grow without bound; drawings need none.
    if b"<!ENTITY" in data:
        raise PhotoError(f"{shown_name(name)} declares entities; save it as plain SVG.")
    for _, element in ElementTree.iterparse(io.BytesIO(data), events=("start",)):
        if element.tag.rpartition("}")[2] == "svg":
            return element
        break
    raise PhotoError(f"{shown_name(name)} is not a drawing that can be read; save it as plain SVG.")


def _length(text: str | None) -> float:
    found = _LENGTH.fullmatch(text or "")
    try:
        length = float(found[1]) if found else 0.0
    except ValueError:
        return 0.0
    return length if _LEAST_LENGTH <= length <= _MOST_LENGTH else 0.0
