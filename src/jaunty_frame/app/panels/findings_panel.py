"""All findings, the most severe first, with jumps to their cells and their remedies."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QMenu, QPushButton, QScrollArea, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.finding_rows import add_remedy
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.document.edits.accepted import accept, show_accepted_again
from jaunty_frame.document.model import Accepted
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
        self.again = QPushButton("Show what was let be")
        self.again.clicked.connect(lambda: self.session.apply(show_accepted_again()))
        self.again.hide()
        layout.addWidget(row_of(self.close_button, self.again, stretch_first=False), 0, Qt.AlignmentFlag.AlignLeft)
        self.session.findings_changed.connect(self._on_changed)
        self.jumps: list[QPushButton] = []
        self.remedies: list[QPushButton] = []
        self.let_bes: list[QPushButton] = []

    def show_document(self) -> None:
        findings = self.session.findings()
        if findings == self._shown:
            return
        self._shown = list(findings)
        while (item := self._rows.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        self.jumps, self.remedies, self.let_bes = [], [], []
        count = len(findings)
        self.heading.setText(counted(count, "finding"))
        accepted = len(self.session.project.accepted)
        self.again.setVisible(accepted > 0)
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
        text = QLabel(
            finding.sentence.removeprefix(f"Slide {finding.slide} in ").removeprefix(f"Slide {finding.slide}: ").strip()
        )
        text.setWordWrap(True)
        layout.addWidget(jump, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(text, 1)
        self.jumps.append(jump)
        add_remedy(layout, finding, self.desk.remedy, self.remedies)
        let_be = QPushButton("Let it be")
        let_be.setProperty("role", "small")
        let_be.setToolTip("Mark this no longer; or all of its kind, or of this slide")
        let_be.clicked.connect(lambda: self._ask_what_to_accept(finding, let_be))
        layout.addWidget(let_be, 0, Qt.AlignmentFlag.AlignTop)
        self.let_bes.append(let_be)
        return row

    def _ask_what_to_accept(self, finding: Finding, button: QPushButton) -> None:
        output = None if finding.of_photo or finding.sound_id else finding.output
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for label, accepted in (
            ("This one", Accepted(kind=finding.kind, slide=finding.slide_id, output=output)),
            ("All of its kind", Accepted(kind=finding.kind)),
            (f"All of slide {finding.slide}", Accepted(slide=finding.slide_id)),
        ):
            menu.addAction(label).triggered.connect(lambda *_, chosen=accepted: self.session.apply(accept(chosen)))
        menu.popup(button.mapToGlobal(button.rect().bottomLeft()))
