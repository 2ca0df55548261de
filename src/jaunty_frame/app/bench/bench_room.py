"""How the bench's room is shared by the photo, the frame, their controls and the choices of a page."""

from PySide6.QtCore import QEvent, QObject, QSize, Qt
from PySide6.QtWidgets import QBoxLayout, QScrollArea, QSizePolicy, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.frame_view import FrameView

# Of choices that stand beside an upright frame, and those below a frame, whichever of its parts a page shows.
_BESIDE_WIDTH = 250
_BELOW_HEIGHT = 254
_UPRIGHT = 0.9
# Of the frame beside the photo.
_SMALL_HEIGHT, _LEAST_WIDTH, _MOST_WIDTH = 230, 110, 160
_PANORAMA = 2.0
_LOW_HEIGHT = 112  # below it
_ANY = 16_777_215  # Qt's own limit


class BenchRoom(QWidget):
    """A page about the photo has it large, the frame small beside it, and its choices below over the full width. A page
    about the frame has that alone, with its choices below it, or beside an upright one."""

    def __init__(
        self, canvas: QWidget, frame_view: FrameView, controls: QWidget, scrub: QWidget, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self._canvas, self._frame_view = canvas, frame_view
        self._arranged: tuple[BenchPage, float, float | None] | None = None
        self.pages = _Pages()
        self._choices = _Choices(self.pages)
        self._pictures = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        self._pictures.setSpacing(8)
        self._pictures.addWidget(canvas, 1)
        self._pictures.addWidget(frame_view)
        self._controls = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        self._controls.addWidget(controls)
        self._controls.addWidget(scrub, 1)
        seen = QVBoxLayout()
        seen.setSpacing(4)
        seen.addLayout(self._pictures, 1)
        seen.addLayout(self._controls)
        self._whole = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        self._whole.setContentsMargins(0, 0, 0, 0)
        self._whole.addLayout(seen, 1)
        self._whole.addWidget(self._choices)

    def show_page(self, page: BenchPage) -> None:
        # As large as the page that is shown, not as the largest.
        for other in self.pages.findChildren(BenchPage):
            policy = QSizePolicy.Policy.Preferred if other is page else QSizePolicy.Policy.Ignored
            other.setSizePolicy(policy, policy)
        self.pages.setCurrentWidget(page)

    def arrange(self, aspect: float, photo_aspect: float | None) -> None:
        """Lay out for the page that is shown, in an output of an aspect ratio; photo_aspect : None without a photo."""
        page = self.pages.currentWidget()
        assert isinstance(page, BenchPage)
        wanted = (page, aspect, photo_aspect)
        if wanted == self._arranged:
            return
        self._arranged = wanted
        about_frame = page.about_frame
        beside = about_frame and aspect < _UPRIGHT
        if about_frame:
            self._canvas.hide()
        direction = QBoxLayout.Direction
        self._whole.setDirection(direction.LeftToRight if beside else direction.TopToBottom)
        self._whole.setSpacing(14 if beside else 8)
        self._controls.setDirection(direction.TopToBottom if beside else direction.LeftToRight)
        self._controls.setSpacing(4 if beside else 12)
        self._choices.stand(beside, _BELOW_HEIGHT if about_frame else 0)
        alone = about_frame or photo_aspect is None
        # Beside the frame a panorama would be small, and leave most of its height empty.
        above = photo_aspect is not None and photo_aspect > _PANORAMA and aspect > 1
        self._pictures.setDirection(direction.TopToBottom if above else direction.LeftToRight)
        small = round(min(max(_SMALL_HEIGHT * aspect, _LEAST_WIDTH), _MOST_WIDTH))
        self._frame_view.setMaximumWidth(_ANY if alone or above else small)
        self._frame_view.setMaximumHeight(_LOW_HEIGHT if above and not alone else _ANY)
        page.lay_out_beside(beside)
        # Last: with the choices as high as below a frame, it would make the window higher.
        self._canvas.setVisible(not alone)


class _Pages(QStackedWidget):
    def heightForWidth(self, width: int) -> int:
        """Return what the page that is shown needs: Qt says how much the highest does."""
        page = self.currentWidget()
        return page.heightForWidth(width) if page is not None else -1


class _Choices(QScrollArea):
    """As large as the page that is shown; scrolls only where the window is low, or findings take the room."""

    def __init__(self, pages: QStackedWidget) -> None:
        super().__init__()
        self._pages, self._least_width, self._least_height = pages, 0, 0
        self.setWidget(pages)
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        pages.installEventFilter(self)

    def stand(self, beside: bool, least_height: int) -> None:
        """Stand beside the frame over its whole height, or below it over the whole width, not lower than this, so that
        little moves where parts of a page take turns."""
        self._least_width, self._least_height = _BESIDE_WIDTH if beside else 0, least_height
        policy = QSizePolicy.Policy
        self.setSizePolicy(policy.Fixed if beside else policy.Preferred, policy.Preferred)
        self.updateGeometry()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() == QEvent.Type.LayoutRequest:
            self.updateGeometry()  # a scroll area does not ask for more room by itself
        return super().eventFilter(watched, event)

    def sizeHint(self) -> QSize:
        page = self._pages.currentWidget()
        height = page.sizeHint().height() if page else 0
        return QSize(self.minimumSizeHint().width(), max(height, self._least_height))

    def minimumSizeHint(self) -> QSize:
        page = self._pages.currentWidget()
        width = page.minimumSizeHint().width() if page else 0
        bar = self.verticalScrollBar().sizeHint().width()
        return QSize(max(width + bar, self._least_width), super().minimumSizeHint().height())
