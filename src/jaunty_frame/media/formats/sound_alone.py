"""The finished sound of a show without its pictures: WAV of 24 bits, or FLAC (RFC 9639)."""

import contextlib
from fractions import Fraction
from pathlib import Path

import av

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Canvas, Format, Wanted, as_output
from jaunty_frame.media.formats.video_file import PCM, Heard, SoundStream, export_error

FLAC_HEARD = Heard("flac", "s32", 0, 4096)


class _SoundWriter:
    def __init__(self, path: Path, wanted: Wanted, muxer: str, heard: Heard) -> None:
        if wanted.sound is None:
            raise ExportError(
                f"Nothing is heard in {wanted.output.name}; put music or a voice on the soundtrack first."
            )
        self._path = path
        try:
            self._container = av.open(str(path), "w", format=muxer, options={"fflags": "+bitexact"})
            title, author, description = wanted.about
            told = {"title": title, "artist": author, "comment": description}
            self._container.metadata.update({name: value for name, value in told.items() if value})
            self._sound = SoundStream(self._container, wanted.sound, heard)
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, path) from error
        self._seconds = Fraction(wanted.sound.samples, RATE)

    def canvas(self) -> Canvas:
        raise NotImplementedError("it sees no frames")

    def write(self, canvas: Canvas, number: int) -> None:
        raise NotImplementedError("it sees no frames")

    def close(self) -> None:
        try:
            self._sound.write_until(self._seconds)
            self._sound.close()
            self._container.close()
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def abandon(self) -> None:
        with contextlib.suppress(av.FFmpegError, OSError):
            self._container.close()


_painted = as_output(Coding.SCREEN)
WAV = Format(_painted, lambda path, wanted: _SoundWriter(path, wanted, "wav", PCM), sees=False, tags=True)
FLAC = Format(_painted, lambda path, wanted: _SoundWriter(path, wanted, "flac", FLAC_HEARD), sees=False, tags=True)
