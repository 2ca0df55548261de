"""Reading photos: JPEG, PNG, WebP, TIFF, HEIC, AVIF and SVG as upright 8-bit sRGB pixels.

Plain JPEGs have a decoder of their own (``plain_jpeg``); everything else, and every JPEG whose end is missing, is
decoded by Pillow. Only header fields are trusted before the size has been checked.
"""

import io
import warnings
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import NamedTuple

import numpy as np
from PIL import (  # importing a plugin registers its format
    AvifImagePlugin,  # noqa: F401
    ExifTags,
    Image,
    ImageCms,
    JpegImagePlugin,  # noqa: F401
    MpoImagePlugin,  # noqa: F401
    PngImagePlugin,  # noqa: F401
    TiffImagePlugin,  # noqa: F401
    UnidentifiedImageError,
    WebPImagePlugin,  # noqa: F401
)
from pillow_heif import register_heif_opener

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.turning import turned_pixels
from jaunty_frame.errors import PhotoError, shown_name
from jaunty_frame.media.photos.colour_profiles import to_srgb
from jaunty_frame.media.photos.plain_jpeg import decode_plain_jpeg
from jaunty_frame.media.photos.rights import rights_of
from jaunty_frame.media.photos.svg import is_svg, svg_pixels, svg_size

register_heif_opener()
# Sizes are checked by ourselves, with a sentence.
Image.MAX_IMAGE_PIXELS = None
# What Pillow says of odd metadata would stand on the error stream without the photo's name.
warnings.filterwarnings("ignore", module=r"PIL\.")

_FORMATS = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF", "AVIF")
MOST_PIXELS = 300_000_000
_MOST_DECODED_WHOLE = 120_000_000
"""Pixels of formats that cannot be decoded at a reduced size: more would take over 1 GB."""
_LONGEST_SIDE = 100_000
_ROWS_AT_ONCE = 512
_READ_ERRORS = (
    OSError,
    RuntimeError,  # Pillow's AVIF and HEIF decoders
    ValueError,
    SyntaxError,
    EOFError,
    TypeError,
    KeyError,
    IndexError,
    MemoryError,
    OverflowError,
)


@dataclass(frozen=True)
class PhotoHeader:
    """What the file says of itself. width, height : upright, after its EXIF orientation; author, licence : "" where it
    does not say."""

    width: int
    height: int
    orientation: int
    taken: str
    author: str = ""
    licence: str = ""


def photo_header(data: bytes, name: str) -> PhotoHeader:
    """Return the header of a photo; PhotoError if it is none, or over 300 megapixels."""
    if is_svg(data):
        return PhotoHeader(*svg_size(data, name), 1, "")
    image = _opened(data, name)
    width, height = image.size
    most = MOST_PIXELS if image.format in ("JPEG", "MPO") else _MOST_DECODED_WHOLE
    if width * height > most:
        raise PhotoError(
            f"{shown_name(name)} has {width * height / 1e6:.0f} megapixels; up to {most // 1_000_000} can be used "
            f"as {image.format}. Make it smaller{'' if most == MOST_PIXELS else ', or save it as JPEG'}."
        )
    if max(width, height) > _LONGEST_SIDE:
        raise PhotoError(
            f"{shown_name(name)} is {max(width, height)} pixels long; up to {_LONGEST_SIDE} can be used. Cut it."
        )
    exif = _exif(image)
    orientation = exif.get(ExifTags.Base.Orientation, 1)
    if orientation not in range(1, 9):
        orientation = 1
    if orientation >= 5:
        width, height = height, width
    author, licence = rights_of(image, exif)
    return PhotoHeader(width, height, orientation, _time_taken(exif), author, licence)


def _opened(data: bytes, name: str) -> Image.Image:
    try:
        return Image.open(io.BytesIO(data), formats=_FORMATS)
    except (UnidentifiedImageError, *_READ_ERRORS) as error:
        raise PhotoError(
            f"{shown_name(name)} is not a photo that can be read; use JPEG, PNG, WebP, TIFF, HEIC, AVIF or SVG."
        ) from error


def _exif(image: Image.Image) -> Image.Exif:
    try:
        return image.getexif()
    except _READ_ERRORS:  # a damaged EXIF block must not cost the photo
        return Image.Exif()


def _time_taken(exif: Image.Exif) -> str:
    """Return the capture time as ISO 8601 without zone, or ""."""
    try:
        details = exif.get_ifd(ExifTags.IFD.Exif)
        text = str(details.get(ExifTags.Base.DateTimeOriginal) or exif.get(ExifTags.Base.DateTime) or "")
        return (
            datetime.strptime(text.strip("\0 "), "%Y:%m:%d %H:%M:%S").replace(tzinfo=UTC).strftime("%Y-%m-%dT%H:%M:%S")
        )
    except (*_READ_ERRORS, AttributeError):
        return ""


