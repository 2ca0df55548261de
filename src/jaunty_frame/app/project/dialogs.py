"""The dialogs that ask for files and folders, and what is to become of unsaved changes.

They take 0.005 s to load, which the first painted window does not wait for: import them where they are wanted.
"""

from collections.abc import Callable, Sequence
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFileDialog, QMessageBox, QWidget

from jaunty_frame.media.moving.clip_names import CLIP_SUFFIXES
from jaunty_frame.media.photos.files import PHOTO_SUFFIXES

_STAY = "Stay here"
_PROJECTS = "Projects (*.jaunty)"
LOOKS = "Looks (*.look.json *.json)"
CAPTIONS = "Captions (*.srt *.vtt)"
ZONES = "Zones (*.zones.json *.json)"
PICTURES = "Pictures (*.png *.webp *.svg)"


def ask_for_project(parent: QWidget, then: Callable[[Path], object]) -> None:
    dialog = QFileDialog(parent, "Open project")
    dialog.setNameFilter(_PROJECTS)
    _ask_for_one(dialog, then)


def ask_where_to_save(parent: QWidget, then: Callable[[Path], object]) -> None:
    dialog = QFileDialog(parent, "Save project")
    dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
    dialog.setNameFilter(_PROJECTS)
    dialog.setDefaultSuffix("jaunty")
    _ask_for_one(dialog, then)


def ask_for_file(parent: QWidget, title: str, pattern: str, then: Callable[[Path], object]) -> None:
    """Ask for a file. pattern : its kind, like ``Looks (*.look.json)``."""
    dialog = QFileDialog(parent, title)
    dialog.setNameFilters([pattern, "All files (*)"])
    _ask_for_one(dialog, then)


def ask_for_files(parent: QWidget, title: str, pattern: str, then: Callable[[list[Path]], object]) -> None:
    """Ask for several files of one kind."""
    dialog = QFileDialog(parent, title)
    dialog.setFileMode(QFileDialog.FileMode.ExistingFiles)
    dialog.setNameFilters([pattern, "All files (*)"])
    dialog.filesSelected.connect(lambda names: then([Path(name) for name in names]))
    _open(dialog)


def ask_where_to_write(
    parent: QWidget, title: str, pattern: str, name: str, suffix: str, then: Callable[[Path], object]
) -> None:
    """Ask where a file is to be written. name : what is offered; suffix : what names without one get."""
    dialog = QFileDialog(parent, title)
    dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
    dialog.setNameFilter(pattern)
    dialog.setDefaultSuffix(suffix)
    dialog.selectFile(name.replace("/", "-"))
    _ask_for_one(dialog, then)


def ask_for_photos(parent: QWidget, then: Callable[[list[Path]], object]) -> None:
    dialog = QFileDialog(parent, "Add photos and clips")
    dialog.setFileMode(QFileDialog.FileMode.ExistingFiles)
    patterns = " ".join(f"*{suffix} *{suffix.upper()}" for suffix in (*PHOTO_SUFFIXES, *CLIP_SUFFIXES))
    dialog.setNameFilters([f"Photos and clips ({patterns})", "All files (*)"])
    dialog.filesSelected.connect(lambda names: then([Path(name) for name in names]))
    _open(dialog)


def ask_for_folder(parent: QWidget, title: str, start: str, then: Callable[[Path], object]) -> None:
    """Ask for a folder, beginning at ``start`` (where it is empty, where the last one was)."""
    dialog = QFileDialog(parent, title, start)
    dialog.setFileMode(QFileDialog.FileMode.Directory)
    _ask_for_one(dialog, then)


def ask_about_changes(parent: QWidget, title: str, save: Callable[[], object], drop: Callable[[], object]) -> None:
    """Ask whether the changes of a project are to be saved or dropped; the third answer does nothing."""
    _ask(parent, f"“{title}” has changes that are not saved.", "", ("Save", save), ("Drop the changes", drop))


def ask_about_other_changes(
    parent: QWidget, name: str, keep_both: Callable[[], object], replace: Callable[[], object]
) -> None:
    """Ask what is to become of a file that another program has changed; the third answer does nothing."""
    said = f"{name} was changed by another window or program since it was opened here."
    more = "Keep both saves yours beside it, under a name of its own."
    _ask(parent, said, more, ("Keep both", keep_both), ("Replace it with mine", replace))


def ask_about_running(parent: QWidget, running: Sequence[str], leave: Callable[[], object]) -> None:
    """Ask whether to close the window though work is under way. running : a sentence each."""
    _ask(parent, " ".join(running), "Closing the window ends it.", (_STAY, lambda: None), ("Close", leave))


def _ask(
    parent: QWidget,
    said: str,
    more: str,
    safe: tuple[str, Callable[[], object]],
    other: tuple[str, Callable[[], object]],
) -> None:
    """Ask a question whose ``safe`` answer loses nothing; Escape does nothing at all."""
    box = QMessageBox(parent)
    box.setText(said)
    box.setInformativeText(more)
    keep = box.addButton(safe[0], QMessageBox.ButtonRole.AcceptRole)
    lose = box.addButton(other[0], QMessageBox.ButtonRole.DestructiveRole)
    if safe[0] != _STAY:
        box.addButton(_STAY, QMessageBox.ButtonRole.RejectRole)
    box.setDefaultButton(keep)

    def answer() -> None:
        for button, act in ((keep, safe[1]), (lose, other[1])):
            if box.clickedButton() is button:
                act()

    box.finished.connect(lambda _: answer())
    _open(box)


def _ask_for_one(dialog: QFileDialog, then: Callable[[Path], object]) -> None:
    dialog.fileSelected.connect(lambda name: then(Path(name)))
    _open(dialog)


def _open(dialog: QFileDialog | QMessageBox) -> None:
    dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
    dialog.open()
