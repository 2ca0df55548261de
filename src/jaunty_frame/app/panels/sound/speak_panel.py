"""Speaking voice: a text becomes a voice, for one slide, or each slide's captions for all at once."""

from typing import Any

from PySide6.QtWidgets import QCheckBox, QComboBox, QPlainTextEdit, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.panels.sound.listening import Listening
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.labelled import named, quiet_label, row_of
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.media.sounds.speaking import FASTEST, SLOWEST, USUAL_LANGUAGE, USUAL_PACE, speak, voices

_SAID = "A machine's voice, for names and notes. Its slide lasts as long as it speaks."


class SpeakPanel(SidePanel):
    """One sentence typed once gives the voice and, if wanted, the caption that is read with it."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.text = QPlainTextEdit()
        self.text.setPlaceholderText("What is to be said on this slide")
        self.text.setAccessibleName("Text to be spoken")
        self.text.setMaximumHeight(120)
        self.text.textChanged.connect(self._show_buttons)
        self.which = quiet_label("")
        self.language = QComboBox()
        self.language.setAccessibleName("Language of the voice")
        for voice in voices():
            self.language.addItem(voice.name, voice.language)
        self.language.setCurrentIndex(max(self.language.findData(USUAL_LANGUAGE), 0))
        self.pace = NumberField("Words a minute", SLOWEST, FASTEST, decimals=0, step=5, suffix=" words a minute")
        self.pace.show_value(USUAL_PACE)
        self.caption = QCheckBox("Show it as a caption, too")
        self.listen = QPushButton("Listen")
        self.listen.clicked.connect(self._listen)
        self.put = QPushButton("Put it on this slide")
        self.put.setProperty("role", "main")
        self.put.clicked.connect(self._put)
        self.all_captions = QPushButton()
        self.all_captions.clicked.connect(self._speak_captions)
        self.said = quiet_label("")
        self.said.setWordWrap(True)
        self._listening = Listening(desk, self)
        self._listening.ended.connect(self._on_end)
        self.lay_out(
            "Speaking voice",
            _SAID,
            self.which,
            self.text,
            self.caption,
            named("Voice", self.language),
            named("Speed", self.pace),
            row_of(self.put, self.listen, stretch_first=False),
            self.all_captions,
            self.said,
        )
        desk.sounds.said.connect(lambda sentences: self.said.setText(" ".join(sentences)))
        desk.sounds.working.connect(lambda on: self.said.setText("Speaking…" if on else self._after_work()))
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    def first_focus(self) -> QWidget:
        return self.text

    def show_document(self) -> None:
        project, (slide_id, _) = self.session.project, self.desk.cells.chosen_place()
        numbers = {slide.id: k + 1 for k, slide in enumerate(project.slides)}
        self.which.setText(f"For slide {numbers[slide_id]}" if slide_id in numbers else "Choose a slide")
        count = len(self._captions())
        self.all_captions.setText(
            f"Speak the captions of {count} slides" if count != 1 else "Speak the caption of 1 slide"
        )
        self.all_captions.setVisible(bool(count))
        self._show_buttons()

    def _after_work(self) -> str:
        return "" if self.said.text() == "Speaking…" else self.said.text()

    def _show_buttons(self) -> None:
        has_text = bool(self.text.toPlainText().strip())
        self.listen.setEnabled(has_text)
        self.put.setEnabled(has_text and bool(self.desk.cells.chosen_place()[0]))

    def _captions(self) -> list[tuple[str, str]]:
        """Return the captions of slides that have no voice yet, with their slides."""
        project = self.session.project
        spoken = {name for one in project.sound.sounds if one.kind == "voice" for name in one.slides}
        found = []
        for slide in project.slides:
            text = " ".join(one.text for one in slide.words if one.kind == "caption" and one.text.strip())
            if text and slide.id not in spoken:
                found.append((slide.id, text))
        return found

    def _listen(self) -> None:
        if self._listening.is_playing:
            self._listening.stop()
            return
        text, language, pace = self.text.toPlainText(), self.language.currentData(), int(self.pace.value())
        made = self.desk.sounds.made_folder
        self.listen.setText("Stop")
        self._listening.play(lambda: speak(text, made, language, pace))

    def _on_end(self, sentence: str) -> None:
        self.listen.setText("Listen")
        self.said.setText(sentence)

    def _put(self) -> None:
        slide_id, text = self.desk.cells.chosen_place()[0], self.text.toPlainText()
        self.desk.sounds.speak([(slide_id, text)], self.language.currentData(), int(self.pace.value()))
        if self.caption.isChecked():
            self.session.apply(add_words(slide_id, " ".join(text.split())))
        self.text.clear()

    def _speak_captions(self) -> None:
        self.desk.sounds.speak(self._captions(), self.language.currentData(), int(self.pace.value()))

    def hideEvent(self, event: Any) -> None:
        super().hideEvent(event)
        self._listening.stop()

    def shut_down(self) -> None:
        self._listening.stop()
