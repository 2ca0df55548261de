"""What tests of sound in the window share: a speaker whose time the test moves on, and sounds brought in."""

from unittest import mock

import numpy as np

from jaunty_frame.media.sounds import devices
from tests.app.window_case import WindowCase
from tests.media.sounds.sound_files import write_sound


class FakeSpeaker:
    """Takes what it is given as fast as it comes; its time is moved on by the test."""

    def __init__(self) -> None:
        self.heard: list[np.ndarray] = []
        self.fill = None
        self.played = 0
        self.starts = 0

    def start(self, fill) -> None:
        self.starts += 1
        self.fill, self.played = fill, 0

    def stop(self) -> None:
        self.fill = None

    def play(self, samples: int) -> None:
        """Let so many samples be heard."""
        self.heard.append(self.fill(samples))
        self.played += samples


class SoundCase(WindowCase):
    def setUp(self):
        super().setUp()
        self.work = self.window.desk.sounds
        speaker = mock.patch.object(devices, "speaker", return_value=None)
        speaker.start()
        self.addCleanup(speaker.stop)

    def bring(self, name, samples, kind="music", slides=(), **fields):
        said: list[str] = []
        self.work.said.connect(said.extend)
        before = len(self.sounds)
        self.work.bring_in([write_sound(self.folder / name, samples)], kind, slides, **fields)
        self.wait_until(lambda: self.work.task is None)
        self.work.said.disconnect(said.extend)
        self.settle()
        self.assertEqual(len(self.sounds), before + 1, said)

    def open(self, name, about=""):
        self.window.desk.open(name, about)
        self.settle()
        return self.window.side.panel(name)

    @property
    def sounds(self):
        return self.project.sound.sounds
