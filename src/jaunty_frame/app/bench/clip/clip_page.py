"""Which part of a clip a slide shows, how fast, and what is heard of it."""

from fractions import Fraction
from typing import Any, ClassVar

from PySide6.QtGui import QImage
from PySide6.QtWidgets import QBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.clip.trim_strip import TrimStrip
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.cell_images import CellRequest, photo_request
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.basis.fields import editable_fields
from jaunty_frame.document.edits.clips import set_clip, split_clip
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.photo import Moving
from jaunty_frame.errors import UsageError

_TYPED = 74


class ClipPage(BenchPage):
    """Of the clip in the cell; speed and sound of all clips among the slides that are chosen."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self._at = 0.0
        self._asked: set[CellRequest] = set()
        self.strip = TrimStrip(self._picture)
        self.strip.dragged.connect(self._drag)
        self.strip.settled.connect(self._settle)
        self.strip.wanted.connect(self._look_at)
        frame_view.images.ready.connect(self._on_image)
        self.begins, self.ends = QLineEdit(), QLineEdit()
        for field, name, take in ((self.begins, "Begins", self._type_begin), (self.ends, "Ends", self._type_end)):
            field.setAccessibleName(f"{name}, seconds of the clip")
            field.setToolTip("Seconds, like 2.5; or 2s12f; or 0:02")
            field.setFixedWidth(_TYPED)
            field.editingFinished.connect(take)
        self.said = quiet_label("")
        self.said.setWordWrap(True)
        self.begin_here, self.end_here = QPushButton("Begin here"), QPushButton("End here")
        self.split, self.still = QPushButton("Split here"), QPushButton("Keep this picture")
        self.begin_here.clicked.connect(lambda: self._set(begins=self._moment()))
        self.end_here.clicked.connect(lambda: self._set(ends=self._moment() + 1 / self._moving.rate))
        self.split.clicked.connect(self._split)
        self.split.setToolTip("Make two slides of this one, at the moment that is seen")
        self.still.clicked.connect(self.still_wanted)
        self.still.setToolTip("Make a photo of the picture that is seen, after this slide")
        for button in (self.begin_here, self.end_here, self.split, self.still):
            button.setProperty("role", "small")
        self.fields = ValueFields(columns=2, sliders=True)
        self.fields.chosen.connect(self._set_fields)
        self.fields.settled.connect(cell.end_gesture)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(5)
        layout.addWidget(self.strip)
        self._rows = [QBoxLayout(QBoxLayout.Direction.LeftToRight) for _ in range(2)]
        typed = row_of(quiet_label("Begins"), self.begins, quiet_label("Ends"), self.ends, stretch_first=False)
        pairs = (self.begin_here, self.end_here), (self.split, self.still)
        buttons = [row_of(*pair, stretch_first=False) for pair in pairs]
        for row, widgets in zip(self._rows, ((typed, self.said), buttons), strict=True):
            row.setSpacing(6)
            for widget in widgets:
                row.addWidget(widget)
            row.addStretch(1)
            layout.addLayout(row)
        layout.addWidget(self.fields)
        layout.addStretch(1)

    def lay_out_beside(self, beside: bool) -> None:
        direction = QBoxLayout.Direction
        for row in self._rows:
            row.setDirection(direction.TopToBottom if beside else direction.LeftToRight)
        self.fields.set_columns(1 if beside else 2)

    @property
    def _exhibit(self) -> ClipExhibit:
        assert isinstance(self.cell.slide.exhibit, ClipExhibit)
        return self.cell.slide.exhibit

    @property
    def _moving(self) -> Moving:
        moving = self.cell.photo.moving
        assert moving is not None
        return moving

    def show_at(self, at: float) -> None:
        self._at = at
        self.strip.show_moment(self._moment())

    def _moment(self) -> Fraction:
        return self.cell.moment_of_file(self._at)

    def show_document(self) -> None:
        exhibit, moving = self._exhibit, self._moving
        part = exhibit.part_of(moving)
        width, height = self.cell.photo.upright_size
        self.strip.show_clip(moving, width / height, part)
        for field, at in zip((self.begins, self.ends), part, strict=True):
            if not field.hasFocus() or not field.isModified():
                field.setText(f"{float(at):.2f}")
        taken, shown = part[1] - part[0], self.cell.settings.seconds
        said = f"{clock_text(taken)} of {clock_text(moving.seconds)}"
        natural = taken / exhibit.speed
        if shown > natural and self.cell.slide.seconds is not None:
            ends = "begins again" if exhibit.beyond == "repeat" else "stays at its last picture"
            said += f"; the slide lasts {clock_text(shown)}, so it {ends}"
        elif shown < natural:
            said += f"; the slide lasts {clock_text(shown)}, so its end is not seen"
        self.said.setText(f"{said}.")
        self.fields.show_value(exhibit)
        self.show_at(self._at)

    # -- what is done

    def _set(self, **fields: Any) -> None:
        try:
            self.cell.apply(set_clip([self.cell.slide_id], "Part of the clip", **fields), "clip", self.cell.slide_id)
        except UsageError as error:
            self.said.setText(str(error))
            return
        self.cell.end_gesture()

    def _drag(self, begins: Fraction, ends: Fraction, end: int) -> None:
        last = None if ends >= self._moving.seconds else ends
        edit = set_clip([self.cell.slide_id], "Part of the clip", begins=begins, ends=last)
        self.cell.apply(edit, "clip", self.cell.slide_id)
        # The picture at the end that is dragged is what one looks for.
        first = (end == 0) != self._exhibit.backwards
        self.frame_view.show_frame(self.cell.slide_id, self.cell.output_id, 0.0 if first else 1.0)

    def _settle(self) -> None:
        self.cell.end_gesture()

    def _look_at(self, at: Fraction) -> None:
        """Go to the moment of the slide at which a moment of the file is seen."""
        begins, ends = self._exhibit.part_of(self._moving)
        passed = (ends - at if self._exhibit.backwards else at - begins) / self._exhibit.speed
        share = float(passed / self.cell.settings.seconds)
        self.moment_wanted.emit(min(max(share, 0.0), 1.0))

    def _type_begin(self) -> None:
        self._type(self.begins, "begins")

    def _type_end(self) -> None:
        self._type(self.ends, "ends")

    def _type(self, field: QLineEdit, name: str) -> None:
        if not field.isModified() or not self.cell.exists:
            return
        field.setModified(False)
        before = self._exhibit.part_of(self._moving)[0 if name == "begins" else 1]
        try:
            at = typed_seconds(field.text(), self._moving.rate).applied(before)
        except UsageError as error:
            self.said.setText(str(error))
            return
        self._set(**{name: at})

    def _set_fields(self, shown: ClipExhibit) -> None:
        before = self._exhibit
        names = [field.name for field in editable_fields(ClipExhibit)]
        changed = {name: value for name in names if (value := getattr(shown, name)) != getattr(before, name)}
        if changed:
            self.cell.apply(set_clip(self.cell.targets(), "Clip", **changed), "clip", *changed, self.cell.slide_id)

    def _split(self) -> None:
        try:
            self.cell.apply(split_clip(self.cell.slide_id, self._moment()))
        except UsageError as error:
            self.said.setText(str(error))

    # -- pictures

    def _picture(self, n: int, width: int, height: int) -> QImage | None:
        request = photo_request(self.cell.photo, width, height, n)
        image = self.frame_view.images.image(request, self.cell.session.source)
        if image is None:
            self._asked.add(request)
        return image

    def _on_image(self, request: CellRequest) -> None:
        if request in self._asked:
            self._asked.discard(request)
            self.strip.update()
