"""Menus at places on the sheet, and the dialogs that ask for files."""

import unittest
from fractions import Fraction
from pathlib import Path

from PySide6.QtCore import QPoint, QPointF
from PySide6.QtWidgets import QApplication, QFileDialog, QMenu, QPushButton

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.media.projects.project_store import load_project
from tests.app.window_case import OUTPUTS, WindowCase
from tests.media.photo_sets import write_set


class PlaceMenusTest(WindowCase):
    photo_count = 3

    def pick(self, text: str, section: str = "") -> None:
        """Choose an entry of the menu that is open, as a click would; ``section`` is the heading above it."""
        menu = QApplication.activePopupWidget()
        self.assertIsInstance(menu, QMenu)
        heading = ""
        for action in menu.actions():
            if action.isSeparator() and action.text():
                heading = action.text()
            elif action.text() == text and heading.startswith(section):
                menu.close()
                action.trigger()
                self.settle()
                return
        self.fail(f"no “{text}” in {[action.text() for action in menu.actions()]}")

    def open_output_menu(self, k: int) -> None:
        header = self.window.sheet.header
        self.click(header, QPointF(header.head_rect(2 + k).center()))

    def choose_miniature(self, miniatures, name: str) -> None:
        k = next(k for k, one in enumerate(miniatures.shown) if one.name == name)
        self.click(miniatures, QPointF(miniatures.place_of(k).center()))

    def click_joint(self, row: int) -> None:
        sheet = self.window.sheet
        place = sheet.visualRect(sheet.sheet_model.index(row, 0)).bottomLeft() + QPoint(40, -6)
        self.click(sheet.viewport(), QPointF(place))

    def test_an_output_is_doubled_and_removed_with_its_framings(self):
        slide = self.project.slides[1].id
        self.window.session.apply(set_framing(slide, OUTPUTS[1], Window(0, 0, 0.5, 0.6), Window(0.1, 0, 0.5, 0.6)))
        self.open_output_menu(1)
        self.pick("Duplicate")
        self.assertEqual([output.id for output in self.project.outputs][-1], f"{OUTPUTS[1]}-2")
        self.assertEqual({framing.output for framing in self.project.hand_set}, {OUTPUTS[1], f"{OUTPUTS[1]}-2"})
        self.open_output_menu(1)
        self.pick("Remove output")
        self.assertNotIn(OUTPUTS[1], [output.id for output in self.project.outputs])
        self.assertEqual({framing.output for framing in self.project.hand_set}, {f"{OUTPUTS[1]}-2"})

    def test_an_output_is_exported_alone_and_its_zones_are_opened(self):
        self.open_output_menu(2)
        self.pick("Export this one")
        chosen = [name for name, box in self.window.side.panel("export").outputs.boxes.items() if box.isChecked()]
        self.assertEqual(chosen, [OUTPUTS[2]])
        self.open_output_menu(0)
        self.pick("Zones…")
        self.assertIs(self.window.side.currentWidget(), self.window.side.panel("zones"))
        self.assertEqual(self.window.sheet.chosen_place()[1], OUTPUTS[0])

    def test_hand_set_cells_go_back_to_solved(self):
        self.choose(1, 0)
        cell = self.window.sheet.chosen_place()
        self.window.session.apply(set_framing(*cell, Window(0, 0, 0.4, 0.7), Window(0, 0, 0.4, 0.7)))
        self.window.sheet.menu_wanted.emit(QPoint(300, 300))
        self.pick("Back to solved")
        self.assertEqual(self.project.hand_set, ())
        self.window.sheet.menu_wanted.emit(QPoint(300, 300))
        self.pick("Show photo again")
        self.assertEqual(len(self.project.slides), 4)

    def test_a_joint_is_changed_here_or_everywhere(self):
        self.click_joint(1)
        panel = self.window.side.panel("joint")
        self.assertEqual(panel.heading.text(), "Joint between slides 2 and 3")
        self.choose_miniature(panel.kinds, "Cut")
        kinds = [slide.transition.kind if slide.transition else None for slide in self.project.slides]
        self.assertEqual(kinds, [None, "cut", None])
        self.click_joint(0)
        self.choose_option(panel.reach, "All joints")
        self.choose_miniature(panel.kinds, "Wipe")
        self.choose_option(panel.fields.fields["direction"], "Left")
        rule = self.project.house_rules.transition
        self.assertEqual((rule.kind, rule.direction, rule.seconds), ("wipe", "left", Fraction(1, 5)))
        self.assertEqual([slide.transition for slide in self.project.slides], [None] * 3)
        # Those that were used last stand first.
        self.assertEqual([one.name for one in panel.kinds.shown][:2], ["Wipe", "Cut"])

    def test_the_joint_after_the_last_slide_leads_to_the_house_rules(self):
        self.click_joint(2)
        self.assertIs(self.window.side.currentWidget(), self.window.side.panel("house-rules"))


class DialogsTest(WindowCase):
    photo_count = 1

    def dialog(self) -> QFileDialog:
        dialog = self.window.findChildren(QFileDialog)[-1]
        self.assertTrue(dialog.isVisible() and dialog.isModal())
        return dialog

    def test_photos_and_folders_that_were_chosen_come_in(self):
        more = self.folder / "more"
        more.mkdir()
        paths = write_set(more, 3, first_seed=10)
        self.window.desk.actions["add-photos"].trigger()
        dialog = self.dialog()
        self.assertEqual(dialog.fileMode(), QFileDialog.FileMode.ExistingFiles)
        self.assertIn("*.jpg", dialog.nameFilters()[0])
        dialog.filesSelected.emit([str(paths[0])])
        dialog.reject()
        self.wait_until(lambda: self.window.importer.task is None and len(self.project.slides) == 2)
        self.window.desk.actions["add-folder"].trigger()
        dialog = self.dialog()
        self.assertEqual(dialog.fileMode(), QFileDialog.FileMode.Directory)
        dialog.fileSelected.emit(str(more))
        dialog.reject()
        self.wait_until(lambda: self.window.importer.task is None and len(self.project.slides) == 4)

    def test_a_project_is_saved_under_another_name_and_opened_again(self):
        other = self.folder / "other.jaunty"
        self.window.desk.actions["save-as"].trigger()
        dialog = self.dialog()
        self.assertEqual(dialog.acceptMode(), QFileDialog.AcceptMode.AcceptSave)
        self.assertEqual(dialog.defaultSuffix(), "jaunty")
        dialog.fileSelected.emit(str(other))
        dialog.reject()
        self.assertEqual(load_project(other).title, "Show")
        self.assertEqual(self.window.session.path, other)
        self.window.desk.actions["open"].trigger()
        self.dialog().fileSelected.emit(str(self.path))
        self.assertEqual(self.window.session.path, Path(self.path))

    def test_the_folder_for_videos_is_taken_over(self):
        self.window.desk.open("export")
        panel = self.window.side.panel("export")
        self.click(next(one for one in panel.findChildren(QPushButton) if one.text() == "Choose…"))
        panel.findChildren(QFileDialog)[-1].fileSelected.emit(str(self.folder))
        self.assertEqual(panel.folder.text(), str(self.folder))


if __name__ == "__main__":
    unittest.main()
