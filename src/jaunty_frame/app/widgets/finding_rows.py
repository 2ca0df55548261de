"""Findings in words, each with its remedy as a button."""

from collections.abc import Callable, Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.show.findings.finding import Finding


def add_remedy(
    layout: QHBoxLayout, finding: Finding, wanted: Callable[[Finding], object], buttons: list[QPushButton]
) -> None:
    """Add the button of a finding's remedy, if it has one, to its row and to ``buttons``."""
    if finding.remedy.label:
        button = QPushButton(finding.remedy.label)
        button.setProperty("role", "small")
        button.clicked.connect(lambda: wanted(finding))
        layout.addWidget(button, 0, Qt.AlignmentFlag.AlignTop)
        buttons.append(button)


class FindingRows(QWidget):
    """Emits the finding whose remedy was wanted."""

    remedy_wanted = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._layout = QVBoxLayout(self)
        self._layout.setContentsMargins(0, 0, 0, 0)
        self._layout.setSpacing(2)
        self._shown: tuple[tuple[Finding, str], ...] = ()
        self.buttons: list[QPushButton] = []

    def show_findings(self, findings: Sequence[tuple[Finding, str]]) -> None:
        """Show findings with what is said of each; the same as before are left as they are."""
        if tuple(findings) == self._shown:
            return
        self._shown = tuple(findings)
        self.buttons = []
        while (item := self._layout.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        for finding, said in findings:
            self._layout.addWidget(self._row(finding, said))
        self.setVisible(bool(findings))

    def _row(self, finding: Finding, said: str) -> QWidget:
        row = QWidget()
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(8)
        mark = QLabel("!")
        mark.setProperty("role", "mark")
        mark.setAlignment(Qt.AlignmentFlag.AlignCenter)
        text = QLabel(said)
        text.setWordWrap(True)
        layout.addWidget(mark, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(text, 1)
        add_remedy(layout, finding, self.remedy_wanted.emit, self.buttons)
        return row
