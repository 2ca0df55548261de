"""The looks: named colours for light and dark, fonts and icons. No other file names a colour.

Pictures lie on pure grey, so that their colours are not judged against a tint (ISO 3664). Text on it is white.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from functools import lru_cache
from pathlib import Path
from typing import NamedTuple

from PySide6.QtCore import QByteArray, Qt
from PySide6.QtGui import QColor, QFont, QFontDatabase, QGuiApplication, QIcon, QPalette, QPixmap
from PySide6.QtWidgets import QApplication

from jaunty_frame.media.typefaces import shipped_bytes

FONT = "Inter"
_ASSETS = Path(__file__).parents[1] / "assets"


class Colours(NamedTuple):
    """One set of named colours."""

    surround: str
    surround_chosen: str
    surround_line: str
    on_surround: str
    panel: str
    band: str
    field: str
    ink: str
    quiet: str
    hairline: str
    accent: str
    on_accent: str
    main_action: str
    on_main_action: str
    dark: bool


LIGHT = Colours(
    surround="#737373",
    surround_chosen="#646464",
    surround_line="#9a9a9a",
    on_surround="#ffffff",
    panel="#f7f7f7",
    band="#e6e6e6",
    field="#ffffff",
    ink="#1c1c1c",
    quiet="#555555",
    hairline="#c8c8c8",
    accent="#4f5d1c",
    on_accent="#ffffff",
    main_action="#1c1c1c",
    on_main_action="#ffffff",
    dark=False,
)
DARK = Colours(
    surround="#4b4b4b",
    surround_chosen="#3d3d3d",
    surround_line="#737373",
    on_surround="#ffffff",
    panel="#242424",
    band="#303030",
    field="#1b1b1b",
    ink="#f2f2f2",
    quiet="#b9b9b9",
    hairline="#474747",
    accent="#b9c977",
    on_accent="#1c1c1c",
    main_action="#f2f2f2",
    on_main_action="#1c1c1c",
    dark=True,
)

_current = LIGHT


def colours() -> Colours:
    """Return the colours in force."""
    return _current


def set_up_fonts(app: QApplication) -> None:
    """Load the shipped font and make it the application's, with figures of one width."""
    for name in ("Inter-Regular.otf", "Inter-SemiBold.otf"):
        QFontDatabase.addApplicationFontFromData(QByteArray(shipped_bytes(name)))
    app.setFont(text_font(13))


@lru_cache(maxsize=64)
def text_font(pixels: int, weight: QFont.Weight = QFont.Weight.Normal) -> QFont:
    """Return the font of the interface with tabular figures."""
    font = QFont(FONT)
    font.setPixelSize(pixels)
    font.setWeight(weight)
    font.setFeature(QFont.Tag("tnum"), 1)
    return font


def prefers_dark() -> bool:
    return QGuiApplication.styleHints().colorScheme() == Qt.ColorScheme.Dark


def set_theme(app: QApplication, dark: bool) -> None:
    """Put light or dark colours in force for the whole application."""
    global _current
    _current = DARK if dark else LIGHT
    icon.cache_clear()
    # Taken off and put on again takes a quarter of the time that Qt needs to replace a style sheet by another.
    app.setStyleSheet("")
    app.setPalette(_palette(_current))
    app.setStyleSheet(_style_sheet(_current))


@contextmanager
def styled_when_built(app: QApplication) -> Iterator[None]:
    """Leave the style sheet off while widgets are built, as Qt works it out anew for each one that gets a parent."""
    app.setStyleSheet("")
    try:
        yield
    finally:
        app.setStyleSheet(_style_sheet(_current))