class Decoded(NamedTuple):
    """pixels : as of ``decode_photo``; is_damaged : whether a part of them could not be read."""

    pixels: Pixels
    is_damaged: bool


def decode_photo(data: bytes, name: str, wanted_width: int = 0, quarter_turns: int = 0) -> Pixels:
    """Return the upright photo: (H, W, 3) uint8 B G R, or (H, W, 4) premultiplied where it is transparent.

    wanted_width : pixels across the upright photo that suffice (0 = all). The result has at least so many, or all
    there are, and less than twice as many wherever the format can be decoded at a reduced size.
    Raises PhotoError where the photo is damaged, but for parts of a JPEG, or over 300 megapixels.
    """
    return decoded_photo(data, name, wanted_width, quarter_turns).pixels


def decoded_photo(data: bytes, name: str, wanted_width: int = 0, quarter_turns: int = 0) -> Decoded:
    """Return what ``decode_photo`` does, and whether all of it could be read."""
    header = photo_header(data, name)
    if is_svg(data):
        width = wanted_width or max(header.width, header.height)
        return Decoded(turned_pixels(svg_pixels(data, name, width), quarter_turns), False)
    turned_width = header.height if quarter_turns % 2 else header.width
    reduction = max(1, turned_width // wanted_width) if wanted_width else 1
    try:
        plain = decode_plain_jpeg(data, reduction)
        pixels, is_damaged = plain or (_decode_with_pillow(data, name, reduction), False)
    except (*_READ_ERRORS, Image.DecompressionBombError, cv2.error, ImageCms.PyCMSError) as error:
        raise PhotoError(f"{shown_name(name)} is damaged and cannot be shown whole; restore it from a copy.") from error
    return Decoded(turned_pixels(_upright(pixels, header.orientation), quarter_turns), is_damaged)


def _decode_with_pillow(data: bytes, name: str, reduction: int) -> Pixels:
    image = _opened(data, name)
    if image.format in ("JPEG", "MPO") and reduction > 1:
        image.draft(None, (-(-image.width // reduction), -(-image.height // reduction)))
        reduction = 1
    image.load()
    profile = image.info.get("icc_profile")
    if image.mode.startswith("I") or image.mode == "F":
        image = _to_eight_bit(image)
    if image.mode == "P" or (image.mode in ("RGB", "L", "1") and "transparency" in image.info):
        image = image.convert("RGBA" if "transparency" in image.info else "RGB")
    if image.mode == "1":
        image = image.convert("L")
    transparent = image.mode in ("RGBA", "LA", "PA", "RGBa", "La")
    if reduction > 1:
        image = image.reduce(reduction)
    alpha = image.convert("RGBA").getchannel("A") if transparent else None
    if transparent:
        image = image.convert("RGB" if image.mode.startswith("RGB") or not profile else "L")
    image = to_srgb(image, profile) if profile else image.convert("RGB")
    pixels = cv2.cvtColor(np.asarray(image), cv2.COLOR_RGB2BGR)
    if alpha is None or alpha.getextrema() == (255, 255):
        return pixels
    return _premultiplied(pixels, np.asarray(alpha))


def _to_eight_bit(image: Image.Image) -> Image.Image:
    """Return 16-bit grey (or 32-bit and float, by their range) as 8-bit grey; Pillow's own way would clip."""
    values = np.asarray(image)
    low, scale = 0.0, 1 / 257.0
    if not (image.mode.startswith("I;16") or (image.mode == "I" and values.max(initial=0) <= 65535)):
        low, high = float(np.nanmin(values)), float(np.nanmax(values))
        scale = 255.0 / max(high - low, 1e-12)
    eight = np.empty(values.shape, np.uint8)
    for top in range(0, len(values), _ROWS_AT_ONCE):  # not all in floating point at once
        part = (values[top : top + _ROWS_AT_ONCE].astype(np.float32) - low) * scale
        eight[top : top + _ROWS_AT_ONCE] = np.rint(np.nan_to_num(part)).clip(0, 255)
    return Image.fromarray(eight)


def _premultiplied(pixels: Pixels, alpha: Pixels) -> Pixels:
    weighted = pixels.astype(np.uint16) * alpha[..., None]
    return np.dstack([((weighted + 127) // 255).astype(np.uint8), alpha])


# CIPA DC-008 (Exif), orientation: (quarter turns clockwise, mirrored left to right before turning).
_ORIENTATIONS = {
    1: (0, False),
    2: (0, True),
    3: (2, False),
    4: (2, True),
    5: (3, True),
    6: (1, False),
    7: (1, True),
    8: (3, False),
}


def _upright(pixels: Pixels, orientation: int) -> Pixels:
    turns, mirrored = _ORIENTATIONS[orientation]
    return turned_pixels(cv2.flip(pixels, 1) if mirrored else pixels, turns)
