"""A random user works for a while; ``make soak`` lets one work for longer."""

import contextlib
import io
import os
import time
import unittest
from pathlib import Path

import numpy as np

from jaunty_frame.app.project.jobs import EXPORT
from jaunty_frame.document.edits.material.words import add_words
from tests.app.random_user import RandomUser
from tests.app.watchdog import Watchdog
from tests.app.window_case import WindowCase
from tests.media.messy_folder import write_messy_folder
from tests.media.sounds.sound_files import clicks, tone, write_sound

SECONDS = float(os.environ.get("SOAK_SECONDS", "20"))
PHOTOS = os.environ.get("SOAK_PHOTOS", "")
"""A folder of photos that the user works on, with words on every slide and music."""
SEED = int(os.environ.get("SOAK_SEED", "1"))
# Beside what the process held before; the caches' budgets are in docs/architecture.md.
_MOST_MEMORY_MB = 550


class Soak(WindowCase):
    photo_count = 4
    # QTest says so of a click on what takes none at that moment; a user may click on anything.
    not_ours = (*WindowCase.not_ours, "not accepted by receiving widget")

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
        if PHOTOS:
            self.bring_in_real_photos()
            files += self.real
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
            self.window.session.jobs.cancel(EXPORT)
            self.window.session.jobs.wait(EXPORT)
        self.assertEqual(said.getvalue(), "")
        memory = _memory_mb() - before
        print(
            f"random user, seed {SEED}: {len(user.steps)} steps in {SECONDS:.0f} s, {memory} MB more than {before}, "
            f"longest stall {watchdog.longest_ms:.0f} ms\n{watchdog.stack}"
        )
        self.assertLess(memory, _MOST_MEMORY_MB)

    def bring_in_real_photos(self):
        """Put a folder of photos into the show, words on every slide, and music under it."""
        self.real = sorted(path for path in Path(PHOTOS).iterdir() if path.is_file())
        self.window.importer.bring_in(self.real)
        self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None, 300)
        self.window.desk.sounds.from_shelf("long-table")
        self.wait_until(lambda: self.window.desk.sounds.task is None, 120)
        texts = ("Spring", "The long table in the yard", "Bowls cooling on the shelf before anyone may touch them")
        for k, slide in enumerate(self.project.slides):
            for kind in ("title", "caption"):
                self.window.session.apply(add_words(slide.id, texts[(k + len(kind)) % 3], kind))


def _memory_mb() -> int:
    with open("/proc/self/statm") as file:
        return int(file.read().split()[1]) * os.sysconf("SC_PAGE_SIZE") // 1_000_000


if __name__ == "__main__":
    unittest.main()
