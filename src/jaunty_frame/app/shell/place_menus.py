"""The menus that open at a place on the sheet: at an output's head, at slides, at the joint between two."""

from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QPoint
from PySide6.QtWidgets import QMenu

from jaunty_frame.app.shell.menus import joint_menu
from jaunty_frame.document import edits
from jaunty_frame.show.words import size_words

if TYPE_CHECKING:  # the window makes them
    from jaunty_frame.app.shell.main_window import MainWindow


class PlaceMenus(QObject):
    """Opens the menus of ``window``."""

    def __init__(self, window: "MainWindow") -> None:
        super().__init__(window)
        self._window, self._session = window, window.session

    def show_output_menu(self, column: int, place: QPoint) -> None:
        window, session = self._window, self._session
        output = window.sheet.sheet_model.output(column)
        menu = QMenu(window)
        menu.addSection(f"{output.name}, {size_words(output)}")

        def choose() -> None:
            window.sheet.select_cell(window.sheet.chosen_place()[0], output.id)

        def play() -> None:
            choose()
            window.play()

        def zones() -> None:
            choose()
            window.show_zones()

        def export() -> None:
            window.show_export()
            window.export_panel.choose_only(output.id)

        menu.addAction("Play", play)
        menu.addAction("Export this one", export)
        menu.addAction("Zones…", zones).setEnabled(bool(session.project.slides))
        menu.addAction("Duplicate", lambda: session.apply(edits.duplicate_output(output.id)))
        menu.addAction("Remove output", lambda: session.apply(edits.remove_output(output.id)))
        menu.popup(place)

    def show_slide_menu(self, place: QPoint) -> None:
        window, session = self._window, self._session
        menu = QMenu(window)
        for name in ("repeat", "turn-left", "turn-right", "find-again", "remove"):
            menu.addAction(window.actions_by_name[name])
        cells = window.sheet.chosen_cells()
        hand_set = [cell for cell in cells if session.project.hand_set_framing(*cell)]
        back = menu.addAction("Back to solved", lambda: session.apply(edits.drop_framings(hand_set)))
        back.setEnabled(bool(hand_set))
        menu.popup(place)

    def show_joint_menu(self, row: int, place: QPoint) -> None:
        window, session = self._window, self._session
        slides = session.project.slides
        if row + 1 >= len(slides):
            window.show_house_rules()
            return
        chosen = window.sheet.chosen_slides()
        targets = chosen if slides[row].id in chosen and len(chosen) > 1 else [slides[row].id]
        joint_menu(session, targets, window).popup(place)
