"""Actions on the set, the outputs and the looks of the window. Dialogs are loaded when they are first wanted."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QApplication

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.widgets.theme import colours, set_theme
from jaunty_frame.document.edits.outputs import add_output


def choose_photos(desk: Desk) -> None:
    from jaunty_frame.app.project.dialogs import ask_for_photos

    ask_for_photos(desk.files.window, desk.importer.bring_in)


def choose_folder(desk: Desk) -> None:
    from jaunty_frame.app.project.dialogs import ask_for_folder

    ask_for_folder(desk.files.window, "Add a folder of photos", "", lambda folder: desk.importer.bring_in([folder]))


def add_own_output(desk: Desk) -> None:
    from jaunty_frame.app.shell.output_dialog import OutputDialog

    dialog = OutputDialog(desk.files.window)
    dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)

    def add() -> None:
        if dialog.output is not None:
            desk.session.apply(add_output(dialog.output))

    dialog.accepted.connect(add)
    dialog.open()


def switch_theme(desk: Desk) -> None:
    """Change between light and dark."""
    app = QApplication.instance()
    assert isinstance(app, QApplication)
    set_theme(app, not colours().dark)
    desk.actions["dark"].setText("Light" if colours().dark else "Dark")
    desk.theme_changed.emit()
