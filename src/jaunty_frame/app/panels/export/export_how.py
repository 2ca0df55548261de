"""How shows are written: in which format, with which options of it, how fine, and where captions stand."""

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import quiet_label
from jaunty_frame.media.export.export_job import BURNT
from jaunty_frame.media.formats.format import FormatOptions, Quality
from jaunty_frame.media.formats.format_list import FORMATS, USUAL, options_type

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
        self.form = Choice("Format", [(name, entry.label) for name, entry in FORMATS.items()], parent=self)
        self.form.chosen.connect(self.show_format)
        self.options = ValueFields()
        self.options.chosen.connect(self._show_options)
        self.values = FormatOptions()
        """What is chosen of the format."""
        self.quality = Choice("Quality", [(quality, quality.value.capitalize()) for quality in Quality])
        self.quality.chosen.connect(self._show_quality)
        self._quality_said = quiet_label("")
        self.captions = Choice("Captions", list(_CAPTIONS))
        self.captions.show_value(BURNT)
        self.captions.chosen.connect(self.captions.show_value)
        self._captions_name = quiet_label("Captions")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(8)
        several = len(FORMATS) > 1
        self.form.setVisible(several)
        for widget in (*([quiet_label("Format"), self.form] if several else ()), self.options):
            layout.addWidget(widget)
        for widget in (quiet_label("Quality"), self.quality, self._quality_said, estimate):
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
        self.format_changed.emit()

    def _show_options(self, values: FormatOptions) -> None:
        self.values = values
        self.options.show_value(values)
        self.changed.emit()

    def _show_quality(self, quality: Quality) -> None:
        self.quality.show_value(quality)
        self._quality_said.setText(_QUALITY_SAID[quality])
        self.changed.emit()
