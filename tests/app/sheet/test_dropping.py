"""Dragging slides to another place, dropping files and projects, and the wheel."""

import shutil
import unittest

from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDragLeaveEvent, QDropEvent, QWheelEvent

from jaunty_frame.app.project.clipboard import photos_data, slides_data
from jaunty_frame.document.edits.house_rules import set_title
from tests.app.window_case import LEFT, WindowCase
from tests.media.photo_sets import write_set

NO_KEY = Qt.KeyboardModifier.NoModifier
ANY = Qt.DropAction.CopyAction | Qt.DropAction.MoveAction


def urls(*paths) -> QMimeData:
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
    return data


class Dropping(WindowCase):
    photo_count = 4

    def setUp(self):
        super().setUp()
        self.sheet = self.window.sheet

    def place_in_row(self, row: int, part: float) -> QPoint:
        rect = self.sheet.visualRect(self.sheet.sheet_model.index(row, 2))
        return QPoint(rect.center().x(), rect.top() + round(part * rect.height()))

    def enter(self, widget, data: QMimeData, place: QPoint) -> QDragEnterEvent:
        event = QDragEnterEvent(place, ANY, data, LEFT, NO_KEY)
        self.app.sendEvent(widget, event)
        return event

    def drop(self, widget, data: QMimeData, place: QPoint) -> None:
        self.assertTrue(self.enter(widget, data, place).isAccepted())
        self.app.sendEvent(widget, QDropEvent(QPointF(place), ANY, data, LEFT, NO_KEY))

    def test_slides_go_where_they_are_dropped(self):
        before = [slide.id for slide in self.project.slides]
        data = slides_data(self.window.session, set(before[:2]))
        self.drop(self.sheet.viewport(), data, self.place_in_row(3, 0.2))
        after = [slide.id for slide in self.project.slides]
        self.assertEqual(after, [before[2], before[0], before[1], before[3]])
        self.assertEqual(self.sheet.chosen_slides(), [before[0], before[1]])
        self.window.session.edited.undo()
        self.assertEqual([slide.id for slide in self.project.slides], before)

    def test_a_line_shows_where_slides_would_go_until_they_leave(self):
        data = slides_data(self.window.session, {self.project.slides[0].id})
        plain = self.sheet.viewport().grab().toImage()
        self.enter(self.sheet.viewport(), data, self.place_in_row(2, 0.2))
        marked = self.sheet.viewport().grab().toImage()
        rows = [y for y in range(plain.height()) if plain.pixel(620, y) != marked.pixel(620, y)]
        self.assertTrue(1 <= len(rows) <= 4, rows)
        top = self.sheet.visualRect(self.sheet.sheet_model.index(2, 2)).top()
        self.assertLess(abs(rows[0] - top), 40)
        self.app.sendEvent(self.sheet.viewport(), QDragLeaveEvent())
        self.assertEqual(self.sheet.viewport().grab().toImage(), plain)

    def test_a_photo_of_the_set_dropped_on_a_slide_is_shown_beside_its_own(self):
        photos = [photo.id for photo in self.project.photos]
        data = photos_data(self.window.session, {photos[3]})
        self.enter(self.sheet.viewport(), data, self.place_in_row(1, 0.5))
        self.assertEqual(self.sheet.drops.onto, 1)
        self.drop(self.sheet.viewport(), data, self.place_in_row(1, 0.5))
        self.assertEqual(self.project.slides[1].exhibit.photos, (photos[1], photos[3]))
        self.assertEqual(len(self.project.slides), 4)
        # Between two rows it gets a slide of its own.
        self.drop(self.sheet.viewport(), data, self.place_in_row(1, 0.05))
        self.assertEqual((len(self.project.slides), self.sheet.drops.onto), (5, -1))

    def test_files_come_in_at_the_row_where_they_are_dropped(self):
        more = self.folder / "more"
        more.mkdir()
        paths = write_set(more, 2, first_seed=10)
        before = [slide.id for slide in self.project.slides]
        self.drop(self.sheet.viewport(), urls(*paths), self.place_in_row(1, 0.9))
        self.wait_until(lambda: self.window.importer.task is None and len(self.project.slides) == 6)
        after = [slide.id for slide in self.project.slides]
        self.assertEqual((after[:2], after[4:]), (before[:2], before[2:]))

    def test_copies_are_left_out_until_they_are_asked_for(self):
        copies = self.folder / "copies"
        copies.mkdir()
        fresh = write_set(copies, 3, first_seed=20)[2]
        again = [shutil.copy2(self.folder / f"photo-{k}.jpg", copies) for k in (1, 2)]
        before = [slide.id for slide in self.project.slides]
        self.drop(self.sheet.viewport(), urls(*again, fresh, *again[:1]), self.place_in_row(1, 0.9))
        self.wait_until(lambda: self.window.importer.task is None and len(self.project.slides) == 5)
        notice = self.window.notice
        self.assertEqual(notice.text.text(), "3 files are copies of photos already in the set and were left out.")
        self.assertEqual([slide.id for slide in self.project.slides][:2], before[:2])
        self.click(notice.action_button)
        self.assertEqual(len(self.project.slides), 8)
        self.assertEqual(len(self.project.photos), 5)
        photos = [slide.exhibit.photo for slide in self.project.slides]
        self.assertEqual(photos[3:6], [photos[0], photos[1], photos[0]])
        self.assertFalse(notice.isVisible())
        self.window.session.edited.undo()
        self.assertEqual(len(self.project.slides), 5)

    def test_what_is_neither_is_not_taken(self):
        data = QMimeData()
        data.setText("words")
        self.assertFalse(self.enter(self.sheet.viewport(), data, self.place_in_row(0, 0.5)).isAccepted())

    def test_a_dropped_project_is_opened(self):
        self.window.session.apply(set_title("Other"))
        self.window.files.save_to(self.folder / "other.jaunty")
        self.drop(self.window, urls(self.path), QPoint(400, 20))
        self.assertEqual(self.project.title, "Show")
        self.assertEqual(self.window.session.path, self.path)

    def test_the_wheel_with_control_makes_rows_larger(self):
        height = self.sheet.picture_height
        for turn, grows in ((120, True), (-240, False)):
            place = QPointF(300, 200)
            event = QWheelEvent(
                place,
                self.sheet.viewport().mapToGlobal(place),
                QPoint(),
                QPoint(0, turn),
                Qt.MouseButton.NoButton,
                Qt.KeyboardModifier.ControlModifier,
                Qt.ScrollPhase.NoScrollPhase,
                False,
            )
            self.app.sendEvent(self.sheet.viewport(), event)
            self.assertEqual(self.sheet.picture_height > height, grows)
            height = self.sheet.picture_height


if __name__ == "__main__":
    unittest.main()
