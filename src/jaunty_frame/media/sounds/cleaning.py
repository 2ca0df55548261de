"""Recordings without rumble and hiss: a high-pass and FFmpeg's spectral noise reduction, through libavfilter.

The cleaned sound is kept on disk by content, so that it is made once.
"""

import contextlib
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import SoundError
from jaunty_frame.media.atomic import temporary_beside
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.media.sounds.wav import WavWriter

_RUMBLE_HZ = "90"
_NOISE = "nr=12:nf=-45:tn=1"
_FORM = "clean-1"


def cleaned(path: Path, content: str, folder: Path) -> Path:
    """Return the file of the cleaned sound, made in ``folder`` unless it is there. SoundError."""
    made = folder / f"{content.replace(':', '-')}.{_FORM}.wav"
    if made.is_file():
        return made
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with temporary_beside(made) as temporary:
            _clean(path, temporary)
    except OSError as error:
        raise SoundError(f"The cleaned sound of {path.name} cannot be kept in {folder}: {error.strerror}.") from error
    return made


def _clean(path: Path, to: Path) -> None:
    graph = av.filter.Graph()
    source = graph.add_abuffer(sample_rate=RATE, format="flt", layout="stereo", time_base=Fraction(1, RATE))
    high_pass = graph.add("highpass", f"f={_RUMBLE_HZ}")
    noise = graph.add("afftdn", _NOISE)
    form = graph.add("aformat", "sample_fmts=flt:channel_layouts=stereo")
    sink = graph.add("abuffersink")
    for one, other in ((source, high_pass), (high_pass, noise), (noise, form), (form, sink)):
        one.link_to(other)
    graph.configure()
    reader = SoundReader(path)
    try:
        with WavWriter(to) as writer:
            for block in reader.blocks():
                frame = av.AudioFrame.from_ndarray(np.ascontiguousarray(block).reshape(1, -1), "flt", "stereo")
                frame.sample_rate = RATE
                graph.push(frame)
                _pull(graph, writer)
            graph.push(None)
            _pull(graph, writer)
    finally:
        reader.close()


def _pull(graph: av.filter.Graph, writer: WavWriter) -> None:
    with contextlib.suppress(av.error.BlockingIOError, av.error.EOFError):
        while True:
            writer.write(graph.pull().to_ndarray().reshape(-1, 2))
