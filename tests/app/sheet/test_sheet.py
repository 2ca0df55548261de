"""The sheet: what its cells show, and running order, selection and dropping by mouse and keys."""

from pathlib import Path

from PIL import Image
from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
from PySide6.QtGui import QDropEvent
from PySide6.QtTest import QTest

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN
from jaunty_frame.app.shell.actions.menus import output_presets_menu
from jaunty_frame.app.shell.output_dialog import OutputDialog
from jaunty_frame.document.edits.outputs import remove_output
from tests.app.window_case import LEFT, WindowCase
from tests.media.photo_sets import noise_photo


class Cells(WindowCase):
    def test_every_cell_shows_its_picture(self):
        model = self.window.sheet.sheet_model
        self.assertEqual((model.rowCount(), model.columnCount()), (5, 5))
        for row in range(3):
            for column in range(PHOTO_COLUMN, model.columnCount()):
                image = self.cell_image(row, column)
                colours = {image.pixelColor(x, image.height() * 2 // 5).rgb() for x in range(0, image.width(), 3)}
                self.assertGreater(len(colours), 5, f"cell {row}, {column} is empty")

    def test_cells_are_said_in_words(self):
        model = self.window.sheet.sheet_model
        said = model.data(model.index(0, FIRST_OUTPUT), Qt.ItemDataRole.AccessibleTextRole)
        self.assertIn("Slide 1 in Own size", said)

    def test_rows_can_be_low_or_high(self):
        sheet = self.window.sheet
        before = sheet.row_rect(0).height()
        self.window.desk.actions["larger"].trigger()
        self.assertGreater(sheet.row_rect(0).height(), before)
        self.window.desk.actions["smaller"].trigger()
        self.assertLess(sheet.row_rect(0).height(), before * 1.1)

    def test_a_cell_gone_to_by_a_key_with_control_is_chosen_alone(self):
        sheet = self.window.sheet
        self.choose(0)
        rect = sheet.visualRect(sheet.sheet_model.index(2, 2))
        control = Qt.KeyboardModifier.ControlModifier
        QTest.mouseClick(sheet.viewport(), LEFT, control, rect.center())
        self.assertEqual(len(sheet.chosen_slides()), 2)
        sheet.select_cell(self.project.slides[1].id, self.project.outputs[0].id)  # while the key is held
        self.assertEqual(sheet.chosen_slides(), [self.project.slides[1].id])

    def test_a_cell_plays_its_move(self):
        sheet = self.window.sheet
        self.choose(2, 0)
        sheet.setFocus()
        before = self.cell_image(2, FIRST_OUTPUT)
        QTest.keyClick(sheet, Qt.Key.Key_Space)
        self.wait_until(lambda: self.cell_image(2, FIRST_OUTPUT) != before)
        QTest.keyClick(sheet, Qt.Key.Key_Space)
        self.settle()
        self.assertEqual(self.cell_image(2, FIRST_OUTPUT), before)


class RunningOrder(WindowCase):
    def order(self):
        return [Path(self.project.photo(slide.exhibit.photo).path).stem[-1] for slide in self.project.slides]

    def test_keys_move_and_remove_and_undo_brings_back(self):
        self.choose(1)
        sheet = self.window.sheet
        QTest.keyClick(sheet, Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
        self.assertEqual(self.order(), list("13245"))
        QTest.keyClick(sheet, Qt.Key.Key_Up, Qt.KeyboardModifier.AltModifier)
        self.assertEqual(self.order(), list("12345"))
        QTest.keyClick(sheet, Qt.Key.Key_Delete)
        self.assertEqual(self.order(), list("1345"))
        QTest.keyClick(self.window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        self.assertEqual(self.order(), list("12345"))

    def drop(self, data, row, below=False):
        sheet = self.window.sheet
        rect = sheet.row_rect(row)
        y = rect.bottom() - 4 if below else rect.top() + 4
        actions = Qt.DropAction.MoveAction | Qt.DropAction.CopyAction
        event = QDropEvent(QPointF(60, y), actions, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier)
        sheet.dropEvent(event)

    def test_dragging_moves_slides(self):
        model = self.window.sheet.sheet_model
        self.drop(model.mimeData([model.index(0, 1), model.index(1, 1)]), 3, below=True)
        self.assertEqual(self.order(), list("34125"))

    def test_dropped_files_come_in_where_they_were_dropped(self):
        paths = [self.folder / "photo-8.jpg", self.folder / "broken-9.jpg"]
        Image.fromarray(noise_photo(300, 200, 8)).save(paths[0])
        paths[1].write_bytes(b"no photo")
        data = QMimeData()
        data.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
        self.drop(data, 1)
        self.wait_until(lambda: len(self.project.slides) == 6)
        self.assertEqual(self.order(), list("182345"))
        self.assertTrue(self.window.notice.isVisible())
        self.assertIn("broken-9.jpg", self.window.notice.text.text())
        self.click(self.window.notice.button)
        self.assertFalse(self.window.notice.isVisible())

    def test_orders_reach_all_slides_or_the_chosen_ones_which_stay_chosen(self):
        self.choose(0)
        actions = self.window.desk.actions
        actions["order-reverse"].trigger()
        self.assertEqual(self.order(), list("54321"))
        first = self.project.slides[4].id
        self.assertEqual(self.window.sheet.chosen_slides(), [first], "what was chosen stays so where it went")
        self.window.sheet.choose_slides([self.project.slides[k].id for k in (0, 2, 3)])
        actions["order-name"].trigger()
        self.assertEqual(self.order(), list("24351"))
        chosen = self.window.sheet.chosen_slides()
        self.assertEqual([self.project.slides.index(self.project.slide(name)) for name in chosen], [0, 2, 3])
        self.window.session.edited.undo()
        self.assertEqual(set(self.window.sheet.chosen_slides()), set(chosen))

    def test_the_same_photo_twice(self):
        self.choose(1)
        self.window.desk.actions["repeat"].trigger()
        self.assertEqual(self.order(), list("122345"))


class Outputs(WindowCase):
    def test_adding_and_removing(self):
        menu = self.window.top_bar.add_output
        self.assertTrue(menu.isVisible())
        output_presets_menu(self.window.desk, self.window).actions()[0].trigger()
        self.assertEqual(self.project.outputs[-1].id, "tall")
        self.settle()
        self.assertEqual(self.window.sheet.sheet_model.columnCount(), 6)
        self.window.session.edited.undo()
        self.assertEqual(len(self.project.outputs), 3)

    def test_an_own_size(self):
        self.window.desk.actions["own-output"].trigger()
        dialog = self.window.findChild(OutputDialog)
        dialog.width_box.setValue(401)
        dialog.accept()
        self.assertIn("even", dialog.said.text())
        dialog.width_box.setValue(400)
        dialog.height_box.setValue(300)
        dialog.rate.setText("24")
        dialog.accept()
        self.assertEqual(self.project.outputs[-1].id, "400x300@24")

    def test_the_last_output_may_go(self):
        for output in list(self.project.outputs):
            self.window.session.apply(remove_output(output.id))
        self.assertFalse(self.window.desk.actions["play"].isEnabled())
        self.assertFalse(self.window.bench.isEnabled())
