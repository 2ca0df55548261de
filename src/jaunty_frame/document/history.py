"""Undo and redo: the history keeps whole projects, which share what they have in common."""

from typing import NamedTuple

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project

LONGEST = 500


class _State(NamedTuple):
    """A remembered project. amended : how many of the amendments it holds; the others follow when it is wanted.

    To bring hundreds of projects up to date whenever a photo becomes better known would take a second.
    """

    project: Project
    amended: int


class _Step(NamedTuple):
    label: str
    merge: str
    before: _State


class History:
    """A project with its past and, after an undo, its future."""

    def __init__(self, project: Project) -> None:
        self.project = project
        self._past: list[_Step] = []
        self._future: list[tuple[str, _State]] = []
        self._amendments: list[Edit] = []

    @property
    def undo_label(self) -> str:
        return self._past[-1].label if self._past else ""

    @property
    def redo_label(self) -> str:
        return self._future[-1][0] if self._future else ""

    @property
    def gesture_key(self) -> str:
        """The merge key of the last step while further steps may join it, else ""."""
        return self._past[-1].merge if self._past else ""

    def apply(self, edit: Edit) -> bool:
        """Apply ``edit``; return whether anything changed. Steps with the same merge key become one."""
        after = edit.apply(self.project)
        if after is self.project:
            return False
        if not (edit.merge and self._past and self._past[-1].merge == edit.merge):
            self._past.append(_Step(edit.label, edit.merge, self._state()))
            del self._past[:-LONGEST]
        self._future.clear()
        self.project = after
        return True

    def close_gesture(self) -> None:
        """End the current gesture: the next edit is a step of its own even with the same merge key."""
        if self._past and self._past[-1].merge:
            step = self._past[-1]
            self._past[-1] = _Step(step.label, "", step.before)

    def undo(self) -> bool:
        if not self._past:
            return False
        step = self._past.pop()
        self._future.append((step.label, self._state()))
        self.project = self._amended(step.before)
        return True

    def redo(self) -> bool:
        if not self._future:
            return False
        label, after = self._future.pop()
        self._past.append(_Step(label, "", self._state()))
        self.project = self._amended(after)
        return True

    def amend(self, edit: Edit) -> bool:
        """Apply ``edit`` outside the history: facts about photos, which undo must not take back.

        It is applied to every remembered project, so it also holds after an undo.
        """
        before = self.project
        if self._past or self._future:
            self._amendments.append(edit)
        self.project = edit.apply(before)
        return self.project is not before

    def _state(self) -> _State:
        return _State(self.project, len(self._amendments))

    def _amended(self, state: _State) -> Project:
        project = state.project
        for edit in self._amendments[state.amended :]:
            project = edit.apply(project)
        return project
