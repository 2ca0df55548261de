"""The bench: one slide in one output, worked on. The sheet beside it shows what becomes of the others."""

from fractions import Fraction

from PySide6.QtCore import QSignalBlocker, Qt, Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QDoubleSpinBox,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSlider,
    QVBoxLayout,
    QWidget,
)

from jaunty_frame.app.cell_images import CellImages, CellRequest, photo_key
from jaunty_frame.app.frame_view import FrameView
from jaunty_frame.app.photo_canvas import PhotoCanvas
from jaunty_frame.app.session import Session
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.colour_button import ColourButton
from jaunty_frame.app.window_fields import WindowFields
from jaunty_frame.app.words import MOVE_WORDS, PLACEMENT_WORDS, STRENGTH_WORDS
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.timebase import clock_text
from jaunty_frame.document.edits import drop_framings, set_framing, set_keep_areas, set_on_slides, turn_photos
from jaunty_frame.document.model import BlurredFill, KeepArea, PlainFill
from jaunty_frame.show.findings import Kind
from jaunty_frame.show.reasons import framing_reasons

_STEPS = 1000
_PHOTO_PX = 900


class Bench(QWidget):
    """Shows and edits the current cell. ``slides`` are all that are chosen on the sheet: choices reach them all."""

    closed = Signal()

    def __init__(self, session: Session, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session, self._images = session, images
        self._slide_id = self._output_id = ""
        self._chosen: list[str] = []
        self._photo_request: CellRequest | None = None
        self._gesture = 0
        self._build()
        images.ready.connect(self._on_image)
        session.changed.connect(self.show_document)

    # -- construction

    def _build(self) -> None:
        self.title = QLabel()
        self.title.setProperty("role", "heading")
        self.reason = QLabel()
        self.reason.setProperty("role", "quiet")
        self.reason.setWordWrap(True)
        self.reason.setMinimumHeight(34)
        self.reason.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.canvas = PhotoCanvas()
        self.canvas.areas_changed.connect(self._set_areas)
        self.canvas.framing_changed.connect(self._set_framing)
        self.canvas.gesture_ended.connect(self._end_gesture)
        self.canvas.gesture_cancelled.connect(self._cancel_gesture)
        self.frame_view = FrameView(self._session, self._images)
        self.window_fields = WindowFields()
        self.window_fields.changed.connect(self._type_framing)

        self.placement = Choice("Placement", list(PLACEMENT_WORDS.items()))
        self.move_choice = Choice("Move", list(MOVE_WORDS.items()))
        self.strength = Choice("Strength", list(STRENGTH_WORDS.items()))
        self.fill = Choice("Fill", [("blurred", "Blurred"), ("colour", "Colour")])
        self.placement.chosen.connect(lambda value: self._set_on_chosen("Placement", placement=value))
        self.move_choice.chosen.connect(lambda value: self._set_on_chosen("Move", move=value))
        self.strength.chosen.connect(lambda value: self._set_on_chosen("Strength", strength=value))
        self.fill.chosen.connect(self._set_fill)
        self.colour = ColourButton("Fill colour")
        self.colour.chosen.connect(lambda code: self._set_on_chosen("Fill", fill=PlainFill(colour=code)))
        self.seconds = QDoubleSpinBox()
        self.seconds.setRange(0.1, 3600)
        self.seconds.setDecimals(2)
        self.seconds.setSingleStep(0.5)
        self.seconds.setSuffix(" s")
        self.seconds.setAccessibleName("Seconds this slide is seen")
        self.seconds.setKeyboardTracking(False)
        self.seconds.valueChanged.connect(self._set_seconds)
        self.scrub = QSlider(Qt.Orientation.Horizontal)
        self.scrub.setRange(0, _STEPS)
        self.scrub.setAccessibleName("Instant shown")
        self.scrub.valueChanged.connect(self._show_frame)
        self.instant = QLabel()
        self.instant.setProperty("role", "quiet")
        self.zones = QCheckBox("Zones")
        self.zones.setChecked(True)
        self.zones.toggled.connect(self._show_zones)
        self.back_to_solved = QPushButton("Back to solved")
        self.back_to_solved.clicked.connect(self._drop_framing)
        self.turn_left = QPushButton("Turn left")
        self.turn_left.clicked.connect(lambda: self._turn(3))
        self.turn_right = QPushButton("Turn right")
        self.turn_right.clicked.connect(lambda: self._turn(1))
        for button in (self.turn_left, self.turn_right, self.back_to_solved):
            button.setProperty("role", "plain")
        self._lay_out()

    def _lay_out(self) -> None:
        tools = QHBoxLayout()
        tools.setSpacing(2)
        hint = QLabel("Drag over the photo to keep an area")
        hint.setProperty("role", "quiet")
        tools.addWidget(hint, 1)
        tools.addWidget(self.turn_left)
        tools.addWidget(self.turn_right)
        tools.addWidget(self.back_to_solved)

        choices = QVBoxLayout()
        choices.setSpacing(3)
        for label, widget in (
            ("Placement", self.placement),
            ("Move", self.move_choice),
            ("Strength", self.strength),
            ("Fill", self._row(self.fill, self.colour)),
            ("Seconds", self.seconds),
        ):
            name = QLabel(label)
            name.setProperty("role", "quiet")
            choices.addWidget(name)
            choices.addWidget(widget)
            choices.addSpacing(7)
        choices.addWidget(self._row(self.instant, self.zones))
        choices.addWidget(self.scrub)
        choices.addStretch(1)

        lower = QHBoxLayout()
        lower.setSpacing(16)
        seen = QVBoxLayout()
        seen.setSpacing(10)
        seen.addWidget(self.frame_view, 1)
        seen.addWidget(self.window_fields)
        lower.addLayout(seen, 1)
        lower.addLayout(choices, 0)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 12, 16, 16)
        layout.setSpacing(6)
        layout.addWidget(self.title)
        layout.addWidget(self.reason)
        # Everything below the title, hidden while there is nothing to work on.
        self.body = QWidget()
        body = QVBoxLayout(self.body)
        body.setContentsMargins(0, 0, 0, 0)
        body.setSpacing(6)
        body.addWidget(self.canvas, 5)
        body.addLayout(tools)
        body.addLayout(lower, 6)
        layout.addWidget(self.body, 1)
        layout.addStretch(0)

    @staticmethod
    def _row(*widgets: QWidget) -> QWidget:
        row = QWidget()
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        for k, widget in enumerate(widgets):
            layout.addWidget(widget, 1 if k == 0 else 0)
        return row

    # -- what is shown

    def show_cell(self, slide_id: str, output_id: str) -> None:
        if (slide_id, output_id) != (self._slide_id, self._output_id):
            self._slide_id, self._output_id = slide_id, output_id
        self.show_document()

    def show_chosen(self, slide_ids: list[str]) -> None:
        """Say which slides the choices reach."""
        self._chosen = slide_ids
        self.show_document()

    def _row_index(self) -> int:
        return next((k for k, slide in enumerate(self._session.project.slides) if slide.id == self._slide_id), -1)

    def show_document(self) -> None:
        """Show the current cell as the document has it; the only place that writes to the widgets."""
        project, row = self._session.project, self._row_index()
        known = any(output.id == self._output_id for output in project.outputs)
        self.setEnabled(row >= 0 and known)
        self.body.setVisible(row >= 0 and known)
        if row < 0 or not known:
            self.title.setText("The bench")
            self.reason.setText("Choose a cell on the sheet, and its framing can be worked on here.")
            self.frame_view.clear()
            return
        output = project.output(self._output_id)
        slide, rules = project.slides[row], project.house_rules
        plan = self._session.plans()[self._output_id]
        photo, framing = plan.photo(row), plan.framing(row)
        more = len(self._chosen) - 1
        self.title.setText(f"Slide {row + 1} in {output.name}" + (f" and {more} more slides" if more > 0 else ""))
        said = framing_reasons(plan, row)
        for finding in self._session.findings():
            # Bars are what the reason speaks of already.
            if (finding.slide_id, finding.output) == (slide.id, output.id) and finding.kind is not Kind.BARS_LEFT:
                said.append(f"!  {finding.sentence}")
        self.reason.setText("  ".join(said))
        self._show_photo_image(row)
        self.canvas.show_areas(photo.keep_areas)
        seconds = float(project.seconds_of(slide))
        self.canvas.show_framing(framing.opening, framing.closing, framing.easing, seconds, output.width)
        self.window_fields.show_windows(framing.opening, framing.closing)
        blockers = [QSignalBlocker(widget) for widget in (self.seconds, self.scrub)]
        self.placement.show_value(slide.placement or rules.placement)
        self.move_choice.show_value(slide.move or rules.move)
        self.strength.show_value(slide.strength or rules.strength)
        fill = slide.fill or rules.fill
        self.fill.show_value(fill.kind)
        self.colour.setVisible(isinstance(fill, PlainFill))
        if isinstance(fill, PlainFill):
            self.colour.show_value(fill.colour)
        self.seconds.setValue(seconds)
        self.back_to_solved.setEnabled(framing.placement is None)
        del blockers
        self._show_frame()

    def _show_photo_image(self, row: int) -> None:
        project = self._session.project
        photo = project.photo(project.slides[row].photo)
        width, height = photo.upright_size
        shrink = min(1.0, _PHOTO_PX / max(width, height))
        request = CellRequest(photo_key(photo), max(round(width * shrink), 1), max(round(height * shrink), 1))
        self._photo_request = request
        self.canvas.show_photo(self._images.image(request, self._session.source, photo), (width, height))

    def _on_image(self, request: CellRequest) -> None:
        row = self._row_index()
        if request == self._photo_request and row >= 0:
            self._show_photo_image(row)

    def _show_frame(self) -> None:
        row = self._row_index()
        if row < 0:
            return
        progress = self.scrub.value() / _STEPS
        seconds = float(self._session.project.seconds_of(self._session.project.slides[row]))
        self.instant.setText(f"At {clock_text(progress * seconds)} of {clock_text(seconds)}")
        self.frame_view.show_frame(row, self._output_id, progress)

    def _show_zones(self, shown: bool) -> None:
        self.frame_view.zones_shown = shown
        self.frame_view.update()

    # -- edits

    def _targets(self) -> list[str]:
        return self._chosen if self._slide_id in self._chosen else [self._slide_id]

    def _set_on_chosen(self, label: str, merge: str = "", **fields: object) -> None:
        self._session.apply(set_on_slides(self._targets(), label, merge, **fields))

    def _set_fill(self, kind: str) -> None:
        self._set_on_chosen("Fill", fill=PlainFill() if kind == "colour" else BlurredFill())

    def _set_seconds(self, value: float) -> None:
        self._set_on_chosen("Seconds", f"seconds-{self._slide_id}", seconds=Fraction(round(value * 100), 100))

    def _turn(self, quarter_turns: int) -> None:
        project = self._session.project
        self._session.apply(turn_photos({project.slide(name).photo for name in self._targets()}, quarter_turns))

    def _set_areas(self, areas: tuple[KeepArea, ...]) -> None:
        photo_id = self._session.project.slide(self._slide_id).photo
        self._session.apply(set_keep_areas(photo_id, areas, merge=f"areas-{photo_id}-{self._gesture}"))

    def _set_framing(self, opening: Window, closing: Window) -> None:
        merge = f"framing-{self._slide_id}-{self._output_id}-{self._gesture}"
        self._session.apply(set_framing(self._slide_id, self._output_id, opening, closing, merge))

    def _type_framing(self, opening: Window, closing: Window) -> None:
        self._set_framing(opening, closing)
        self._end_gesture()

    def _end_gesture(self) -> None:
        self._gesture += 1
        self._session.close_gesture()

    def _cancel_gesture(self) -> None:
        """Take back what the drag has done so far."""
        if self._session.gesture_key().endswith(f"-{self._gesture}"):
            self._session.undo()
        self._end_gesture()

    def _drop_framing(self) -> None:
        self._session.apply(drop_framings([(name, self._output_id) for name in self._targets()]))
