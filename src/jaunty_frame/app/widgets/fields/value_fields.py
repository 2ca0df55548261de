"""The fields of one value, built from the value's own bounds."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QCheckBox, QGridLayout, QLabel, QWidget

from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.colour_button import ColourButton
from jaunty_frame.app.widgets.choices.colour_row import ColourRow
from jaunty_frame.app.widgets.choices.photo_choice import PhotoChoice
from jaunty_frame.app.widgets.fields.amount_field import AmountField
from jaunty_frame.app.widgets.fields.number_field import NumberField, decimals_for
from jaunty_frame.app.widgets.labelled import named
from jaunty_frame.document.basis.fields import Field, FieldType, editable_fields
from jaunty_frame.document.basis.values import Value
from jaunty_frame.show.words import EASING_WORDS

_EXACT_PARTS = 100
_MOST_COLUMNS = 2
# Widths of names, where fields have sliders and where not.
_NAMES, _NARROW_NAMES = 70, 84
_SHORT_CHOICE = 136
# What a choice with many options has for its columns, over two columns of fields and over one.
_WIDE_CHOICE, _NARROW_CHOICE = 350, 156
# How options are called whose words are not their names.
_OPTIONS = {"four-to-five": "4:5"}
_WIDE = (FieldType.CHOICE, FieldType.COLOURS, FieldType.EASING)


class ValueFields(QWidget):
    """Each field with its name. ``chosen`` is emitted for the user's changes only, ``settled`` when a gesture is over.

    only : names of the fields to be shown, None = all; columns : in which they stand, choices over all of them;
    sliders : whether amounts have one.
    """

    chosen = Signal(object)
    settled = Signal()

    def __init__(
        self,
        only: Sequence[str] | None = None,
        columns: int = 1,
        sliders: bool = False,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self._only, self._columns, self._sliders = only, columns, sliders
        self._value: Value | None = None
        self._photos: Sequence[tuple[str, str]] = ()
        self.fields: dict[str, QWidget] = {}
        self._rows: list[QWidget] = []
        self._types: list[FieldType] = []
        self._layout = QGridLayout(self)
        self._layout.setContentsMargins(0, 0, 0, 0)
        self._layout.setHorizontalSpacing(14)
        self._layout.setVerticalSpacing(2)

    def offer_photos(self, photos: Sequence[tuple[str, str]]) -> None:
        """Offer photos of the set, by id and name, to fields that want one."""
        self._photos = photos
        for widget in self.fields.values():
            if isinstance(widget, PhotoChoice):
                widget.offer(photos)

    def show_value(self, value: Value) -> None:
        if self._value is None or type(value) is not type(self._value):
            self._build_fields(type(value))
        self._value = value
        for name, widget in self.fields.items():
            shown: Any = getattr(value, name)
            if isinstance(widget, QCheckBox):
                widget.setChecked(shown)
            else:
                exact = isinstance(shown, Fraction)
                widget.show_value(float(shown) if exact else shown)  # type: ignore[attr-defined]

    def _build_fields(self, value_type: type[Value]) -> None:
        for widget in self._rows:
            self._layout.removeWidget(widget)
            widget.hide()
            widget.deleteLater()
        fields = [field for field in editable_fields(value_type) if self._only is None or field.name in self._only]
        self.fields = {field.name: self._widget(field) for field in fields}
        alone = len(fields) == 1 and not self._sliders  # what it belongs to says enough
        self._rows = [self.fields[field.name] if alone else self._named(field) for field in fields]
        self._types = [field.type for field in fields]
        self._lay_out()

    def set_columns(self, columns: int) -> None:
        """Let the fields stand in so many columns."""
        if columns != self._columns:
            self._columns = columns
            self._lay_out()

    def _named(self, field: Field) -> QWidget:
        widget = self.fields[field.name]
        if field.type is FieldType.SWITCH:
            return widget  # it says its name itself
        return named(field.shown.label, widget, _NAMES if self._sliders else _NARROW_NAMES)

    def _lay_out(self) -> None:
        for row in self._rows:
            self._layout.removeWidget(row)
        names = [label for row in self._rows if (label := row.findChild(QLabel)) is not None and row.layout()]
        if self._columns == 1 and names:
            widest = max(label.sizeHint().width() for label in names)
            for label in names:
                label.setMinimumWidth(max(widest, label.minimumWidth()))
        at = 0
        for kind, row in zip(self._types, self._rows, strict=True):
            wide = self._columns if kind in _WIDE and not _is_short(row) else 1
            at += -at % self._columns if wide > 1 else 0
            self._layout.addWidget(row, at // self._columns, at % self._columns, 1, wide)
            at += wide
        for widget in self.fields.values():
            if isinstance(widget, Choice) and self._sliders:
                wide = self._columns > 1
                many = len(widget.options) > (6 if wide else 3)
                most, room = (5, _WIDE_CHOICE) if wide else (3, _NARROW_CHOICE)
                widget.set_columns(min(most, room // widget.column_width) if many else 0)
        for column in range(_MOST_COLUMNS):
            self._layout.setColumnStretch(column, 1 if column < self._columns else 0)

    def _widget(self, field: Field) -> QWidget:
        name, shown = field.name, field.shown
        if field.type is FieldType.NUMBER and self._sliders:
            amount = AmountField(shown.label, field.low, field.high, shown.step, shown.unit, field.default)
            amount.chosen.connect(lambda value: self._set(name, value))
            amount.settled.connect(self.settled)
            return amount
        widget = self._plain_widget(field)
        if isinstance(widget, QCheckBox):
            widget.clicked.connect(lambda on: self._set_at_once(name, on))
        else:
            widget.chosen.connect(lambda value: self._set_at_once(name, value))  # type: ignore[attr-defined]
        return widget

    def _plain_widget(self, field: Field) -> QWidget:
        shown = field.shown
        match field.type:
            case FieldType.COLOUR:
                return ColourButton(shown.label)
            case FieldType.SWITCH:
                return QCheckBox(shown.label)
            case FieldType.COLOURS:
                return ColourRow(shown.label, round(field.low), round(field.high))
            case FieldType.EASING:
                return Choice(shown.label, list(EASING_WORDS.items()))
            case FieldType.CHOICE:
                words = [(option, _option_words(option)) for option in field.options]
                return Choice(shown.label, words, _columns_of(words))
            case FieldType.PHOTO:
                photo = PhotoChoice(shown.label)
                photo.offer(self._photos)
                return photo
        factor = 100.0 if "%" in shown.unit and field.type is FieldType.NUMBER else 1.0
        return _Scaled(field, factor)

    def _set_at_once(self, name: str, value: Any) -> None:
        self._set(name, value)
        self.settled.emit()

    def _set(self, name: str, value: Any) -> None:
        if self._value is not None:
            self.chosen.emit(self._value.changed(**{name: value}))


def _option_words(option: str) -> str:
    return _OPTIONS.get(option) or option.replace("-", " ").capitalize()


def _is_short(row: QWidget) -> bool:
    """Return whether a choice fits into one of two columns."""
    choice = row.findChild(Choice)
    return choice is not None and choice.row_width < _SHORT_CHOICE


def _columns_of(options: list[tuple[str, str]]) -> int:
    """Return in how many columns options stand where there is little room, 0 for all in one row."""
    return 3 if len(options) > 6 or sum(len(label) for _, label in options) > 34 else 0


class _Scaled(NumberField):
    """A number that is shown in hundredths where its unit is a per cent, and told as it is."""

    chosen = Signal(object)

    def __init__(self, field: Field, factor: float) -> None:
        self._factor, self._exact = factor, field.type is FieldType.EXACT
        shown, step = field.shown, field.shown.step * factor
        decimals = 2 if self._exact else decimals_for(step)
        super().__init__(shown.label, field.low * factor, field.high * factor, decimals, step, shown.unit)

    def show_value(self, value: float) -> None:
        super().show_value(value * self._factor)

    def _on_value(self, value: float) -> None:
        if self._showing:
            return
        exact = Fraction(round(value * _EXACT_PARTS), _EXACT_PARTS)
        self.chosen.emit(exact if self._exact else value / self._factor)
