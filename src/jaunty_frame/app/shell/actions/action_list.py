"""What can be done from menus and by keys, beside opening a panel: name, text, keys, and what it does at a desk."""

from collections.abc import Callable
from fractions import Fraction
from functools import partial
from typing import NamedTuple

from PySide6.QtGui import QKeySequence

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.shell.actions import project_actions, slide_actions, words_actions
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.core.time.typed_seconds import TypedSeconds
from jaunty_frame.show.choosing import Where
from jaunty_frame.show.words import LENGTHS_OFFERED, ORDER_WORDS

_STANDARD = QKeySequence.StandardKey
_LARGER = 1.25
_CHOOSE = {
    Where.ALL: ("All", "Ctrl+A"),
    Where.UPRIGHT: ("Upright photos", ""),
    Where.SIDEWAYS: ("Sideways photos", ""),
    Where.SQUARE: ("Square photos", ""),
    Where.PANORAMA: ("Panoramas", ""),
    Where.EVERY_SECOND: ("Every second", "Ctrl+2"),
    Where.MOVING: ("Those that move", ""),
    Where.HELD: ("Those that are held", ""),
    Where.FOUND: ("With findings", ""),
}


class ActionEntry(NamedTuple):
    """needs_slides : whether there must be slides and outputs; everywhere : also where the sheet is not seen."""

    text: str
    keys: QKeySequence.StandardKey | str
    act: Callable[[Desk], object]
    needs_slides: bool = False
    everywhere: bool = False


ACTIONS = {
    "new": ActionEntry("New project", _STANDARD.New, lambda desk: desk.files.start_new()),
    "open": ActionEntry("Open project…", _STANDARD.Open, lambda desk: desk.files.choose_project()),
    "save": ActionEntry("Save", _STANDARD.Save, lambda desk: desk.files.save()),
    "save-as": ActionEntry("Save as…", _STANDARD.SaveAs, lambda desk: desk.files.save_as()),
    "add-photos": ActionEntry("Add photos…", "Ctrl+I", project_actions.choose_photos),
    "add-folder": ActionEntry("Add a folder of photos…", "Ctrl+Shift+I", project_actions.choose_folder),
    "own-output": ActionEntry("Own size…", "", project_actions.add_own_output),
    "undo": ActionEntry("Undo", _STANDARD.Undo, lambda desk: desk.session.edited.undo()),
    "redo": ActionEntry("Redo", _STANDARD.Redo, lambda desk: desk.session.edited.redo()),
    "play": ActionEntry("Play", "Ctrl+Space", lambda desk: desk.open("screening"), True),
    "cut": ActionEntry("Cut slides", _STANDARD.Cut, slide_actions.cut, True),
    "copy": ActionEntry("Copy slides", _STANDARD.Copy, slide_actions.copy, True),
    "paste": ActionEntry("Paste", _STANDARD.Paste, slide_actions.paste),
    "opening": ActionEntry("Make this the opening", "Ctrl+Home", slide_actions.make_opening, True),
    "lock": ActionEntry("Lock or unlock seconds", "Ctrl+K", slide_actions.lock_or_unlock, True),
    "leave-out": ActionEntry(
        "Leave out of this output, or show again", "Ctrl+Delete", slide_actions.leave_out_or_show, True
    ),
    "add-title": ActionEntry("Add title", "Ctrl+Shift+T", partial(words_actions.add_words, kind="title"), True),
    "add-caption": ActionEntry("Add caption", "Ctrl+Shift+K", partial(words_actions.add_words, kind="caption"), True),
    "add-card": ActionEntry("Add card before", "Ctrl+Shift+N", words_actions.add_card_before, True),
    "add-credits": ActionEntry("Add credits at the end", "", words_actions.add_credits_card, True),
    "import-captions": ActionEntry("Import captions…", "", words_actions.import_captions, True),
    "export-captions": ActionEntry("Export captions…", "", words_actions.export_captions, True),
    "by-ear": ActionEntry("Play, and change by ear", "Ctrl+Shift+Space", lambda desk: desk.open("by-ear"), True),
    "remove": ActionEntry("Remove slides", "", slide_actions.remove, True),
    "together": ActionEntry("Put together, or take apart", "Ctrl+Shift+D", slide_actions.put_together_or_apart, True),
    "repeat": ActionEntry("Show photo again", "Ctrl+D", slide_actions.repeat, True),
    "keep-frame": ActionEntry("Keep this frame as a photo", "Ctrl+Shift+P", lambda desk: desk.open("frame-kept"), True),
    "turn-right": ActionEntry("Turn right", "Ctrl+]", lambda desk: slide_actions.turn(desk, 1), True),
    "turn-left": ActionEntry("Turn left", "Ctrl+[", lambda desk: slide_actions.turn(desk, 3), True),
    "find-again": ActionEntry("Find keep areas again", "", slide_actions.find_areas_again, True),
    "next-finding": ActionEntry("Next finding", "Ctrl+G", slide_actions.go_to_next_finding, True),
    "larger": ActionEntry("Larger rows", _STANDARD.ZoomIn, lambda desk: desk.cells.resize_rows(_LARGER)),
    "smaller": ActionEntry("Smaller rows", _STANDARD.ZoomOut, lambda desk: desk.cells.resize_rows(1 / _LARGER)),
    "fit-rows": ActionEntry("All outputs in view", "Ctrl+Shift+0", lambda desk: desk.cells.fit_rows()),
    "all-rows": ActionEntry("The whole show at once", "Ctrl+0", lambda desk: desk.cells.show_all_rows()),
    "show-zones": ActionEntry("Zones on the sheet", "Ctrl+Shift+O", lambda desk: desk.cells.show_zones()),
    "dark": ActionEntry("Dark", "Ctrl+Shift+L", project_actions.switch_theme),
    **{
        f"order-{by}": ActionEntry(words, "", partial(slide_actions.order, by=by), True)
        for by, words in ORDER_WORDS.items()
    },
    **{
        f"choose-{where}": ActionEntry(words, keys, partial(slide_actions.choose, where=where), True)
        for where, (words, keys) in _CHOOSE.items()
    },
    "choose-alike": ActionEntry("Like this one", "", slide_actions.choose_alike, True),
    "choose-others": ActionEntry("All others", "Ctrl+Shift+A", slide_actions.choose_others, True),
    **{
        f"seconds-{float(length):g}": ActionEntry(
            clock_text(length), "", partial(slide_actions.set_seconds, typed=TypedSeconds(Fraction(0), length)), True
        )
        for length in LENGTHS_OFFERED
    },
    "guide": ActionEntry("Guide", _STANDARD.HelpContents, lambda desk: desk.open("guide"), everywhere=True),
    "quit": ActionEntry("Quit", _STANDARD.Quit, lambda desk: desk.files.window.close()),
}
