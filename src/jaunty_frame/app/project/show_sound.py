"""The sound of a show that is played. Where it plays, its clock leads and the pictures follow."""

from collections.abc import Callable
from fractions import Fraction
from math import floor
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer

from jaunty_frame.app.project.session import Session
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.soundtrack import SoundPlan, estimated_lufs, sound_plan

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.devices import Speaker
    from jaunty_frame.media.sounds.peaks import PeakCache
    from jaunty_frame.media.sounds.playing import Player

_SCRUB_MS = 140
NO_DEVICE = "No sound device"


def _speaker() -> "Speaker | None":
    # PortAudio takes 0.05 s to load, which a silent show does not wait for.
    from jaunty_frame.media.sounds.devices import speaker

    return speaker()


class ShowSound:
    """Silent where an output has no sound, or the machine no device; ``said`` tells the latter."""

    def __init__(self, session: Session, peaks: "Callable[[], PeakCache]") -> None:
        self._session, self._peaks = session, peaks
        self.speaker_of: Callable[[], Speaker | None] = _speaker
        self._plan: Plan | None = None
        self._player: Player | None = None
        self.is_playing = False
        self.said = ""
        self.muted = False
        self._volume = 1.0
        self._scrubbing = QTimer()
        self._scrubbing.setSingleShot(True)
        self._scrubbing.setInterval(_SCRUB_MS)
        self._scrubbing.timeout.connect(self.stop)

    @property
    def is_heard(self) -> bool:
        return self._player is not None

    def is_about(self, plan: Plan) -> bool:
        return self._plan is plan

    def show_plan(self, plan: Plan | None) -> None:
        """Be about a show from now on, as loud as it will be; None ends all sound."""
        heard = sound_plan(plan) if plan is not None else None
        self.show_heard(heard, min(heard.target_lufs - estimated_lufs(heard), 20.0) if heard and heard.heard else 0.0)
        self._plan = plan

    def show_heard(self, heard: SoundPlan | None, gain_db: float) -> None:
        """Be about any sound from now on; None ends all."""
        self.stop()
        self._plan, self._player, self.said = None, None, ""
        if heard is None or not heard.heard:
            return
        device = self.speaker_of()
        if device is None:
            self.said = NO_DEVICE
            return
        from jaunty_frame.media.sounds.playing import Player

        self._player = Player(heard, self._session.folder, self._peaks(), device, gain_db, self._volume)
        self._player.muted = self.muted

    def start(self, seconds: Fraction) -> None:
        """Play from a moment on."""
        self.stop()
        if self._player is None:
            return
        try:
            self._player.start(floor(seconds * RATE + Fraction(1, 2)))
            self.is_playing = True
        except JauntyError as error:
            self._player, self.said = None, str(error)

    def stop(self) -> None:
        self._scrubbing.stop()
        if self._player is not None:
            self._player.stop()
        self.is_playing = False

    def scrub(self, seconds: Fraction) -> None:
        """Let a moment be heard."""
        self.start(seconds)
        self.is_playing = False
        self._scrubbing.start()

    def fault(self) -> str:
        """Return what went wrong while it played, once; it is silent from then on."""
        if self._player is None or not self._player.failure:
            return ""
        self.said, player, self._player = self._player.failure, self._player, None
        player.stop()
        self.is_playing = False
        return self.said

    @property
    def seconds(self) -> Fraction:
        """The moment that is heard now."""
        return Fraction(self._player.at, RATE) if self._player is not None else Fraction(0)

    def set_volume(self, volume: float) -> None:
        self._volume = volume
        if self._player is not None:
            self._player.volume = volume

    def set_muted(self, muted: bool) -> None:
        self.muted = muted
        if self._player is not None:
            self._player.muted = muted
