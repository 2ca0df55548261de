"""Plain JPEGs, which most photos are: decoded fast, reduced if need be, and damage is noticed.

libjpeg-turbo decodes around damage and warns; OpenCV, which uses it too, passes the warning to the error stream and
says nothing. simplejpeg tells (docs/decisions.md); its pixels are the very same.
"""

import io

import numpy as np
import simplejpeg
from PIL import Image

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.media.photos.colour_profiles import to_srgb

_REDUCTIONS = (8, 4, 2)


def decode_plain_jpeg(data: bytes, reduction: int) -> tuple[Pixels, bool] | None:
    """Return the pixels (H, W, 3) B G R as stored, and whether a part could not be read.

    None where the file is no such JPEG or lacks its end; ValueError where nothing can be read. reduction : the picture
    is decoded at 1/2, 1/4 or 1/8 where that is no smaller.
    """
    if data[:3] != b"\xff\xd8\xff" or not data.rstrip(b"\0").endswith(b"\xff\xd9"):
        return None
    image = Image.open(io.BytesIO(data), formats=("JPEG",))
    if image.mode not in ("RGB", "L"):
        return None
    step = next((step for step in _REDUCTIONS if reduction >= step), 1)
    least = {"min_width": -(-image.width // step), "min_height": -(-image.height // step)} if step > 1 else {}
    is_damaged = False
    try:
        pixels = simplejpeg.decode_jpeg(data, "BGR", **least, min_factor=1)
    except ValueError:
        pixels, is_damaged = simplejpeg.decode_jpeg(data, "BGR", **least, min_factor=1, strict=False), True
    profile = image.info.get("icc_profile")
    if profile and image.mode == "RGB":
        as_srgb = to_srgb(Image.fromarray(np.ascontiguousarray(pixels[..., ::-1])), profile)
        pixels = np.ascontiguousarray(np.asarray(as_srgb)[..., ::-1])
    return pixels, is_damaged
