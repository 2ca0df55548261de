"""The window's actions, made from their tables."""

from collections.abc import Callable

from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.shell.actions.action_list import ACTIONS, ActionEntry
from jaunty_frame.app.shell.actions.menus import without_argument


def add_actions(desk: Desk, window: QWidget) -> None:
    """Make all actions, of panels too, for ``window``; the desk knows them by name."""
    for name, entry in _entries().items():
        action = QAction(entry.text, window)
        if entry.keys:
            action.setShortcut(QKeySequence(entry.keys))
        action.triggered.connect(without_argument(_act(entry, desk)))
        window.addAction(action)
        desk.actions[name] = action


def show_actions(desk: Desk, in_view: bool) -> None:
    """Let actions say and allow what fits the project; ``in_view`` : whether the project is seen at all."""
    session = desk.session
    labels = {"undo": session.edited.undo_label, "redo": session.edited.redo_label}
    showable = bool(session.project.slides and session.project.outputs)
    for name, entry in _entries().items():
        enabled = (in_view or entry.everywhere) and (showable or not entry.needs_slides)
        if name in labels:
            desk.actions[name].setText(f"{entry.text} {labels[name]}".strip())
            enabled = enabled and bool(labels[name])
        desk.actions[name].setEnabled(enabled)


def _entries() -> dict[str, ActionEntry]:
    panels = {
        name: ActionEntry(panel.label, panel.keys, _opener(name), panel.needs_slides) for name, panel in PANELS.items()
    }
    return {**ACTIONS, **panels}


def _opener(name: str) -> Callable[[Desk], object]:
    return lambda desk: desk.open(name)


def _act(entry: ActionEntry, desk: Desk) -> Callable[[], object]:
    return lambda: entry.act(desk)
