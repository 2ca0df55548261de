"""What the parts of the window share: the open project, the work behind it, what is chosen, and how to ask for a place.

Panels, pages, menus and actions know the desk instead of the window; the window makes it and listens.
"""

from collections.abc import Iterable
from typing import TYPE_CHECKING, Protocol

from PySide6.QtCore import QObject, Signal, SignalInstance

from jaunty_frame.app.project.session import Session
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.findings.remedies import FIND_AGAIN

if TYPE_CHECKING:
    from PySide6.QtCore import QMimeData
    from PySide6.QtGui import QAction, QImage

    from jaunty_frame.app.pictures.cell_images import CellImages
    from jaunty_frame.app.project.importer import Importer
    from jaunty_frame.app.project.project_files import ProjectFiles


class Cells(Protocol):
    """Where slides and outputs are chosen."""

    current_cell_changed: SignalInstance

    def chosen_place(self) -> tuple[str, str]:
        """Return the ids of the current slide and output, empty where there are none."""
        ...

    def chosen_slides(self) -> list[str]: ...

    def chosen_cells(self) -> list[tuple[str, str]]: ...

    def select_cell(self, slide_id: str, output_id: str) -> None: ...

    def choose_slides(self, slide_ids: Iterable[str]) -> None: ...

    def show_reached(self, slide_ids: Iterable[str]) -> None:
        """Mark slides that something would change."""
        ...

    def picture_of(self, slide_id: str) -> "QImage | None":
        """Return the picture of a slide that is in view by now."""
        ...

    def paste(self, data: "QMimeData | None") -> None: ...

    def resize_rows(self, factor: float) -> None: ...

    def fit_rows(self) -> None: ...

    def show_all_rows(self) -> None: ...

    def show_zones(self) -> None: ...


FOR_ALL = "for all"
"""A panel is to be about all slides; no output has such an id."""


class Desk(QObject):
    """``wanted`` : a place of the window by its name, and what it is to be about: an output's id, FOR_ALL, on the bench
    "words" and the kind of those that are to be typed, or ""."""

    wanted = Signal(str, str)
    theme_changed = Signal()

    def __init__(
        self, session: Session, images: "CellImages", importer: "Importer", files: "ProjectFiles", cells: Cells
    ) -> None:
        super().__init__()
        self.session, self.images, self.importer, self.files, self.cells = session, images, importer, files, cells
        self.actions: dict[str, QAction] = {}
        self.sounds = importer.sounds

    def open(self, name: str, about: str = "") -> None:
        """Ask for a place: a side panel, the bench, the screening."""
        self.wanted.emit(name, about)

    def chosen_photos(self) -> set[str]:
        """Return the ids of the photos that the chosen slides show."""
        project = self.session.project
        return {photo for name in self.cells.chosen_slides() for photo in project.slide(name).exhibit.photos}

    def remedy(self, finding: Finding) -> None:
        """Do what a finding's button says."""
        if finding.remedy == FIND_AGAIN:
            self.importer.finder.find_again([finding.photo_id])
            return
        edit = finding.remedy.edit(self.session.project, finding)
        if edit is not None:
            self.session.apply(edit)
