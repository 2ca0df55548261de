"""The whole window: screening, export, saving, recovery, looks."""

import os
import signal
import subprocess
import sys
import textwrap
from fractions import Fraction
from unittest import mock

import av
from PySide6.QtCore import QPointF, QSettings, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QMessageBox, QWidget

from jaunty_frame.app.widgets.theme import DARK, LIGHT, colours
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.document.edits.material.photos import turn_photos
from jaunty_frame.media.projects.project_store import load_project
from tests.app.window_case import WindowCase


class Screening(WindowCase):
    def test_it_plays_to_the_end_and_comes_back(self):
        self.choose(3, 1)
        QTest.keyClick(self.window, Qt.Key.Key_Space, Qt.KeyboardModifier.ControlModifier)
        screening = self.window.screening
        self.assertTrue(screening.isVisible())
        self.assertEqual(screening.outputs.currentData(), "240x240@25")
        started = screening.frame
        self.assertGreater(started, 0)
        self.wait_until(lambda: screening.frame > started + 5)
        self.assertIsNotNone(screening.picture.image)
        QTest.keyClick(screening, Qt.Key.Key_Space)
        self.assertFalse(screening.playing)
        screening.outputs.setCurrentIndex(2)
        screening.outputs.activated.emit(2)
        self.wait_until(lambda: not screening.playing)
        self.assertEqual(screening.frame, self.window.session.plans()["320x180"].schedule.total - 1)
        QTest.keyClick(screening, Qt.Key.Key_Escape)
        self.assertFalse(screening.isVisible())

    def test_seeking(self):
        self.choose(0, 0)
        self.window.desk.open("screening")
        screening = self.window.screening
        screening.play_or_pause()
        self.wait_until(lambda: screening.picture.image is not None)
        before = screening.picture.image
        QTest.keyClick(screening, Qt.Key.Key_Right)
        self.assertEqual(screening.frame, 30)
        self.wait_until(lambda: screening.picture.image != before)
        QTest.keyClick(screening, Qt.Key.Key_F)
        self.assertTrue(self.window.isFullScreen())
        self.assertFalse(screening.bar.isVisible())
        QTest.keyClick(screening, Qt.Key.Key_Escape)
        self.assertFalse(self.window.isFullScreen())
        self.assertTrue(screening.isVisible())

    def test_a_photo_that_is_gone_is_said(self):
        for path in self.folder.glob("*.jpg"):
            path.unlink()
        self.window.session.cache.get = lambda content: None
        self.window.session.source._decoded_photos.clear()
        self.choose(0, 0)
        self.window.desk.open("screening")
        self.wait_until(lambda: self.window.screening.picture.message)
        self.assertIn("photo-", self.window.screening.picture.message)


