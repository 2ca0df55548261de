"""All findings, the most severe first: what is so of many is said once, and opens to its places."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QMenu, QPushButton, QScrollArea, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.finding_rows import add_remedy
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.document.edits.accepted import accept, show_accepted_again
from jaunty_frame.document.model import Accepted
from jaunty_frame.show.findings.finding import Finding, Severity
from jaunty_frame.show.findings.groups import FindingGroup, grouped, let_all_be, remedies_of
from jaunty_frame.show.words import counted

_HEADINGS = {
    Severity.SEVERE: "Would be noticed at once",
    Severity.NOTABLE: "Worth a look",
    Severity.SLIGHT: "Small things",
}
# More would take long to lay out and nobody reads them; they come up as the first are settled.
_MOST_SHOWN = 120


class FindingsPanel(SidePanel):
    """A row for what is said of one place, or of many; those of many open to rows of their own."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._shown: list[Finding] | None = None
        self._open: set[str] = set()
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
        self._clear()

    def _clear(self) -> None:
        while (item := self._rows.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()
        self.jumps: list[QPushButton] = []
        self.remedies: list[QPushButton] = []
        self.let_bes: list[QPushButton] = []
        self.openers: list[QPushButton] = []
        self.for_all: list[QPushButton] = []

    def show_document(self) -> None:
        findings = self.session.findings()
        if findings != self._shown:
            self._lay_out_rows(findings)

    def _lay_out_rows(self, findings: list[Finding]) -> None:
        self._shown = list(findings)
        self._clear()
        groups = grouped(findings)
        self.heading.setText(counted(len(groups), "finding"))
        self.again.setVisible(bool(self.session.project.accepted))
        if not findings:
            self._rows.addWidget(quiet_label("Nothing to say: every slide looks right in every output."))
        severity, room = None, _MOST_SHOWN
        for group in groups:
            if group.severity is not severity:
                severity = group.severity
                if self._rows.count():
                    self._rows.addSpacing(10)
                self._rows.addWidget(quiet_label(_HEADINGS[severity]))
            if len(group.findings) == 1:
                self._rows.addWidget(self._row(group.findings[0]))
                continue
            self._rows.addWidget(self._group_row(group))
            for finding in group.findings[: max(room, 0)] if group.kind in self._open else ():
                self._rows.addWidget(self._row(finding))
                room -= 1
        if room <= 0:
            self._rows.addWidget(quiet_label("and more, which come up as these are settled"))
        self._rows.addStretch(1)

    def _group_row(self, group: FindingGroup) -> QWidget:
        row, layout = _empty_row()
        is_open = group.kind in self._open
        opener = _small(f"{len(group.findings)} {'−' if is_open else '+'}", "Show each of them, or only the whole")
        opener.setAccessibleName(f"{group.sentence} {'Close' if is_open else 'Open'} the list")
        opener.clicked.connect(lambda: self._toggle(group.kind))
        self.openers.append(opener)
        layout.addWidget(opener, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(_text(group.sentence), 1)
        for_all = _small("For all…", "Let all be, or mend all in one step")
        for_all.clicked.connect(lambda: self._ask_for_all(group, for_all))
        self.for_all.append(for_all)
        layout.addWidget(for_all, 0, Qt.AlignmentFlag.AlignTop)
        return row

    def _toggle(self, kind: str) -> None:
        self._open ^= {kind}
        self._lay_out_rows(self.session.findings())

    def _ask_for_all(self, group: FindingGroup, button: QPushButton) -> None:
        menu = self._menu()
        menu.addAction("Let all be").triggered.connect(lambda *_: self.session.apply(let_all_be(group)))
        for label, edit in remedies_of(group, self.session.project).items():
            menu.addAction(label).triggered.connect(lambda *_, chosen=edit: self.session.apply(chosen))
        menu.popup(button.mapToGlobal(button.rect().bottomLeft()))

    def _row(self, finding: Finding) -> QWidget:
        row, layout = _empty_row()
        jump = _small(f"Slide {finding.slide}", "Go to this cell")
        jump.clicked.connect(lambda: self.desk.cells.select_cell(finding.slide_id, finding.output))
        said = finding.sentence.removeprefix(f"Slide {finding.slide} in ").removeprefix(f"Slide {finding.slide}: ")
        layout.addWidget(jump, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(_text(said.strip()), 1)
        self.jumps.append(jump)
        add_remedy(layout, finding, self.desk.remedy, self.remedies)
        let_be = _small("Let it be", "Mark this no longer; or all of its kind, or of this slide")
        let_be.clicked.connect(lambda: self._ask_what_to_accept(finding, let_be))
        layout.addWidget(let_be, 0, Qt.AlignmentFlag.AlignTop)
        self.let_bes.append(let_be)
        return row

    def _ask_what_to_accept(self, finding: Finding, button: QPushButton) -> None:
        output = None if finding.of_photo or finding.sound_id else finding.output
        menu = self._menu()
        for label, accepted in (
            ("This one", Accepted(kind=finding.kind, slide=finding.slide_id, output=output)),
            ("All of its kind", Accepted(kind=finding.kind)),
            (f"All of slide {finding.slide}", Accepted(slide=finding.slide_id)),
        ):
            menu.addAction(label).triggered.connect(lambda *_, chosen=accepted: self.session.apply(accept(chosen)))
        menu.popup(button.mapToGlobal(button.rect().bottomLeft()))

    def _menu(self) -> QMenu:
        menu = QMenu(self)
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        return menu


def _empty_row() -> tuple[QWidget, QHBoxLayout]:
    row = QWidget()
    layout = QHBoxLayout(row)
    layout.setContentsMargins(0, 0, 0, 0)
    layout.setSpacing(8)
    return row, layout


def _small(label: str, tip: str) -> QPushButton:
    button = QPushButton(label)
    button.setProperty("role", "small")
    button.setToolTip(tip)
    return button


def _text(sentence: str) -> QLabel:
    text = QLabel(sentence)
    text.setWordWrap(True)
    return text
