"""The sound of a show that is played. Where it plays, its clock leads and the pictures follow."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer

from jaunty_frame.app.project.session import Session
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.soundtrack import estimated_lufs, sample_at, sound_plan

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
        """Be about a show from now on; None ends all sound."""
        self.stop()
        self._plan, self._player, self.said = plan, None, ""
        if plan is None or not (heard := sound_plan(plan)).heard:
            return
        device = self.speaker_of()
        if device is None:
            self.said = NO_DEVICE
            return
        from jaunty_frame.media.sounds.playing import Player

        gain = min(heard.target_lufs - estimated_lufs(heard), 20.0)
        self._player = Player(heard, self._session.folder, self._peaks(), device, gain, self._volume)
        self._player.muted = self.muted

    def start(self, frame: int) -> None:
        """Play from a frame on."""
        self.stop()
        if self._player is None or self._plan is None:
            return
        try:
            self._player.start(sample_at(self._plan, frame))
            self.is_playing = True
        except JauntyError as error:
            self._player, self.said = None, str(error)

    def stop(self) -> None:
        self._scrubbing.stop()
        if self._player is not None:
            self._player.stop()
        self.is_playing = False

    def scrub(self, frame: int) -> None:
        """Let a moment be heard."""
        self.start(frame)
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
    def frame(self) -> int:
        """The frame that belongs to what is heard now."""
        if self._player is None or self._plan is None:
            return 0
        return int(self._player.at * self._plan.output.frame_rate / RATE)

    def set_volume(self, volume: float) -> None:
        self._volume = volume
        if self._player is not None:
            self._player.volume = volume

    def set_muted(self, muted: bool) -> None:
        self.muted = muted
        if self._player is not None:
            self._player.muted = muted
