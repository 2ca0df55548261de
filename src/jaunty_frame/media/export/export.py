"""Exporting shows: painting and encoding run side by side, the file appears under its name only when it is whole."""

import contextlib
import errno
import queue
import threading
from collections.abc import Callable, Iterator, Sequence
from pathlib import Path

from jaunty_frame.core.opencv import cv2, one_thread
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.errors import Cancelled, ExportError, JauntyError
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.export.stills import still_frames
from jaunty_frame.media.export.whole import whole_file, whole_folder
from jaunty_frame.media.formats.format import Canvas, Format, LooksFirst, Painted, Wanted, Writer
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, format_of, options_type
from jaunty_frame.media.formats.video_file import export_error
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.planning.plan import Plan

# Painted frames that may wait for the encoder: enough to bridge a slow frame, little memory.
_FRAMES = 4
_LOOKED_AT = 48
"""Frames from which a palette for all is found."""

Progress = Callable[[int, int], None]
Cancel = Callable[[], bool]


def export_show(
    plan: Plan,
    source: PhotoSource,
    path: Path,
    wanted: Wanted | None = None,
    form_name: str = USUAL,
    overwrite: bool = False,
    progress: Progress = lambda done, total: None,
    cancelled: Cancel = lambda: False,
    frames: range | None = None,
) -> None:
    """Write the show of ``plan`` to ``path``, or some of its frames; wanted : beside them,
    None = nothing in particular. progress : frames done, frames in all.

    Raises ExportError where the file exists already or cannot be written, PhotoError where a photo cannot be read, and
    Cancelled; after any of them nothing is left behind.
    """
    if path.exists() and not overwrite:
        raise ExportError(f"{path.name} is already in {path.parent}; allow overwriting or choose another folder.")
    form, said = format_of(form_name), wanted or Wanted(plan.output, options=options_type(form_name)())
    with one_thread(), _hidden_until_whole(path, form_name) as temporary:
        writer = form.open(temporary, said)
        if form.sees:
            painted = form.painted(said)
            taken = frames_of(plan, form, painted) if frames is None else frames
            _encode(plan, source, painted, writer, taken, progress, cancelled)
        else:
            _finish(writer)
            progress(1, 1)


def frames_of(plan: Plan, form: Format, painted: Painted) -> Sequence[int]:
    """Return which frames of a show a format takes."""
    return still_frames(plan) if form.moments else range(0, plan.schedule.total, painted.every)


def _finish(writer: Writer) -> None:
    try:
        writer.close()
    except BaseException:
        writer.abandon()
        raise


def joined_show(segments: Sequence[Path], path: Path, wanted: Wanted, form_name: str = USUAL) -> None:
    """Make one show of segments that hold its frames one after the other. ExportError."""
    form = format_of(form_name)
    if form.join is None:
        raise ExportError(f"Segments of {FORMATS[form_name].label} cannot be joined; write the show in one go.")
    with _hidden_until_whole(path, form_name) as temporary:
        form.join(segments, temporary, wanted)


@contextlib.contextmanager
def _hidden_until_whole(path: Path, form_name: str) -> Iterator[Path]:
    try:
        with (whole_folder if FORMATS[form_name].is_folder else whole_file)(path) as temporary:
            yield temporary
    except OSError as error:
        raise export_error(error, path) from error


def _encode(
    plan: Plan,
    source: PhotoSource,
    painted: Painted,
    writer: Writer,
    wanted: Sequence[int],
    progress: Progress,
    cancelled: Cancel,
) -> None:
    encoder = _EncoderThread(writer)
    try:
        with FramePainter(plan, source, output_format(plan, *painted[:3])) as painter:
            if isinstance(writer, LooksFirst):
                let_look(writer, painter, plan.schedule.total, cancelled)
            frames = [writer.canvas() for _ in range(_FRAMES)]
            shown: list[FrameContent | None] = [None] * _FRAMES
            encoder.start(frames)
            for number, n in enumerate(wanted):
                if cancelled():
                    raise Cancelled("The export was stopped; nothing was written.")
                free = encoder.next_free()
                content = painter.content(n)
                if shown[free] != content:  # a held slide is painted once
                    painter.paint(frames[free].surface, content)
                    shown[free] = content
                encoder.submit(free, number)
                progress(number + 1, len(wanted))
        encoder.finish()
    except BaseException:
        encoder.abandon()
        raise


def let_look(writer: LooksFirst, painter: FramePainter, total: int, cancelled: Cancel) -> None:
    """Show a writer some frames of all of the show."""
    for k in range(min(_LOOKED_AT, total)):
        if cancelled():
            raise Cancelled("The export was stopped; nothing was written.")
        canvas = writer.canvas()
        painter.paint_at(canvas.surface, k * total // min(_LOOKED_AT, total))
        writer.look(canvas)


class _EncoderThread:
    """The encoder on a thread of its own, with a fixed set of frames that go to and fro."""

    def __init__(self, writer: Writer) -> None:
        self._writer = writer
        self._free: queue.Queue[int] = queue.Queue()
        self._painted: queue.Queue[tuple[int, int] | None] = queue.Queue()
        self._error: BaseException | None = None
        self._thread: threading.Thread | None = None

    def start(self, frames: list[Canvas]) -> None:
        for index in range(len(frames)):
            self._free.put(index)
        self._thread = threading.Thread(target=self._run, args=(frames,), name="encoder")
        self._thread.start()

    def _run(self, frames: list[Canvas]) -> None:
        while (item := self._painted.get()) is not None:
            index, number = item
            if self._error is None:
                try:
                    self._writer.write(frames[index], number)
                except Exception as error:  # is raised again where the frames come from
                    self._error = error
            self._free.put(index)

    def next_free(self) -> int:
        """Return the index of a frame that may be painted; raises what went wrong in the encoder."""
        index = self._free.get()
        if self._error is not None:
            raise self._error
        return index

    def submit(self, index: int, number: int) -> None:
        self._painted.put((index, number))

    def _stop(self) -> None:
        if self._thread is not None:
            self._painted.put(None)
            self._thread.join()

    def finish(self) -> None:
        self._stop()
        if self._error is not None:
            raise self._error
        self._writer.close()

    def abandon(self) -> None:
        self._stop()
        self._writer.abandon()


def export_frame(plan: Plan, source: PhotoSource, n: int, path: Path) -> None:
    """Write frame ``n`` of the show as a PNG."""
    output = plan.output
    surface = new_surface(output.width, output.height, Coding.SCREEN)
    with FramePainter(plan, source, output_format(plan, output.width, output.height, Coding.SCREEN)) as painter:
        painter.paint_at(surface, n)
    _, coded = cv2.imencode(".png", cv2.cvtColor(surface.planes[0], cv2.COLOR_BGRA2BGR))
    try:
        write_whole(path, coded.tobytes())
    except OSError as error:
        reason = "the disk is full" if error.errno == errno.ENOSPC else error.strerror
        raise JauntyError(f"The picture cannot be written to {path}: {reason}.") from error
