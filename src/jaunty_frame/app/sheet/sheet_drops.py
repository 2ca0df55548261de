"""What is dragged over the sheet and dropped on it: its own slides, those of other windows, photos, files, pictures."""

from PySide6.QtCore import QMimeData, QObject, QPoint, Qt, QTimer, Signal
from PySide6.QtGui import QDragMoveEvent, QDropEvent

from jaunty_frame.app.project.clipboard import copied_in, files_in, holds_slides, picture_in, window_name
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.block_table import BlockTable
from jaunty_frame.document.edits.groups import add_to_slide
from jaunty_frame.document.edits.material.photos import show_photos
from jaunty_frame.document.edits.pasting import paste_slides
from jaunty_frame.document.edits.slides import move_slides
from jaunty_frame.document.files.slides_format import CopiedSlides
from jaunty_frame.media.sounds.suffixes import is_named_like_sound

_EDGE_PX = 36
_SCROLL_PX = 24
_SCROLL_MS = 40


class SheetDrops(QObject):
    """``row`` : the one before which something would go, -1 while nothing is dragged; ``onto`` : the one whose slide
    photos of the set would share, -1 where they would get slides of their own. At the edges the view scrolls.

    ``files`` and ``picture`` bring what has to be imported, and the row; ``landed`` the slides that came or moved.
    """

    files = Signal(list, int)
    picture = Signal(bytes, int)
    sounds = Signal(list, str, list)
    landed = Signal(list)

    def __init__(self, session: Session, view: BlockTable) -> None:
        super().__init__(view)
        self._session, self._view = session, view
        self.row = self.onto = -1
        self._photos_alone = False
        self._place = QPoint()
        self._scroll = QTimer(self)
        self._scroll.setInterval(_SCROLL_MS)
        self._scroll.timeout.connect(self._scroll_on)

    def moved(self, event: QDragMoveEvent) -> None:
        """Something is dragged over the view: show where it would go."""
        data = event.mimeData()
        if not (holds_slides(data) or data.hasUrls() or data.hasImage()):
            event.ignore()
            return
        self._place = event.position().toPoint()
        if self.row < 0:
            self._photos_alone = self._holds_photos_alone(data)
        self._show_row()
        self._scroll.start()
        own = holds_slides(data) and event.source() is self._view
        event.setDropAction(Qt.DropAction.MoveAction if own else Qt.DropAction.CopyAction)
        event.accept()

    def _holds_photos_alone(self, data: QMimeData) -> bool:
        """Return whether photos of this window's set are dragged, which a slide can take in."""
        copied = copied_in(data) if holds_slides(data) else None
        return copied is not None and not copied.slides and copied.window == window_name(self._session)

    def _show_row(self) -> None:
        place = self._view.in_content(self._place)
        self.row = self._view.layout_.row_before(*place)
        self.onto = self._view.layout_.row_in_the_middle(*place) if self._photos_alone else -1
        self._view.viewport().update()

    def left(self) -> None:
        self.row = self.onto = -1
        self._scroll.stop()
        self._view.viewport().update()

    def dropped(self, event: QDropEvent) -> None:
        before, onto = self._view.layout_.row_before(*self._view.in_content(event.position().toPoint())), self.onto
        self.left()
        copied = copied_in(event.mimeData()) if onto >= 0 else None
        if copied is not None:
            self._put_together(onto, copied)
        else:
            row = self._view.layout_.row_in_the_middle(*self._view.in_content(event.position().toPoint()))
            in_lane = row >= 0 and self._view.lane_rect(row).contains(event.position().toPoint())
            self.take(event.mimeData(), before, own_moves=True, onto=-1 if in_lane else row)
        event.accept()

    def _put_together(self, row: int, copied: CopiedSlides) -> None:
        slide = self._session.latest.slides[row]
        self._session.apply(add_to_slide(slide.id, [photo.id for photo in copied.photos]))
        self.landed.emit([slide.id])

    def take(self, data: QMimeData | None, before: int, own_moves: bool, onto: int = -1) -> None:
        """Take what was dropped or pasted; an empty clipboard may be none at all.

        own_moves : the window's own slides move instead of coming in again; onto : the row in whose middle it was
        dropped: a sound is that slide's ambience there, elsewhere music.
        """
        if data is None:
            return
        copied = copied_in(data) if holds_slides(data) else None
        if copied is not None:
            self._take_slides(copied, before, own_moves and copied.window == window_name(self._session))
        elif paths := files_in(data):
            sounds = [path for path in paths if is_named_like_sound(path.name)]
            others = [path for path in paths if path not in sounds]
            if sounds:
                slides = [self._session.latest.slides[onto].id] if onto >= 0 else []
                self.sounds.emit(sounds, "ambience" if slides else "music", slides)
            if others:
                self.files.emit(others, before)
        elif picture := picture_in(data):
            self.picture.emit(picture, before)

    def _take_slides(self, copied: CopiedSlides, before: int, own: bool) -> None:
        known = {slide.id for slide in self._session.latest.slides}
        if own and copied.slides:
            moving = [slide.id for slide in copied.slides if slide.id in known]
            self._session.apply(move_slides(moving, before))
            self.landed.emit(moving)
            return
        if own:
            self._session.apply(show_photos([photo.id for photo in copied.photos], before))
        else:
            self._session.apply(paste_slides(self._session.place.taken_in(copied), before))
        self.landed.emit([slide.id for slide in self._session.latest.slides if slide.id not in known])

    def _scroll_on(self) -> None:
        """Scroll while what is dragged rests at an edge."""
        view = self._view.viewport().rect()
        steps = (
            (self._view.horizontalScrollBar(), self._place.x(), view.width()),
            (self._view.verticalScrollBar(), self._place.y(), view.height()),
        )
        for bar, at, length in steps:
            if at < _EDGE_PX or at > length - _EDGE_PX:
                bar.setValue(bar.value() + (_SCROLL_PX if at > length / 2 else -_SCROLL_PX))
        self._show_row()
