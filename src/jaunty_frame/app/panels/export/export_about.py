"""What finished files say of the show beside its title: who made it, and what it is about."""

from PySide6.QtWidgets import QLineEdit, QVBoxLayout, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.labelled import named, quiet_label
from jaunty_frame.document.edits.house_rules import set_about

_FIELDS = (("author", "Author", 200), ("description", "About it", 5000))


class ExportAbout(QWidget):
    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self.fields: dict[str, QLineEdit] = {}
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        layout.addWidget(quiet_label("Written into the files, with the title"))
        for name, label, most in _FIELDS:
            field = self.fields[name] = QLineEdit()
            field.setAccessibleName(label)
            field.setMaxLength(most)
            field.textEdited.connect(lambda text, name=name, label=label: self._set(name, label, text))
            field.editingFinished.connect(session.edited.end_gesture)
            layout.addWidget(named(label, field))

    def show_document(self) -> None:
        for name, field in self.fields.items():
            value = getattr(self._session.project, name)
            if field.text() != value:
                field.setText(value)

    def _set(self, name: str, label: str, text: str) -> None:
        self._session.apply(set_about(label, **{name: text}), "about", name)
