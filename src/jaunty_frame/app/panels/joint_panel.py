"""The joint after a slide: every kind of transition on its own two photos, its settings, and how far choices reach."""

from typing import Any

from PySide6.QtWidgets import QPushButton, QWidget

from jaunty_frame.app.desk import FOR_ALL, Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.miniatures import Miniature, Miniatures
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import named, quiet_label
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.transition import TRANSITIONS, Transition
from jaunty_frame.show.frames.content import FrameContent, transition_layers
from jaunty_frame.show.planning.joints import joint, next_shown, with_side
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.words import transition_words

_COLUMNS, _PICTURE_PX = 4, 84
_USUAL = "cut", "cross-dissolve"
_HERE, _CHOSEN, _ALL = "here", "chosen", "all"


class JointPanel(SidePanel):
    """About the joint after the current slide, in the current output."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        # Those that were used last, first.
        self._order = sorted(TRANSITIONS.types, key=lambda kind: kind not in _USUAL)
        self._reach = ""
        self._pair: tuple[Any, ...] = ()
        self.reach = Choice("How far a choice reaches", [])
        self.reach.chosen.connect(self._set_reach)
        self.kinds = Miniatures("Kind of transition", desk.session, desk.images, _COLUMNS, _PICTURE_PX)
        self.kinds.chosen.connect(self._choose)
        self.fields = ValueFields()
        self.fields.chosen.connect(self._apply)
        self.note = quiet_label("")
        self.note.setWordWrap(True)
        self.as_ruled = QPushButton("As the house rules say")
        self.as_ruled.clicked.connect(lambda: self._apply(None))
        self.lay_out("Joint", "", named("Reaches", self.reach), self.kinds, self.fields, self.note, self.as_ruled)
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    def open_for(self, about: str) -> None:
        # Not how far the last choice reached: that was about another joint.
        self._reach = _ALL if about == FOR_ALL else ""

    def first_focus(self) -> QWidget:
        return self.kinds

    def _place(self) -> tuple[Plan, int, int] | None:
        """Return the plan and the two slides, None where there is no joint."""
        found = self.session.shown.place_of(*self.desk.cells.chosen_place())
        if found is None:
            return None
        plan, k = found
        after = next_shown(plan, k)
        return None if after is None else (plan, k, after)

    def _targets(self) -> list[str]:
        slide_id, _ = self.desk.cells.chosen_place()
        return self.desk.cells.chosen_slides() if self._reaches() == _CHOSEN else [slide_id]

    def _reaches(self) -> str:
        """Return how far a choice reaches: as it was set, as far as that makes sense for what is chosen."""
        several = len(self.desk.cells.chosen_slides()) > 1
        if self._reach == _ALL:
            return _ALL
        return _CHOSEN if several and self._reach != _HERE else _HERE

    def _set_reach(self, reach: str) -> None:
        self._reach = reach
        self.show_document()

    def show_document(self) -> None:
        place = self._place()
        for widget in (self.kinds, self.fields, self.reach, self.as_ruled):
            widget.setVisible(place is not None)
        if place is None:
            self.heading.setText("Joint")
            self.note.setText("There is no joint after the last slide; the house rules say how the show ends.")
            return
        plan, k, after = place
        own = self.session.project.slides[k].transition
        transition = plan.table.settings[k].transition
        self.heading.setText(f"Joint between slides {k + 1} and {after + 1}")
        count = len(self.desk.cells.chosen_slides())
        offered = [(_HERE, "Here"), *([(_CHOSEN, f"{count} chosen")] if count > 1 else []), (_ALL, "All joints")]
        self.reach.set_options(offered)
        self.reach.show_value(self._reaches())
        pair = plan, k, self._reaches()
        if pair != self._pair:
            self._pair = pair
            self.kinds.forget()
        self.kinds.show_miniatures([self._miniature(plan, k, after, kind) for kind in self._order], transition.kind)
        self.fields.show_value(transition)
        self.as_ruled.setEnabled(own is not None)
        self.note.setText(self._said(plan, k, transition))

    def _said(self, plan: Plan, k: int, transition: Transition) -> str:
        said = transition_words(transition, plan.timing.joint_seconds(k)) + "."
        solved = joint(plan, k)
        if solved is not None and solved != transition:
            said += f" Here things travel {getattr(solved, 'direction', '')}."
        rules = plan.table.rules
        kinds = {own.transition.kind for own in plan.table.settings[:-1]} - {"cut"}
        if len(kinds) > rules.most_kinds:
            said += f" The show has {len(kinds)} kinds of transition; the house rules want {rules.most_kinds} at most."
        return said

    def _miniature(self, plan: Plan, k: int, after: int, kind: str) -> Miniature:
        transition = self._of_kind(plan.table.settings[k].transition, kind)
        shown = with_side(plan, k, after, transition)

        def content(progress: float) -> FrameContent:
            return FrameContent(transition_layers(plan, (k, 1.0), (after, 0.0), shown, progress))

        return Miniature(kind, TRANSITIONS.types[kind].label, plan, content)

    def _of_kind(self, transition: Transition, kind: str) -> Transition:
        return transition if transition.kind == kind else TRANSITIONS.converted(transition, kind)

    def _choose(self, kind: str) -> None:
        place = self._place()
        if place is not None:
            self._order.remove(kind)
            self._order.insert(0, kind)
            self._apply(self._of_kind(place[0].table.settings[place[1]].transition, kind))

    def _apply(self, transition: Transition | None) -> None:
        if self._place() is None:
            return
        if self._reaches() == _ALL and transition is not None:
            self.session.apply(set_for_all("Transition of all", transition=transition))
        else:
            targets = self._targets()
            self.session.apply(set_on_slides(targets, "Transition", transition=transition))
