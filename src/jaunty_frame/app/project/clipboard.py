"""What is copied, dragged, pasted and dropped: slides as JSON of ours, with their files and a picture for others."""

from collections.abc import Collection
from pathlib import Path

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, QMimeData, QUrl
from PySide6.QtGui import QImage, QImageWriter

from jaunty_frame.app.project.session import Session
from jaunty_frame.document.files.slides_format import (
    CopiedSlides,
    copied_photos,
    copied_slides,
    slides_from_text,
    slides_to_text,
)
from jaunty_frame.errors import JauntyError

SLIDES_FORMAT = "application/x-jaunty-frame-slides+json"


def slides_data(session: Session, slide_ids: Collection[str], picture: QImage | None = None) -> QMimeData:
    """Return slides for the clipboard or a drag. picture : of the first, for programs that take pictures."""
    return _data(copied_slides(session.project, slide_ids, session.place.absolute, window_name(session)), picture)


def photos_data(session: Session, photo_ids: Collection[str]) -> QMimeData:
    """Return photos of the set for the clipboard or a drag."""
    return _data(copied_photos(session.project, photo_ids, session.place.absolute, window_name(session)), None)


def window_name(session: Session) -> str:
    """Return what tells one window's slides from another's."""
    return f"{id(session):x}-{session.path or ''}"[:200]


def _data(copied: CopiedSlides, picture: QImage | None) -> QMimeData:
    data = QMimeData()
    data.setData(SLIDES_FORMAT, QByteArray(slides_to_text(copied).encode()))
    data.setUrls([QUrl.fromLocalFile(photo.path) for photo in copied.photos])
    if picture is not None:
        data.setImageData(picture)
    return data


def holds_slides(data: QMimeData) -> bool:
    return data.hasFormat(SLIDES_FORMAT)


def copied_in(data: QMimeData) -> CopiedSlides | None:
    """Return the slides in what was copied, None where they cannot be read."""
    try:
        return slides_from_text(bytes(data.data(SLIDES_FORMAT).data()).decode())
    except (JauntyError, UnicodeDecodeError):
        return None


def files_in(data: QMimeData) -> list[Path]:
    return [Path(url.toLocalFile()) for url in data.urls() if url.isLocalFile()]


def picture_in(data: QMimeData) -> bytes:
    """Return a picture that another program has put there as a PNG file; empty where there is none."""
    image = QImage(data.imageData()) if data.hasImage() else QImage()
    if image.isNull():
        return b""
    buffer = QBuffer()
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    QImageWriter(buffer, QByteArray(b"png")).write(image)
    return bytes(buffer.data().data())
