"""What would lose or replace work: failed saves, crashes twice, other projects, other windows, exports that run."""

import os
import unittest
from pathlib import Path
from unittest import mock

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QMessageBox

from jaunty_frame.app.project import task as task_module
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.media.projects.project_store import load_project, save_project
from tests.app.window_case import WindowCase
from tests.media.photo_sets import write_set


class NothingLost(WindowCase):
    photo_count = 2

    def press(self, text):
        """Answer the question that is asked."""
        (box,) = [box for box in self.window.findChildren(QMessageBox) if box.isVisible()]
        button = next(button for button in box.buttons() if button.text() == text)
        QTest.mouseClick(button, Qt.MouseButton.LeftButton)

    def asked(self):
        return [box.text() for box in self.window.findChildren(QMessageBox) if box.isVisible()]

    def photos_found(self, path):
        """Return whether all photos that a project file names are there, seen from its folder."""
        return all((path.parent / photo.path).exists() for photo in load_project(path).photos)


class Saving(NothingLost):
    def test_after_a_save_that_failed_the_next_one_names_the_photos_right(self):
        (self.folder / "other").mkdir()
        (self.folder / "other" / "file").touch()
        good = self.folder / "other" / "good.jaunty"
        self.window.files.save_to(self.folder / "other" / "file" / "bad.jaunty")
        self.assertIn("cannot be saved", self.window.notice.text.text())
        self.assertEqual(self.window.session.path, self.path)
        self.assertTrue(all(Path(self.window.session.place.absolute(p.path)).exists() for p in self.project.photos))
        self.window.files.save_to(good)
        self.assertTrue(self.photos_found(good))

    def test_a_new_project_too(self):
        self.window.files.start_new()
        self.window.importer.bring_in([self.folder / "photo-1.jpg"])
        self.wait_until(lambda: self.window.importer.task is None and self.project.photos)
        self.window.files.save_to(self.folder / "nowhere" / "bad.jaunty")
        good = self.folder / "good.jaunty"
        self.window.files.save_to(good)
        self.assertTrue(self.photos_found(good))

    def test_what_another_window_saved_is_not_replaced_unasked(self):
        other = self.open_window()
        other.files.open_path(self.path)
        other.session.apply(set_title("The other's"))
        other.files.save()
        self.window.session.apply(set_title("Mine"))
        for answer, titles in {
            "Stay here": ("The other's", None),
            "Keep both": ("The other's", "Mine"),
        }.items():
            with self.subTest(answer=answer):
                self.window.files.save()
                self.assertIn("show.jaunty was changed", self.asked()[0])
                self.press(answer)
                self.app.processEvents()
                beside = self.folder / "show 2.jaunty"
                self.assertEqual(load_project(self.path).title, titles[0])
                self.assertEqual(load_project(beside).title if beside.exists() else None, titles[1])
        self.assertEqual(self.window.session.path, beside)
        self.assertTrue(self.window.session.place.is_saved)
        self.assertIn("Saved as show 2.jaunty", self.window.notice.text.text())

    def test_it_is_replaced_where_the_user_says_so_and_what_was_to_follow_follows(self):
        save_project(self.project.changed(title="The other's"), self.path)
        self.window.session.apply(set_title("Mine"))
        self.window.files.start_new()
        self.press("Save")
        self.press("Replace it with mine")
        self.assertEqual(load_project(self.path).title, "Mine")
        self.wait_until(lambda: self.project.title == "Untitled show")

    def test_a_link_to_a_project_is_that_project(self):
        (self.folder / "other").mkdir()
        link = self.folder / "other" / "link.jaunty"
        link.symlink_to(self.path)
        self.window.files.open_path(link)
        self.wait_until(lambda: self.window.importer.task is None)
        self.assertNotIn("could not be found", self.window.notice.text.text())
        self.window.session.apply(set_title("Through the link"))
        self.window.files.save()
        self.assertTrue(link.is_symlink())
        self.assertEqual(load_project(self.path).title, "Through the link")


class Recovering(NothingLost):
    def crash(self):
        """Leave behind what a program leaves that is killed with unsaved changes."""
        self.window.session.apply(set_title("Not saved"))
        with mock.patch("os.getpid", return_value=2**22 + 5):  # above the largest number of a process
            self.window.session.place.write_autosave()
        self.window.session.place.count_as_saved()

    def autosaves(self):
        return sorted(path.name for path in (self.folder / "state").glob("*.json"))

    def test_what_was_recovered_survives_the_next_crash(self):
        self.crash()
        self.window.files.open_path(self.path)
        self.assertEqual(self.project.title, "Not saved")
        # Not after some time: what was left behind may only go when it is kept anew.
        (left,) = self.autosaves()
        self.assertIn(f"-{os.getpid()}.json", left)

    def test_what_was_left_behind_stays_where_it_cannot_be_kept_anew(self):
        self.crash()
        before = self.autosaves()
        with mock.patch("jaunty_frame.media.projects.recovery.write_whole", side_effect=OSError("full")):
            self.window.files.open_path(self.path)
        self.assertEqual(self.project.title, "Not saved")
        self.assertEqual(self.autosaves(), before)

    def test_an_older_unsaved_state_does_not_replace_what_was_saved_later_unasked(self):
        self.crash()
        save_project(load_project(self.path).changed(title="Saved later"), self.path)
        self.window.files.open_path(self.path)
        self.assertEqual(self.project.title, "Not saved")
        self.window.files.save()
        self.assertIn("was changed", self.asked()[0])
        self.press("Stay here")
        self.assertEqual(load_project(self.path).title, "Saved later")

    def test_unsaved_changes_stay_kept_where_the_project_that_was_to_follow_cannot_be_opened(self):
        self.window.session.apply(set_title("Not saved"))
        self.window.session.place.write_autosave()
        (self.folder / "bad.jaunty").write_text("no project")
        self.window.files.open_path(self.folder / "bad.jaunty")
        self.press("Drop the changes")
        self.assertEqual((self.project.title, len(self.autosaves())), ("Not saved", 1))


