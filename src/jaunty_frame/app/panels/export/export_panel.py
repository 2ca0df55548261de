"""The export: which outputs, where to, how; then progress with the time left, and where the files are."""

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QElapsedTimer, QSettings, QStandardPaths, Qt, QUrl
from PySide6.QtGui import QDesktopServices
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QProgressBar,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.export.export_about import ExportAbout
from jaunty_frame.app.panels.export.export_estimate import ExportEstimate
from jaunty_frame.app.panels.export.export_how import ExportHow
from jaunty_frame.app.panels.export.export_outputs import ExportOutputs
from jaunty_frame.app.panels.export.hand_on import HandOn
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.project.dialogs import ask_for_folder
from jaunty_frame.app.project.jobs import EXPORT
from jaunty_frame.app.project.task import Task
from jaunty_frame.app.widgets.labelled import quiet_label
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.export.export_job import ExportJob, show_file_name
from jaunty_frame.media.formats.format_list import FORMATS, USUAL
from jaunty_frame.show.words import rate_words, size_words

_LAST_FOLDER, _LAST_FORMAT = "export/folder", "export/format"


class ExportPanel(SidePanel):
    """Exports the chosen outputs one after the other."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._jobs = desk.session.jobs
        self._clock = QElapsedTimer()
        self._may_replace: list[Path] = []
        """Files that the user was told are there already, and may be replaced at the next press."""
        self._build()

    def _build(self) -> None:
        heading = QLabel("Export")
        heading.setProperty("role", "heading")
        self.outputs = ExportOutputs()
        self.outputs.changed.connect(self._estimate)
        self.folder = QLineEdit(str(_start_folder()))
        self.folder.setAccessibleName("Folder for the videos")
        self.folder.textChanged.connect(self._ask_anew)
        choose = QPushButton("Choose…")
        choose.clicked.connect(
            lambda: ask_for_folder(
                self, "Folder for the videos", self.folder.text(), lambda folder: self.folder.setText(str(folder))
            )
        )
        self.estimate = ExportEstimate(self.desk)
        self.how = ExportHow(self.estimate)
        self.how.show_format(_last_format())
        self.how.changed.connect(self._estimate)
        self.how.format_changed.connect(self._on_format)
        self.about = ExportAbout(self.session)
        self.hand_on = HandOn(self.desk)
        self.hand_on.said.connect(self._say)
        self.hand_on.progressed.connect(lambda done, total: self._say(f"{done * 100 // max(total, 1)}% handed on"))
        self.start_button = QPushButton("Write the files")
        self.start_button.setProperty("role", "main")
        self.start_button.clicked.connect(self.start)
        self.cancel_button = QPushButton("Stop the export")
        self.cancel_button.clicked.connect(self.cancel)
        self.open_button = QPushButton("Open the folder")
        self.open_button.clicked.connect(lambda: QDesktopServices.openUrl(QUrl.fromLocalFile(self.folder.text())))
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.bar.setAccessibleName("Progress of the export")
        self.said = QLabel()
        self.said.setWordWrap(True)
        folder_row = QHBoxLayout()
        folder_row.addWidget(self.folder, 1)
        folder_row.addWidget(choose)
        buttons = QHBoxLayout()
        for button in (self.start_button, self.cancel_button, self.open_button):
            buttons.addWidget(button)
        buttons.addStretch(1)
        buttons.addWidget(self.close_button)
        settings = QWidget()
        layout = QVBoxLayout(settings)
        layout.setContentsMargins(0, 0, 6, 0)
        layout.setSpacing(8)
        layout.addWidget(quiet_label("Outputs"))
        layout.addWidget(self.outputs)
        layout.addSpacing(10)
        layout.addWidget(quiet_label("Folder"))
        layout.addLayout(folder_row)
        layout.addSpacing(10)
        layout.addWidget(self.how)
        layout.addSpacing(6)
        layout.addWidget(self.about)
        layout.addStretch(1)
        # In a low window the settings scroll; what begins the export stays in view.
        scroll = QScrollArea()
        scroll.setWidgetResizable(True)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        scroll.setWidget(settings)
        whole = QVBoxLayout(self)
        whole.setContentsMargins(16, 12, 10, 16)
        whole.setSpacing(8)
        whole.addWidget(heading)
        whole.addWidget(scroll, 1)
        whole.addLayout(buttons)
        for widget in (self.bar, self.said, self.hand_on):
            whole.addWidget(widget)
        self._show_running(False)
        self.open_button.hide()
        self.bar.hide()

    def show_document(self) -> None:
        """Show the outputs as the document has them, keeping what was unchecked."""
        plans, project = self.session.plans(), self.session.project
        self.how.offer_captions(any(one.kind == "caption" for slide in project.slides for one in slide.words))
        rows = {
            output.id: (
                f"{output.name}   {size_words(output)}, {rate_words(output)}, {clock_text(plans[output.id].seconds)}",
                show_file_name(project, output, self.how.form.value),
            )
            for output in project.outputs
        }
        self.outputs.show_rows(rows)
        self.about.show_document()
        self._estimate()

    def open_for(self, about: str) -> None:
        self.show_document()
        if about and self.task is None:
            self.outputs.choose_only(about)

    def first_focus(self) -> QWidget:
        return self.start_button

    @property
    def task(self) -> Task | None:
        """The export that is under way."""
        return self._jobs.running(EXPORT)

    def _on_format(self) -> None:
        self._ask_anew()
        self.show_document()

    # -- running

    def start(self) -> None:
        """Export the newest state.

        Where files of these names are there already, say so first and replace them at the second press.
        """
        if self.task is None:  # one after the other
            self.session.shown.when_shown(self._start)

    def _start(self) -> None:
        project, folder = self.session.project, Path(self.folder.text()).expanduser()
        plans = self.session.plans()
        chosen = [plans[name] for name in self.outputs.chosen() if name in plans]
        how = (
            self.how.quality.value,
            self.how.form.value,
            self.how.captions.value,
            self.how.values.model_dump(),
            self.how.limit_mb,
        )
        job = ExportJob(project, self.session.folder, chosen, folder, *how)
        self.open_button.hide()
        try:
            job.ensure_possible()
        except JauntyError as error:
            self._say(str(error))
            return
        if not chosen:
            self._say("Choose at least one output.")
            return
        if not folder.is_absolute():
            self._say("Give the folder with its whole path, or press Choose.")
            return
        there = job.replaced()
        if not set(there) <= set(self._may_replace):
            self._may_replace = there
            self._say(f"Already there: {', '.join(path.name for path in there)}. Press Replace to write anew.")
            self.start_button.setText("Replace")
            return
        source = self.session.source
        self.estimate.stop()
        self.hand_on.offer([])
        _settings().setValue(_LAST_FOLDER, str(folder))
        _settings().setValue(_LAST_FORMAT, self.how.form.value)

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> list[Path]:
            return job.write_all(source, report, stopped, there)

        self._clock.start()
        self._show_running(True)
        self.bar.setValue(0)
        self.bar.show()
        self._say("Preparing the first photos.")
        self._jobs.start(
            EXPORT,
            work,
            self._show_done,
            failed=self._end,
            cancelled=lambda: self._end("Stopped. Nothing half-written was left; finished videos stay."),
            progress=self._show_progress,
            under_way=lambda: f"An export is running; {self.bar.text() or '0%'} of it is done.",
        )

    def _estimate(self) -> None:
        """Say how large the videos will be and how long they take, as soon as that is known."""
        plans = self.session.plans()
        chosen = [plans[name] for name in self.outputs.chosen() if name in plans]
        how = self.how.quality.value, self.how.form.value, self.how.values
        self.estimate.show_of(chosen if self.task is None else [], *how)

    def cancel(self) -> None:
        self._jobs.cancel(EXPORT)
        self._say("Stopping.")

    def _show_progress(self, done: int, total: int) -> None:
        self.bar.setMaximum(total)
        self.bar.setValue(done)
        if done and self.task is not None:
            left = self._clock.elapsed() / 1000 * (total - done) / done
            said = f"about {clock_text(max(left, 1))} left" if left < 90 else f"about {round(left / 60)} min left"
            self._say(f"{done * 100 // total} % done, {said}")

    def _show_done(self, paths: list[Path]) -> None:
        self.open_button.show()
        self.hand_on.offer(paths)
        self._end("Done: " + ", ".join(path.name for path in paths))

    def _end(self, sentence: str) -> None:
        self.bar.hide()
        self._show_running(False)
        self._say(sentence)

    def _ask_anew(self) -> None:
        self._may_replace = []
        self.start_button.setText("Write the files")

    def _show_running(self, running: bool) -> None:
        self._ask_anew()
        self.start_button.setVisible(not running)
        self.cancel_button.setVisible(running)
        self.close_button.setEnabled(not running)
        for widget in (self.folder, self.how, self.about, self.outputs):
            widget.setEnabled(not running)

    def _say(self, sentence: str) -> None:
        self.said.setText(sentence)

    def may_close(self) -> bool:
        return self.task is None


def _settings() -> QSettings:
    return QSettings("jaunty-frame", "jaunty-frame")


def _last_format() -> str:
    """Return the format last used, if there still is one of that name."""
    name = str(_settings().value(_LAST_FORMAT, USUAL))
    return name if name in FORMATS else USUAL


def _start_folder() -> Path:
    """Return the folder last used, if it is still there, else one among the user's videos."""
    last = str(_settings().value(_LAST_FOLDER, ""))
    if last and Path(last).is_dir():
        return Path(last)
    videos = QStandardPaths.writableLocation(QStandardPaths.StandardLocation.MoviesLocation)
    return Path(videos or Path.home()) / "Jaunty Frame"
