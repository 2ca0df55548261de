"""The menus of the main window."""

from collections.abc import Callable, Sequence
from fractions import Fraction
from functools import partial

from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.session import Session
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.outputs import add_output
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.transition import TRANSITIONS, TimedTransition, Transition
from jaunty_frame.show.words import ORDER_WORDS, size_words, transition_words

# What is offered of those that take time.
_LENGTHS = (Fraction(1, 2), Fraction(7, 10), Fraction(1), Fraction(2))


def output_presets_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu that adds an output."""
    menu = QMenu("Add output", parent)
    for preset in PRESETS:
        action = menu.addAction(f"{preset.name}   {size_words(preset)}")
        action.triggered.connect(without_argument(partial(desk.session.apply, add_output(preset))))
    menu.addAction(desk.actions["own-output"])
    return menu


def order_menu(desk: Desk, parent: QWidget) -> QMenu:
    """Return the menu that orders the chosen slides, or all."""
    menu = QMenu("Order", parent)
    for by in ORDER_WORDS:
        menu.addAction(desk.actions[f"order-{by}"])
    return menu


def main_menu(desk: Desk, add_output: QMenu, parent: QWidget) -> QMenu:
    """Return the menu that holds everything."""
    menu = QMenu(parent)
    for group in (
        ("new", "open", "save", "save-as"),
        ("add-photos", "add-folder", add_output),
        ("house-rules", "zones"),
        (order_menu(desk, menu), "repeat", "turn-left", "turn-right", "find-again", "remove"),
        ("findings", "next-finding", "larger", "smaller", "fit-rows", "all-rows", "dark"),
        ("quit",),
    ):
        for item in group:
            if isinstance(item, QMenu):
                menu.addMenu(item)
            else:
                menu.addAction(desk.actions[item])
        menu.addSeparator()
    return menu


def joint_menu(session: Session, slide_ids: Sequence[str], parent: QWidget) -> QMenu:
    """Return the menu of the joints after some slides, and of all joints."""
    menu = QMenu(parent)
    here = "here" if len(slide_ids) == 1 else f"at {len(slide_ids)} joints"
    for scope in (here, "everywhere"):
        menu.addSection(scope.capitalize())
        for transition in _offered_transitions():
            edit = (
                set_on_slides(slide_ids, "Transition", transition=transition)
                if scope == here
                else set_for_all("Transition of all", transition=transition)
            )
            menu.addAction(transition_words(transition)).triggered.connect(
                without_argument(partial(session.apply, edit))
            )
    return menu


def _offered_transitions() -> list[Transition]:
    """Return every kind of transition, those that take time in several lengths."""
    offered: list[Transition] = []
    for kind in TRANSITIONS.types.values():
        if issubclass(kind, TimedTransition):
            offered += [kind.model_validate({"seconds": length}) for length in _LENGTHS]
        else:
            offered.insert(0, kind.model_validate({}))
    return offered


def without_argument(act: Callable[[], object]) -> Callable[..., None]:
    """Return ``act`` for Qt's triggered signal, which would pass whether it is checked."""

    def call(*_: object) -> None:
        act()

    return call
