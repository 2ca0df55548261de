"""What sound is heard from and recorded with: the machine's devices, by name, and stand-ins where there are none.

PortAudio (``sounddevice``) is loaded when it is first wanted; without it, or without a device, nothing is heard, and
that is said once."""

import time
from collections.abc import Callable
from types import ModuleType
from typing import Any, Protocol

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.errors import SoundError
from jaunty_frame.standins.microphone import NAME as STAND_IN_MICROPHONE
from jaunty_frame.standins.microphone import StandInMicrophone

Fill = Callable[[int], Samples]
"""Returns the next so many samples, (n, 2)."""
_BLOCK = 1024


class Speaker(Protocol):
    """Plays what it is given. ``played`` : samples that were heard since it was started."""

    def start(self, fill: Fill) -> None: ...

    def stop(self) -> None: ...

    @property
    def played(self) -> int: ...


class Microphone(Protocol):
    """Gives what it hears, block by block, on a thread of its own."""

    def start(self, heard: Callable[[Samples], None]) -> None: ...

    def stop(self) -> None: ...


def _port_audio() -> ModuleType | None:
    try:
        import sounddevice
    except (ImportError, OSError):  # the library, or PortAudio itself, is not there
        return None
    return sounddevice


def _devices(channels: str) -> list[dict[str, Any]]:
    audio = _port_audio()
    if audio is None:
        return []
    try:
        return [device for device in audio.query_devices() if device[channels] > 0]
    except Exception:  # PortAudio's own; a machine in an odd state has no devices
        return []


def microphone_names() -> list[str]:
    """Return the names of all microphones, the stand-in last."""
    return [*(str(device["name"]) for device in _devices("max_input_channels")), STAND_IN_MICROPHONE]


def microphone_of(name: str) -> Microphone:
    """Return a microphone by its name; the stand-in where there is none of that name."""
    device = next((one for one in _devices("max_input_channels") if one["name"] == name), None)
    return StandInMicrophone() if device is None else _RealMicrophone(device)


def speaker() -> Speaker | None:
    """Return what sound is heard from, None on a machine without any."""
    return _RealSpeaker() if _devices("max_output_channels") else None


class _RealSpeaker:
    def __init__(self) -> None:
        self._stream: Any = None
        self._given = 0
        self._last = 0.0

    def start(self, fill: Fill) -> None:
        audio = _port_audio()
        assert audio is not None
        self._given = 0

        def callback(out: Any, frames: int, times: Any, status: Any) -> None:
            out[:] = fill(frames)
            self._given += frames
            self._last = time.monotonic()

        try:
            self._stream = audio.OutputStream(RATE, _BLOCK, channels=2, dtype="float32", callback=callback)
            self._stream.start()
        except audio.PortAudioError as error:
            raise SoundError(f"The sound device cannot be used ({error}); the show plays without sound.") from error

    def stop(self) -> None:
        if self._stream is not None:
            self._stream.close()
            self._stream = None

    @property
    def played(self) -> int:
        if self._stream is None or not self._given:
            return 0
        waiting = round(self._stream.latency * RATE)
        since = round(min(time.monotonic() - self._last, _BLOCK / RATE) * RATE)
        return max(self._given - waiting - _BLOCK + since, 0)


class _RealMicrophone:
    def __init__(self, device: dict[str, Any]) -> None:
        self._device = device
        self._stream: Any = None

    def start(self, heard: Callable[[Samples], None]) -> None:
        audio = _port_audio()
        assert audio is not None
        channels = min(int(self._device["max_input_channels"]), 2)

        def callback(data: Any, frames: int, times: Any, status: Any) -> None:
            heard(np.array(data if channels == 2 else np.repeat(data, 2, axis=1), np.float32))

        try:
            self._stream = audio.InputStream(
                RATE, _BLOCK, device=self._device["index"], channels=channels, dtype="float32", callback=callback
            )
            self._stream.start()
        except audio.PortAudioError as error:
            raise SoundError(f"The microphone cannot be used ({error}); choose another.") from error

    def stop(self) -> None:
        if self._stream is not None:
            self._stream.close()
            self._stream = None
