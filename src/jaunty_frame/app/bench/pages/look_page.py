"""On the bench: what lies behind the photo and how it is mounted, worked on at the frame itself."""

from typing import ClassVar

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QGridLayout, QPushButton, QSizePolicy, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.canvas.print_tool import PrintTool
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.kind_editor import KindEditor
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.document.basis.fields import editable_fields
from jaunty_frame.document.edits.groups import set_exhibit
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.exhibit import Exhibit
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.mount import MOUNT_PARTS, Mount
from jaunty_frame.show.frames.content import fill_alone, photo_alone, slide_content

_FILL, _TOGETHER = "Fill", "Together"
_SEEN = (("all", "Both"), ("fill", "Fill"), ("photo", "Photo"))
_CONTENTS = {"all": slide_content, "fill": fill_alone, "photo": photo_alone}
_BEYOND = 0.16
# What stands at the page's foot, row by row.
_FOOT_BELOW = (("seen", "beyond", "pick"), ("here_only", "back", "for_all"))
_FOOT_BESIDE = (("seen", "beyond"), ("here_only", "pick"), ("back", "for_all"))


def _parts(shared: bool, has_photo: bool = True) -> list[tuple[str, str]]:
    names = (_FILL, *(MOUNT_PARTS if has_photo else ()), *((_TOGETHER,) if shared else ()))
    return [(name, name) for name in names]


