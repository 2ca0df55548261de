"""Time that plays: who leads it, where it goes, and that what is seen and heard belong together."""

import unittest
from fractions import Fraction
from types import SimpleNamespace

from jaunty_frame.app.project import transport as module
from jaunty_frame.app.project.transport import Transport
from jaunty_frame.app.shell.start import make_application


class FakeClock:
    """The wall clock, moved on by the test."""

    now = 0

    def __init__(self) -> None:
        self._began: int | None = None

    def start(self) -> None:
        self._began = FakeClock.now

    def invalidate(self) -> None:
        self._began = None

    def isValid(self) -> bool:
        return self._began is not None

    def nsecsElapsed(self) -> int:
        assert self._began is not None
        return FakeClock.now - self._began


class FakeSound:
    """A device, or none, whose time the test moves on."""

    def __init__(self, is_there: bool) -> None:
        self.is_there, self.is_playing, self.seconds, self.broken = is_there, False, Fraction(0), ""
        self.starts: list[Fraction] = []

    def start(self, seconds: Fraction) -> None:
        self.starts.append(seconds)
        self.is_playing, self.seconds = self.is_there, seconds

    def stop(self) -> None:
        self.is_playing = False

    def fault(self) -> str:
        said, self.broken = self.broken, ""
        if said:
            self.is_playing = False
        return said


class TransportTests(unittest.TestCase):
    def setUp(self):
        make_application()
        real, module.QElapsedTimer = module.QElapsedTimer, FakeClock
        self.addCleanup(setattr, module, "QElapsedTimer", real)

    def make(self, with_sound: bool = False):
        self.sound = FakeSound(with_sound)
        self.transport = Transport(self.sound)
        self.addCleanup(self.transport.deleteLater)
        self.seen = SimpleNamespace(moved=[], changed=[], ended=0, fault=[])
        self.transport.moved.connect(lambda: self.seen.moved.append(self.transport.seconds))
        self.transport.changed.connect(lambda: self.seen.changed.append(self.transport.is_playing))
        self.transport.ended.connect(lambda: setattr(self.seen, "ended", self.seen.ended + 1))
        self.transport.fault.connect(self.seen.fault.append)
        self.transport.cue(Fraction(10))
        return self.transport

    def pass_time(self, seconds) -> None:
        """Let the wall clock go on, and the timer look."""
        FakeClock.now += round(seconds * 10**9)
        self.transport._tick()

    def test_without_a_device_the_wall_clock_leads(self):
        transport = self.make()
        transport.play()
        self.pass_time(2.5)
        self.assertEqual(self.seen.moved, [Fraction(5, 2)])
        transport.pause()
        FakeClock.now += 10**9
        self.assertEqual((transport.seconds, self.seen.changed), (Fraction(5, 2), [True, False]))
        transport.play()
        self.pass_time(0.5)
        self.assertEqual(transport.seconds, 3)

    def test_a_device_that_plays_leads_and_the_wall_clock_does_not_count(self):
        transport = self.make(with_sound=True)
        transport.cue(Fraction(10), Fraction(2))
        transport.play()
        self.assertEqual(self.sound.starts, [Fraction(2)])
        self.sound.seconds = Fraction(4)
        self.pass_time(7)
        self.assertEqual(transport.seconds, 4)
        self.sound.seconds = Fraction(1)  # it is not heard yet
        self.assertEqual(transport.seconds, 2)

    def test_where_the_device_fails_time_goes_on(self):
        transport = self.make(with_sound=True)
        transport.play()
        self.pass_time(3)
        self.sound.broken = "It is gone."
        self.pass_time(1)
        self.assertEqual((self.seen.fault, transport.is_playing, transport.seconds), (["It is gone."], True, 4))
        self.pass_time(1)
        self.assertEqual(transport.seconds, 5)

    def test_time_that_waits_for_the_first_picture_stands(self):
        transport = self.make(with_sound=True)
        transport.play(waits=True)
        self.pass_time(3)
        self.assertEqual((transport.seconds, self.sound.starts, transport.is_playing), (0, [], True))
        transport.begin()
        transport.begin()  # each picture says so
        self.assertEqual(self.sound.starts, [Fraction(0)])

    def test_it_ends_at_its_end_once(self):
        transport = self.make()
        transport.cue(Fraction(3), Fraction(2))
        transport.play()
        self.pass_time(1)
        self.assertEqual((self.seen.ended, transport.is_playing, transport.seconds), (1, False, 3))
        self.assertEqual(self.seen.moved[-1], 3)

    def test_a_stretch_is_played_again_and_again(self):
        transport = self.make()
        transport.loop = Fraction(1), Fraction(2)
        transport.seek(Fraction(1))
        transport.play()
        self.pass_time(1.25)
        self.assertEqual((transport.seconds, transport.is_playing, self.seen.ended), (1, True, 0))
        self.pass_time(0.5)
        self.assertEqual(transport.seconds, Fraction(3, 2))

    def test_who_seeks_is_heard_from_there_if_it_plays(self):
        transport = self.make(with_sound=True)
        transport.seek(Fraction(4))
        self.assertEqual((self.sound.starts, self.seen.moved), ([], [4]))
        transport.play()
        transport.seek(Fraction(6))
        transport.seek(Fraction(60))
        self.assertEqual(self.sound.starts, [4, 6, 10])

    def test_at_another_speed_it_is_silent(self):
        transport = self.make(with_sound=True)
        transport.speed = Fraction(1, 4)
        transport.play()
        self.pass_time(4)
        self.assertEqual((transport.seconds, self.sound.starts), (1, []))

    def test_any_number_of_views_are_told_of_one_moment(self):
        transport = self.make()
        others = [[] for _ in range(3)]
        for seen in others:
            transport.moved.connect(lambda seen=seen: seen.append(transport.seconds))
        transport.play()
        self.pass_time(1)
        self.assertEqual(others, [[1]] * 3)


if __name__ == "__main__":
    unittest.main()
