"""One of several kinds of a value, and the fields of the one that is chosen."""

from collections.abc import Sequence
from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QBoxLayout, QWidget

from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.document.basis.kinds import Kind, Kinds


class KindEditor(QWidget):
    """Shows and emits values of one family. ``chosen`` is emitted for the user's changes only, ``settled`` when a
    gesture is over.

    What the kinds have in common is kept when another one is chosen. columns : of the choice of kinds, 0 where all
    stand in one row; fields : where the fields stand, None = narrow ones.
    """

    chosen = Signal(object)
    settled = Signal()

    def __init__(
        self,
        name: str,
        kinds: Kinds[Any],
        columns: int = 0,
        fields: ValueFields | None = None,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self._kinds = kinds
        self._value: Kind | None = None
        kinds_offered = [(kind, value_type.label) for kind, value_type in kinds.types.items()]
        self.kind_choice = Choice(name, kinds_offered, columns)
        self.kind_choice.chosen.connect(self._choose)
        self.value_fields = fields or ValueFields()
        self.value_fields.chosen.connect(self.chosen)
        self.value_fields.settled.connect(self.settled)
        layout = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        layout.addWidget(self.kind_choice, 1)
        layout.addWidget(self.value_fields)

    @property
    def fields(self) -> dict[str, QWidget]:
        return self.value_fields.fields

    def offer_photos(self, photos: Sequence[tuple[str, str]]) -> None:
        self.value_fields.offer_photos(photos)

    def show_value(self, value: Kind) -> None:
        self._value = value
        self.kind_choice.show_value(value.kind)
        self.value_fields.show_value(value)
        # A single field stands beside the choice, several below it.
        below = len(self.fields) > 1
        layout = self.layout()
        assert isinstance(layout, QBoxLayout)
        layout.setDirection(QBoxLayout.Direction.TopToBottom if below else QBoxLayout.Direction.LeftToRight)
        self.value_fields.setVisible(bool(self.fields))

    def _choose(self, kind: str) -> None:
        if self._value is None or kind == self._value.kind:
            return
        self.chosen.emit(self._kinds.converted(self._value, kind))
        self.settled.emit()
