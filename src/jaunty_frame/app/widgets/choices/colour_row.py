"""Several colours in their order; more can be added, and the last one taken away."""

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from jaunty_frame.app.widgets.choices.colour_button import ColourButton


class ColourRow(QWidget):
    """Shows and emits from ``fewest`` to ``most`` colours as #rrggbb."""

    chosen = Signal(tuple)

    def __init__(self, name: str, fewest: int, most: int, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._fewest, self._colours = fewest, tuple[str, ...]()
        self.setAccessibleName(name)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        self.buttons = [ColourButton(f"{name}: colour {k + 1}") for k in range(most)]
        for k, button in enumerate(self.buttons):
            button.chosen.connect(lambda code, k=k: self._set(k, code))
            layout.addWidget(button)
        self.more = QPushButton("One more")
        self.more.clicked.connect(lambda: self.chosen.emit((*self._colours, self._colours[-1])))
        self.fewer = QPushButton("One fewer")
        self.fewer.clicked.connect(lambda: self.chosen.emit(self._colours[:-1]))
        layout.addWidget(self.more)
        layout.addWidget(self.fewer)
        layout.addStretch(1)

    def show_value(self, colours: tuple[str, ...]) -> None:
        self._colours = colours
        for k, button in enumerate(self.buttons):
            button.setVisible(k < len(colours))
            if k < len(colours):
                button.show_value(colours[k])
        self.more.setEnabled(len(colours) < len(self.buttons))
        self.fewer.setEnabled(len(colours) > self._fewest)

    def _set(self, k: int, code: str) -> None:
        self.chosen.emit((*self._colours[:k], code, *self._colours[k + 1 :]))
