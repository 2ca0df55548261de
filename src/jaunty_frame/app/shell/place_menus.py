"""The menus that open at a place on the sheet: at an output's head, at slides, at the joint between two."""

from PySide6.QtCore import QObject, QPoint
from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.shell.menus import joint_menu, order_menu
from jaunty_frame.document.edits.framings import drop_framings
from jaunty_frame.document.edits.outputs import duplicate_output, remove_output
from jaunty_frame.show.words import size_words


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
        menu.addAction("Duplicate", lambda: session.apply(duplicate_output(output_id)))
        menu.addAction("Remove output", lambda: session.apply(remove_output(output_id)))
        menu.popup(place)

    def show_slide_menu(self, place: QPoint) -> None:
        session = self._session
        menu = QMenu(self._window)
        menu.addMenu(order_menu(self._desk, menu))
        for name in ("repeat", "turn-left", "turn-right", "find-again", "remove"):
            menu.addAction(self._desk.actions[name])
        hand_set = [cell for cell in self._desk.cells.chosen_cells() if session.project.hand_set_framing(*cell)]
        back = menu.addAction("Back to solved", lambda: session.apply(drop_framings(hand_set)))
        back.setEnabled(bool(hand_set))
        menu.popup(place)

    def show_joint_menu(self, row: int, place: QPoint) -> None:
        slides = self._session.project.slides
        if row + 1 >= len(slides):
            self._desk.open("house-rules")
            return
        chosen = self._desk.cells.chosen_slides()
        targets = chosen if slides[row].id in chosen and len(chosen) > 1 else [slides[row].id]
        joint_menu(self._session, targets, self._window).popup(place)
