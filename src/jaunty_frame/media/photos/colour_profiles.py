"""ICC profiles (ICC.1:2022): whatever a file's colours mean, they become sRGB."""

import io
from functools import lru_cache

from PIL import Image, ImageCms


def to_srgb(image: Image.Image, profile: bytes) -> Image.Image:
    """Return the image in sRGB; a profile that cannot be used is as good as none."""
    try:
        return _transform(profile, image.mode).apply(image)
    except (ImageCms.PyCMSError, OSError, ValueError, TypeError):
        return image.convert("RGB")


@lru_cache(maxsize=16)
def _transform(profile: bytes, mode: str) -> ImageCms.ImageCmsTransform:
    source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
    target = ImageCms.createProfile("sRGB")
    intent = ImageCms.Intent.RELATIVE_COLORIMETRIC
    flags = ImageCms.Flags.BLACKPOINTCOMPENSATION
    return ImageCms.buildTransform(source, target, mode, "RGB", renderingIntent=intent, flags=flags)
