"""Playing: what is made ahead is heard at its time, and what comes too late is not heard later."""

import tempfile
import threading
import unittest
from pathlib import Path
from unittest import mock

import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import SoundError
from jaunty_frame.media.sounds import playing
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.playing import Player
from jaunty_frame.show.planning.soundtrack import SoundPlan


class Rising:
    """A mix whose samples tell their time; each part waits until it may come."""

    def __init__(self) -> None:
        self.may_come = threading.Semaphore(0)
        self.closed = threading.Event()

    def part(self, first, count):
        self.may_come.acquire()
        return np.repeat(np.arange(first, first + count, dtype=np.float32)[:, None] / (100 * RATE), 2, axis=1)

    def close(self):
        self.closed.set()


class Failing(Rising):
    def part(self, first, count):
        raise ValueError("a fault of ours")


class Speaker:
    fill = None
    played = 0

    def start(self, fill):
        self.fill = fill

    def stop(self):
        self.fill = None


class PlayingTests(unittest.TestCase):
    def setUp(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.sources, self.speaker = Rising(), Speaker()
        self.enterContext(mock.patch.object(playing, "MixSources", lambda *_: self.sources))
        plan = SoundPlan((), (), None, 60 * RATE, -14.0)
        self.player = Player(plan, folder, PeakCache(folder), self.speaker, 0.0)

    def stop(self):
        self.sources.may_come.release(100)
        self.player.stop()

    def let_come(self, parts):
        self.sources.may_come.release(parts)
        with self.player._lock:
            ready = self.player._lock.wait_for(lambda: len(self.player._ready) >= parts, 20)
        self.assertTrue(ready)

    def test_it_is_heard_from_where_it_was_started(self):
        self.player.start(10 * RATE)
        self.addCleanup(self.stop)
        self.let_come(2)
        heard = np.concatenate([self.speaker.fill(1000) for _ in range(10)])
        expected = np.arange(10 * RATE, 10 * RATE + 10_000) / (100 * RATE)
        np.testing.assert_allclose(heard[1000:, 0], expected[1000:], atol=1e-6)  # after the fade at its start

    def test_what_comes_late_is_heard_at_its_own_time(self):
        self.player.start(0)
        self.addCleanup(self.stop)
        self.assertEqual(float(np.abs(self.speaker.fill(3000)).max()), 0.0)  # nothing is ready
        self.let_come(2)
        np.testing.assert_allclose(self.speaker.fill(4000)[:, 0], np.arange(3000, 7000) / (100 * RATE), atol=1e-6)

    def test_after_a_gap_it_goes_on_with_what_is_heard_next(self):
        self.player.start(0)
        self.addCleanup(self.stop)
        self.let_come(1)
        self.speaker.fill(3 * RATE)  # much longer than what is there
        self.sources.may_come.release(3)
        with self.player._lock:
            self.assertTrue(self.player._lock.wait_for(lambda: self.player.is_ready, 20))
        heard = self.speaker.fill(4000)[1000:, 0]
        np.testing.assert_allclose(heard, (3 * RATE + np.arange(1000, 4000)) / (100 * RATE), atol=1e-6)

    def test_it_ends_when_it_is_stopped_while_a_part_is_awaited(self):
        self.player.start(0)
        self.stop()
        self.assertTrue(self.sources.closed.is_set())
        self.assertIsNone(self.speaker.fill)

    def test_where_the_device_cannot_be_used_nothing_is_left_running(self):
        self.sources.may_come.release(100)
        with (
            mock.patch.object(self.speaker, "start", side_effect=SoundError("no device")),
            self.assertRaises(SoundError),
        ):
            self.player.start(0)
        self.assertTrue(self.sources.closed.is_set())
        self.assertFalse([one for one in threading.enumerate() if one.name == "player"])

    def test_a_fault_of_ours_is_told_and_reaches_the_hook(self):
        self.sources.part = Failing().part
        hooked = []
        with mock.patch("threading.excepthook", hooked.append):
            self.player.start(0)
            self.player._thread.join()
        self.assertIn("a fault of ours", self.player.failure)
        self.assertEqual([one.exc_type for one in hooked], [ValueError])
        self.player.stop()


if __name__ == "__main__":
    unittest.main()
