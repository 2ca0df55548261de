"""All findings, the most severe first, with jumps to their cells and their remedies."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QScrollArea, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.finding_rows import add_remedy
from jaunty_frame.app.widgets.labelled import quiet_label
from jaunty_frame.show.findings.finding import Finding, Severity
from jaunty_frame.show.words import counted

_HEADINGS = {
    Severity.SEVERE: "Would be noticed at once",
    Severity.NOTABLE: "Worth a look",
    Severity.SLIGHT: "Small things",
}
# More would take long to lay out and nobody reads them; they come up as the first are settled.
_MOST_SHOWN = 120


class FindingsPanel(SidePanel):
    """Lists findings by severity, each with a jump to its cell and its remedy."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._shown: list[Finding] | None = None
        self.heading = QLabel("Findings")
        self.heading.setProperty("role", "heading")
        self._list = QWidget()
        self._rows = QVBoxLayout(self._list)
        self._rows.setContentsMargins(0, 0, 8, 0)
        self._rows.setSpacing(4)
        scroll = QScrollArea()
        scroll.setWidget(self._list)
        scroll.setWidgetResizable(True)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 12, 8, 16)
        layout.setSpacing(8)
        layout.addWidget(self.heading)
        layout.addWidget(scroll, 1)
        layout.addWidget(self.close_button, 0, Qt.AlignmentFlag.AlignLeft)
        self.jumps: list[QPushButton] = []
        self.remedies: list[QPushButton] = []

    def show_document(self) -> None:
        findings = self.session.findings()
        if findings == self._shown:
            return
        self._shown = findings
        while (item := self._rows.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        self.jumps, self.remedies = [], []
        count = len(findings)
        self.heading.setText(counted(count, "finding"))
        if not findings:
            self._rows.addWidget(quiet_label("Nothing to say: every slide looks right in every output."))
        severity = None
        for finding in findings[:_MOST_SHOWN]:
            if finding.severity is not severity:
                severity = finding.severity
                if self._rows.count():
                    self._rows.addSpacing(10)
                self._rows.addWidget(quiet_label(_HEADINGS[severity]))
            self._rows.addWidget(self._row(finding))
        if count > _MOST_SHOWN:
            self._rows.addWidget(quiet_label(f"and {count - _MOST_SHOWN} more"))
        self._rows.addStretch(1)

    def _row(self, finding: Finding) -> QWidget:
        row = QWidget()
        layout = QHBoxLayout(row)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(8)
        jump = QPushButton(f"Slide {finding.slide}")
        jump.setProperty("role", "small")
        jump.setToolTip("Go to this cell")
        jump.clicked.connect(lambda: self.desk.cells.select_cell(finding.slide_id, finding.output))
        text = QLabel(finding.sentence.removeprefix(f"Slide {finding.slide} in ").strip())
        text.setWordWrap(True)
        layout.addWidget(jump, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(text, 1)
        self.jumps.append(jump)
        add_remedy(layout, finding, self.desk.remedy, self.remedies)
        return row
