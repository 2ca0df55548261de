"""What stands beside the frame on the bench: one of its pages."""

from PySide6.QtWidgets import QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.photo_canvas import PhotoCanvas


class BenchPage(QWidget):
    """About the cell on the bench, and what is chosen on its photo."""

    def __init__(self, cell: BenchCell, canvas: PhotoCanvas, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.cell, self.canvas = cell, canvas

    def show_document(self) -> None:
        """Show the cell, which is there; the only place that writes to the page's widgets."""
