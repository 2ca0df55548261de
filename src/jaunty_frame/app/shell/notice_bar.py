"""A strip for what has to be said once: progress of an import, files that could not be used."""

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QLabel, QProgressBar, QPushButton, QScrollArea, QVBoxLayout, QWidget

from jaunty_frame.app.project.notice import NoticeAction

_MOST_HEIGHT = 132


class NoticeBar(QWidget):
    """Hidden while there is nothing to say."""

    cancelled = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.text = QLabel()
        self.text.setWordWrap(True)
        self.text.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.text.setAlignment(Qt.AlignmentFlag.AlignTop | Qt.AlignmentFlag.AlignLeft)
        scroll = QScrollArea()
        scroll.setWidget(self.text)
        scroll.setWidgetResizable(True)
        scroll.setMaximumHeight(_MOST_HEIGHT)
        self._scroll = scroll
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.button = QPushButton("Close")
        self.button.clicked.connect(self._on_button)
        self.action_button = QPushButton()
        self.action_button.setAccessibleName("What can be done about it")
        self.action_button.clicked.connect(self._do_action)
        self._action: NoticeAction | None = None
        column = QVBoxLayout()
        column.addWidget(scroll)
        column.addWidget(self.bar)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(16, 6, 16, 8)
        layout.addLayout(column, 1)
        layout.addWidget(self.action_button, 0, Qt.AlignmentFlag.AlignTop)
        layout.addWidget(self.button, 0, Qt.AlignmentFlag.AlignTop)
        self._running = False
        self.hide()

    def show_progress(self, done: int, total: int) -> None:
        self._running = True
        self._offer(None)
        self._say(f"Looking at photos: {done} of {total}")
        self.bar.setMaximum(max(total, 1))
        self.bar.setValue(done)
        self.bar.show()
        self.button.setText("Stop")
        self.show()

    def show_sentences(self, sentences: Sequence[str], action: NoticeAction | None = None) -> None:
        """Show sentences, and what can be done about them, until they are closed; none hides the strip."""
        self._running = False
        self._offer(action)
        self.bar.hide()
        self.button.setText("Close")
        self._say("\n".join(sentences))
        self.setVisible(bool(sentences))

    def end_progress(self) -> None:
        """Show no progress any more; sentences stay."""
        if self._running:
            self.show_sentences([])

    def _offer(self, action: NoticeAction | None) -> None:
        self._action = action
        self.action_button.setText(action.label if action else "")
        self.action_button.setVisible(action is not None)

    def _do_action(self) -> None:
        action = self._action
        self.hide()
        if action is not None:
            self._offer(None)
            action.act()

    def _say(self, text: str) -> None:
        self.text.setText(text)
        lines = text.count("\n") + 1
        self._scroll.setFixedHeight(min(20 * lines + 4 if lines > 1 else 40 if len(text) > 150 else 24, _MOST_HEIGHT))

    def _on_button(self) -> None:
        if self._running:
            self.cancelled.emit()
        else:
            self.hide()
