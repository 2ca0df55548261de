"""Ten minutes of a clip in an export of another rate: how far its sound is from its picture, from first to last."""

from fractions import Fraction
from math import ceil
from pathlib import Path

import av
import numpy as np
from tests.media.moving.clip_files import write_clip
from tests.media.sounds.sound_files import clicks

from bench.subjects import Scale, report
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.export.job import job_of, run_job
from jaunty_frame.media.moving.clip_import import look_at_clip
from jaunty_frame.media.photos.thumbnails import ThumbnailCache

_FILE_RATE, _SHOW_RATE = Fraction(30000, 1001), 25
_DARK, _WHITE = (np.full((64, 64, 3), level, np.uint8) for level in (20, 235))


def run(folder: Path, scale: Scale) -> None:
    seconds = scale.of(600, 8)
    moments = [1, seconds // 2, seconds - 2]
    path = _write(folder, seconds, moments)
    photo = look_at_clip(path, folder, ThumbnailCache(folder / "cache"))
    project = add_photos([photo]).apply(Project(outputs=(output_from_text(f"64x64@{_SHOW_RATE}"),)))
    project = set_house_rules("", fade_in="0", fade_out="0").apply(project)
    made = run_job(job_of(project, folder, project.outputs[0].id, folder / "out.mp4"))
    late = [_picture_after_sound(made, at) for at in moments]
    said = ", ".join(f"{1000 * each:+.0f}" for each in late)
    # A picture of the file lies up to one of its own after the click, and the frame that shows it up to one more.
    report(f"picture after sound, {seconds} s at 29.97 in 25, start, middle, end", f"{said} ms", "0 to 73 ms, no drift")


def _write(folder: Path, seconds: int, moments: list[int]) -> Path:
    """Write a clip that turns white for half a second at some moments, and clicks then."""
    half = Fraction(1, 2)
    lit = {n for at in moments for n in range(ceil(at * _FILE_RATE), ceil((at + half) * _FILE_RATE))}
    return write_clip(
        folder / "clip.mkv",
        int(seconds * _FILE_RATE),
        _FILE_RATE,
        picture=lambda n: _WHITE if n in lit else _DARK,
        sound=clicks(seconds, moments),
        options={"preset": "ultrafast"},
    )


def _picture_after_sound(path: Path, at: int) -> float:
    """Return by how many seconds the picture turns white after the click that is heard about a second ``at``."""
    with av.open(str(path)) as container:
        shown: list[bool] = [bool(frame.to_ndarray()[:64].mean() > 128) for frame in container.decode(video=0)]
    with av.open(str(path)) as container:
        heard = np.concatenate([frame.to_ndarray()[0] for frame in container.decode(audio=0)])
    first, last = round((at - 0.5) * _SHOW_RATE), round((at + 0.5) * _SHOW_RATE)
    white = first + shown[first:last].index(True)
    near = np.abs(heard[(at - 1) * RATE + RATE // 2 : at * RATE + RATE // 2])
    return white / _SHOW_RATE - (at - 0.5 + float(near.argmax()) / RATE)
