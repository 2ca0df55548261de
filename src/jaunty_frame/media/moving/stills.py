"""Pictures taken out of clips and shows, kept as photos of their own."""

from pathlib import Path

import platformdirs

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.atomic import reason_of, write_whole
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import slide_content
from jaunty_frame.show.frames.layers.layer import photo_file
from jaunty_frame.show.planning.plan import Plan

FOLDER = "Stills"


def clip_still(photo: Photo, picture: int, source: PhotoSource) -> bytes:
    """Return a picture of a clip as PNG: upright, as large as the clip. PhotoError where it cannot be read."""
    file = photo_file(photo, picture)
    return _png(source.pixels(file, file.upright_size[0]))


def frame_still(plan: Plan, k: int, progress: float, source: PhotoSource) -> bytes:
    """Return what an output shows of slide ``k`` at ``progress`` in 0..1 of its time, as PNG."""
    output = plan.output
    surface = new_surface(output.width, output.height, Coding.SCREEN)
    with FramePainter(plan, source, output_format(plan, output.width, output.height, Coding.SCREEN)) as painter:
        painter.paint_content(surface, slide_content(plan, k, progress))
    return _png(surface.planes[0][..., :3])


def keep_still(png: bytes, name: str, folder: Path | None) -> Path:
    """Write a still beside the project (in ``folder``), or among the user's pictures, under a name that is free; the
    same picture gets the same file. JauntyError where it cannot be written."""
    place = (folder or Path(platformdirs.user_pictures_dir())) / FOLDER
    try:
        place.mkdir(parents=True, exist_ok=True)
        for number in range(1, 1000):
            path = place / (name if number == 1 else f"{name.removesuffix('.png')} ({number}).png")
            if not path.exists():
                write_whole(path, png)
                return path
            if path.is_file() and path.stat().st_size == len(png) and path.read_bytes() == png:
                return path
    except OSError as error:
        raise JauntyError(f"The picture cannot be kept in {place}: {reason_of(error)}.") from error
    raise JauntyError(f"In {place} are a thousand pictures called {name}; move some away.")


def _png(pixels: Pixels) -> bytes:
    if pixels.shape[2] == 4:  # it is premultiplied
        alpha = pixels[..., 3:].astype(float)
        pixels = pixels.copy()
        pixels[..., :3] = (pixels[..., :3] * 255.0 / alpha.clip(1)).round().clip(0, 255)
    _, coded = cv2.imencode(".png", pixels)
    return coded.tobytes()
