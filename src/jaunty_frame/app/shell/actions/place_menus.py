"""The menus that open at a place on the sheet: at an output's head, at slides, at the joint between two."""

from fractions import Fraction
from functools import partial

from PySide6.QtCore import QObject, QPoint
from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.shell.actions.menus import (
    SLIDE_ACTIONS,
    choose_menu,
    order_menu,
    seconds_menu,
    without_argument,
    words_menu,
)
from jaunty_frame.document.edits.framings import drop_framings
from jaunty_frame.document.edits.outputs import duplicate_output, remove_output, set_on_output
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.show.words import FIELD_WORDS, size_words

_PACES = tuple(Fraction(text) for text in ("1/2", "2/3", "3/4", "1", "5/4", "3/2", "2"))
"""What an output may multiply all seconds by."""


class PlaceMenus(QObject):
    """Opens menus over ``window``."""

    def __init__(self, desk: Desk, window: QWidget) -> None:
        super().__init__(window)
        self._desk, self._session, self._window = desk, desk.session, window

    def show_output_menu(self, output_id: str, place: QPoint) -> None:
        desk, session = self._desk, self._session
        output = session.project.output(output_id)
        menu = QMenu(self._window)
        menu.addSection(f"{output.name}, {size_words(output)}")

        def open_here(name: str) -> None:
            desk.cells.select_cell(desk.cells.chosen_place()[0], output_id)
            desk.open(name, output_id)

        menu.addAction("Play", lambda: open_here("screening"))
        menu.addAction("Export this one", lambda: desk.open("export", output_id))
        menu.addAction("Zones…", lambda: open_here("zones")).setEnabled(bool(session.project.slides))
        pace = menu.addMenu(f"Pace, now ×{float(output.pace):g}")
        for times in _PACES:
            edit = set_on_output(output_id, "Pace", pace=times)
            pace.addAction(f"×{float(times):g}").triggered.connect(without_argument(partial(session.apply, edit)))
        menu.addAction("Duplicate", lambda: session.apply(duplicate_output(output_id)))
        menu.addAction("Remove output", lambda: session.apply(remove_output(output_id)))
        menu.popup(place)

    def _as_ruled_menu(self, parent: QWidget) -> QMenu:
        """Return the menu that drops what the chosen slides have of their own."""
        chosen = self._desk.cells.chosen_slides()
        own = sorted({name for slide_id in chosen for name in self._session.project.slide(slide_id).own})
        menu = QMenu("As the house rules say", parent)
        menu.setEnabled(bool(own))
        for words, names in (*((FIELD_WORDS[name], [name]) for name in own), ("Everything", own)):
            edit = set_on_slides(chosen, "As the house rules say", **dict.fromkeys(names))
            menu.addAction(words).triggered.connect(without_argument(partial(self._session.apply, edit)))
        return menu

    def show_slide_menu(self, place: QPoint) -> None:
        session = self._session
        menu = QMenu(self._window)
        for part in (seconds_menu, order_menu, choose_menu, words_menu):
            menu.addMenu(part(self._desk, menu))
        for name in ("cut", "copy", "paste", "joint", "carry", "looks", *SLIDE_ACTIONS):
            menu.addAction(self._desk.actions[name])
        menu.addMenu(self._as_ruled_menu(menu))
        hand_set = [cell for cell in self._desk.cells.chosen_cells() if session.project.is_hand_set(*cell)]
        back = menu.addAction("Back to solved", lambda: session.apply(drop_framings(hand_set)))
        back.setEnabled(bool(hand_set))
        menu.popup(place)
