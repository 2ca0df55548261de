"""The set: all photos of the project, shown or not, grouped, sorted and filtered; unused ones are one drag away."""

from collections.abc import Callable, Sequence
from datetime import datetime
from typing import Any

from PySide6.QtCore import QSize, Qt, QTimer
from PySide6.QtGui import QDrag, QIcon, QPixmap
from PySide6.QtWidgets import (
    QAbstractItemView,
    QCheckBox,
    QLineEdit,
    QPushButton,
    QTreeWidget,
    QTreeWidgetItem,
    QWidget,
)

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.cell_images import CellRequest, photo_request
from jaunty_frame.app.project.clipboard import photos_data
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import named, row_of
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.material.photos import remove_photos, show_photos
from jaunty_frame.document.photo import Photo, Shape
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.words import counted

_PICTURE_PX = 44
_NS = 1_000_000_000


class _PhotoTree(QTreeWidget):
    """Photos can be dragged out of it, onto the sheet or into another window."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self.setAccessibleName("Photos of the set")
        self.setHeaderHidden(True)
        self.setColumnCount(1)
        self.setIconSize(QSize(_PICTURE_PX, _PICTURE_PX))
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.setDragEnabled(True)
        self.setDragDropMode(QAbstractItemView.DragDropMode.DragOnly)
        self.setIndentation(14)

    def photo_ids(self) -> list[str]:
        """Return the ids of the chosen photos, in their order."""
        chosen = [item for item in self.selectedItems() if item.data(0, Qt.ItemDataRole.UserRole)]
        return [item.data(0, Qt.ItemDataRole.UserRole) for item in sorted(chosen, key=lambda item: self._place(item))]

    def _place(self, item: QTreeWidgetItem) -> tuple[int, int]:
        group = item.parent()
        assert group is not None  # groups themselves have no photo
        return self.indexOfTopLevelItem(group), group.indexOfChild(item)

    def startDrag(self, actions: Qt.DropAction) -> None:
        """Drag the chosen photos. Not by mimeData, whose data Qt and Python would both delete."""
        if self.photo_ids():
            drag = QDrag(self)
            drag.setMimeData(photos_data(self._session, set(self.photo_ids())))
            drag.exec(Qt.DropAction.CopyAction)


class SetPanel(SidePanel):
    """A double click, or Return, shows a photo at the end of the show."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._by = "time"
        self._shown: tuple = ()
        self._waiting: dict[CellRequest, QTreeWidgetItem] = {}
        self.by = Choice("Grouped by", [(name, words) for name, (words, _, _) in _GROUPS.items()])
        self.by.chosen.connect(self._set_by)
        self.filter = QLineEdit()
        self.filter.setPlaceholderText("part of a name")
        self.filter.setAccessibleName("Only photos with this in their names")
        self.filter.textChanged.connect(lambda _: self._fill())
        self.unused = QCheckBox("Only those that are not shown")
        self.unused.toggled.connect(lambda _: self._fill())
        self.tree = _PhotoTree(desk.session)
        # Later: the tree is filled anew, and its item is still in Qt's hands.
        self.tree.itemActivated.connect(lambda *_: QTimer.singleShot(0, self, self._show_chosen))
        self.tree.itemSelectionChanged.connect(self._show_buttons)
        self.show_button = QPushButton("Show at the end")
        self.show_button.clicked.connect(self._show_chosen)
        self.choose_button = QPushButton("Choose their slides")
        self.choose_button.clicked.connect(self._choose_slides)
        self.remove_button = QPushButton("Remove from the set")
        self.remove_button.clicked.connect(lambda: self.session.apply(remove_photos(self.tree.photo_ids())))
        self.find_button = QPushButton("Find missing photos in a folder…")
        self.find_button.clicked.connect(desk.importer.ask_where_files_are)
        self.lay_out(
            "Set",
            "",
            named("Grouped by", self.by),
            row_of(self.filter, self.unused),
            self.tree,
            row_of(self.show_button, self.choose_button, self.remove_button, stretch_first=False),
            self.find_button,
            scrolls=False,
        )
        desk.images.ready.connect(self._on_image)

    def first_focus(self) -> QWidget:
        return self.filter

    def _set_by(self, by: str) -> None:
        self._by = by
        self._fill()

    def show_document(self) -> None:
        project = self.session.project
        of = project.photos, tuple(slide.exhibit.photos for slide in project.slides), self.session.shown.states
        if of != self._shown:
            self._shown = of
            self._fill()
        missing = sum(self.session.shown.states.get(one.id) is FileState.MISSING for one in project.photos)
        self.find_button.setVisible(missing > 0)
        self._show_buttons()

    def _show_buttons(self) -> None:
        for button in (self.show_button, self.choose_button, self.remove_button):
            button.setEnabled(bool(self.tree.photo_ids()))

    def _fill(self) -> None:
        project = self.session.project
        self.by.show_value(self._by)
        used: dict[str, int] = {}
        for slide in project.slides:
            for name in slide.exhibit.photos:
                used[name] = used.get(name, 0) + 1
        wanted = self.filter.text().casefold()
        photos = [
            photo
            for photo in project.photos
            if wanted in _name(photo).casefold() and not (self.unused.isChecked() and used.get(photo.id))
        ]
        idle = len(project.photos) - len(used)
        shown = f", {idle} of them not shown" if idle else ", all shown" if used else ""
        self.said.setText(f"{_counted_kinds(project.photos) or '0 photos'}{shown}. Drag them onto the sheet.")
        self.said.show()
        self.tree.clear()
        self._waiting.clear()
        _, group_of, key = _GROUPS[self._by]
        groups: dict[str, QTreeWidgetItem] = {}
        members: dict[str, list[Photo]] = {}
        for photo in sorted(photos, key=key):
            title = group_of(photo)
            members.setdefault(title, []).append(photo)
            if title not in groups:
                groups[title] = QTreeWidgetItem([title])
                groups[title].setFlags(Qt.ItemFlag.ItemIsEnabled)
                self.tree.addTopLevelItem(groups[title])
                groups[title].setExpanded(True)
            self._add(groups[title], photo, used.get(photo.id, 0))
        for title, item in groups.items():
            item.setText(0, f"{title}, {_counted_kinds(members[title])}")

    def _add(self, group: QTreeWidgetItem, photo: Photo, used: int) -> None:
        width, height = photo.upright_size
        shown = "not shown" if not used else "shown" if used == 1 else f"shown {used} times"
        state = self.session.shown.states.get(photo.id, FileState.PRESENT)
        marks = "" if state is FileState.PRESENT else f", {state.value}"
        marks += ", seems to lie on its side" if photo.seems_turned else ""
        lasts = f", {clock_text(photo.moving.seconds)}" if photo.moving is not None else ""
        item = QTreeWidgetItem([f"{_name(photo)}\n{width}×{height}, {photo.shape.value}{lasts}, {shown}{marks}"])
        item.setData(0, Qt.ItemDataRole.UserRole, photo.id)
        item.setSizeHint(0, QSize(0, _PICTURE_PX + 6))
        group.addChild(item)
        shrink = _PICTURE_PX / max(width, height)
        request = photo_request(photo, max(round(width * shrink), 1), max(round(height * shrink), 1))
        image = self.desk.images.image(request, self.session.source)
        if image is None:
            self._waiting[request] = item
        else:
            item.setIcon(0, QIcon(QPixmap.fromImage(image)))

    def _on_image(self, request: CellRequest) -> None:
        item = self._waiting.pop(request, None)
        image = self.desk.images.image(request, self.session.source) if item is not None else None
        if item is not None and image is not None:
            item.setIcon(0, QIcon(QPixmap.fromImage(image)))

    def _show_chosen(self) -> None:
        if self.tree.photo_ids():
            self.session.apply(show_photos(self.tree.photo_ids()))

    def _choose_slides(self) -> None:
        wanted = set(self.tree.photo_ids())
        slides = self.session.project.slides
        self.desk.cells.choose_slides([slide.id for slide in slides if wanted.intersection(slide.exhibit.photos)])


