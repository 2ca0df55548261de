"""The bench: one slide in one output, worked on; the strip below shows what becomes of it in the others."""

from functools import cached_property
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QLabel, QSlider, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas_shapes import Framed
from jaunty_frame.app.bench.output_strip import OutputStrip
from jaunty_frame.app.bench.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.placement_page import PlacementPage
from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, photo_key
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.finding_rows import FindingRows
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits import add_close_up
from jaunty_frame.document.model import MOST_STRAIGHTENING, NO_CORRECTION
from jaunty_frame.show.checks.findings import Kind
from jaunty_frame.show.planning.reasons import framing_reasons
from jaunty_frame.show.words import finding_words

if TYPE_CHECKING:
    from jaunty_frame.app.bench.move_page import MovePage
    from jaunty_frame.app.bench.photo_page import PhotoPage

_STEPS = 1000
_PHOTO_PX = 900
_MOST_FINDINGS = 2
_CHOICES_WIDTH = 226
_PAGES = ("Placement", "Move", "Photo")


class Bench(QWidget):
    """Shows and edits the current cell. ``slides`` are all that are chosen on the sheet: choices reach them all."""

    output_chosen = Signal(str)
    remedy_wanted = Signal(object)

    def __init__(self, session: Session, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session, self._images = session, images
        self.cell = BenchCell(session)
        self._photo_request: CellRequest | None = None
        self._without_correction = False
        self._build()
        images.ready.connect(self._on_image)
        session.changed.connect(self.show_document)

    # -- construction

    def _build(self) -> None:
        self.title = QLabel()
        self.title.setProperty("role", "heading")
        self.reason = quiet_label("")
        self.reason.setWordWrap(True)
        self.reason.setMinimumHeight(34)
        self.reason.setMaximumHeight(52)
        self.reason.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.findings = FindingRows()
        self.findings.remedy_wanted.connect(self.remedy_wanted)
        self.canvas = PhotoCanvas()
        self.canvas.areas_changed.connect(self.cell.set_areas)
        self.canvas.framing_changed.connect(self._set_framing)
        self.canvas.gesture_ended.connect(self.cell.end_gesture)
        self.canvas.gesture_cancelled.connect(self.cell.cancel_gesture)
        self.canvas.chosen_changed.connect(self._show_page_document)
        self.canvas.level_line_drawn.connect(self._straighten)
        self.canvas.close_up_wanted.connect(self._add_close_up)
        self.frame_view = FrameView(self._session, self._images)
        self.scrub = QSlider(Qt.Orientation.Horizontal)
        self.scrub.setRange(0, _STEPS)
        self.scrub.setAccessibleName("Instant shown")
        self.scrub.valueChanged.connect(self._show_frame)
        self.instant = quiet_label("")
        self.zones = QCheckBox("Zones")
        self.zones.setChecked(True)
        self.zones.toggled.connect(self._show_zones)
        self.strip = OutputStrip(self.cell, self._images)
        self.strip.chosen.connect(self.output_chosen)

        self.placement_page = PlacementPage(self.cell)
        self.pages = QStackedWidget()
        self.pages.addWidget(self.placement_page)
        self.page_choice = Choice("What to change", list(enumerate(_PAGES)))
        self.page_choice.chosen.connect(self.show_page)
        self._lay_out()
        self.show_page(0)

    # Loaded and made when first wanted: they would take a tenth of the time to the first painted window.

    @cached_property
    def move_page(self) -> "MovePage":
        from jaunty_frame.app.bench.move_page import MovePage

        page = MovePage(self.cell)
        self.pages.addWidget(page)
        return page

    @cached_property
    def photo_page(self) -> "PhotoPage":
        from jaunty_frame.app.bench.photo_page import PhotoPage

        page = PhotoPage(self.cell)
        page.weight_chosen.connect(self._set_weight)
        page.close_up_wanted.connect(lambda: self._add_close_up(self.canvas.chosen_area))
        page.remove_wanted.connect(self.canvas.remove_chosen)
        page.level_line_wanted.connect(self._start_level_line)
        self.pages.addWidget(page)
        return page

    def _lay_out(self) -> None:
        choices = QVBoxLayout()
        choices.setSpacing(8)
        choices.addWidget(self.page_choice)
        choices.addWidget(self.pages, 1)
        side = QWidget()
        side.setLayout(choices)
        choices.setContentsMargins(0, 0, 0, 0)
        side.setFixedWidth(_CHOICES_WIDTH)
        seen = QVBoxLayout()
        seen.setSpacing(4)
        seen.addWidget(self.frame_view, 1)
        seen.addWidget(row_of(self.instant, self.zones))
        seen.addWidget(self.scrub)
        lower = QHBoxLayout()
        lower.setSpacing(14)
        lower.addLayout(seen, 1)
        lower.addWidget(side)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 10, 16, 12)
        layout.setSpacing(5)
        layout.addWidget(self.title)
        layout.addWidget(self.reason)
        # Everything below the title, hidden while there is nothing to work on.
        self.body = QWidget()
        body = QVBoxLayout(self.body)
        body.setContentsMargins(0, 0, 0, 0)
        body.setSpacing(6)
        body.addWidget(self.findings)
        body.addWidget(self.canvas, 1)
        body.addLayout(lower)
        body.addWidget(self.strip)
        layout.addWidget(self.body, 1)
        layout.addStretch(0)

    def show_page(self, number: int) -> None:
        """Show placement (0), move (1) or photo (2)."""
        names = ("placement_page", "move_page", "photo_page")
        self.pages.setCurrentWidget(getattr(self, names[number]))
        self.page_choice.show_value(number)
        self._show_page_document()

    # -- what is shown

    def show_cell(self, slide_id: str, output_id: str) -> None:
        self.cell.slide_id, self.cell.output_id = slide_id, output_id
        self.show_document()

    def show_chosen(self, slide_ids: list[str]) -> None:
        """Say which slides the choices reach."""
        self.cell.chosen = slide_ids
        self.show_document()

    def show_document(self) -> None:
        """Show the current cell as the document has it; the only place that writes to the widgets."""
        cell = self.cell
        self.setEnabled(cell.exists)
        self.body.setVisible(cell.exists)
        if not cell.exists:
            self.title.setText("The bench")
            self.reason.setText("Choose a cell on the sheet, and its framing can be worked on here.")
            self.frame_view.clear()
            return
        more = len(cell.chosen) - 1
        reach = f" and {more} more slides" if more > 0 else ""
        close = ", a close-up" if cell.slide.close_up else ""
        self.title.setText(f"Slide {cell.row + 1} in {cell.output.name}{close}{reach}")
        self.reason.setText(" ".join(framing_reasons(cell.plan, cell.row)))
        found = [
            (finding, finding_words(finding, cell.output))
            for finding in self._session.findings()
            # Bars are what the reasons speak of already.
            if (finding.slide_id, finding.output) == (cell.slide_id, cell.output_id)
            and finding.kind is not Kind.BARS_LEFT
        ]
        self.findings.show_findings(found[:_MOST_FINDINGS])
        self._show_photo_image()
        self.canvas.show_areas(cell.photo.keep_areas)
        self.canvas.show_framing(self._framed())
        self.canvas.show_hint(self._hint())
        self._show_page_document()
        self._show_frame()
        self.strip.show_document()

    def _framed(self) -> Framed:
        framing, photo = self.cell.framing, self.cell.photo
        width, height = photo.upright_size
        return Framed(
            opening=framing.opening,
            closing=framing.closing,
            degrees=(framing.opening_degrees, framing.closing_degrees),
            easing=framing.easing,
            seconds=self.cell.seconds,
            output_width=self.cell.output.width,
            photo_aspect=width / height,
            arc=framing.arc,
        )

    def _hint(self) -> str:
        if self.canvas.draws_level_line:
            return "Draw along what should lie level or stand upright; Esc stops"
        hand_set = self.cell.hand_set
        if hand_set is None:
            return "Drag on the photo to keep an area; drag opening or closing to set them by hand"
        return "Dragging changes the framing set by hand for this output" + (
            "; the opening is found from the closing" if hand_set.opening is None else ""
        )

    def _show_page_document(self) -> None:
        """Let the pages that were made show the cell."""
        if not self.cell.exists:
            return
        self.placement_page.show_document()
        if "move_page" in self.__dict__:
            self.move_page.show_document()
        if "photo_page" in self.__dict__:
            self.photo_page.show_document(self.canvas.chosen_area)

    def _show_photo_image(self) -> None:
        photo = self.cell.photo
        if self._without_correction:
            photo = photo.changed(correction=NO_CORRECTION)
        width, height = photo.upright_size
        shrink = min(1.0, _PHOTO_PX / max(width, height))
        request = CellRequest(photo_key(photo), max(round(width * shrink), 1), max(round(height * shrink), 1))
        self._photo_request = request
        image = self._images.image(request, self._session.source, photo)
        if image is not None or not self.canvas.shows_photo_of(photo.id):
            self.canvas.show_photo(image, (width, height), photo.id)

    def _on_image(self, request: CellRequest) -> None:
        if request == self._photo_request and self.cell.exists:
            self._show_photo_image()

    def _show_frame(self) -> None:
        if not self.cell.exists:
            return
        progress = self.scrub.value() / _STEPS
        seconds = self.cell.seconds
        self.instant.setText(f"At {clock_text(progress * seconds)} of {clock_text(seconds)}")
        self.frame_view.show_frame(self.cell.row, self.cell.output_id, progress, self._without_correction)

    def _show_zones(self, shown: bool) -> None:
        self.frame_view.zones_shown = shown
        self.frame_view.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_B and self.cell.exists:
            self._show_without_correction(True)
        else:
            super().keyPressEvent(event)

    def keyReleaseEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_B and not event.isAutoRepeat() and self._without_correction:
            self._show_without_correction(False)
        else:
            super().keyReleaseEvent(event)

    def _show_without_correction(self, without: bool) -> None:
        if without != self._without_correction:
            self._without_correction = without
            self._show_photo_image()
            self._show_frame()

    # -- edits

    def _set_framing(self, opening: Window, closing: Window, dragged: str) -> None:
        hand_set = self.cell.hand_set
        found = hand_set is not None and hand_set.opening is None and dragged == "closing"
        self.cell.set_framing(None if found else opening, closing)

    def _set_weight(self, weight: float) -> None:
        areas, k = self.cell.photo.keep_areas, self.canvas.chosen_area
        if 0 <= k < len(areas) and areas[k].weight != weight:
            changed = areas[k].changed(weight=weight, origin="hand", confidence=1.0)
            self.cell.set_areas((*areas[:k], changed, *areas[k + 1 :]))
            self.cell.end_gesture()

    def _add_close_up(self, k: int) -> None:
        areas = self.cell.photo.keep_areas
        if 0 <= k < len(areas):
            self.cell.apply(add_close_up(self.cell.slide_id, Window(*areas[k].box)))

    def _start_level_line(self) -> None:
        self.canvas.start_level_line()
        self.canvas.show_hint(self._hint())

    def _straighten(self, slope: float) -> None:
        degrees = min(max(round(-slope, 1), -MOST_STRAIGHTENING), MOST_STRAIGHTENING)
        self.cell.set_on_photo("Straighten", straightening=degrees)
        self.cell.end_gesture()
        self.canvas.show_hint(self._hint())
