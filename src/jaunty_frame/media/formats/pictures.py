"""Shows as folders of pictures: every frame as PNG, JPEG or TIFF; or one picture of each slide, for posts."""

from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Annotated, Any, Literal

from PIL import ExifTags, Image, ImageCms

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Coding, Surface, new_surface
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.media.formats.format import Canvas, Format, FormatOptions, Painted, Quality, Still, Wanted, as_output
from jaunty_frame.media.formats.video_file import export_error

_painted = as_output(Coding.SCREEN)
_JPEG_QUALITY = {Quality.QUICK: 85, Quality.STANDARD: 93, Quality.FINE: 98}
_SUFFIXES = {"png": ".png", "jpeg": ".jpg", "tiff": ".tif", "webp": ".webp"}
_DIGITS = 6
_DATE_OF_PROFILE = slice(24, 36)
"""In the header of an ICC profile (ICC.1:2022, 7.2)."""
_OF_TAKING = (
    *("Make", "Model", "DateTimeOriginal", "OffsetTimeOriginal", "ExposureTime", "FNumber", "ISOSpeedRatings"),
    *("FocalLength", "LensModel", "LensMake"),
)
"""What EXIF (CIPA DC-008) says of when and with what a photo was taken."""


class StillOptions(FormatOptions):
    """Which kind of picture, and what it tells: of ours, and of what its photo tells."""

    picture: Annotated[Literal["jpeg", "png", "webp"], Shown("Picture")] = "jpeg"
    author: Annotated[bool, Shown("Title and author in it")] = True
    taken: Annotated[bool, Shown("When and with what it was taken")] = False
    place: Annotated[bool, Shown("Where it was taken")] = False


class _Memory:
    def __init__(self, painted: Painted) -> None:
        self.surface: Surface = new_surface(painted.width, painted.height, Coding.SCREEN)


class _Pictures:
    """Writes each frame as a file of its own."""

    def __init__(self, path: Path, wanted: Wanted, kind: str) -> None:
        self._path, self._wanted, self._kind = path, wanted, kind
        self._saving = _saving(kind, wanted.quality)

    def canvas(self) -> _Memory:
        return _Memory(_painted(self._wanted))

    def write(self, canvas: Canvas, number: int) -> None:
        image = Image.fromarray(cv2.cvtColor(canvas.surface.planes[0], cv2.COLOR_BGRA2RGB))
        place = self._path / f"{self.name(number)}{_SUFFIXES[self._kind]}"
        try:
            image.save(place, **self._saving, **self.told(number))
        except OSError as error:
            raise export_error(error, place) from error

    def name(self, number: int) -> str:
        return f"{number:0{_DIGITS}}"

    def told(self, number: int) -> Mapping[str, Any]:
        return {}

    def close(self) -> None:
        """Nothing is left to be written."""

    def abandon(self) -> None:
        """The folder goes with all that is in it."""


class _Stills(_Pictures):
    def __init__(self, path: Path, wanted: Wanted) -> None:
        assert isinstance(wanted.options, StillOptions)
        self._options = wanted.options
        super().__init__(path, wanted, wanted.options.picture)

    def name(self, number: int) -> str:
        return self._wanted.stills[number].name

    def told(self, number: int) -> Mapping[str, Any]:
        exif = self._exif(self._wanted.stills[number])
        return {"exif": exif} if len(exif) else {}

    def _exif(self, still: Still) -> Image.Exif:
        """Return what the picture says: no more than was asked for."""
        made, title = Image.Exif(), self._wanted.about
        if self._options.author:
            tags = {"ImageDescription": title.title, "Artist": title.author}
            made.update({ExifTags.Base[name]: value for name, value in tags.items() if value})
        if still.photo is None or not (self._options.taken or self._options.place):
            return made
        try:
            with Image.open(still.photo) as image:
                found = image.getexif()
        except (OSError, ValueError, SyntaxError):
            return made  # what cannot be read tells nothing
        if self._options.taken:
            wanted = {ExifTags.Base[name] for name in _OF_TAKING}
            made.update({tag: value for tag, value in found.items() if tag in wanted})
            inner = {tag: value for tag, value in found.get_ifd(ExifTags.IFD.Exif).items() if tag in wanted}
            made.get_ifd(ExifTags.IFD.Exif).update(inner)
        if self._options.place:
            made.get_ifd(ExifTags.IFD.GPSInfo).update(found.get_ifd(ExifTags.IFD.GPSInfo))
        return made


def _saving(kind: str, quality: Quality) -> Mapping[str, Any]:
    """Return Pillow's options of a kind of picture; each says that its colours are sRGB."""
    made = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    # Without the day on which the profile was made: the same pictures are the same bytes.
    profile = made[: _DATE_OF_PROFILE.start] + bytes(12) + made[_DATE_OF_PROFILE.stop :]
    match kind:
        case "png":
            own: dict[str, Any] = {"compress_level": 1}
        case "jpeg":
            own = {"quality": _JPEG_QUALITY[quality], "subsampling": 0}
        case "webp":
            own = {"quality": _JPEG_QUALITY[quality], "lossless": quality is Quality.FINE}
        case _:
            own = {"compression": "tiff_adobe_deflate"}
    return {**own, "icc_profile": profile}


def _join(segments: Sequence[Path], path: Path, wanted: Wanted) -> None:
    """Make one folder of the pictures of several, numbered on."""
    first = 0
    try:
        for segment in segments:
            pictures = sorted(segment.iterdir())
            for number, picture in enumerate(pictures):
                picture.rename(path / f"{first + number:0{_DIGITS}}{picture.suffix}")
            first += len(pictures)
    except OSError as error:
        raise export_error(error, path) from error


def _sequence(kind: str) -> Format:
    return Format(_painted, lambda path, wanted: _Pictures(path, wanted, kind), _join, hears=False)


PNG, JPEG, TIFF = (_sequence(kind) for kind in ("png", "jpeg", "tiff"))
STILLS = Format(_painted, _Stills, hears=False, tags=True, moments=True)
