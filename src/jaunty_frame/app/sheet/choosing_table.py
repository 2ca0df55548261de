"""A table in which slides and outputs are chosen by their names, which outlast that rows and columns come and go."""

from collections.abc import Iterable
from typing import Any

from PySide6.QtCore import QItemSelection, QItemSelectionModel, Signal
from PySide6.QtWidgets import QAbstractItemView, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.block_table import BlockTable
from jaunty_frame.app.sheet.sheet_header import SheetHeader
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN, SLIDE_COLUMN, Index, SheetModel


class ChoosingTable(BlockTable):
    """``current_row`` : of the current slide, -1 where there is none. Undo goes back to what was chosen."""

    current_cell_changed = Signal(str, str)

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(SheetModel(session), SheetHeader(session), parent)
        self._session = session
        self.sheet_model.setParent(self)
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.current_row = -1
        self._kept: tuple[str, str] = ("", "")
        self._chosen_before: list[tuple[str, str | int]] = []
        self.sheet_model.modelAboutToBeReset.connect(self._keep_chosen)
        self.sheet_model.modelReset.connect(self._on_reset)
        session.edited.where = self.place
        session.returned.connect(self.return_to)

    def _on_reset(self) -> None:
        self.updateGeometries()
        self.select_cell(*self._kept)
        self._choose_again()

    def _keep_chosen(self) -> None:
        """Remember what is chosen by its names, before rows and columns come, go or change places."""
        slides, outputs = self.sheet_model.known_slides(), self.sheet_model.known_outputs()
        self._chosen_before = [
            (slides[row], outputs[column - FIRST_OUTPUT] if column >= FIRST_OUTPUT else column)
            for part in self.selectionModel().selection().toList()
            for row in range(part.top(), part.bottom() + 1)
            for column in range(part.left(), part.right() + 1)
        ]

    def _choose_again(self) -> None:
        rows = {name: k for k, name in enumerate(self.sheet_model.known_slides())}
        columns: dict[str | int, int] = {SLIDE_COLUMN: SLIDE_COLUMN, PHOTO_COLUMN: PHOTO_COLUMN}
        columns |= {name: FIRST_OUTPUT + k for k, name in enumerate(self.sheet_model.known_outputs())}
        cells = sorted(
            (columns[column], rows[slide_id])
            for slide_id, column in set(self._chosen_before)
            if slide_id in rows and column in columns
        )
        # By runs of rows: Qt compares every part of a selection with every other.
        chosen, first = QItemSelection(), 0
        for k, (column, row) in enumerate(cells):
            if k + 1 == len(cells) or cells[k + 1] != (column, row + 1):
                chosen.select(self.sheet_model.index(cells[first][1], column), self.sheet_model.index(row, column))
                first = k + 1
        if not chosen.isEmpty():
            self.selectionModel().select(chosen, QItemSelectionModel.SelectionFlag.ClearAndSelect)

    def select_cell(self, slide_id: str, output_id: str) -> None:
        """Choose a cell; where it is gone, the one nearest to where it was."""
        project = self._session.project
        if not project.slides or not project.outputs:
            self.current_row = -1
            self.current_cell_changed.emit("", "")
            return
        rows = {slide.id: k for k, slide in enumerate(project.slides)}
        columns = {output.id: k for k, output in enumerate(project.outputs)}
        row = rows.get(slide_id, min(max(self.current_row, 0), len(rows) - 1))
        column = FIRST_OUTPUT + columns.get(output_id, 0)
        # Not the table's own: it would ask which keys are held, and a cell gone to with Ctrl+G be chosen beside others.
        alone = QItemSelectionModel.SelectionFlag.ClearAndSelect
        self.selectionModel().setCurrentIndex(self.sheet_model.index(row, column), alone)
        self.scrollTo(self.sheet_model.index(row, column))

    def make_current(self, slide_id: str) -> None:
        """Make a slide the current one and leave what is chosen as it is."""
        rows = {slide.id: k for k, slide in enumerate(self._session.project.slides)}
        if slide_id in rows:
            index = self.sheet_model.index(rows[slide_id], max(self.currentIndex().column(), FIRST_OUTPUT))
            self.selectionModel().setCurrentIndex(index, QItemSelectionModel.SelectionFlag.NoUpdate)

    def place(self) -> object:
        """Return where the user is: what is current, chosen and in view."""
        self._keep_chosen()
        scrolled = self.horizontalScrollBar().value(), self.verticalScrollBar().value()
        return self._kept, tuple(self._chosen_before), scrolled

    def return_to(self, place: Any) -> None:
        """Go back to where the user was, as far as that is there."""
        if place is None:
            return
        kept, chosen, scrolled = place
        if any(slide.id == kept[0] for slide in self._session.project.slides):
            self.select_cell(*kept)
            self._chosen_before = list(chosen)
            self._choose_again()
        self.horizontalScrollBar().setValue(scrolled[0])
        self.verticalScrollBar().setValue(scrolled[1])

    def currentChanged(self, current: Index, previous: Index) -> None:
        super().currentChanged(current, previous)
        if not current.isValid():
            return
        self.current_row = current.row()
        self.viewport().update()
        known = [output.id for output in self._session.project.outputs]
        if not known:
            self._kept = self.sheet_model.slide(current.row()).id, ""
            self.current_cell_changed.emit("", "")
            return
        # The slide and photo columns keep the output that was looked at.
        kept = self._kept[1] if self._kept[1] in known else known[0]
        output_id = known[current.column() - FIRST_OUTPUT] if current.column() >= FIRST_OUTPUT else kept
        self._kept = self.sheet_model.slide(current.row()).id, output_id
        self.current_cell_changed.emit(*self._kept)

    def chosen_place(self) -> tuple[str, str]:
        """Return the ids of the current slide and output, empty where there are none."""
        return self._kept if self._session.project.slides and self._session.project.outputs else ("", "")

    def chosen_rows(self) -> list[int]:
        """Return the rows with a selected cell."""
        # By ranges: to list thousands of indexes takes longer than a key should.
        return sorted(
            {row for part in self.selectionModel().selection().toList() for row in range(part.top(), part.bottom() + 1)}
        )

    def row_after_chosen(self) -> int:
        """Return the row before which what is pasted goes: after the last that is chosen, else the end."""
        rows = self.chosen_rows()
        return rows[-1] + 1 if rows else self.sheet_model.rowCount()

    def chosen_slides(self) -> list[str]:
        """Return the ids of the slides with a selected cell, in running order."""
        return [self.sheet_model.slide(row).id for row in self.chosen_rows()]

    def chosen_cells(self) -> list[tuple[str, str]]:
        """Return slide and output ids of the selected cells."""
        return [
            (self.sheet_model.slide(row).id, self.sheet_model.output(column).id)
            for part in self.selectionModel().selection().toList()
            for row in range(part.top(), part.bottom() + 1)
            for column in range(max(part.left(), FIRST_OUTPUT), part.right() + 1)
        ]

    def choose_slides(self, slide_ids: Iterable[str]) -> None:
        """Choose slides in the current output."""
        ids = list(slide_ids)
        self._chosen_before = [(name, self._kept[1] or SLIDE_COLUMN) for name in ids]
        self._choose_again()
        if ids and self._kept[0] not in ids:
            self.make_current(ids[0])  # what is done next begins with the current one
