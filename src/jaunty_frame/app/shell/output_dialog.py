"""An output of one's own size."""

from PySide6.QtWidgets import QDialog, QDialogButtonBox, QFormLayout, QLabel, QLineEdit, QVBoxLayout, QWidget

from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.document.model import LONGEST_SIDE, Output
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import JauntyError


class OutputDialog(QDialog):
    """Asks for name, size and frame rate; ``output`` is what was made of them after it was accepted."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Output of your own size")
        self.output: Output | None = None
        self.name = QLineEdit("Own size")
        self.width_box = NumberField("Width", 64, LONGEST_SIDE, decimals=0, step=2, suffix=" px")
        self.height_box = NumberField("Height", 64, LONGEST_SIDE, decimals=0, step=2, suffix=" px")
        self.width_box.setValue(1200)
        self.height_box.setValue(628)
        self.rate = QLineEdit("30")
        self.said = QLabel()
        self.said.setWordWrap(True)
        form = QFormLayout()
        form.addRow("Name", self.name)
        form.addRow("Width", self.width_box)
        form.addRow("Height", self.height_box)
        form.addRow("Frames per second", self.rate)
        buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Cancel)
        add = buttons.addButton("Add output", QDialogButtonBox.ButtonRole.AcceptRole)
        add.setProperty("role", "main")
        buttons.accepted.connect(self.accept)
        buttons.rejected.connect(self.reject)
        layout = QVBoxLayout(self)
        layout.addLayout(form)
        layout.addWidget(self.said)
        layout.addWidget(buttons)

    def accept(self) -> None:
        rate = "" if self.rate.text().strip() == "30" else f"@{self.rate.text().strip()}"
        try:
            made = output_from_text(f"{self.width_box.value():.0f}x{self.height_box.value():.0f}{rate}")
            self.output = made.changed(name=self.name.text().strip()[:60] or made.name)
        except (JauntyError, ValueError) as error:
            self.said.setText(str(error))
            return
        super().accept()
