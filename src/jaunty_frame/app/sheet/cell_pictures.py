"""Which picture each cell of the sheet has by now."""

import time
from typing import NamedTuple

from PySide6.QtGui import QImage

from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_model import PHOTO_COLUMN, SheetModel

_LONGEST_S = 0.015
"""How long one painting works out what cells have to show."""

Cell = tuple[int, int]


class _Seen(NamedTuple):
    """What a cell shows. of : the plan or photo that ``request`` was made of; image : the last one that there was."""

    of: object
    size: tuple[int, int]
    request: CellRequest
    image: QImage | None
    is_current: bool
    is_readable: bool = True


class CellPictures:
    """What a cell has to show is worked out when it is painted, and remembered.

    After a change of the whole show hundreds of cells are to be worked out: what does not fit into the time of one
    painting is ``postponed``, and those cells show what they showed before.
    """

    def __init__(self, session: Session, model: SheetModel, images: CellImages) -> None:
        self._session, self._model, self._images = session, model, images
        self.postponed: list[Cell] = []
        self._seen: dict[tuple[str, str], _Seen] = {}
        self._waiting: dict[CellRequest, set[Cell]] = {}
        self._painted: set[tuple[str, str]] = set()
        self._until = 0.0

    def begin(self) -> None:
        """Begin a painting of the sheet."""
        self.postponed, self._painted = [], set()
        self._until = time.monotonic() + _LONGEST_S

    def end(self, whole: bool) -> None:
        """End a painting, of the whole view or of a part: what is out of view is forgotten."""
        if whole:
            self._seen = {name: self._seen[name] for name in self._painted if name in self._seen}
            wanted = {seen.request for seen in self._seen.values() if not seen.is_current}
            self._waiting = {request: cells for request, cells in self._waiting.items() if request in wanted}

    def forget(self) -> None:
        """Photos may have changed."""
        self._seen.clear()
        self._waiting.clear()

    def made(self, request: CellRequest) -> set[Cell]:
        """Return which cells were waiting for a picture that is there now."""
        return self._waiting.pop(request, set())

    def known(self, row: int, column: int) -> QImage | None:
        """Return the picture that a cell showed last."""
        seen = self._seen.get(self._model.name(row, column))
        return seen.image if seen else None

    def picture(self, row: int, column: int, size: tuple[int, int]) -> tuple[QImage | None, bool]:
        """Return the picture of a cell and whether its photo can be read. size : in device pixels."""
        of: object = self._model.photo(row) if column == PHOTO_COLUMN else self._model.plan(column)
        name = self._model.name(row, column)
        self._painted.add(name)
        seen = self._seen.get(name)
        if seen is not None and seen.of is of and seen.size == size:
            if seen.is_current:
                return seen.image, seen.is_readable
            request = seen.request
        elif time.monotonic() < self._until:
            request = self._model.request(row, column, *size)
        else:
            self.postponed.append((row, column))
            return (seen.image, seen.is_readable) if seen else (None, True)
        image = self._images.image(request, self._session.source)
        is_known = image is not None or self._images.is_known(request)
        if is_known:
            seen = _Seen(of, size, request, image, is_current=True, is_readable=image is not None)
        else:
            self._waiting.setdefault(request, set()).add((row, column))
            seen = _Seen(of, size, request, seen.image if seen else None, is_current=False)
        self._seen[name] = seen
        return seen.image, seen.is_readable
