"""Reading photos: JPEG, PNG, WebP, TIFF, HEIC and AVIF as upright 8-bit sRGB pixels.

Plain JPEGs are decoded by OpenCV, which is the faster one at reduced sizes; everything else, and every JPEG whose end
is missing, by Pillow, which notices damage. Only header fields are trusted before the size has been checked.
"""

import io
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import lru_cache

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

register_heif_opener()
# Sizes are checked by ourselves, with a sentence.
Image.MAX_IMAGE_PIXELS = None

_FORMATS = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF", "AVIF")
MOST_PIXELS = 300_000_000
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
    """What the file says of itself. width, height : upright, after its EXIF orientation."""

    width: int
    height: int
    orientation: int
    taken: str


def photo_header(data: bytes, name: str) -> PhotoHeader:
    """Return the header of a photo; PhotoError if it is none, or over 300 megapixels."""
    image = _opened(data, name)
    width, height = image.size
    if width * height > MOST_PIXELS:
        raise PhotoError(
            f"{shown_name(name)} has {width * height / 1e6:.0f} megapixels; "
            f"up to {MOST_PIXELS // 1_000_000} can be used. "
            "Make it smaller."
        )
    exif = _exif(image)
    orientation = exif.get(ExifTags.Base.Orientation, 1)
    if orientation not in range(1, 9):
        orientation = 1
    if orientation >= 5:
        width, height = height, width
    return PhotoHeader(width, height, orientation, _time_taken(exif))


def _opened(data: bytes, name: str) -> Image.Image:
    try:
        return Image.open(io.BytesIO(data), formats=_FORMATS)
    except (UnidentifiedImageError, *_READ_ERRORS) as error:
        raise PhotoError(
            f"{shown_name(name)} is not a photo that can be read; use JPEG, PNG, WebP, TIFF, HEIC or AVIF."
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


def decode_photo(data: bytes, name: str, wanted_width: int = 0, quarter_turns: int = 0) -> Pixels:
    """Return the upright photo: (H, W, 3) uint8 B G R, or (H, W, 4) premultiplied where it is transparent.

    wanted_width : pixels across the upright photo that suffice (0 = all). The result has at least so many, or all
    there are, and less than twice as many wherever the format can be decoded at a reduced size.
    Raises PhotoError where the photo is damaged or over 300 megapixels.
    """
    header = photo_header(data, name)
    turned_width = header.height if quarter_turns % 2 else header.width
    reduction = max(1, turned_width // wanted_width) if wanted_width else 1
    try:
        pixels = _decode_plain_jpeg(data, reduction)
        if pixels is None:
            pixels = _decode_with_pillow(data, name, reduction)
    except (*_READ_ERRORS, Image.DecompressionBombError, cv2.error, ImageCms.PyCMSError) as error:
        raise PhotoError(f"{shown_name(name)} is damaged and cannot be shown whole; restore it from a copy.") from error
    return turned_pixels(_upright(pixels, header.orientation), quarter_turns)


def _decode_plain_jpeg(data: bytes, reduction: int) -> Pixels | None:
    """Return the pixels as stored, or None where the file asks for the slower, more careful way."""
    if data[:3] != b"\xff\xd8\xff" or not data.rstrip(b"\0").endswith(b"\xff\xd9"):
        return None
    image = Image.open(io.BytesIO(data), formats=("JPEG",))
    if image.mode not in ("RGB", "L"):
        return None
    flag = cv2.IMREAD_COLOR
    for step, reduced in (
        (8, cv2.IMREAD_REDUCED_COLOR_8),
        (4, cv2.IMREAD_REDUCED_COLOR_4),
        (2, cv2.IMREAD_REDUCED_COLOR_2),
    ):
        if reduction >= step:
            flag = reduced
            break
    pixels = cv2.imdecode(np.frombuffer(data, np.uint8), flag | cv2.IMREAD_IGNORE_ORIENTATION)
    if pixels is None:
        return None
    profile = image.info.get("icc_profile")
    if profile and image.mode == "RGB":
        as_srgb = _to_srgb(Image.fromarray(cv2.cvtColor(pixels, cv2.COLOR_BGR2RGB)), profile)
        pixels = cv2.cvtColor(np.asarray(as_srgb), cv2.COLOR_RGB2BGR)
    return pixels


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
    image = _to_srgb(image, profile) if profile else image.convert("RGB")
    pixels = cv2.cvtColor(np.asarray(image), cv2.COLOR_RGB2BGR)
    if alpha is None or alpha.getextrema() == (255, 255):
        return pixels
    return _premultiplied(pixels, np.asarray(alpha))


def _to_eight_bit(image: Image.Image) -> Image.Image:
    """Return 16-bit grey (or 32-bit and float, by their range) as 8-bit grey; Pillow's own way would clip."""
    values = np.asarray(image)
    if image.mode.startswith("I;16") or (image.mode == "I" and values.max(initial=0) <= 65535):
        scaled = values.astype(np.float32) / 257.0
    else:
        low, high = float(np.nanmin(values)), float(np.nanmax(values))
        scaled = (values.astype(np.float32) - low) * (255.0 / max(high - low, 1e-12))
    return Image.fromarray(np.rint(np.nan_to_num(scaled)).clip(0, 255).astype(np.uint8))


def _premultiplied(pixels: Pixels, alpha: Pixels) -> Pixels:
    weighted = pixels.astype(np.uint16) * alpha[..., None]
    return np.dstack([((weighted + 127) // 255).astype(np.uint8), alpha])


def _to_srgb(image: Image.Image, profile: bytes) -> Image.Image:
    """Return the image in sRGB; a profile that cannot be used is as good as none."""
    try:
        transform = _transform(profile, image.mode)
        return transform.apply(image)
    except (ImageCms.PyCMSError, OSError, ValueError, TypeError):
        return image.convert("RGB")


@lru_cache(maxsize=16)
def _transform(profile: bytes, mode: str) -> ImageCms.ImageCmsTransform:
    source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
    target = ImageCms.createProfile("sRGB")
    intent = ImageCms.Intent.RELATIVE_COLORIMETRIC
    flags = ImageCms.Flags.BLACKPOINTCOMPENSATION
    return ImageCms.buildTransform(source, target, mode, "RGB", renderingIntent=intent, flags=flags)


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
