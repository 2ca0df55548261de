"""One of the photos of the set, by its file's name."""

from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QWidget


class PhotoChoice(QComboBox):
    """Id in, id out; None stands for the slide's own. ``chosen`` is emitted for the user's choices only."""

    chosen = Signal(object)

    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setMinimumContentsLength(12)
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.activated.connect(lambda k: self.chosen.emit(self.itemData(k)))
        self._offered: tuple[tuple[str | None, str], ...] = ()

    def offer(self, photos: Sequence[tuple[str, str]]) -> None:
        """Offer photos by id and name."""
        offered = ((None, "The slide's own"), *photos)
        if offered != self._offered:
            self._offered, shown = offered, self.currentData()
            self.clear()
            for photo_id, name in offered:
                self.addItem(name, photo_id)
            self.show_value(shown)

    def show_value(self, photo_id: str | None) -> None:
        self.setCurrentIndex(max(self.findData(photo_id), 0))
