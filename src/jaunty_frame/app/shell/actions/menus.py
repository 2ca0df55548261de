"""The menus of the main window."""

from collections.abc import Callable, Iterable
from functools import partial

from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.document.edits.outputs import add_output
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.show.words import ORDER_WORDS, size_words

SLIDE_ACTIONS = ("leave-out", "together", "repeat", "keep-frame", "turn-left", "turn-right", "find-again", "remove")
"""What is done to the chosen slides, by name."""


def output_presets_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu that adds an output."""
    menu = QMenu("Add output", parent)
    for preset in PRESETS:
        action = menu.addAction(f"{preset.name}   {size_words(preset)}")
        action.triggered.connect(without_argument(partial(desk.session.apply, add_output(preset))))
    menu.addAction(desk.actions["own-output"])
    return menu


def _menu_of(desk: Desk, title: str, names: Iterable[str], parent: QWidget) -> QMenu:
    menu = QMenu(title, parent)
    for name in names:
        menu.addAction(desk.actions[name])
    return menu


def order_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu that orders the chosen slides, or all."""
    return _menu_of(desk, "Order", ["opening", *(f"order-{by}" for by in ORDER_WORDS)], parent)


def choose_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu that chooses slides by what they are."""
    return _menu_of(desk, "Choose", (name for name in desk.actions if name.startswith("choose-")), parent)


def seconds_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu of the seconds of the chosen slides."""
    names = [name for name in desk.actions if name.startswith("seconds-")]
    return _menu_of(desk, "Seconds", [*names, "pace", "lock"], parent)


def words_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu of words, cards and emblems."""
    names = ("add-title", "add-caption", "add-card", "add-credits", "script", "emblems")
    return _menu_of(desk, "Words", [*names, "import-captions", "export-captions"], parent)


def sound_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu of the soundtrack."""
    return _menu_of(desk, "Sound", ("sound", "speak", "record"), parent)


def main_menu(desk: Desk, add_output: QMenu, parent: QWidget) -> QMenu:
    """Return the menu that holds everything."""
    menu = QMenu(parent)
    for group in (
        ("new", "open", "save", "save-as"),
        ("add-photos", "add-folder", add_output),
        ("set", "house-rules", "looks", "carry", "joint", "pace", "by-ear", "zones"),
        ("cut", "copy", "paste", "undo-list"),
        (choose_menu(desk, menu), order_menu(desk, menu), seconds_menu(desk, menu), *SLIDE_ACTIONS),
        (words_menu(desk, menu), sound_menu(desk, menu)),
        ("findings", "next-finding", "larger", "smaller", "fit-rows", "all-rows", "show-zones", "dark"),
        ("guide",),
        ("quit",),
    ):
        for item in group:
            if isinstance(item, QMenu):
                menu.addMenu(item)
            else:
                menu.addAction(desk.actions[item])
        menu.addSeparator()
    return menu


def without_argument(act: Callable[[], object]) -> Callable[..., None]:
    """Return ``act`` for Qt's triggered signal, which would pass whether it is checked."""

    def call(*_: object) -> None:
        act()

    return call
