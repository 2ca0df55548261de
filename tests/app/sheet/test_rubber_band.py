"""A rectangle drawn over slides chooses them, in the blocks of the small scale too."""

import unittest

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QImage, QPainter

from jaunty_frame.app.sheet.joint_signs import SIGN_PX, paint_joint_sign
from jaunty_frame.document.edits.slides import repeat_slide
from jaunty_frame.document.transition import TRANSITIONS
from tests.app.window_case import WindowCase


class Band(WindowCase):
    photo_count = 6

    def chosen_rows(self):
        ids = [slide.id for slide in self.project.slides]
        return [ids.index(name) for name in self.window.sheet.chosen_slides()]

    def test_rows_that_it_touches_are_chosen(self):
        sheet = self.window.sheet
        sheet.set_picture_height(60)
        self.settle()
        right = sheet.row_rect(0).right() + 20
        top, bottom = sheet.row_rect(1).center().y(), sheet.row_rect(3).center().y()
        self.drag(sheet.viewport(), QPointF(right, top), QPointF(200, bottom))
        self.assertEqual(self.chosen_rows(), [1, 2, 3])
        self.assertEqual(sheet.chosen_place()[0], self.project.slides[1].id)
        self.assertFalse(sheet._band.is_dragging)

    def test_in_blocks_it_reaches_across(self):
        sheet = self.window.sheet
        for _ in range(20):
            self.window.session.apply(repeat_slide(self.project.slides[0].id))
        sheet.set_picture_height(40)
        self.settle()
        self.assertGreater(sheet.layout_.blocks, 1)
        down = sheet.layout_.rows_down
        first, second = sheet.row_rect(0), sheet.row_rect(down)
        start = QPointF((first.right() + second.left()) / 2, first.center().y())
        self.drag(sheet.viewport(), start, QPointF(second.center().x(), second.center().y()))
        self.assertEqual(self.chosen_rows(), [down])

    def test_a_click_beside_the_cells_changes_nothing(self):
        sheet = self.window.sheet
        sheet.set_picture_height(60)
        self.choose(2)
        place = QPointF(sheet.row_rect(0).right() + 20, sheet.row_rect(0).center().y())
        self.click(sheet.viewport(), place)
        self.assertEqual(sheet.chosen_place()[0], self.project.slides[2].id)

    def test_every_kind_of_joint_has_a_sign_of_its_own(self):
        pictures = []
        for kind in TRANSITIONS.types:
            image = QImage(SIGN_PX + 4, SIGN_PX + 4, QImage.Format.Format_RGB32)
            image.fill(Qt.GlobalColor.black)
            with QPainter(image) as painter:
                paint_joint_sign(painter, QRectF(2, 2, SIGN_PX, SIGN_PX), kind, Qt.GlobalColor.white)
            pictures.append(image)
        for k, one in enumerate(pictures):
            self.assertFalse(any(one == other for other in pictures[k + 1 :]))


if __name__ == "__main__":
    unittest.main()
