"""A messy folder brought into the real window, by name and by dropping it."""

import contextlib
import io
import unittest

from jaunty_frame.show.findings.facts import FileState
from tests.app.sound_case import SoundCase
from tests.app.window_case import WindowCase
from tests.media.messy_folder import write_messy_folder
from tests.media.sounds.messy_sounds import write_messy_sounds


class MessyFolder(WindowCase):
    photo_count = 2

    def setUp(self):
        super().setUp()
        self.messy = self.folder / "messy"
        self.messy.mkdir()
        self.expected = write_messy_folder(self.messy)

    def test_everything_usable_comes_in_and_all_else_is_told(self):
        said = io.StringIO()
        with contextlib.redirect_stderr(said):
            self.window.importer.bring_in([self.messy])
            self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
            self.settle()
        names = {photo.path.rsplit("/", 1)[-1].replace(" (1)", "") for photo in self.project.photos[2:]}
        self.assertEqual(names, self.expected.usable)
        text = self.window.notice.text.text()
        for name in (*self.expected.told, self.expected.damaged):
            self.assertIn(name, text)
        self.assertIn("2 files are copies of photos already in the set", text)
        self.click(self.window.notice.action_button)
        self.assertEqual(len(self.project.slides), 2 + len(self.expected.usable) + self.expected.copies)
        self.assertEqual(said.getvalue(), "")

        kinds = [finding.kind for finding in self.window.session.findings()]
        self.assertEqual(kinds.count("partly-damaged-photo"), 1)
        self.assertEqual(set(self.window.session.shown.states.values()), {FileState.PRESENT})
        for row in range(len(self.project.slides)):
            self.choose(row)
            self.assertTrue(self.window.bench.canvas.shows_photo_of(self.window.bench.cell.photo.id), row)


class MessySounds(SoundCase):
    photo_count = 2

    def test_what_is_a_sound_comes_in_and_all_else_is_told(self):
        good, bad = write_messy_sounds(self.folder)
        said = []
        self.work.said.connect(said.extend)
        self.work.bring_in([*bad, *good], "music")
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(sorted(file.path for file in self.project.sound.files), sorted(path.name for path in good))
        self.assertEqual(len(said), len(bad))
        for path, sentence in zip(bad, said, strict=True):
            self.assertIn(path.name.split(".")[0][:3], sentence)
        self.settle()
        panel = self.open("sound")
        self.assertEqual(panel.list.count(), len(good))


if __name__ == "__main__":
    unittest.main()
