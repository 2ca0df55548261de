"""Where the pixels of a project's photos come from."""

from pathlib import Path

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.turning import turned_pixels
from jaunty_frame.document.exhibit import Between
from jaunty_frame.media.moving.moving_list import moving_of
from jaunty_frame.media.once import OnceCache
from jaunty_frame.media.photos.files import read_bytes
from jaunty_frame.media.photos.thumbnails import LONGEST_PX, ThumbnailCache, shrunk_to_thumbnail
from jaunty_frame.media.place import Place, resolved
from jaunty_frame.show.frames.layers.layer import PhotoFile

_MOST_REMEMBERED, _MOST_MOVING = 96_000_000, 24_000_000
"""Bytes of photos; of clips' pictures, few of which are wanted twice."""
# Content (or path), quarter turns, reduction (0 for the thumbnail), which picture and what is seen of the next.
_Key = tuple[str, int, int, int, Between]


class PhotoSource:
    """Decoded photos of one project; may be used from several threads."""

    def __init__(self, place: Place, cache: ThumbnailCache | None = None) -> None:
        self.place = place
        self._cache = cache or ThumbnailCache()
        self._decoded_photos: OnceCache[_Key, Pixels] = OnceCache(_MOST_REMEMBERED, lambda pixels: pixels.nbytes)
        self._decoded_moving: OnceCache[_Key, Pixels] = OnceCache(_MOST_MOVING, lambda pixels: pixels.nbytes)

    def pixels(self, photo: PhotoFile, wanted_width: int) -> Pixels:
        """Return the upright photo with at least ``wanted_width`` pixels across, if it has so many.

        Raises PhotoError where it cannot be read.
        """
        width, height = photo.upright_size
        if wanted_width <= width * min(1.0, LONGEST_PX / max(width, height)):
            return self.thumbnail(photo)
        # Reductions are powers of two, so that requests of nearly the same size share one decoded photo. A clip's
        # pictures are had four times as quickly in their own size as made smaller while they are converted.
        reduction = 1 << max((width // wanted_width).bit_length() - (2 if photo.moving else 1), 0)
        key = (photo.content or photo.path, photo.quarter_turns, reduction, photo.picture, photo.between)
        return self._kept(photo).get(key, lambda: self._decoded(photo, width // reduction))

    def _decoded(self, photo: PhotoFile, width: int) -> Pixels:
        if photo.moving:
            asked = -(-width * photo.width // photo.height) if photo.quarter_turns % 2 else width
            return turned_pixels(self._moving_picture(photo, asked), photo.quarter_turns)
        # Pillow and its formats take 0.06 s to load; a window whose thumbnails are cached opens without them.
        from jaunty_frame.media.photos.decoding import decode_photo

        data = read_bytes(resolved(photo.path, self.place))
        return decode_photo(data, Path(photo.path).name, width, photo.quarter_turns)

    def _kept(self, photo: PhotoFile) -> OnceCache[_Key, Pixels]:
        return self._decoded_moving if photo.moving else self._decoded_photos

    def _moving_picture(self, photo: PhotoFile, width: int) -> Pixels:
        path, reader = resolved(photo.path, self.place), moving_of(photo.moving)

        def picture_of(number: int) -> Pixels:
            return reader.picture(path, number / photo.rate, width)

        if not photo.between.share:
            return picture_of(photo.picture)
        from jaunty_frame.media.moving.between import blended, estimated  # with PyAV

        share, number = photo.between.share % 1, photo.picture - (photo.between.share < 0)
        if photo.between.estimated:
            return estimated(photo.content or photo.path, picture_of, number, share)
        return blended(picture_of, number, share)

    def thumbnail(self, photo: PhotoFile) -> Pixels:
        """Return the upright photo at 512 px or less; PhotoError where it cannot be read."""
        key = (photo.content or photo.path, photo.quarter_turns, 0, photo.picture, photo.between)
        return self._kept(photo).get(key, lambda: self._thumbnail(photo))

    def _thumbnail(self, photo: PhotoFile) -> Pixels:
        # Of what moves, its first picture.
        is_kept = bool(photo.content) and not photo.picture and not photo.between.share
        stored = self._cache.get(photo.content) if is_kept else None
        if stored is None:
            width = round(photo.width * min(1.0, LONGEST_PX / max(photo.width, photo.height)))
            stored = shrunk_to_thumbnail(self._decoded(photo._replace(quarter_turns=0), width))
            if is_kept:
                self._cache.put(photo.content, stored)
        return turned_pixels(stored, photo.quarter_turns)
