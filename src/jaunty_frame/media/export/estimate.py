"""How large a video will be and how long it takes to write: told from a few stretches, written for that."""

import tempfile
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import NamedTuple

import av
import numpy as np

from jaunty_frame.core.opencv import one_thread
from jaunty_frame.errors import Cancelled
from jaunty_frame.media.export.export import frames_of, let_look
from jaunty_frame.media.formats.format import FormatOptions, LooksFirst, Quality, Still, Wanted
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, format_of, options_type
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.planning.plan import Plan

_STRETCHES, _LENGTH = 3, 50
"""So many stretches of so many frames are written."""
_SETTLED = 20
"""Frames that the encoder takes after one that is coded whole until they are as small as most are: with stretches of 17
frames the size told was thrice the real one; with what comes after these, within a tenth."""
_KEY_EVERY = 250
"""Frames after which the encoder begins anew at the latest (x264's default)."""
_SOUND_BYTES_A_SECOND = 24_000
_ALONE_BYTES_A_SECOND = {".wav": 288_000, ".flac": 200_000}
_MIXED_A_SECOND = 60.0
"""Seconds of a show that are mixed in one, about."""
_NAMELESS = tuple(Still(f"{k}") for k in range(2 * _STRETCHES))


class Estimate(NamedTuple):
    """size : bytes; seconds : that writing takes."""

    size: float
    seconds: float


def estimated(
    plan: Plan,
    source: PhotoSource,
    quality: Quality,
    has_sound: bool = False,
    cancelled: Callable[[], bool] = lambda: False,
    form_name: str = USUAL,
    options: FormatOptions | None = None,
) -> Estimate:
    """Return the size and the time of a show's video. Cancelled, PhotoError, ExportError."""
    form, seconds = format_of(form_name), float(plan.seconds)
    sound = seconds * _SOUND_BYTES_A_SECOND if has_sound and form.hears else 0.0
    if not form.sees:
        return Estimate(seconds * _ALONE_BYTES_A_SECOND[FORMATS[form_name].suffix], seconds / _MIXED_A_SECOND)
    said = Wanted(plan.output, quality, options or options_type(form_name)(), stills=_NAMELESS)
    shown = frames_of(plan, form, form.painted(said))
    total, length = len(shown), 1 if form.moments else _LENGTH
    if total <= 2 * _STRETCHES * length:
        starts, length = [0], total
    else:
        starts = [round((total - length) * (k + 0.5) / _STRETCHES) for k in range(_STRETCHES)]
    stretches = [shown[n : n + length] for n in starts]
    sizes, each_takes = _written(plan, source, said, stretches, cancelled, form_name)
    # The first frame of a stretch follows nothing that it resembles: it is coded whole.
    settled = min(_SETTLED, length - 1)
    each = sizes.reshape(len(starts), length)
    change = each[:, settled:].mean()
    whole = max(each[:, :settled].sum(axis=1).mean() - (settled - 1) * change, change)
    keys = -(-total // _KEY_EVERY)
    return Estimate(float(keys * whole + (total - keys) * change) + sound, each_takes * total)


def _written(
    plan: Plan,
    source: PhotoSource,
    said: Wanted,
    stretches: Sequence[Sequence[int]],
    cancelled: Callable[[], bool],
    form_name: str,
) -> tuple[np.ndarray, float]:
    """Write stretches of frames as one video; return the bytes of each frame, and the seconds that one takes, the first
    of each stretch aside: preparing its photos goes on beside the others in a real export."""
    form, taken, counted = format_of(form_name), 0.0, 0
    with tempfile.TemporaryDirectory() as folder, one_thread():
        path = Path(folder) / "part"
        if FORMATS[form_name].is_folder:
            path.mkdir()
        writer = form.open(path, said)
        try:
            canvas, number = writer.canvas(), 0
            with FramePainter(plan, source, output_format(plan, *form.painted(said)[:3])) as painter:
                if isinstance(writer, LooksFirst):
                    let_look(writer, painter, plan.schedule.total, cancelled)
                for stretch in stretches:
                    for k, n in enumerate(stretch):
                        if cancelled():
                            raise Cancelled("The estimate was stopped.")
                        began = time.perf_counter()
                        painter.paint_at(canvas.surface, n)
                        writer.write(canvas, number)
                        number += 1
                        if k or len(stretch) == 1:
                            taken, counted = taken + time.perf_counter() - began, counted + 1
        except BaseException:
            writer.abandon()
            raise
        began = time.perf_counter()
        writer.close()
        taken += (time.perf_counter() - began) if counted else 0.0
        return _frame_bytes(path, number), taken / max(counted, 1)


def _frame_bytes(path: Path, count: int) -> np.ndarray:
    """Return how many bytes each frame of a video takes, (count,), in the order in which they are seen."""
    try:
        with av.open(str(path)) as container:
            packets = [packet for packet in container.demux(video=0) if packet.pts is not None]
    except (av.FFmpegError, IndexError, OSError):
        # A folder, or a file whose frames nobody can tell from one another: they share its size.
        files = [one for one in path.rglob("*") if one.is_file()] if path.is_dir() else [path]
        return np.full(count, sum(one.stat().st_size for one in files) / max(count, 1))
    if len(packets) < count:  # what holds all of them at once says nothing of each
        return np.full(count, path.stat().st_size / count)
    packets.sort(key=lambda packet: packet.pts)
    return np.array([packet.size for packet in packets[:count]])
