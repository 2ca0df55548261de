"""What can be done from menus and by keys, beside opening a panel: name, text, keys, and what it does at a desk."""

from collections.abc import Callable
from functools import partial
from typing import NamedTuple

from PySide6.QtGui import QKeySequence

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.shell import project_actions, slide_actions
from jaunty_frame.show.words import ORDER_WORDS

_STANDARD = QKeySequence.StandardKey
_LARGER = 1.25


class ActionEntry(NamedTuple):
    """needs_slides : whether there must be slides and outputs."""

    text: str
    keys: QKeySequence.StandardKey | str
    act: Callable[[Desk], object]
    needs_slides: bool = False


ACTIONS = {
    "new": ActionEntry("New project", _STANDARD.New, lambda desk: desk.files.start_new()),
    "open": ActionEntry("Open project…", _STANDARD.Open, lambda desk: desk.files.choose_project()),
    "save": ActionEntry("Save", _STANDARD.Save, lambda desk: desk.files.save()),
    "save-as": ActionEntry("Save as…", _STANDARD.SaveAs, lambda desk: desk.files.save_as()),
    "add-photos": ActionEntry("Add photos…", "Ctrl+I", project_actions.choose_photos),
    "add-folder": ActionEntry("Add a folder of photos…", "Ctrl+Shift+I", project_actions.choose_folder),
    "own-output": ActionEntry("Own size…", "", project_actions.add_own_output),
    "undo": ActionEntry("Undo", _STANDARD.Undo, lambda desk: desk.session.undo()),
    "redo": ActionEntry("Redo", _STANDARD.Redo, lambda desk: desk.session.redo()),
    "play": ActionEntry("Play", "Ctrl+Space", lambda desk: desk.open("screening"), True),
    "remove": ActionEntry("Remove slides", "", slide_actions.remove, True),
    "repeat": ActionEntry("Show photo again", "Ctrl+D", slide_actions.repeat, True),
    "turn-right": ActionEntry("Turn right", "Ctrl+]", lambda desk: slide_actions.turn(desk, 1), True),
    "turn-left": ActionEntry("Turn left", "Ctrl+[", lambda desk: slide_actions.turn(desk, 3), True),
    "find-again": ActionEntry("Find keep areas again", "", slide_actions.find_areas_again, True),
    "next-finding": ActionEntry("Next finding", "Ctrl+G", slide_actions.go_to_next_finding, True),
    "larger": ActionEntry("Larger rows", _STANDARD.ZoomIn, lambda desk: desk.cells.resize_rows(_LARGER)),
    "smaller": ActionEntry("Smaller rows", _STANDARD.ZoomOut, lambda desk: desk.cells.resize_rows(1 / _LARGER)),
    "fit-rows": ActionEntry("All outputs in view", "Ctrl+Shift+0", lambda desk: desk.cells.fit_rows()),
    "all-rows": ActionEntry("The whole show at once", "Ctrl+0", lambda desk: desk.cells.show_all_rows()),
    "dark": ActionEntry("Dark", "Ctrl+Shift+L", project_actions.switch_theme),
    **{
        f"order-{by}": ActionEntry(words, "", partial(slide_actions.order, by=by), True)
        for by, words in ORDER_WORDS.items()
    },
    "quit": ActionEntry("Quit", _STANDARD.Quit, lambda desk: desk.files.window.close()),
}
