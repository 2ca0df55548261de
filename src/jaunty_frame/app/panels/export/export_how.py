"""How shows are written: in which format, with which options of it, how fine, and where captions stand."""

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.media.export.export_job import BURNT
from jaunty_frame.media.formats.format import FormatOptions, Quality
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, options_type

_IN_A_ROW = 5
_CAPTIONS = ((BURNT, "In the picture"), ("srt", "Beside it, .srt"), ("vtt", "Beside it, .vtt"))
_QUALITY_SAID = {
    Quality.QUICK: "Quick: for a look, in a hurry.",
    Quality.STANDARD: "Standard: for posting and showing.",
    Quality.FINE: "Fine: largest files, slowest.",
}


class ExportHow(QWidget):
    """``format_changed`` tells of another format, ``changed`` of anything else. estimate : stands below the quality."""

    format_changed = Signal()
    changed = Signal()

    def __init__(self, estimate: QWidget, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.form = Choice("Format", [(name, entry.label) for name, entry in FORMATS.items()], _IN_A_ROW, self)
        self.form.chosen.connect(self.show_format)
        self.options = ValueFields()
        self.options.chosen.connect(self._show_options)
        self.values = FormatOptions()
        """What is chosen of the format."""
        self.quality = Choice("Quality", [(quality, quality.value.capitalize()) for quality in Quality])
        self.quality.chosen.connect(self._show_quality)
        self._quality_said = quiet_label("")
        self._form_said = quiet_label("")
        self._form_said.setWordWrap(True)
        self.limit = NumberField("At most so many megabytes a file; 0 for no limit", 0.0, 1e6, 1, 10.0, " MB")
        self.limit.setSpecialValueText("no limit")
        self.limit.chosen.connect(lambda _: self.changed.emit())
        self._limit_row = row_of(quiet_label("At most, a file"), self.limit, stretch_first=False)
        self.captions = Choice("Captions", list(_CAPTIONS))
        self.captions.show_value(BURNT)
        self.captions.chosen.connect(self.captions.show_value)
        self._captions_name = quiet_label("Captions")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(8)
        about_form: list[QWidget] = [quiet_label("Format"), self.form, self._form_said, self.options]
        about_size = [quiet_label("Quality"), self.quality, self._quality_said, self._limit_row, estimate]
        for widget in (*about_form, *about_size):
            layout.addWidget(widget)
        layout.addSpacing(6)
        layout.addWidget(self._captions_name)
        layout.addWidget(self.captions)
        self.quality.show_value(Quality.STANDARD)
        self._quality_said.setText(_QUALITY_SAID[Quality.STANDARD])
        self.show_format(USUAL)

    def offer_captions(self, are_there: bool) -> None:
        self.captions.setVisible(are_there)
        self._captions_name.setVisible(are_there)

    def show_format(self, name: str) -> None:
        """Choose a format, with its options as they usually are."""
        self.form.show_value(name)
        self.values = options_type(name)()
        self.options.show_value(self.values)
        self.options.setVisible(bool(self.options.fields))
        self._form_said.setText(FORMATS[name].said)
        self._limit_row.setVisible(FORMATS[name].limits)
        self.format_changed.emit()

    @property
    def limit_mb(self) -> float | None:
        """So many megabytes a file has at most; None = no limit."""
        return self.limit.value() or None if FORMATS[self.form.value].limits else None

    def _show_options(self, values: FormatOptions) -> None:
        self.values = values
        self.options.show_value(values)
        self.changed.emit()

    def _show_quality(self, quality: Quality) -> None:
        self.quality.show_value(quality)
        self._quality_said.setText(_QUALITY_SAID[quality])
        self.changed.emit()
