"""The sheet as a Qt model: one row per slide; the slide, its photo, then one column per output."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Any

from PySide6.QtCore import QAbstractTableModel, QMimeData, QModelIndex, QObject, QPersistentModelIndex, Qt

from jaunty_frame.app.pictures.cell_images import CellRequest, cell_request, photo_request
from jaunty_frame.app.project.clipboard import SLIDES_FORMAT, slides_data
from jaunty_frame.app.project.session import Session
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Output, Slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings, project_settings
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.frames.content import base_content
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.words import MOVE_WORDS, own_words

SLIDE_COLUMN = 0
PHOTO_COLUMN = 1
FIRST_OUTPUT = 2
JOINT = "joint after it"
"""Where findings about a joint are marked; no id of an output has spaces."""

Index = QModelIndex | QPersistentModelIndex


class SheetModel(QAbstractTableModel):
    """Reads everything from the session; keeps only what tells whether rows or columns came or went."""

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._shape: tuple = ()
        self._by_cell: dict[tuple[str, str], list[Finding]] = {}
        session.changed.connect(self._on_changed)
        session.findings_changed.connect(self._on_findings)
        self._on_changed()

    def _on_changed(self) -> None:
        project = self._session.project
        shape = tuple(slide.id for slide in project.slides), tuple((o.id, o.aspect) for o in project.outputs)
        self._sort_findings()
        if shape != self._shape:
            self.beginResetModel()
            self._shape = shape
            self.endResetModel()
        elif shape[0]:
            last = self.index(self.rowCount() - 1, self.columnCount() - 1)
            self.dataChanged.emit(self.index(0, 0), last)
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, 0, self.columnCount() - 1)

    def _sort_findings(self) -> None:
        self._by_cell = {}
        for finding in self._session.shown.marked_findings():
            if finding.sound_id:
                continue  # the lane marks it
            place = JOINT if finding.at_joint else "" if finding.of_photo else finding.output
            self._by_cell.setdefault((finding.slide_id, place), []).append(finding)

    def _on_findings(self) -> None:
        self._sort_findings()
        if self._shape and self._shape[0]:
            self.dataChanged.emit(self.index(0, 0), self.index(self.rowCount() - 1, self.columnCount() - 1))

    def rowCount(self, parent: Index = QModelIndex()) -> int:
        return 0 if parent.isValid() else len(self._session.project.slides)

    def columnCount(self, parent: Index = QModelIndex()) -> int:
        return 0 if parent.isValid() else FIRST_OUTPUT + len(self._session.project.outputs)

    def flags(self, index: Index) -> Qt.ItemFlag:
        if not index.isValid():
            return Qt.ItemFlag.ItemIsDropEnabled
        return Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable | Qt.ItemFlag.ItemIsDragEnabled

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if not index.isValid():
            return None
        if role == Qt.ItemDataRole.AccessibleTextRole:
            return self._said(index.row(), index.column())
        if role == Qt.ItemDataRole.ToolTipRole:
            if index.column() == SLIDE_COLUMN:
                return own_words(self.slide(index.row()), whole=True) or None
            return "\n".join(f.sentence for f in self.cell_findings(index.row(), index.column())) or None
        return None

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if orientation != Qt.Orientation.Horizontal or role not in (
            Qt.ItemDataRole.DisplayRole,
            Qt.ItemDataRole.AccessibleTextRole,
        ):
            return None
        if section < FIRST_OUTPUT:
            return ("Slide", "Photo")[section]
        return self.output(section).name

    def _said(self, row: int, column: int) -> str:
        photo = self.photo(row)
        if photo is None:
            return f"Slide {row + 1}: {self.slide(row).exhibit.label}"
        if column < FIRST_OUTPUT:
            return f"Slide {row + 1}: {photo.path.rsplit('/', 1)[-1]}"
        plan = self.plan(column)
        framing = plan.framing(plan.rows_of(row)[0])
        placed = framing.placement.value if framing.placement else "hand-set"
        if self.is_left_out(row, column):
            return f"Slide {row + 1} in {self.output(column).name}: left out"
        count = len(self.cell_findings(row, column))
        findings = f", {count} findings" if count else ""
        return f"Slide {row + 1} in {self.output(column).name}: {placed}, {MOVE_WORDS[framing.move]}{findings}"

    def slide(self, row: int) -> Slide:
        return self._session.project.slides[row]

    def photo(self, row: int) -> Photo | None:
        """Return the (first) photo of a slide, None where it shows none."""
        photos = self.slide(row).exhibit.photos
        return self._session.project.photo(photos[0]) if photos else None

    def settings(self, row: int) -> Settings:
        """Return what holds for a slide."""
        plan = next(iter(self._session.plans().values()), None)
        return plan.table.settings[row] if plan else project_settings(self._session.project, [self.slide(row)])[0]

    def output(self, column: int) -> Output:
        return self._session.project.outputs[column - FIRST_OUTPUT]

    def known_slides(self) -> tuple[str, ...]:
        """Return the ids of the slides as the views know them: while the model is being reset, those before."""
        return self._shape[0] if self._shape else ()

    def known_outputs(self) -> tuple[str, ...]:
        """Return the ids of the outputs as the views know them."""
        return tuple(name for name, _ in self._shape[1]) if self._shape else ()

    def name(self, row: int, column: int) -> tuple[str, str]:
        """Return the ids of a cell's slide and output, of no output where it shows the photo."""
        return self.slide(row).id, "" if column == PHOTO_COLUMN else self.output(column).id

    def is_left_out(self, row: int, column: int) -> bool:
        """Return whether an output does not show a slide."""
        return self.output(column).id in self.slide(row).left_out

    def plan(self, column: int) -> Plan:
        return self._session.plans()[self.output(column).id]

    def cell_findings(self, row: int, column: int) -> list[Finding]:
        """Return what is marked in a cell; what is about the photo as such is marked at the photo."""
        if column == SLIDE_COLUMN:
            return []
        return self._by_cell.get(self.name(row, column), [])

    def joint_findings(self, row: int) -> list[Finding]:
        """Return what is marked at the joint after a slide."""
        return self._by_cell.get((self.slide(row).id, JOINT), [])

    def request(self, row: int, column: int, width: int, height: int) -> CellRequest:
        """Return what the picture of a cell is, at a size in device pixels."""
        photo = self.photo(row)
        if column == PHOTO_COLUMN and photo is not None:
            return photo_request(photo, width, height, self._picture(row, photo))
        plan = self.plan(column)
        return cell_request(plan, base_content(plan, row), width, height)

    def _picture(self, row: int, photo: Photo) -> int:
        """Return which picture of a clip stands for it: the one in the middle of what is shown."""
        part = self.slide(row).exhibit.part_shown(photo)
        return photo.moving.picture_at(Fraction(sum(part)) / 2 * photo.moving.seconds) if photo.moving and part else 0

    def areas_in_picture(self, row: int) -> tuple[KeepArea, ...]:
        """Return the keep areas of a row's photo, of a clip where they lie in the picture that stands for it."""
        photo = self.photo(row)
        if photo is None or photo.moving is None:
            return photo.keep_areas if photo is not None else ()
        at = float(self._picture(row, photo) / photo.moving.rate)
        tracks = self.slide(row).exhibit.tracks_of(photo)
        return tuple(area for track in tracks if (area := track.area_at(at)) is not None) or photo.keep_areas

    def mimeTypes(self) -> list[str]:
        return [SLIDES_FORMAT, "text/uri-list"]

    def mimeData(self, indexes: Sequence[QModelIndex]) -> QMimeData:
        return slides_data(self._session, {self.slide(index.row()).id for index in indexes})

    def supportedDropActions(self) -> Qt.DropAction:
        return Qt.DropAction.MoveAction | Qt.DropAction.CopyAction