def _palette(c: Colours) -> QPalette:
    palette = QPalette()
    roles = QPalette.ColorRole
    for role, colour in (
        (roles.Window, c.panel),
        (roles.Base, c.field),
        (roles.AlternateBase, c.band),
        (roles.Button, c.panel),
        (roles.WindowText, c.ink),
        (roles.Text, c.ink),
        (roles.ButtonText, c.ink),
        (roles.ToolTipBase, c.field),
        (roles.ToolTipText, c.ink),
        (roles.PlaceholderText, c.quiet),
        (roles.Highlight, c.accent),
        (roles.HighlightedText, c.on_accent),
        (roles.Link, c.accent),
        (roles.Mid, c.hairline),
        (roles.Light, c.field),
        (roles.Dark, c.hairline),
    ):
        palette.setColor(role, QColor(colour))
    for role in (roles.Text, roles.ButtonText, roles.WindowText):
        palette.setColor(QPalette.ColorGroup.Disabled, role, QColor("#8a8a8a"))
    return palette


def _style_sheet(c: Colours) -> str:
    return f"""
    QMainWindow, QDialog {{ background: {c.panel}; }}
    QToolTip {{ background: {c.field}; color: {c.ink}; border: 1px solid {c.hairline}; padding: 4px; }}
    QPushButton {{ background: {c.field}; color: {c.ink}; border: 1px solid {c.quiet}; border-radius: 6px;
        padding: 5px 14px; min-height: 18px; }}
    QPushButton:hover {{ border-color: {c.ink}; }}
    QPushButton:pressed {{ background: {c.band}; }}
    QPushButton:disabled {{ color: #8a8a8a; border-color: {c.hairline}; }}
    QPushButton:focus {{ border: 2px solid {c.accent}; padding: 4px 13px; }}
    QPushButton[role="main"] {{ background: {c.main_action}; color: {c.on_main_action}; border-color: {c.main_action};
        font-weight: 600; }}
    QPushButton[role="main"]:disabled {{ background: {c.hairline}; border-color: {c.hairline}; color: {c.quiet}; }}
    QPushButton[role="main"]:focus {{ border: 2px solid {c.accent}; }}
    QPushButton[role="plain"] {{ background: transparent; border: 1px solid transparent; padding: 5px 8px; }}
    QPushButton[role="plain"]:hover {{ background: {c.band}; }}
    QPushButton[role="plain"]:focus {{ border: 2px solid {c.accent}; padding: 4px 7px; }}
    QPushButton[role="small"] {{ padding: 3px 8px; min-height: 16px; font-size: 12px; border-color: {c.hairline}; }}
    QPushButton[role="small"]:hover {{ border-color: {c.ink}; }}
    QPushButton[role="small"]:focus {{ border: 2px solid {c.accent}; padding: 2px 7px; }}
    QLabel[role="mark"] {{ border: 1px solid {c.ink}; background: {c.field}; font-weight: 600; font-size: 12px;
        min-width: 14px; max-width: 14px; min-height: 14px; max-height: 14px; }}
    QLineEdit, QSpinBox, QDoubleSpinBox, QComboBox {{ background: {c.field}; color: {c.ink};
        border: 1px solid {c.hairline}; border-radius: 5px; padding: 3px 6px; min-height: 18px;
        selection-background-color: {c.accent}; selection-color: {c.on_accent}; }}
    QLineEdit:focus, QSpinBox:focus, QDoubleSpinBox:focus, QComboBox:focus {{ border: 2px solid {c.accent};
        padding: 2px 5px; }}
    QComboBox::drop-down {{ subcontrol-position: center right; width: 20px; border: none; }}
    QComboBox::down-arrow {{ width: 14px; height: 14px;
        image: url("{_ASSETS / "icons" / f"down-{'dark' if c.dark else 'light'}.svg"}"); }}
    QAbstractSpinBox QLineEdit, QAbstractSpinBox QLineEdit:focus {{ border: none; padding: 0; min-height: 0;
        background: transparent; }}
    QAbstractSpinBox::up-button, QAbstractSpinBox::down-button {{ width: 0; height: 0; border: none; }}
    QLineEdit[role="title"] {{ background: transparent; border: 1px solid transparent; font-size: 15px;
        font-weight: 600; }}
    QLineEdit[role="title"]:hover {{ border-color: {c.hairline}; }}
    QLineEdit[role="title"]:focus {{ background: {c.field}; border: 2px solid {c.accent}; }}
    QLabel[role="heading"] {{ font-size: 15px; font-weight: 600; }}
    QLabel[role="script"] {{ font-size: 22px; font-weight: 600; }}
    QLabel[role="quiet"] {{ color: {c.quiet}; }}
    QLabel[role="part"] {{ font-weight: 600; padding-top: 8px; }}
    QListWidget, QTreeWidget {{ background: {c.field}; border: 1px solid {c.hairline}; border-radius: 5px; }}
    QListWidget:focus, QTreeWidget:focus {{ border: 2px solid {c.accent}; }}
    QListWidget::item, QTreeWidget::item {{ padding: 3px 4px; }}
    QMenu {{ background: {c.field}; color: {c.ink}; border: 1px solid {c.hairline}; padding: 4px; }}
    QMenu::item {{ padding: 5px 24px 5px 12px; border-radius: 4px; }}
    QMenu::item:selected {{ background: {c.band}; }}
    QMenu::item:disabled {{ color: #8a8a8a; }}
    QMenu::separator {{ height: 1px; background: {c.hairline}; margin: 4px 8px; }}
    QProgressBar {{ background: {c.band}; border: none; border-radius: 3px; max-height: 6px; min-height: 6px; }}
    QProgressBar::chunk {{ background: {c.accent}; border-radius: 3px; }}
    QSlider::groove:horizontal {{ height: 3px; background: {c.hairline}; border-radius: 1px; }}
    QSlider::sub-page:horizontal {{ background: {c.accent}; border-radius: 1px; }}
    QSlider[role="both-ways"]::sub-page:horizontal {{ background: {c.hairline}; }}
    QSlider::handle:horizontal {{ background: {c.accent}; width: 14px; height: 14px; margin: -6px 0;
        border-radius: 7px; }}
    QSlider::handle:horizontal:focus {{ border: 2px solid {c.ink}; margin: -7px 0; border-radius: 8px; }}
    QScrollArea {{ border: none; background: {c.panel}; }}
    QTableView {{ background: {c.surround}; border: none; outline: none; }}
    QHeaderView {{ background: {c.band}; border: none; }}
    QScrollBar:vertical {{ background: transparent; width: 11px; margin: 0; }}
    QScrollBar:horizontal {{ background: transparent; height: 11px; margin: 0; }}
    QScrollBar::handle {{ background: {c.surround_line}; border-radius: 4px; margin: 2px;
        min-height: 30px; min-width: 30px; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
    QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
    QSplitter::handle {{ background: {c.hairline}; }}
    QCheckBox::indicator {{ width: 15px; height: 15px; border: 1px solid {c.quiet}; border-radius: 3px;
        background: {c.field}; }}
    QCheckBox::indicator:checked {{ background: {c.accent}; border-color: {c.accent};
        image: url("{_ASSETS / "icons" / f"tick-{'dark' if c.dark else 'light'}.svg"}"); }}
    QCheckBox:focus {{ text-decoration: underline; }}
    """


@lru_cache(maxsize=64)
def icon(name: str) -> QIcon:
    """Return a shipped icon in the ink of the theme."""
    drawing = (_ASSETS / "icons" / f"{name}.svg").read_bytes().replace(b"currentColor", _current.ink.encode())
    # Rendered at twice its size for dense screens.
    return _from_svg(drawing.replace(b'width="24"', b'width="48"').replace(b'height="24"', b'height="48"'))


def mark() -> QIcon:
    """Return the application's mark."""
    return _from_svg((_ASSETS / "mark.svg").read_bytes())


def _from_svg(drawing: bytes) -> QIcon:
    # Qt's image plugin draws SVG without the Python module QtSvg, which would take 0.03 s to load.
    pixmap = QPixmap()
    pixmap.loadFromData(QByteArray(drawing), "SVG")
    return QIcon(pixmap)
