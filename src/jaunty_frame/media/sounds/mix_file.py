"""The mix of an output as a WAV file."""

from collections.abc import Callable
from pathlib import Path

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import Cancelled, SoundError
from jaunty_frame.media.atomic import temporary_beside
from jaunty_frame.media.place import Place
from jaunty_frame.media.sounds.mixing import Measured, Progress, mixed_show
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.wav import WavWriter
from jaunty_frame.show.planning.soundtrack import SoundPlan

_PART = 4 * RATE


def write_mix(
    plan: SoundPlan,
    folder: Place,
    cache: PeakCache,
    to: Path,
    progress: Progress = lambda done, total: None,
    cancelled: Callable[[], bool] = lambda: False,
) -> Measured:
    """Write the mix to ``to``, whole or not at all; return how loud it is. SoundError, Cancelled."""
    with mixed_show(plan, folder, cache, progress, cancelled) as mix:
        try:
            to.parent.mkdir(parents=True, exist_ok=True)
            with temporary_beside(to) as temporary, WavWriter(temporary) as writer:
                for first in range(0, mix.samples, _PART):
                    if cancelled():
                        raise Cancelled("The mix was stopped; nothing was written.")
                    writer.write(mix.read(first, min(_PART, mix.samples - first)))
        except OSError as error:
            raise SoundError(f"The sound cannot be written to {to}: {error.strerror}.") from error
        return mix.measured