class Export(WindowCase):
    def setUp(self):
        super().setUp()
        QTest.keyClick(self.window, Qt.Key.Key_E, Qt.KeyboardModifier.ControlModifier)
        self.panel = self.window.side.panel("export")
        self.out = self.folder / "out"
        self.panel.folder.setText(str(self.out))
        self.choose_option(self.panel.how.quality, "Quick")
        self.settle()

    def test_the_chosen_outputs_are_written(self):
        self.click(self.panel.outputs.boxes["240x240@25"], QPointF(8, 10))
        self.click(self.panel.start_button)
        self.wait_until(lambda: self.panel.task is None)
        self.assertEqual(sorted(os.listdir(self.out)), ["show-180x320-180x320.mp4", "show-320x180-320x180.mp4"])
        with av.open(str(self.out / "show-320x180-320x180.mp4")) as video:
            self.assertEqual(video.streams.video[0].frames, self.window.session.plans()["320x180"].schedule.total)
        self.assertTrue(self.panel.open_button.isVisible())
        self.assertIn("Done", self.panel.said.text())
        self.click(self.panel.start_button)
        self.assertIn("Already there", self.panel.said.text())
        self.assertIsNone(self.panel.task)

    def test_it_tells_before_how_large_and_how_long_and_remembers_the_folder(self):
        for name in ("240x240@25", "180x320"):
            self.click(self.panel.outputs.boxes[name], QPointF(8, 10))
        self.wait_until(lambda: "About" in self.panel.estimate.text())
        self.assertRegex(self.panel.estimate.text(), r"^About [\d.]+ [kM]B, some \d+ seconds to write\.$")
        told = float(self.panel.estimate.text().split()[1])
        with mock.patch.dict(os.environ, {"XDG_CONFIG_HOME": str(self.folder / "config")}):
            QSettings.setPath(QSettings.Format.NativeFormat, QSettings.Scope.UserScope, str(self.folder / "config"))
            self.click(self.panel.start_button)
            self.wait_until(lambda: self.panel.task is None)
            again = self.open_window()
            again.desk.open("export")
            self.assertEqual(again.side.panel("export").folder.text(), str(self.out))
        written = (self.out / "show-320x180-320x180.mp4").stat().st_size / 1000
        self.assertLess(abs(told / written - 1), 0.6)

    def test_it_can_be_stopped_and_leaves_nothing(self):
        self.choose_option(self.panel.how.quality, "Fine")
        self.click(self.panel.start_button)
        self.wait_until(lambda: self.panel.bar.value() > 0)
        self.click(self.panel.cancel_button)
        self.wait_until(lambda: self.panel.task is None)
        self.assertIn("Stopped", self.panel.said.text())
        self.assertFalse([name for name in os.listdir(self.out) if "320x180" in name or name.startswith(".")])

    def test_what_cannot_be_written_is_said(self):
        self.panel.folder.setText("/proc/nowhere")
        self.click(self.panel.start_button)
        self.wait_until(lambda: self.panel.task is None)
        self.assertIn("cannot be written", self.panel.said.text())


class Saving(WindowCase):
    def test_save_close_and_reopen_finds_everything(self):
        self.window.session.apply(set_title("Kiln"))
        self.window.session.apply(turn_photos([self.project.photos[1].id], 3))
        self.assertTrue(self.window.isWindowModified())
        QTest.keyClick(self.window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
        self.assertFalse(self.window.isWindowModified())
        again = self.open_window()
        again.files.open_path(self.path)
        self.assertEqual(again.session.project, self.project)

    def test_unsaved_changes_are_asked_about(self):
        self.window.session.apply(set_title("Kiln"))
        self.window.files.start_new()
        box = self.window.findChild(QMessageBox)
        self.assertIn("Kiln", box.text())
        press(box, "Stay here")
        self.assertEqual(self.project.title, "Kiln")
        self.window.files.start_new()
        press(self.window.findChildren(QMessageBox)[-1], "Drop the changes")
        self.wait_until(lambda: self.project.title == "Untitled show")
        self.assertEqual(load_project(self.path).title, "Show")

    def test_a_damaged_project_is_said_and_the_open_one_stays(self):
        other = self.folder / "other.jaunty"
        other.write_text('{"format": "jaunty-frame", "version": 99}')
        self.window.files.open_path(other)
        self.assertIn("newer", self.window.notice.text.text())
        self.assertEqual(self.project.title, "Show")

    def test_a_killed_program_loses_nothing(self):
        script = textwrap.dedent(f"""
            from pathlib import Path
            from tests.app.window_case import *
            app = make_application()
            folder = Path({str(self.folder)!r})
            window = MainWindow(Session(ThumbnailCache(folder / "cache"), AutosaveStore(folder / "state")))
            window.files.open_path(folder / "show.jaunty")
            from jaunty_frame.document.edits.house_rules import set_title
            window.session.apply(set_title("Not saved"))
            look = QTimer()
            look.timeout.connect(lambda: list((folder / "state").glob("*.json")) and print("written", flush=True))
            look.start(20)
            app.exec()
        """)
        running = subprocess.Popen([sys.executable, "-c", script], stdout=subprocess.PIPE, stderr=subprocess.DEVNULL)
        self.assertEqual(running.stdout.readline().strip(), b"written")
        running.send_signal(signal.SIGKILL)
        running.wait()
        running.stdout.close()
        self.assertEqual(load_project(self.path).title, "Show")
        again = self.open_window()
        again.files.open_path(self.path)
        self.assertEqual(again.session.project.title, "Not saved")
        self.assertTrue(again.isWindowModified())
        self.assertIn("recovered", again.notice.text.text())


def press(box: QMessageBox, text: str) -> None:
    button: QAbstractButton = next(button for button in box.buttons() if button.text() == text)
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)


