"""A show in a file of at most so many bytes: first as the quality says, then, where that is too large, by its rate.

What an encoder makes of a rate is known only afterwards; so it is corrected by what came out, a few times, and the
largest file that keeps under the limit is taken.
"""

import contextlib
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path

import av

from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Wanted
from jaunty_frame.media.formats.format_list import format_of
from jaunty_frame.media.formats.video_file import export_error

Report = Callable[[int, int], None]
Write = Callable[[Wanted, Path, Report], None]
_AIM, _NEAR = 0.99, 0.97
"""Of the limit: what is aimed at, and what is good enough."""
_TRIES = 5
_LEAST_BITS = 2_000.0


def write_within(limit: int, write: Write, wanted: Wanted, path: Path, form: str, progress: Report) -> None:
    """Write a show to ``path`` in at most ``limit`` bytes. write : writes it as it is told; progress : of all tries.

    Raises ExportError where it cannot be made so small, and what ``write`` raises.
    """
    with _folders(path) as (notes, kept):
        best, stats = kept / path.name, notes / "pass"
        passes = format_of(form).passes
        write(wanted._replace(passes=(stats, 1) if passes else None), best, _part(progress, 0))
        size = best.stat().st_size
        if size <= limit:
            best.replace(path)
            return
        seconds, low = float(wanted.length), None
        picture = _bytes_of_picture(best)
        other = size - picture
        bits = (_AIM * limit - other) * 8 / seconds
        for number in range(1, _TRIES + 1):
            made = kept / f"{number}-{path.name}"
            how = wanted._replace(bits_a_second=max(bits, _LEAST_BITS), passes=(stats, 2) if passes else None)
            try:
                write(how, made, _part(progress, number))
            except ExportError as error:
                if isinstance(error.__cause__, av.error.ExternalError):
                    break  # the encoder knows that it cannot
                raise
            size = made.stat().st_size
            if size <= limit and (low is None or size > low):
                low = size
                made.replace(best)
            if _NEAR * limit <= size <= limit or bits <= _LEAST_BITS:
                break
            bits *= (_AIM * limit - other) / max(_bytes_of_picture(best if low == size else made), 1)
        if low is None:
            raise ExportError(
                f"{path.name} cannot be made smaller than {size / 1e6:.1f} MB in this size and length; "
                "allow more, or make the output smaller."
            )
        best.replace(path)


@contextlib.contextmanager
def _folders(path: Path) -> Iterator[tuple[Path, Path]]:
    """Give a folder for notes, and a hidden one beside ``path``."""
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        hidden = tempfile.TemporaryDirectory(dir=path.parent, prefix=f".{path.name[:80]}.", suffix=".part")
        with tempfile.TemporaryDirectory() as notes, hidden as kept:
            yield Path(notes), Path(kept)
    except OSError as error:
        raise export_error(error, path) from error


def _bytes_of_picture(path: Path) -> int:
    """Return how many bytes of a video are its picture; the others are the same whatever its rate."""
    with av.open(str(path)) as container:
        return sum(packet.size for packet in container.demux(video=0))


def _part(progress: Report, number: int) -> Report:
    """Return what tells of one try: the first is half of all, the second the other, and more are hoped not to be."""
    return lambda done, total: progress(min(number, 1) * total + done, 2 * total)
