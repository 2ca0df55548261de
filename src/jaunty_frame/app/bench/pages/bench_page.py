"""What stands beside the frame on the bench: one of its pages."""

from typing import ClassVar

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.pictures.frame_view import FrameView


class BenchPage(QWidget):
    """About the cell on the bench, and what is chosen on its photo.

    about_frame : whether the page is about the frame, which is large then and the photo not there.
    """

    about_frame: ClassVar[bool] = False
    # The share of the slide's time that the user wants to see.
    moment_wanted = Signal(float)
    # The picture of the clip that is seen is to become a photo.
    still_wanted = Signal()

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.cell, self.canvas, self.frame_view = cell, canvas, frame_view

    def lay_out_beside(self, beside: bool) -> None:
        """Lay out for a narrow place beside the frame, or for a low one below it."""

    def reason(self) -> str:
        """Return why what the page is about is as it is, "" to leave that to the bench."""
        return ""

    def show_at(self, at: float) -> None:
        """Be told which share of the slide's time is looked at."""

    def begin(self, what: str) -> None:
        """Begin something that was asked for elsewhere."""

    def entered(self, shown: bool) -> None:
        """Be told that the page comes into view, or goes."""

    def show_document(self) -> None:
        """Show the cell, which is there; the only place that writes to the page's widgets."""
