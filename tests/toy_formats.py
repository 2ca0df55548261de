"""Formats that exist only in tests: a folder of raw frames with what was said beside, and a silent file."""

import json
from pathlib import Path
from typing import Annotated

from pydantic import Field

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.media.formats.format import Format, FormatOptions, as_output


class RawOptions(FormatOptions):
    every: Annotated[int, Field(ge=1, le=100), Shown("Every so many frames", step=1)] = 1


class Memory:
    def __init__(self, wanted, coding):
        self.surface = new_surface(wanted.output.width, wanted.output.height, coding)


class RawFolder:
    """Each frame as it is painted, named by its number; sound as samples; the rest as JSON."""

    def __init__(self, path: Path, wanted) -> None:
        self._path, self._wanted = path, wanted

    def canvas(self):
        return Memory(self._wanted, Coding.SCREEN)

    def write(self, canvas, number):
        if number % self._wanted.options.every == 0:
            (self._path / f"{number:06}.raw").write_bytes(canvas.surface.planes[0].tobytes())

    def close(self):
        wanted = self._wanted
        chapters = [[float(begins), name] for begins, name in wanted.chapters]
        said = {"title": wanted.about.title, "chapters": chapters, "sound": wanted.sound and wanted.sound.samples}
        (self._path / "said.json").write_text(json.dumps(said))

    def abandon(self):
        pass


class SilentFile:
    """The middle of each frame, three bytes; nothing else."""

    def __init__(self, path: Path, wanted) -> None:
        assert wanted.sound is None
        self._path, self._wanted, self._bytes = path, wanted, bytearray()

    def canvas(self):
        return Memory(self._wanted, Coding.SCREEN)

    def write(self, canvas, number):
        plane = canvas.surface.planes[0]
        self._bytes += plane[plane.shape[0] // 2, plane.shape[1] // 2, :3].tobytes()

    def close(self):
        self._path.write_bytes(self._bytes)

    def abandon(self):
        pass


def _join(parts, path, wanted):
    path.write_bytes(b"".join(part.read_bytes() for part in parts))


RAW = Format(as_output(Coding.SCREEN), RawFolder, tags=True, chapters=True)
SILENT = Format(as_output(Coding.SCREEN), SilentFile, _join, hears=False)