class HouseRules(WindowCase):
    def test_one_setting_reaches_all_slides(self):
        self.choose(1)
        self.choose_option(self.window.bench.page("move").move_choice, "Pan")
        self.window.desk.actions["house-rules"].trigger()
        panel = self.window.side.panel("house-rules")
        self.choose_option(panel.move_choice, "Hold")
        self.choose_option(panel.placement, "Cover")
        panel.held.setValue(2)
        self.click(panel.joint)
        joint = self.window.side.panel("joint")
        self.choose_option(joint.reach, "All joints")
        joint.fields.fields["seconds"].setValue(0)
        self.click(joint.close_button)
        self.window.desk.actions["house-rules"].trigger()
        self.assertEqual({slide.move for slide in self.project.slides}, {None})
        rules = self.project.house_rules
        self.assertEqual((rules.move, rules.placement, rules.seconds_held), (Move.HOLD, Placement.COVER, Fraction(2)))
        self.assertEqual(self.window.session.plans()["320x180"].seconds, 10)
        QTest.keyClick(panel, Qt.Key.Key_Escape)
        self.assertTrue(self.window.bench.isVisible())


def contrast(a: str, b: str) -> float:
    """WCAG 2.2 contrast ratio of two sRGB colours."""

    def luminance(code: str) -> float:
        parts = [int(code[k : k + 2], 16) / 255 for k in (1, 3, 5)]
        linear = [v / 12.92 if v <= 0.04045 else ((v + 0.055) / 1.055) ** 2.4 for v in parts]
        return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

    light, dark = sorted((luminance(a), luminance(b)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


class Looks(WindowCase):
    def test_text_can_be_read_in_both_themes(self):
        self.assertAlmostEqual(contrast("#777777", "#ffffff"), 4.48, places=2)
        for c in (LIGHT, DARK):
            for text, ground in (
                (c.ink, c.panel), (c.quiet, c.panel), (c.quiet, c.band), (c.ink, c.field), (c.accent, c.field),
                (c.accent, c.panel), (c.on_accent, c.accent), (c.on_surround, c.surround),
                (c.on_surround, c.surround_chosen), (c.on_main_action, c.main_action),
            ):  # fmt: skip
                self.assertGreaterEqual(contrast(text, ground), 4.5, (text, ground))

    def test_pictures_lie_on_pure_grey(self):
        for c in (LIGHT, DARK):
            self.assertEqual(c.surround[1:3], c.surround[3:5])
            self.assertEqual(c.surround[1:3], c.surround[5:7])

    def test_light_and_dark_switch(self):
        before = colours()
        self.window.desk.actions["dark"].trigger()
        self.assertIsNot(colours(), before)
        self.window.desk.actions["dark"].trigger()
        self.assertIs(colours(), before)

    def test_everything_that_takes_keys_has_a_name(self):
        self.window.desk.open("export")
        for widget in self.window.findChildren(QWidget):
            if widget.focusPolicy() == Qt.FocusPolicy.StrongFocus and widget.objectName() != "qt_spinbox_lineedit":
                text = widget.accessibleName() or (widget.text() if hasattr(widget, "text") else "")
                owned = type(widget).__name__ in ("QScrollArea", "QComboBoxPrivateContainer", "QComboBoxListView")
                self.assertTrue(text or owned or widget.inherits("QAbstractItemView"), widget)
