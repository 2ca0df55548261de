"""The script: all words of the show as one text, a paragraph for each slide, edited like a text."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QKeyEvent, QSyntaxHighlighter, QTextCharFormat, QTextDocument
from PySide6.QtWidgets import QCheckBox, QLineEdit, QPlainTextEdit, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.document.edits.material.words import replace_text
from jaunty_frame.document.script import Script, edited_script, script_of
from jaunty_frame.media.spelling import Spelling, system_languages

_SAID = "Each slide's words stand below its number; an empty line lies between words. What you change is taken over."


class ScriptPanel(SidePanel):
    """The text is the document's; a change that is no longer one of its paragraphs is not taken over, and said."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._script: Script | None = None
        self._showing = False
        self.text = QPlainTextEdit()
        self.text.setAccessibleName("Script")
        self.text.setTabChangesFocus(True)
        self.text.textChanged.connect(self._take_over)
        self.text.setUndoRedoEnabled(False)
        self._marker = _Marker(self.text.document())
        self.wanted, self.by = QLineEdit(), QLineEdit()
        for field, words in ((self.wanted, "Find"), (self.by, "Replace by")):
            field.setPlaceholderText(words)
            field.setAccessibleName(words)
        self.wanted.textChanged.connect(self._show_found)
        self.next = QPushButton("Next")
        self.next.clicked.connect(self._find_next)
        self.replace = QPushButton("Replace all")
        self.replace.clicked.connect(self._replace)
        self.found = quiet_label("")
        self.languages = system_languages()
        self.spelling = QCheckBox("Mark words that the dictionary lacks")
        self.spelling.setVisible(bool(self.languages))
        self.spelling.toggled.connect(self._check_spelling)
        self.lay_out(
            "Script",
            _SAID,
            self.text,
            row_of(self.wanted, self.next),
            row_of(self.by, self.replace),
            self.found,
            self.spelling,
            scrolls=False,
        )
        layout = self.layout()
        assert layout is not None
        layout.setStretch(layout.indexOf(self.text), 1)  # type: ignore[attr-defined]

    def first_focus(self) -> QWidget:
        return self.text

    def show_document(self) -> None:
        self._script = script_of(self.session.project)
        if self._script.text != self.text.toPlainText():
            self._showing = True
            cursor = self.text.textCursor()
            at = cursor.position()
            self.text.setPlainText(self._script.text)
            cursor.setPosition(min(at, len(self._script.text)))
            self.text.setTextCursor(cursor)
            self._showing = False
        self._show_found()

    def _take_over(self) -> None:
        if self._showing or self._script is None:
            return
        edit = edited_script(self._script, self.text.toPlainText())
        if edit is None:
            self.found.setText("The lines with the slides' numbers stay; change what stands below them.")
            return
        self.session.apply(edit)

    def _show_found(self) -> None:
        count = self.text.toPlainText().count(self.wanted.text()) if self.wanted.text() else 0
        self.found.setText(f"{count} found" if self.wanted.text() else "")
        self.replace.setEnabled(count > 0)
        self.next.setEnabled(count > 0)

    def _find_next(self) -> None:
        if not self.text.find(self.wanted.text()):
            cursor = self.text.textCursor()
            cursor.setPosition(0)
            self.text.setTextCursor(cursor)
            self.text.find(self.wanted.text())

    def _replace(self) -> None:
        self.session.apply(replace_text(self.wanted.text(), self.by.text()))

    def _check_spelling(self, on: bool) -> None:
        self._marker.spelling = Spelling(self.languages[0]) if on else None
        self._marker.rehighlight()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Return and self.wanted.hasFocus():
            self._find_next()
            return
        super().keyPressEvent(event)


class _Marker(QSyntaxHighlighter):
    """Makes the slides' lines quiet and underlines what the dictionary lacks."""

    def __init__(self, document: QTextDocument) -> None:
        super().__init__(document)
        self.spelling: Spelling | None = None

    def highlightBlock(self, text: str) -> None:
        quiet = QTextCharFormat()
        quiet.setForeground(QColor(colours().quiet))
        if text.startswith("— "):
            self.setFormat(0, len(text), quiet)
        elif self.spelling is not None:
            wrong = QTextCharFormat()
            wrong.setUnderlineStyle(QTextCharFormat.UnderlineStyle.WaveUnderline)
            wrong.setUnderlineColor(QColor(colours().accent))
            for start, length in self.spelling.unknown_in(text):
                self.setFormat(start, length, wrong)
