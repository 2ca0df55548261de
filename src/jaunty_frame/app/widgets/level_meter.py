"""How loud it is now: a bar from -60 to 0 dB, the peak that was held, and words where it was too loud."""

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours, text_font

_LOWEST_DB = -60.0
_WORDS = 92


class LevelMeter(QWidget):
    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._level = self._peak = -100.0
        self._clipped = False
        self.setAccessibleName(name)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(200, 20)

    def show_level(self, level_db: float, peak_db: float, clipped: bool) -> None:
        self._level, self._peak, self._clipped = level_db, peak_db, clipped
        self.setAccessibleDescription(self.words)
        self.update()

    @property
    def words(self) -> str:
        """What the meter says beside its bar."""
        if self._clipped:
            return "! too loud"
        return f"peak {self._peak:.0f} dB" if self._peak > _LOWEST_DB else "silent"

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        bar = QRectF(0, 5, self.width() - _WORDS, self.height() - 10)
        with QPainter(self) as painter:
            painter.fillRect(bar, QColor(c.hairline))
            share = max(min(1 - self._level / _LOWEST_DB, 1.0), 0.0)
            painter.fillRect(QRectF(bar.x(), bar.y(), bar.width() * share, bar.height()), QColor(c.accent))
            peak = max(min(1 - self._peak / _LOWEST_DB, 1.0), 0.0)
            painter.fillRect(QRectF(bar.x() + bar.width() * peak - 1, bar.y() - 2, 2, bar.height() + 4), QColor(c.ink))
            painter.setPen(QColor(c.ink))
            painter.setFont(text_font(12))
            painter.drawText(
                QRectF(bar.right() + 8, 0, _WORDS - 8, self.height()), Qt.AlignmentFlag.AlignVCenter, self.words
            )
