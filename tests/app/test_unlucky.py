"""What a restless user does: places that are gone, work that fails, faults of ours in the middle of it."""

import contextlib
import io
import threading
import unittest
from unittest import mock

from PySide6.QtCore import QEventLoop, Qt, QTimer
from PySide6.QtTest import QTest

from jaunty_frame.app.project import show_work
from jaunty_frame.app.screening import projector
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN
from jaunty_frame.app.shell.net import log_path
from jaunty_frame.document.edits.outputs import add_output, remove_output
from jaunty_frame.document.edits.slides import remove_slides
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.media.projects.project_store import save_project
from tests.app.window_case import WindowCase
from tests.media.photo_sets import write_set


class Unlucky(WindowCase):
    photo_count = 2

    def setUp(self):
        super().setUp()
        self.said = io.StringIO()
        quiet = contextlib.redirect_stderr(self.said)
        quiet.__enter__()
        self.addCleanup(quiet.__exit__, None, None, None)

    def remove_outputs(self):
        for output in self.project.outputs:
            self.window.session.apply(remove_output(output.id))

    def work_over_the_sheet(self):
        sheet = self.window.sheet
        for column in (0, PHOTO_COLUMN):
            rect = sheet.visualRect(sheet.sheet_model.index(1, column))
            self.click(sheet.viewport(), rect.center().toPointF())
        for key in (Qt.Key.Key_Down, Qt.Key.Key_Up, Qt.Key.Key_Return, Qt.Key.Key_Space):
            QTest.keyClick(sheet, key)
        self.settle()

    def test_a_project_without_outputs_can_be_worked_over(self):
        self.remove_outputs()
        self.work_over_the_sheet()
        self.assertEqual(self.window.sheet.chosen_place(), ("", ""))
        self.assertFalse(self.window.bench.body.isVisible())
        self.window.session.apply(add_output(PRESETS[2]))
        self.choose(1)
        self.assertTrue(self.window.bench.body.isVisible())
        self.assertEqual(self.said.getvalue(), "")

    def test_a_project_without_outputs_opens(self):
        self.remove_outputs()
        path = self.folder / "none.jaunty"
        save_project(self.project, path)
        self.window.session.place.count_as_saved()
        self.window.files.open_path(path)
        self.wait_until(lambda: self.window.importer.task is None)
        self.work_over_the_sheet()
        self.assertEqual((len(self.project.slides), self.said.getvalue()), (2, ""))

    def test_panels_let_go_of_an_output_that_undo_takes_away(self):
        for panel in ("zones", "findings", "export", "house-rules"):
            with self.subTest(panel=panel):
                self.window.session.apply(add_output(PRESETS[1]))
                self.choose(0, 3)
                self.window.desk.open(panel)
                self.settle()
                self.window.session.edited.undo()
                self.window.resize(1100, 700)
                self.settle()
                self.window.side.grab()
                self.window.resize(1280, 800)
                self.settle()
        self.assertEqual(self.said.getvalue(), "")

    def test_the_screening_lets_nothing_be_edited(self):
        self.window.desk.open("screening")
        QTest.keyClick(self.window.screening, Qt.Key.Key_D, Qt.KeyboardModifier.ControlModifier)
        QTest.keyClick(self.window.screening, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        for name in ("remove", "repeat", "undo", "add-photos", "export", "house-rules"):
            self.assertFalse(self.window.desk.actions[name].isEnabled(), name)
        self.assertEqual(len(self.project.slides), 2)
        QTest.keyClick(self.window.screening, Qt.Key.Key_Escape)
        self.assertTrue(self.window.desk.actions["repeat"].isEnabled())

    def test_an_import_that_fails_in_any_way_ends(self):
        more = self.folder / "more"
        more.mkdir()
        fresh = write_set(more, 1, first_seed=5)
        with mock.patch.object(self.window.session, "apply", side_effect=RuntimeError("a fault of ours")):
            self.window.importer.bring_in(fresh)
            self.wait_until(lambda: self.window.importer.task is None)
        self.assertIn("a fault of ours", self.said.getvalue())
        self.wait_until(lambda: "Something went wrong" in self.window.notice.text.text())
        self.assertEqual(self.window.notice.button.text(), "Close")
        self.window.importer.bring_in(fresh)
        self.wait_until(lambda: len(self.project.slides) == 3)

    def test_pictures_are_made_after_faults_while_making_them(self):
        images = self.window.images
        with mock.patch.object(images, "_painted", side_effect=KeyError("a fault of ours")):
            for _ in range(3):
                images.forget()
                self.window.sheet.viewport().repaint()
                self.settle()
        self.assertIn("a fault of ours", self.said.getvalue())
        images.forget()
        self.window.sheet.viewport().repaint()
        self.settle()
        colours = {self.cell_image(0, FIRST_OUTPUT).pixelColor(x, 30).rgb() for x in range(4, 30, 3)}
        self.assertGreater(len(colours), 3)
        self.wait_until(lambda: "Something went wrong" in self.window.notice.text.text())

    def test_a_screening_goes_on_after_a_fault_in_its_thread(self):
        self.choose(0)
        self.window.desk.open("screening")
        screening = self.window.screening
        self.wait_until(lambda: screening.picture.image is not None)
        with mock.patch.object(projector.FramePainter, "paint_at", side_effect=ValueError("a fault of ours")):
            QTest.keyClick(screening, Qt.Key.Key_Right)
            self.wait_until(lambda: "a fault of ours" in screening.picture.message)
        self.assertFalse(screening.playing)
        screening.play_or_pause()
        self.wait_until(lambda: screening.frame > 35)
        self.assertEqual(screening.picture.message, "")
        screening.leave()

    def test_a_screening_has_one_thread_however_often_its_size_changes(self):
        self.choose(0)
        self.window.desk.open("screening")
        screening = self.window.screening
        for width in range(900, 1100, 10):
            self.window.resize(width, 700)
            self.app.processEvents()
        self.assertEqual(len([one for one in threading.enumerate() if one.name == "projector"]), 1)
        before = screening.picture.image
        QTest.keyClick(screening, Qt.Key.Key_Right)
        self.wait_until(lambda: screening.picture.image is not before)
        screening.leave()

    def test_a_fault_in_any_thread_is_told_and_logged(self):
        def fail():
            raise KeyError("a fault in a thread")

        thread = threading.Thread(target=fail)
        thread.start()
        thread.join()
        self.wait_until(lambda: "Something went wrong" in self.window.notice.text.text())
        self.assertIn("a fault in a thread", log_path().read_text())

    def test_a_window_closes_though_work_does_not_hear_that_it_should_stop(self):
        may_end = threading.Event()
        self.addCleanup(may_end.set)

        def slow(*_):
            may_end.wait(60)
            return {}

        with (
            mock.patch.object(show_work.Planner, "plans", slow),
            mock.patch.object(show_work, "_MOST_SOLVED_AT_ONCE", -1),
        ):
            self.window.session.apply(remove_slides([self.project.slides[0].id]))
            self.assertTrue(self.window.session.shown.is_working)
            self.window.session.place.count_as_saved()
            self.window.close()
        self.assertFalse(self.window.isVisible())
        self.assertFalse(may_end.is_set())

    def test_a_fault_in_a_painter_is_told_logged_and_lets_the_painter_end(self):
        self.window.session.apply(remove_slides([self.project.slides[0].id]))
        self.settle()
        sheet, bench = self.window.sheet, self.window.bench
        for place, widget in (
            ("sheet.cell_painter", sheet.viewport()),
            ("sheet.sheet_view", sheet.viewport()),
            ("sheet.sheet_header", sheet.header),
            ("bench.canvas.shown_photo", bench.canvas),
            ("bench.output_strip", bench.strip),
            ("pictures.frame_view", bench.frame_view),
            ("widgets.choices.choice", bench.page_choice),
        ):
            with mock.patch(f"jaunty_frame.app.{place}.colours", side_effect=KeyError("a fault of ours")):
                widget.update()
                # In its own loop, as in life: from within a call of ours the fault would only come back to us.
                loop = QEventLoop()
                QTimer.singleShot(60, loop.quit)
                loop.exec()
        self.wait_until(lambda: "Something went wrong" in self.window.notice.text.text())
        self.assertIn("a fault of ours", log_path().read_text())
        left = self.window.session.place._autosaves._file(self.path)
        self.assertTrue(left.exists(), "unsaved work is kept")
        sheet.viewport().repaint()
        self.assertGreater(self.cell_image(0, FIRST_OUTPUT).width(), 10)


if __name__ == "__main__":
    unittest.main()
