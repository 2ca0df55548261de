"""The shelf: music that comes with the program, heard before it is taken."""

from PySide6.QtWidgets import QGridLayout, QLabel, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.sound.listening import Listening
from jaunty_frame.app.widgets.labelled import quiet_label
from jaunty_frame.core.time.timebase import clock_text, parse_fraction
from jaunty_frame.media.shelf.pieces import PIECES


class ShelfList(QWidget):
    """Each piece with its mood, tempo and length."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk = desk
        self._playing = ""
        self._listening = Listening(desk, self)
        self._listening.ended.connect(self._on_end)
        self.listen: dict[str, QPushButton] = {}
        self.take: dict[str, QPushButton] = {}
        self.said = quiet_label("Made by this program and free of all rights (CC0).")
        layout = QGridLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.setVerticalSpacing(10)
        layout.setColumnStretch(0, 1)
        for k, piece in enumerate(PIECES):
            seconds = clock_text(parse_fraction(f"{piece.seconds:.1f}"))
            text = QLabel(f"<b>{piece.title}</b><br>{piece.mood}; {piece.tempo:g} beats a minute, {seconds}")
            text.setWordWrap(True)
            listen = self.listen[piece.name] = QPushButton("Listen")
            listen.setFixedWidth(76)
            listen.setAccessibleName(f"Listen to {piece.title}")
            listen.clicked.connect(lambda _, name=piece.name: self._listen(name))
            take = self.take[piece.name] = QPushButton("Take it")
            take.setAccessibleName(f"Take {piece.title}")
            take.clicked.connect(lambda _, name=piece.name: self._desk.sounds.from_shelf(name))
            for column, widget in enumerate((text, listen, take)):
                layout.addWidget(widget, k, column)
        layout.addWidget(self.said, len(PIECES), 0, 1, 3)

    def show_document(self) -> None:
        used = {file.title for file in self._desk.session.project.sound.files}
        for piece in PIECES:
            self.take[piece.name].setText("Take it again" if piece.title in used else "Take it")
            self.listen[piece.name].setText("Stop" if piece.name == self._playing else "Listen")

    def stop(self) -> None:
        self._listening.stop()

    def _listen(self, name: str) -> None:
        if name == self._playing:
            self.stop()
            return
        self.stop()
        made = self._desk.sounds.made_folder

        def make():  # type: ignore[no-untyped-def]
            from jaunty_frame.media.shelf.shelf import shelf_file

            return shelf_file(name, made)

        self._playing = name
        self.show_document()
        self._listening.play(make)

    def _on_end(self, sentence: str) -> None:
        self._playing = ""
        self.said.setText(sentence or "Made by this program and free of all rights (CC0).")
        self.show_document()
