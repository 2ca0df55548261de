"""The photo of the cell on the bench: its picture, what is known of it, and what drags on it make."""

from fractions import Fraction

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.canvas.shapes import Framed
from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, photo_request
from jaunty_frame.app.project.session import Session
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.photo import MOST_STRAIGHTENING, NO_CORRECTION

_PHOTO_PX = 900


class BenchPhoto(QObject):
    """``canvas`` shows the photo; ``without_correction`` as it would be without."""

    def __init__(self, session: Session, images: CellImages, cell: BenchCell, parent: QWidget) -> None:
        super().__init__(parent)
        self._session, self._images, self._cell = session, images, cell
        self._request: CellRequest | None = None
        self._at = 0.0
        self.without_correction = False
        self.canvas = PhotoCanvas()
        self.canvas.areas_changed.connect(self._set_areas)
        self.canvas.framing_changed.connect(self._set_framing)
        self.canvas.gesture_ended.connect(cell.end_gesture)
        self.canvas.gesture_cancelled.connect(cell.cancel_gesture)
        self.canvas.level_line_drawn.connect(self._straighten)
        self.canvas.level_line_started.connect(self._show_hint)
        self.canvas.chosen_changed.connect(self._show_hint)
        self.canvas.close_up_wanted.connect(cell.add_close_up)
        images.ready.connect(self._on_image)

    def show_document(self) -> None:
        """Show the photo as the document has it; ``show_at`` follows."""
        self.show_image()
        self._show_areas()
        self.canvas.show_framing(self._framed())
        self._show_hint()

    def show_at(self, at: float) -> None:
        """Show a clip as it is at ``at`` in 0..1 of the slide, and where what is tracked in it is then."""
        self._at = at
        if self._cell.has_photo:
            tracks = self._cell.slide.exhibit.tracks_of(self._cell.photo)
            self.canvas.show_tracks(tracks, self._seconds_of_file() if tracks else 0.0)
            if self._cell.photo.moving is not None and not self.canvas.isHidden():
                self._show_areas()
                self._show_hint()
                self.show_image()

    def _seconds_of_file(self) -> float:
        return float(self._cell.moment_of_file(self._at))

    def _show_areas(self) -> None:
        """Show the keep areas, those that go over time where they lie at the moment that is seen."""
        now = self._seconds_of_file()
        self.canvas.show_areas(tuple(area.changed(box=area.box_at(now)) for area in self._cell.photo.keep_areas))

    def _set_areas(self, areas: tuple[KeepArea, ...]) -> None:
        """Take areas as they lie at the moment that is seen."""
        now = self._seconds_of_file()
        self._cell.set_areas(tuple(area.put_at(now, area.box) if area.instants else area for area in areas))

    def _picture(self) -> int:
        return self._cell.plan.picture_at(self._cell.row, self._at)

    def show_image(self) -> None:
        """Show the picture, as soon as it is made."""
        photo = self._cell.photo
        if self.without_correction:
            photo = photo.changed(correction=NO_CORRECTION)
        width, height = photo.upright_size
        shrink = min(1.0, _PHOTO_PX / max(width, height))
        picture = self._picture() if photo.moving is not None else 0
        request = photo_request(photo, max(round(width * shrink), 1), max(round(height * shrink), 1), picture)
        self._request = request
        image = self._images.image(request, self._session.source)
        if image is not None or not self.canvas.shows_photo_of(photo.id):
            self.canvas.show_photo(image, (width, height), photo.id)

    def _on_image(self, request: CellRequest) -> None:
        if request == self._request and self._cell.has_photo:
            self.show_image()

    def _framed(self) -> Framed:
        width, height = self._cell.photo.upright_size
        return Framed(
            way=self._cell.framing.way,
            seconds=float(self._cell.settings.seconds),
            output_width=self._cell.output.width,
            photo_aspect=width / height,
        )

    def _show_hint(self) -> None:
        if self._cell.has_photo:
            self.canvas.show_hint(self._hint())

    def _hint(self) -> str:
        if self.canvas.draws_level_line:
            return "Draw along what should lie level or stand upright; Esc stops"
        areas, k = self._cell.photo.keep_areas, self.canvas.chosen_area
        if 0 <= k < len(areas) and areas[k].instants:
            now = self._seconds_of_file()
            there = any(one.seconds == now for one in areas[k].instants)
            return f"Dragging the area {'changes' if there else 'sets'} where it is at {clock_text(Fraction(now))}"
        hand_set = self._cell.hand_set
        if hand_set is None:
            return "Drag on the photo to keep an area; drag opening or closing to set them by hand"
        return "Dragging changes the framing set by hand for this output" + (
            "; the opening is found from the closing" if hand_set.opening is None else ""
        )

    def _set_framing(self, opening: Window, closing: Window, dragged: str) -> None:
        hand_set = self._cell.hand_set
        found = hand_set is not None and hand_set.opening is None and dragged == "closing"
        self._cell.set_framing(None if found else opening, closing)

    def _straighten(self, slope: float) -> None:
        degrees = min(max(round(-slope, 1), -MOST_STRAIGHTENING), MOST_STRAIGHTENING)
        self._cell.set_on_photo("Straighten", straightening=degrees)
        self._cell.end_gesture()
        self._show_hint()
