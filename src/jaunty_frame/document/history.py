"""Undo and redo: the history keeps whole projects, which share what they have in common."""

from collections.abc import Callable
from itertools import pairwise
from typing import Any, NamedTuple

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project

LONGEST = 500


class _State(NamedTuple):
    """A remembered project. amended : how many of the amendments it holds; the others follow when it is wanted.

    To bring hundreds of projects up to date whenever a photo becomes better known would take a second.
    """

    project: Project
    amended: int


class Step(NamedTuple):
    """A change, done or taken back."""

    label: str
    before: Project
    after: Project


class Gesture:
    """What the user does in one go, as a drag is: edits that are applied under it are one step."""


class _Step(NamedTuple):
    label: str
    gesture: Gesture | None
    before: _State
    place: Any
    """Where the user was, for views to go back to."""


class History:
    """A project with its past and, after an undo, its future."""

    def __init__(self, project: Project) -> None:
        self.project = project
        self._past: list[_Step] = []
        self._future: list[_Step] = []
        """``before`` is the state after it, here."""
        self._amendments: list[Edit] = []

    @property
    def undo_label(self) -> str:
        return self._past[-1].label if self._past else ""

    @property
    def redo_label(self) -> str:
        return self._future[-1].label if self._future else ""

    @property
    def position(self) -> int:
        """How many of ``steps`` are done; the others were taken back."""
        return len(self._past)

    def steps(self) -> list[Step]:
        """Return all steps in their order, those that were taken back too."""
        done = [step.before.project for step in self._past]
        undone = [step.before.project for step in reversed(self._future)]
        states = [*done, self.project, *undone]
        labels = [step.label for step in (*self._past, *reversed(self._future))]
        return [Step(label, before, after) for label, (before, after) in zip(labels, pairwise(states), strict=True)]

    def is_last(self, gesture: Gesture) -> bool:
        """Return whether the last step was made by a gesture."""
        return bool(self._past) and self._past[-1].gesture is gesture

    def apply(self, edit: Edit, where: Callable[[], Any] = lambda: None, gesture: Gesture | None = None) -> bool:
        """Apply ``edit``; return whether anything changed. Edits that follow each other under one gesture are one step.

        where : gives the place at which the user is, which ``undo`` and ``redo`` return; asked where a step is made.
        """
        after = edit.apply(self.project)
        if after is self.project:
            return False
        if gesture is None or not self.is_last(gesture):
            self._past.append(_Step(edit.label, gesture, self._state(), where()))
            del self._past[:-LONGEST]
        self._future.clear()
        self.project = after
        return True

    def undo(self) -> Any:
        """Take the last step back and return the place where it was made; the steps are unchanged if there is none."""
        if not self._past:
            return None
        step = self._past.pop()
        self._future.append(step._replace(before=self._state()))
        self.project = self._amended(step.before)
        return step.place

    def redo(self) -> Any:
        """Do again what was taken back last, and return the place where it was made."""
        if not self._future:
            return None
        step = self._future.pop()
        self._past.append(step._replace(gesture=None, before=self._state()))
        self.project = self._amended(step.before)
        return step.place

    def go_to(self, position: int) -> Any:
        """Take steps back, or do them again, until ``position`` of them are done; return the last one's place."""
        place = None
        while len(self._past) > position:
            place = self.undo()
        while len(self._past) < position and self._future:
            place = self.redo()
        return place

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