class OtherProjects(NothingLost):
    def setUp(self):
        super().setUp()
        self.other = self.folder / "other.jaunty"
        save_project(self.project.changed(title="Other", photos=(), slides=()), self.other)
        (self.folder / "more").mkdir()
        self.more = write_set(self.folder / "more", 3, first_seed=30)

    def open_meanwhile(self, begin, act):
        """Begin work whose result is held back until ``act`` has opened another project."""
        with mock.patch.object(task_module.Task, "start", lambda task: held.append(task)):
            held = []
            begin()
        (task,) = held
        with mock.patch.object(task, "cancel"):  # too late to hear it
            act()
        task.start()
        self.wait_until(lambda: not task._thread.is_alive())
        self.settle()

    def test_photos_that_come_in_late_do_not_come_into_another_project(self):
        for act in (lambda: self.window.files.open_path(self.other), self.window.files.start_new):
            self.open_meanwhile(lambda: self.window.importer.bring_in(self.more), act)
            self.assertEqual(self.project.photos, ())
        self.assertIsNone(self.window.importer.task)

    def test_nor_do_photos_that_wait_their_turn(self):
        self.window.importer.bring_in(self.more[:1])
        self.window.importer.bring_in(self.more[1:])
        self.window.files.open_path(self.other)
        self.settle()
        self.assertEqual((self.project.title, self.project.photos), ("Other", ()))

    def test_nor_sounds(self):
        sounds = self.window.desk.sounds
        self.open_meanwhile(lambda: sounds.from_shelf("long-table"), lambda: self.window.files.open_path(self.other))
        self.assertEqual(self.project.sound.sounds, ())
        self.assertIsNone(sounds.task)

    def test_photos_come_into_the_project_that_was_opened_meanwhile(self):
        self.window.importer.bring_in(self.more)
        self.window.files.open_path(self.other)
        self.window.importer.bring_in(self.more[:2])
        self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
        self.assertEqual((self.project.title, len(self.project.photos)), ("Other", 2))

    def test_the_same_photos_get_keep_areas_in_a_new_project_too(self):
        for _ in range(2):
            self.window.files.start_new()
            self.window.importer.bring_in(self.more)
            self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
            self.assertEqual([bool(photo.finder) for photo in self.project.photos], [True] * 3)
            self.window.session.place.count_as_saved()


class Exporting(NothingLost):
    def setUp(self):
        super().setUp()
        self.window.desk.open("export")
        self.panel = self.window.side.panel("export")
        self.out = self.folder / "a"
        self.panel.folder.setText(str(self.out))
        for output_id in ("240x240@25", "320x180"):
            self.panel.outputs.boxes[output_id].setChecked(False)

    def export(self):
        self.click(self.panel.start_button)
        self.settle()
        self.wait_until(lambda: self.panel.task is None)

    def test_replacing_in_one_folder_is_no_leave_for_another(self):
        for folder in ("a", "b"):
            (self.folder / folder).mkdir()
            (self.folder / folder / "show-180x320-180x320.mp4").write_text("somebody's")
        self.export()
        self.assertEqual(self.panel.start_button.text(), "Replace")
        self.panel.folder.setText(str(self.folder / "b"))
        self.assertEqual(self.panel.start_button.text(), "Write the files")
        self.export()
        self.assertIn("Already there", self.panel.said.text())
        for folder in ("a", "b"):
            self.assertEqual((self.folder / folder / "show-180x320-180x320.mp4").read_text(), "somebody's")
        self.export()
        self.assertGreater((self.folder / "b" / "show-180x320-180x320.mp4").stat().st_size, 1000)
        self.assertEqual((self.folder / "a" / "show-180x320-180x320.mp4").read_text(), "somebody's")

    def test_captions_beside_the_video_are_asked_about_too(self):
        self.out.mkdir()
        captions = self.out / "show-180x320-180x320.srt"
        captions.write_text("somebody's")
        self.panel.how.captions.show_value("srt")
        self.export()
        self.assertIn(captions.name, self.panel.said.text())
        self.assertEqual(captions.read_text(), "somebody's")

    def test_a_window_in_which_an_export_runs_asks_before_it_closes(self):
        self.choose_option(self.panel.how.quality, "Fine")
        self.click(self.panel.start_button)
        self.wait_until(lambda: self.panel.task is not None)
        self.window.close()
        self.assertIn("An export is running", self.asked()[0])
        self.press("Stay here")
        self.assertTrue(self.window.isVisible())
        self.assertIsNotNone(self.panel.task)
        self.window.session.apply(set_title("Not saved"))
        self.window.close()
        self.press("Close")
        self.assertIn("has changes", self.asked()[0])
        self.press("Drop the changes")
        self.assertFalse(self.window.isVisible())
        self.assertFalse([name for name in os.listdir(self.out) if name.endswith(".part")])


if __name__ == "__main__":
    unittest.main()
