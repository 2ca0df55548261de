"""One of several kinds of a value, and the fields of the one that is chosen, built from the value's own bounds."""

from fractions import Fraction
from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QBoxLayout, QCheckBox, QVBoxLayout, QWidget

from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.colour_button import ColourButton
from jaunty_frame.app.widgets.colour_row import ColourRow
from jaunty_frame.app.widgets.labelled import named
from jaunty_frame.app.widgets.number_field import NumberField
from jaunty_frame.document.fields import Field, FieldType, editable_fields
from jaunty_frame.document.kinds import Kind, Kinds
from jaunty_frame.show.words import EASING_WORDS

_EXACT_PARTS = 100


class KindFields(QWidget):
    """The fields of one value, each with its name. ``chosen`` is emitted for the user's changes only."""

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._value: Kind | None = None
        self.fields: dict[str, QWidget] = {}
        self._rows: list[QWidget] = []
        self._layout = QVBoxLayout(self)
        self._layout.setContentsMargins(0, 0, 0, 0)
        self._layout.setSpacing(3)

    def show_value(self, value: Kind) -> None:
        if self._value is None or type(value) is not type(self._value):
            self._build_fields(type(value))
        self._value = value
        for name, widget in self.fields.items():
            shown: Any = getattr(value, name)
            if isinstance(widget, QCheckBox):
                widget.setChecked(shown)
            else:
                widget.show_value(float(shown) if isinstance(widget, NumberField) else shown)  # type: ignore[attr-defined]

    def _build_fields(self, value_type: type[Kind]) -> None:
        for widget in self._rows:
            widget.hide()
            widget.deleteLater()
        fields = editable_fields(value_type)
        self.fields = {field.name: self._widget(field) for field in fields}
        alone = len(fields) == 1  # what it belongs to says enough
        self._rows = [
            self.fields[field.name] if alone else named(field.shown.label, self.fields[field.name]) for field in fields
        ]
        for row in self._rows:
            self._layout.addWidget(row)

    def _widget(self, field: Field) -> QWidget:
        name, shown = field.name, field.shown
        if field.type is FieldType.COLOUR:
            button = ColourButton(shown.label)
            button.chosen.connect(lambda code: self._set(name, code))
            return button
        if field.type is FieldType.SWITCH:
            box = QCheckBox(shown.label)
            box.clicked.connect(lambda on: self._set(name, on))
            return box
        if field.type is FieldType.COLOURS:
            colours = ColourRow(shown.label, round(field.low), round(field.high))
            colours.chosen.connect(lambda codes: self._set(name, codes))
            return colours
        if field.type is FieldType.EASING:
            easings = Choice(shown.label, list(EASING_WORDS.items()))
            easings.chosen.connect(lambda easing: self._set(name, easing))
            return easings
        if field.type is FieldType.CHOICE:
            choice = Choice(shown.label, [(option, option.replace("-", " ").capitalize()) for option in field.options])
            choice.chosen.connect(lambda option: self._set(name, option))
            return choice
        number = NumberField(shown.label, field.low, field.high, step=shown.step, suffix=shown.unit)
        exact = field.type is FieldType.EXACT
        number.chosen.connect(
            lambda value: self._set(name, Fraction(round(value * _EXACT_PARTS), _EXACT_PARTS) if exact else value)
        )
        return number

    def _set(self, name: str, value: Any) -> None:
        if self._value is not None:
            self.chosen.emit(self._value.changed(**{name: value}))


class KindEditor(QWidget):
    """Shows and emits values of one family. ``chosen`` is emitted for the user's changes only.

    What the kinds have in common is kept when another one is chosen. columns : of the choice of kinds, 0 where all
    stand in one row.
    """

    chosen = Signal(object)

    def __init__(self, name: str, kinds: Kinds[Any], columns: int = 0, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._kinds = kinds
        self._value: Kind | None = None
        kinds_offered = [(kind, value_type.label) for kind, value_type in kinds.types.items()]
        self.kind_choice = Choice(name, kinds_offered, columns)
        self.kind_choice.chosen.connect(self._choose)
        self._fields = KindFields()
        self._fields.chosen.connect(self.chosen)
        layout = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        layout.addWidget(self.kind_choice, 1)
        layout.addWidget(self._fields)

    @property
    def fields(self) -> dict[str, QWidget]:
        return self._fields.fields

    def show_value(self, value: Kind) -> None:
        self._value = value
        self.kind_choice.show_value(value.kind)
        self._fields.show_value(value)
        # A single field stands beside the choice, several below it.
        below = len(self.fields) > 1
        layout = self.layout()
        assert isinstance(layout, QBoxLayout)
        layout.setDirection(QBoxLayout.Direction.TopToBottom if below else QBoxLayout.Direction.LeftToRight)
        self._fields.setVisible(bool(self.fields))

    def _choose(self, kind: str) -> None:
        if self._value is None or kind == self._value.kind:
            return
        self.chosen.emit(self._kinds.converted(self._value, kind))