class LookPage(BenchPage):
    """Fill and mount, of the slides that are chosen, or in this output only."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self.part = Choice("Part of the look", _parts(False))
        self.part.chosen.connect(self.show_part)
        self.here_only = QCheckBox("Only in this output")
        self.here_only.setToolTip("What is changed here holds in this output only")
        self.back = QPushButton("As the house rules")
        self.back.clicked.connect(self._drop_own)
        self.for_all = QPushButton("For all slides")
        self.for_all.setToolTip("Make this fill and this mount the house rules")
        self.for_all.clicked.connect(self._set_for_all)
        self.pick = QPushButton("Pick a colour")
        self.pick.setToolTip("Click on the frame to take a colour from it")
        self.pick.clicked.connect(self._pick)
        self.seen = Choice("What is seen", list(_SEEN))
        self.seen.show_value("all")
        self.seen.chosen.connect(self._show_seen)
        self.beyond = QCheckBox("Beyond")
        self.beyond.setToolTip("Leave room about the frame, to see prints that reach beyond it")
        self.beyond.toggled.connect(self._show_beyond)
        for button in (self.back, self.for_all, self.pick):
            button.setProperty("role", "small")
        self.fill = KindEditor("Fill", FILLS, fields=ValueFields(columns=2, sliders=True))
        self.fill.chosen.connect(lambda value: self._set("Fill", fill=value))
        self.fill.settled.connect(cell.end_gesture)
        self.mounts: dict[str, ValueFields] = {}
        self.parts = QStackedWidget()
        self._places = {_FILL: self._scrolled(self.fill)}
        for name, fields in MOUNT_PARTS.items():
            editor = self.mounts[name] = ValueFields(fields, columns=2, sliders=True)
            editor.chosen.connect(lambda value: self._set("Mount", mount=value))
            editor.settled.connect(cell.end_gesture)
            self._places[name] = self._scrolled(editor)
        self.exhibit = ValueFields(columns=2, sliders=True)
        self.exhibit.chosen.connect(self._set_exhibit)
        self.exhibit.settled.connect(cell.end_gesture)
        self._places[_TOGETHER] = self._scrolled(self.exhibit)
        self.tool = PrintTool(cell, frame_view, lambda mount: self._set("Mount", mount=mount))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        layout.addWidget(self.part)
        layout.addWidget(self.parts)
        layout.addStretch(1)
        self._foot = QGridLayout()
        self._foot.setSpacing(4)
        layout.addLayout(self._foot)
        self.show_part(_FILL)

    def lay_out_beside(self, beside: bool) -> None:
        self.part.set_columns(3 if beside else 0)
        self.fill.kind_choice.set_columns(3 if beside else 4)
        for fields in (self.fill.value_fields, self.exhibit, *self.mounts.values()):
            fields.set_columns(1 if beside else 2)
        rows = _FOOT_BESIDE if beside else _FOOT_BELOW
        for row, names in enumerate(rows):
            for column, name in enumerate(names):
                self._foot.addWidget(getattr(self, name), row, column)
        for column in range(3):
            self._foot.setColumnStretch(column, 1 if column == 0 else 0)

    def _scrolled(self, editor: QWidget) -> QWidget:
        holder = QWidget()
        layout = QVBoxLayout(holder)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(editor, 0, Qt.AlignmentFlag.AlignTop)
        layout.addStretch(1)
        self.parts.addWidget(holder)
        return holder

    def show_part(self, name: str) -> None:
        self.part.show_value(name)
        # As high as the part that is shown, not as the highest.
        for other, place in self._places.items():
            policy = QSizePolicy.Policy.Preferred if other == name else QSizePolicy.Policy.Ignored
            place.setSizePolicy(policy, policy)
        self.parts.setCurrentWidget(self._places[name])
        self.pick.setVisible(name in (_FILL, "Border", "Shadow"))

    def entered(self, shown: bool) -> None:
        self.frame_view.tool = self.tool if shown else None
        self.frame_view.content_of = _CONTENTS[self.seen.value] if shown else slide_content
        self.frame_view.room_about = _BEYOND if shown and self.beyond.isChecked() else 0.0
        self.frame_view.refresh()

    def show_document(self) -> None:
        cell = self.cell
        own = cell.slide.in_output(cell.output_id)
        has_own = bool(own) or cell.slide.fill is not None or cell.slide.mount is not None
        self.back.setEnabled(has_own)
        self.back.setText("As the house rules" if not own else "As in the other outputs")
        photos = [(photo.id, photo.path.rsplit("/", 1)[-1]) for photo in cell.project.photos]
        exhibit = cell.slide.exhibit
        shared = bool(editable_fields(type(exhibit)))
        offered = _parts(shared, cell.has_photo)
        if self.part.options != offered:
            self.part.set_options(offered)
            if self.part.value not in dict(offered):
                self.show_part(_FILL)
        if shared:
            self.exhibit.show_value(exhibit)
        self.fill.offer_photos(photos)
        self.fill.show_value(cell.plan.fill(cell.position))
        if cell.has_photo:
            for editor in self.mounts.values():
                editor.show_value(cell.mount)
        self.frame_view.update()

    def _set(self, label: str, **fields: Fill | Mount) -> None:
        here_only = self.here_only.isChecked() or self._is_own(fields)
        if here_only:
            label = f"{label} in {self.cell.output.name}"
        self.cell.set_look(label, here_only, **fields)

    def _set_exhibit(self, exhibit: Exhibit) -> None:
        self.cell.apply(set_exhibit(self.cell.slide_id, exhibit), "exhibit", self.cell.slide_id)

    def _is_own(self, fields: dict[str, Fill | Mount]) -> bool:
        """Return whether the output has such a thing of its own already, which alone is seen here."""
        own = self.cell.slide.in_output(self.cell.output_id)
        return own is not None and any(getattr(own, name) is not None for name in fields)

    def _drop_own(self) -> None:
        if self.cell.slide.in_output(self.cell.output_id):
            self.cell.set_look("Look as elsewhere", True, fill=None, mount=None)
        else:
            self.cell.set_look("Look as the house rules", False, fill=None, mount=None)
        self.cell.end_gesture()

    def _set_for_all(self) -> None:
        fields: dict[str, Fill | Mount] = {"fill": self.cell.plan.fill(self.cell.position)}
        mounting = self.cell.plan.mounting(self.cell.row) if self.cell.has_photo else None
        if mounting is not None and not (mounting.is_plain or mounting.by_itself):
            fields["mount"] = mounting.mount
        self.cell.apply(set_for_all("Look of all", **fields))

    def _show_seen(self, what: str) -> None:
        self.seen.show_value(what)
        self.entered(True)

    def _show_beyond(self, shown: bool) -> None:
        self.entered(True)

    def _pick(self) -> None:
        """Take the next colour that is clicked on the frame for the part that is shown."""
        self.tool.pick.ask(self._set_picked)

    def _set_picked(self, code: str) -> None:
        part = self.part.value
        if part == _FILL:
            fill = self.cell.plan.fill(self.cell.position)
            name = next((name for name in ("colour", "first", "wash") if name in type(fill).model_fields), None)
            if name is not None:
                self._set("Fill", fill=fill.changed(**{name: code}))
        elif part in MOUNT_PARTS:
            of_mount = "border_colour" if part == "Border" else "shadow_colour"
            self._set("Mount", mount=self.cell.mount.changed(**{of_mount: code}))
        self.cell.end_gesture()
