"""The main window: wires sheet, bench, screening, export and house rules to the session."""

from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QAction, QCloseEvent, QDragEnterEvent, QDropEvent, QKeySequence, QPaintEvent
from PySide6.QtWidgets import (
    QApplication,
    QMainWindow,
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from jaunty_frame.app.pictures.cell_images import CellImages
from jaunty_frame.app.project.importer import Importer
from jaunty_frame.app.project.project_files import ProjectFiles
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_view import SheetView
from jaunty_frame.app.shell.menus import main_menu, output_presets_menu, without_argument
from jaunty_frame.app.shell.notice_bar import NoticeBar
from jaunty_frame.app.shell.place_menus import PlaceMenus
from jaunty_frame.app.shell.top_bar import TopBar
from jaunty_frame.app.widgets.theme import colours, set_theme
from jaunty_frame.document import edits
from jaunty_frame.show.checks.findings import Finding, Remedy
from jaunty_frame.show.checks.remedies import remedy_edit

if TYPE_CHECKING:
    from jaunty_frame.app.bench.bench import Bench
    from jaunty_frame.app.panels.export_panel import ExportPanel
    from jaunty_frame.app.panels.findings_panel import FindingsPanel
    from jaunty_frame.app.panels.house_rules_panel import HouseRulesPanel
    from jaunty_frame.app.panels.zones_panel import ZonesPanel
    from jaunty_frame.app.screening.screening import Screening
    from jaunty_frame.app.widgets.side_panel import SidePanel

_Panel = TypeVar("_Panel", bound="SidePanel")
_SHEET_SHARE = (806, 474)


class MainWindow(QMainWindow):
    """Only connects; what is shown lies in the views, what is changed in the session."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self._was_painted = False
        self.images = CellImages(self)
        self.sheet = SheetView(session, self.images)
        self.importer = Importer(session, self)
        self.files = ProjectFiles(session, self)
        self.notice = NoticeBar()
        self.setAcceptDrops(True)
        self._make_actions()
        output_menu = output_presets_menu(session, self.actions_by_name, self)
        self.top_bar = TopBar(
            session, self.actions_by_name, main_menu(self.actions_by_name, output_menu, self), output_menu
        )
        self._lay_out()
        self._connect()
        self.resize(1280, 800)
        self._show_document()
        self.sheet.setFocus()

    # -- construction

    def _lay_out(self) -> None:
        self.side = QStackedWidget()
        self.splitter = QSplitter(Qt.Orientation.Horizontal)
        self.splitter.addWidget(self.sheet)
        self.splitter.addWidget(self.side)
        self.splitter.setSizes(list(_SHEET_SHARE))
        self.splitter.setStretchFactor(0, 1)
        self.splitter.setStretchFactor(1, 1)
        self.splitter.setHandleWidth(1)
        self.splitter.setChildrenCollapsible(False)
        workplace = QWidget()
        column = QVBoxLayout(workplace)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.top_bar)
        column.addWidget(self.notice)
        column.addWidget(self.splitter, 1)
        self.pages = QStackedWidget()
        self.pages.addWidget(workplace)
        self.setCentralWidget(self.pages)

    # Loaded and made when they are first wanted, the bench as soon as the sheet is painted: together they would take a
    # third of the time to the first painted window.

    @cached_property
    def bench(self) -> "Bench":
        from jaunty_frame.app.bench.bench import Bench

        bench = Bench(self.session, self.images)
        bench.output_chosen.connect(lambda output_id: self.sheet.select_cell(self.sheet.chosen_place()[0], output_id))
        bench.remedy_wanted.connect(self.remedy)
        self.sheet.current_cell_changed.connect(bench.show_cell)
        self.sheet.selectionModel().selectionChanged.connect(lambda *_: bench.show_chosen(self.sheet.chosen_slides()))
        self.side.addWidget(bench)
        bench.cell.chosen = self.sheet.chosen_slides()
        bench.show_cell(*self.sheet.chosen_place())
        return bench

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        if not self._was_painted:
            self._was_painted = True
            QTimer.singleShot(0, self, self._begin)

    def _begin(self) -> None:
        """Do what the first painted window did not wait for."""
        self.images.begin()
        self.importer.begin()
        if self.side.currentWidget() is None:
            self.side.setCurrentWidget(self.bench)

    @cached_property
    def export_panel(self) -> "ExportPanel":
        from jaunty_frame.app.panels.export_panel import ExportPanel

        return self._on_side(ExportPanel(self.session))

    @cached_property
    def house_rules(self) -> "HouseRulesPanel":
        from jaunty_frame.app.panels.house_rules_panel import HouseRulesPanel

        return self._on_side(HouseRulesPanel(self.session))

    @cached_property
    def findings_panel(self) -> "FindingsPanel":
        from jaunty_frame.app.panels.findings_panel import FindingsPanel

        panel = self._on_side(FindingsPanel(self.session))
        panel.jumped.connect(self.sheet.select_cell)
        panel.remedy_wanted.connect(self.remedy)
        return panel

    @cached_property
    def zones_panel(self) -> "ZonesPanel":
        from jaunty_frame.app.panels.zones_panel import ZonesPanel

        panel = self._on_side(ZonesPanel(self.session, self.images))
        self.sheet.current_cell_changed.connect(panel.show_cell)
        return panel

    def _on_side(self, panel: _Panel) -> _Panel:
        panel.closed.connect(self.open_on_bench)
        self.side.addWidget(panel)
        return panel

    @cached_property
    def screening(self) -> "Screening":
        from jaunty_frame.app.screening.screening import Screening

        screening = Screening(self.session)
        screening.closed.connect(self._leave_screening)
        screening.full_screen_wanted.connect(self._fill_screen)
        self.pages.addWidget(screening)
        return screening

    def _make_actions(self) -> None:
        standard = QKeySequence.StandardKey
        self.actions_by_name: dict[str, QAction] = {}
        for name, text, keys, act in (
            ("new", "New project", standard.New, self.files.start_new),
            ("open", "Open project…", standard.Open, self.files.choose_project),
            ("save", "Save", standard.Save, self.files.save),
            ("save-as", "Save as…", standard.SaveAs, self.files.save_as),
            ("add-photos", "Add photos…", "Ctrl+I", self.choose_photos),
            ("add-folder", "Add a folder of photos…", "Ctrl+Shift+I", self.choose_folder),
            ("undo", "Undo", standard.Undo, self.session.undo),
            ("redo", "Redo", standard.Redo, self.session.redo),
            ("play", "Play", "Ctrl+Space", self.play),
            ("export", "Export", "Ctrl+E", self.show_export),
            ("house-rules", "House rules", "Ctrl+H", self.show_house_rules),
            ("zones", "Zones of the output…", "", self.show_zones),
            ("own-output", "Own size…", "", self.add_own_output),
            ("remove", "Remove slides", "", self.remove_slides),
            ("repeat", "Show photo again", "Ctrl+D", self.repeat_slide),
            ("turn-right", "Turn right", "Ctrl+]", lambda: self.turn(1)),
            ("turn-left", "Turn left", "Ctrl+[", lambda: self.turn(3)),
            ("larger", "Larger rows", standard.ZoomIn, lambda: self._resize_rows(1.25)),
            ("smaller", "Smaller rows", standard.ZoomOut, lambda: self._resize_rows(0.8)),
            ("all-rows", "The whole show at once", "Ctrl+0", self.sheet.show_all_rows),
            ("find-again", "Find keep areas again", "", self.find_areas_again),
            ("findings", "All findings", "Ctrl+Shift+G", self.show_findings),
            ("next-finding", "Next finding", "Ctrl+G", self.go_to_next_finding),
            ("dark", "Dark", "Ctrl+Shift+L", self.switch_theme),
            ("quit", "Quit", standard.Quit, self.close),
        ):
            action = QAction(text, self)
            if keys:
                action.setShortcut(QKeySequence(keys))
            action.triggered.connect(without_argument(act))
            self.addAction(action)
            self.actions_by_name[name] = action

    def _connect(self) -> None:
        menus = PlaceMenus(self)
        self.session.changed.connect(self._show_document)
        self.session.saved_changed.connect(self._show_document)
        self.sheet.opened.connect(self.open_on_bench)
        self.sheet.remove_wanted.connect(self.remove_slides)
        self.sheet.files_dropped.connect(self.importer.bring_in)
        self.sheet.joint_clicked.connect(menus.show_joint_menu)
        self.sheet.menu_wanted.connect(menus.show_slide_menu)
        self.sheet.header.menu_wanted.connect(menus.show_output_menu)
        self.files.opened.connect(self._on_opened)
        self.files.said.connect(self.notice.show_sentences)
        self.importer.progressed.connect(self.notice.show_progress)
        self.importer.ended.connect(self.notice.show_sentences)
        self.notice.cancelled.connect(self.importer.cancel)
        self.importer.photos_checked.connect(self.images.forget)
        self.importer.finding_progressed.connect(self.top_bar.show_finding_areas)
        self.importer.finding_ended.connect(lambda: self.top_bar.show_finding_areas(0, 0))
        self.top_bar.findings_clicked.connect(self.show_findings)
        self.sheet.select_cell("", "")

    def _on_opened(self) -> None:
        self.images.forget()
        self.importer.forget()
        self.importer.check_photos()

    # -- what is shown

    def _show_document(self) -> None:
        session = self.session
        name = session.path.name if session.path else "not saved yet"
        self.setWindowTitle(f"{session.project.title} ({name})[*]")
        self.setWindowModified(not session.is_saved)
        self.actions_by_name["undo"].setText(f"Undo {session.undo_label}".strip())
        self.actions_by_name["redo"].setText(f"Redo {session.redo_label}".strip())
        self.actions_by_name["undo"].setEnabled(bool(session.undo_label))
        self.actions_by_name["redo"].setEnabled(bool(session.redo_label))
        showable = bool(session.project.slides and session.project.outputs)
        needing_slides = ("play", "export", "remove", "repeat", "turn-left", "turn-right", "find-again", "zones")
        for action in (*needing_slides, "findings", "next-finding"):
            self.actions_by_name[action].setEnabled(showable)

    def switch_theme(self) -> None:
        """Change between light and dark."""
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        set_theme(app, not colours().dark)
        self.actions_by_name["dark"].setText("Light" if colours().dark else "Dark")
        self.top_bar.show_icons()
        self.sheet.viewport().update()

    def _resize_rows(self, factor: float) -> None:
        self.sheet.set_picture_height(round(self.sheet.picture_height * factor))

    def open_on_bench(self) -> None:
        self.side.setCurrentWidget(self.bench)
        self.bench.canvas.setFocus()

    def show_export(self) -> None:
        self.export_panel.show_document()
        self.side.setCurrentWidget(self.export_panel)
        self.export_panel.start_button.setFocus()

    def show_house_rules(self) -> None:
        self.side.setCurrentWidget(self.house_rules)
        self.house_rules.placement.setFocus()

    def play(self) -> None:
        """Show the screening, from the chosen slide on, in the chosen output."""
        slide_id, output_id = self.sheet.chosen_place()
        if not output_id:
            return
        plan = self.session.plans()[output_id]
        row = next((k for k, slide in enumerate(plan.slides) if slide.id == slide_id), 0)
        self.pages.setCurrentWidget(self.screening)
        self.screening.begin(output_id, plan.schedule.first[row])

    def _leave_screening(self) -> None:
        self.pages.setCurrentIndex(0)
        self.sheet.setFocus()

    def _fill_screen(self, full: bool) -> None:
        self.screening.bar.setVisible(not full)
        if full:
            self.showFullScreen()
        else:
            self.showNormal()
        self.screening.setFocus()

    def show_zones(self) -> None:
        self.zones_panel.show_cell(*self.sheet.chosen_place())
        self.side.setCurrentWidget(self.zones_panel)
        self.zones_panel.fields["action_safe"].setFocus()

    def show_findings(self) -> None:
        self.side.setCurrentWidget(self.findings_panel)
        self.findings_panel.close_button.setFocus()

    def remedy(self, finding: Finding) -> None:
        """Do what a finding's button says."""
        if finding.remedy is Remedy.FIND_AGAIN:
            self.importer.find_areas_again([self.session.project.slide(finding.slide_id).photo])
            return
        edit = remedy_edit(self.session.project, finding)
        if edit is not None:
            self.session.apply(edit)

    def find_areas_again(self) -> None:
        photos = {self.session.project.slide(name).photo for name in self.sheet.chosen_slides()}
        self.importer.find_areas_again(photos)

    def go_to_next_finding(self) -> None:
        """Choose the next cell with a finding, after the current one."""
        cells = list(dict.fromkeys((finding.slide_id, finding.output) for finding in self.session.findings()))
        if cells:
            place = self.sheet.chosen_place()
            at = (cells.index(place) + 1) % len(cells) if place in cells else 0
            self.sheet.select_cell(*cells[at])
            self.side.setCurrentWidget(self.bench)

    # -- photos and slides

    def choose_photos(self) -> None:
        from jaunty_frame.app.shell.dialogs import ask_for_photos

        ask_for_photos(self, self.importer.bring_in)

    def choose_folder(self) -> None:
        from jaunty_frame.app.shell.dialogs import ask_for_folder

        ask_for_folder(self, "Add a folder of photos", "", lambda folder: self.importer.bring_in([folder]))

    def remove_slides(self) -> None:
        chosen = self.sheet.chosen_slides()
        if chosen:
            self.session.apply(edits.remove_slides(chosen))

    def repeat_slide(self) -> None:
        slide_id, _ = self.sheet.chosen_place()
        if slide_id:
            self.session.apply(edits.repeat_slide(slide_id))

    def turn(self, quarter_turns: int) -> None:
        photos = {self.session.project.slide(name).photo for name in self.sheet.chosen_slides()}
        if photos:
            self.session.apply(edits.turn_photos(photos, quarter_turns))

    def add_own_output(self) -> None:
        from jaunty_frame.app.shell.output_dialog import OutputDialog

        dialog = OutputDialog(self)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)

        def add() -> None:
            if dialog.output is not None:
                self.session.apply(edits.add_output(dialog.output))

        dialog.accepted.connect(add)
        dialog.open()

    def closeEvent(self, event: QCloseEvent) -> None:
        if self.session.is_saved:
            self._shut_down()
            event.accept()
            return
        event.ignore()

        def leave() -> None:
            self.session.forget_changes()
            self.close()

        self.files.when_changes_are_safe(leave)

    def _shut_down(self) -> None:
        self.importer.shut_down()
        if "screening" in self.__dict__:
            self.screening.stop()
        if "export_panel" in self.__dict__ and self.export_panel.task is not None:
            self.export_panel.task.cancel()
            self.export_panel.task.wait()
        self.images.close()

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if event.mimeData().hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        paths = [Path(url.toLocalFile()) for url in event.mimeData().urls() if url.isLocalFile()]
        if len(paths) == 1 and paths[0].suffix == ".jaunty":
            self.files.open_path(paths[0])
        else:
            self.importer.bring_in(paths)
