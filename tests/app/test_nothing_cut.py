"""Texts and controls are wholly seen on every page of the bench and in every panel, in a small window too."""

from PySide6.QtCore import QRect
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractSpinBox,
    QComboBox,
    QLabel,
    QScrollArea,
    QScrollBar,
    QSlider,
    QWidget,
)

from jaunty_frame.app.bench.pages.page_list import PAGES
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.document.edits.accepted import accept
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.fill import FILLS
from jaunty_frame.document.model import Accepted
from tests.app.window_case import WindowCase
from tests.media.moving.clip_files import write_clip
from tests.media.sounds.sound_files import tone

SIZES = ((1280, 800), (1024, 700))
CONTROLS = (QLabel, QAbstractButton, QAbstractSpinBox, QComboBox, QSlider, Choice)


def cut_texts(place: QWidget) -> list[str]:
    """Return what is not wholly seen on a widget: its text is wider or higher than it, or it is beyond an edge."""
    cut = []
    for kind in CONTROLS:
        for widget in place.findChildren(kind):
            if widget.isVisible() and (_text_is_cut(widget) or _is_beyond(widget, place)):
                cut.append(f"{kind.__name__} {_words_of(widget)!r}")
    return cut


def _words_of(widget: QWidget) -> str:
    return getattr(widget, "text", widget.accessibleName)() or widget.accessibleName()


def _text_is_cut(widget: QWidget) -> bool:
    if isinstance(widget, Choice):
        needed = [widget.fontMetrics().horizontalAdvance(label) for _, label in widget.options]
        return any(rect.width() < need for rect, need in zip(widget.option_rects(), needed, strict=True))
    if isinstance(widget, QLabel):
        if widget.wordWrap():
            return widget.heightForWidth(widget.width()) > widget.height()
        if "…" in widget.text():  # cut on purpose, and told elsewhere
            return False
    if isinstance(widget, QSlider):
        return False
    if isinstance(widget, QAbstractSpinBox):
        line = widget.lineEdit()
        margins = line.textMargins()
        room = line.width() - margins.left() - margins.right()
        return line.fontMetrics().horizontalAdvance(line.text()) > room or line.height() < line.fontMetrics().height()
    low = widget.height() < widget.fontMetrics().height()
    if isinstance(widget, QComboBox):
        return low
    return low or widget.sizeHint().width() > widget.width()


def _is_beyond(widget: QWidget, place: QWidget) -> bool:
    """Return whether some of the widget lies beyond what holds it; what can be scrolled to is not, up and down."""
    seen, holder = QRect(0, 0, widget.width(), widget.height()), widget
    while holder is not place:
        seen.translate(holder.pos())
        holder = holder.parentWidget()
        if seen.left() < 0 or seen.right() >= holder.width():
            return True
        if isinstance(holder, QScrollArea):
            return False
        scrolled = holder.parentWidget() is not None and isinstance(holder.parentWidget().parentWidget(), QScrollArea)
        if not scrolled and not _scrolls(holder) and (seen.top() < 0 or seen.bottom() >= holder.height()):
            return True
    return False


def _scrolls(holder: QWidget) -> bool:
    return isinstance(holder.parentWidget(), QScrollArea)


def scroll_bars(place: QWidget) -> list[QScrollBar]:
    return [bar for bar in place.findChildren(QScrollBar) if bar.isVisible()]


class NothingCut(WindowCase):
    photo_count = 5

    maxDiff = None

    def check(self, place, scrolls, said):
        """scrolls : whether the place may need a scroll bar, from top to bottom."""
        for _ in range(8):  # what a layout asks for reaches those about it one by one
            self.app.processEvents()
        self.assertEqual(cut_texts(place), [], said)
        if not scrolls:
            self.assertEqual(scroll_bars(place), [], f"{said}: a scroll bar")

    def test_pages_of_the_bench(self):
        session = self.window.session
        session.apply(add_words(self.project.slides[1].id, "By the river, early", "title"))
        for size in SIZES:
            self.window.resize(*size)
            for output in (0, 2):
                self.choose(1, output)
                for name in PAGES:
                    self.window.bench.show_page(name)
                    page = self.window.bench.page(name)
                    part = getattr(page, "part", None)
                    for option, _ in part.options if part is not None else [(None, "")]:
                        if option is not None:
                            page.show_part(option)
                        said = f"{name} {option or ''} of output {output} at {size}"
                        with self.subTest(said):
                            self.check(self.window.bench, size != SIZES[0], said)

    def test_every_kind_of_fill(self):
        self.window.bench.show_page("look")
        slide_id = self.project.slides[1].id
        for size in SIZES:
            self.window.resize(*size)
            for output in (0, 2):
                self.choose(1, output)
                page = self.window.bench.page("look")
                page.show_part("Fill")
                for kind in FILLS.types:
                    page.fill._choose(kind)
                    with self.subTest(kind=kind, output=output, size=size):
                        self.check(self.window.bench, size != SIZES[0], kind)
        self.assertIsNotNone(self.project.slide(slide_id).fill)

    def test_pages_of_a_clip(self):
        self.window.importer.bring_in([write_clip(self.folder / "a.mkv", count=20, sound=tone(0.8))], 1)
        self.wait_until(lambda: self.window.importer.task is None and self.window.importer.finder.task is None)
        self.window.session.apply(accept(Accepted(kind=None, slide=self.project.slides[1].id)))
        for size in SIZES:
            self.window.resize(*size)
            for output in (0, 2):
                self.choose(1, output)
                self.settle()
                for name in dict(self.window.bench.page_choice.options):
                    self.window.bench.show_page(name)
                    with self.subTest(name=name, output=output, size=size):
                        self.check(self.window.bench, size != SIZES[0], name)
                self.assertIn("clip", dict(self.window.bench.page_choice.options))

    def test_panels(self):
        self.choose(1, 2)
        for size in SIZES:
            self.window.resize(*size)
            for name in PANELS:
                self.window.desk.open(name)
                with self.subTest(name=name, size=size):
                    self.check(self.window.side.panel(name), True, name)
