"""A random user works for a while; ``make soak`` lets one work for longer."""

import contextlib
import io
import os
import time
import unittest

import numpy as np

from tests.app.random_user import RandomUser
from tests.app.watchdog import Watchdog
from tests.app.window_case import WindowCase
from tests.media.messy_folder import write_messy_folder
from tests.media.sounds.sound_files import clicks, tone, write_sound

SECONDS = float(os.environ.get("SOAK_SECONDS", "45"))
SEED = int(os.environ.get("SOAK_SEED", "1"))
# Beside what the process held before; the caches' budgets are in docs/architecture.md.
_MOST_MEMORY_MB = 550


class Soak(WindowCase):
    photo_count = 4

    def test_a_random_user_breaks_nothing(self):
        messy = self.folder / "messy"
        messy.mkdir()
        write_messy_folder(messy)
        files = [path for path in messy.iterdir() if path.is_file()]
        sounds = [
            write_sound(self.folder / "song.flac", clicks(30, np.arange(0.5, 29, 0.5))),
            write_sound(self.folder / "yard.wav", tone(2)),
            self.folder / "no.mp3",
        ]
        sounds[-1].write_bytes(b"no sound")
        user = RandomUser(self.window, SEED, files, sounds, self.folder / "out")
        watchdog, said, before = Watchdog(), io.StringIO(), _memory_mb()
        self.addCleanup(watchdog.stop)
        end = time.monotonic() + SECONDS
        with contextlib.redirect_stderr(said):
            while time.monotonic() < end:
                user.step()
                if said.getvalue():
                    self.fail(f"{said.getvalue()}\nafter {user.steps[-5:]}")
                if len(user.steps) % 50 == 0:
                    user.ensure_whole()
            user.undo_to_the_start_and_back()
            self.window.side.panel("export").shut_down()
        self.assertEqual(said.getvalue(), "")
        memory = _memory_mb() - before
        print(
            f"random user, seed {SEED}: {len(user.steps)} steps in {SECONDS:.0f} s, {memory} MB more than {before}, "
            f"longest stall {watchdog.longest_ms:.0f} ms\n{watchdog.stack}"
        )
        self.assertLess(memory, _MOST_MEMORY_MB)


def _memory_mb() -> int:
    with open("/proc/self/statm") as file:
        return int(file.read().split()[1]) * os.sysconf("SC_PAGE_SIZE") // 1_000_000


if __name__ == "__main__":
    unittest.main()