def _name(photo: Photo) -> str:
    return photo.path.rsplit("/", 1)[-1]


def _counted_kinds(photos: Sequence[Photo]) -> str:
    """Return how many photos and clips there are: "3 photos, 1 clip"."""
    clips = sum(photo.moving is not None for photo in photos)
    counts = ((len(photos) - clips, "photo"), (clips, "clip"))
    return ", ".join(counted(count, noun) for count, noun in counts if count)


def _day(photo: Photo) -> str:
    return photo.taken[:10] or "No capture time"


def _file_day(photo: Photo) -> str:
    return datetime.fromtimestamp(photo.modified / _NS).strftime("%Y-%m-%d") if photo.modified else "No date"


_SHAPES = tuple(Shape)
_GROUPS: dict[str, tuple[str, Callable[[Photo], str], Callable[[Photo], Any]]] = {
    "time": ("Capture time", _day, lambda photo: (not photo.taken, photo.taken, _name(photo).casefold())),
    "name": ("Name", lambda photo: _name(photo)[:1].upper(), lambda photo: _name(photo).casefold()),
    "date": ("File date", _file_day, lambda photo: (photo.modified, _name(photo).casefold())),
    "shape": (
        "Shape",
        lambda photo: photo.shape.value.capitalize(),
        lambda photo: (_SHAPES.index(photo.shape), _name(photo).casefold()),
    ),
    "kind": (
        "Kind",
        lambda photo: "Still" if photo.moving is None else "Moving",
        lambda photo: (photo.moving is not None, _name(photo).casefold()),
    ),
}
"""What photos can be grouped by: the words for it, the group of a photo, and the order."""
