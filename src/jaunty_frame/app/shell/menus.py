"""The menus of the main window."""

from collections.abc import Callable, Mapping, Sequence
from functools import partial

from PySide6.QtGui import QAction
from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.document import edits
from jaunty_frame.document.model import Transition
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.show.words import size_words

Actions = Mapping[str, QAction]

_TRANSITIONS = {
    "Cut": {"kind": "cut"},
    "Cross dissolve 0.5 s": {"seconds": "1/2"},
    "Cross dissolve 0.7 s": {"seconds": "7/10"},
    "Cross dissolve 1 s": {"seconds": "1/1"},
    "Cross dissolve 2 s": {"seconds": "2/1"},
}


def output_presets_menu(session: Session, actions: Actions, parent: QWidget) -> QMenu:
    """Return the menu that adds an output."""
    menu = QMenu("Add output", parent)
    for preset in PRESETS:
        action = menu.addAction(f"{preset.name}   {size_words(preset)}")
        action.triggered.connect(without_argument(partial(session.apply, edits.add_output(preset))))
    menu.addAction(actions["own-output"])
    return menu


def main_menu(actions: Actions, add_output: QMenu, parent: QWidget) -> QMenu:
    """Return the menu that holds everything."""
    menu = QMenu(parent)
    for group in (
        ("new", "open", "save", "save-as"),
        ("add-photos", "add-folder", add_output),
        ("house-rules", "zones"),
        ("repeat", "turn-left", "turn-right", "find-again", "remove"),
        ("findings", "next-finding", "larger", "smaller", "all-rows", "dark"),
        ("quit",),
    ):
        for item in group:
            if isinstance(item, QMenu):
                menu.addMenu(item)
            else:
                menu.addAction(actions[item])
        menu.addSeparator()
    return menu


def joint_menu(session: Session, slide_ids: Sequence[str], parent: QWidget) -> QMenu:
    """Return the menu of the joints after some slides, and of all joints."""
    menu = QMenu(parent)
    here = "here" if len(slide_ids) == 1 else f"at {len(slide_ids)} joints"
    for scope in (here, "everywhere"):
        menu.addSection(scope.capitalize())
        for text, fields in _TRANSITIONS.items():
            transition = Transition.model_validate(fields)
            edit = (
                edits.set_on_slides(slide_ids, "Transition", transition=transition)
                if scope == here
                else edits.set_for_all("Transition of all", transition=transition)
            )
            menu.addAction(text).triggered.connect(without_argument(partial(session.apply, edit)))
    return menu


def without_argument(act: Callable[[], object]) -> Callable[..., None]:
    """Return ``act`` for Qt's triggered signal, which would pass whether it is checked."""

    def call(*_: object) -> None:
        act()

    return call
