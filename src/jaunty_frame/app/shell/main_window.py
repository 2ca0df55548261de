"""The main window: makes the parts and wires them."""

from functools import cached_property
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent, QPaintEvent
from PySide6.QtWidgets import QMainWindow, QSplitter, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.pages.page_list import PAGES
from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.pictures.cell_images import CellImages
from jaunty_frame.app.project.clipboard import files_in, holds_slides
from jaunty_frame.app.project.importer import Importer
from jaunty_frame.app.project.project_files import ProjectFiles
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.sound_work import SoundWork
from jaunty_frame.app.sheet.sheet_view import SheetView
from jaunty_frame.app.shell.actions.desk_actions import add_actions, show_actions
from jaunty_frame.app.shell.actions.menus import main_menu, output_presets_menu
from jaunty_frame.app.shell.actions.place_menus import PlaceMenus
from jaunty_frame.app.shell.net import Net
from jaunty_frame.app.shell.notice_bar import NoticeBar
from jaunty_frame.app.shell.side import Side
from jaunty_frame.app.shell.top_bar import TopBar

if TYPE_CHECKING:
    from jaunty_frame.app.bench.bench import Bench
    from jaunty_frame.app.screening.screening import Screening
    from jaunty_frame.app.shell.guide import Guide

_SHEET_SHARE = (786, 494)


class MainWindow(QMainWindow):
    """Only connects; what is shown lies in the views, what is changed in the session, what is done in the actions."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self._was_painted = False
        self._may_end_work = False
        self.images = CellImages(self)
        self.sheet = SheetView(session, self.images)
        self.importer = Importer(session, SoundWork(session, self), self)
        self.files = ProjectFiles(session, self)
        self.desk = Desk(session, self.images, self.importer, self.files, self.sheet)
        self.notice = NoticeBar()
        self.net = Net(session, self)
        self.setAcceptDrops(True)
        add_actions(self.desk, self)
        output_menu = output_presets_menu(self.desk, self)
        self.top_bar = TopBar(session, self.desk.actions, main_menu(self.desk, output_menu, self), output_menu)
        self.side = Side(self.desk)
        self._lay_out()
        self._connect()
        self.resize(1280, 800)
        self._show_document()
        self.sheet.setFocus()

    def _lay_out(self) -> None:
        self.splitter = QSplitter(Qt.Orientation.Horizontal)
        self.splitter.addWidget(self.sheet)
        self.splitter.addWidget(self.side)
        self.splitter.setSizes(list(_SHEET_SHARE))
        self.splitter.setStretchFactor(0, 1)
        self.splitter.setStretchFactor(1, 1)
        self.splitter.setHandleWidth(1)
        self.splitter.setChildrenCollapsible(False)
        self.workplace = QWidget()
        column = QVBoxLayout(self.workplace)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.top_bar)
        column.addWidget(self.notice)
        column.addWidget(self.splitter, 1)
        self.pages = QStackedWidget()
        self.pages.addWidget(self.workplace)
        self.setCentralWidget(self.pages)

    def _connect(self) -> None:
        menus = PlaceMenus(self.desk, self)
        self.desk.wanted.connect(self._open)
        self.desk.theme_changed.connect(self.top_bar.show_icons)
        self.desk.theme_changed.connect(self.sheet.viewport().update)
        self.desk.theme_changed.connect(self.sheet.header.update)
        self.session.changed.connect(self._show_document)
        self.session.saved_changed.connect(self._show_document)
        self.sheet.opened.connect(lambda: self.desk.open("bench"))
        self.sheet.remove_wanted.connect(self.desk.actions["remove"].trigger)
        self.sheet.drops.files.connect(self.importer.bring_in)
        self.sheet.peaks_of = self.desk.sounds.peaks
        self.sheet.sound_opened.connect(lambda sound_id: self.desk.open("sound", sound_id))
        self.sheet.drops.sounds.connect(self.desk.sounds.bring_in)
        self.sheet.drops.picture.connect(self.importer.bring_in_picture)
        self.sheet.joint_clicked.connect(self._open_joint)
        self.sheet.menu_wanted.connect(menus.show_slide_menu)
        self.sheet.header.menu_wanted.connect(menus.show_output_menu)
        self.session.replaced.connect(self._on_replaced)
        self.net.caught.connect(self.notice.show_sentences)
        self.session.failed.connect(lambda sentence: self.notice.show_sentences([sentence]))
        self.files.said.connect(self.notice.show_sentences)
        self.importer.progressed.connect(self.notice.show_progress)
        self.importer.ended.connect(self.notice.show_sentences)
        self.desk.sounds.said.connect(self.notice.show_sentences)
        self.notice.cancelled.connect(self.importer.cancel)
        self.importer.began.connect(self._ask_where_it_is_shown)
        self.importer.files_checked.connect(self.images.forget)
        self.importer.finder.progressed.connect(self.top_bar.show_finding_areas)
        self.importer.finder.ended.connect(lambda _: self.top_bar.show_finding_areas(0, 0))
        self.top_bar.findings_clicked.connect(lambda: self.desk.open("findings"))
        self.sheet.select_cell("", "")

    # Loaded and made when they are first wanted, the bench as soon as the sheet is painted: together they would take a
    # third of the time to the first painted window.

    @cached_property
    def bench(self) -> "Bench":
        from jaunty_frame.app.bench.bench import Bench

        bench = Bench(self.desk)
        self.sheet.selectionModel().selectionChanged.connect(lambda *_: bench.show_chosen(self.sheet.chosen_slides()))
        self.side.addWidget(bench)
        return bench

    @cached_property
    def screening(self) -> "Screening":
        from jaunty_frame.app.screening.screening import Screening

        screening = Screening(self.session, lambda: self.desk.sounds.cache)
        screening.closed.connect(self._leave_screening)
        screening.full_screen_wanted.connect(self._fill_screen)
        self.pages.addWidget(screening)
        return screening

    @cached_property
    def guide(self) -> "Guide":
        from jaunty_frame.app.shell.guide import Guide

        return Guide(self)

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

    # -- what is shown

    def _on_replaced(self) -> None:
        self.notice.end_progress()
        self.images.forget()
        self.importer.forget()
        self.desk.sounds.forget()
        self.importer.check_files()

    def _show_document(self) -> None:
        session = self.session
        name = session.path.name if session.path else "not saved yet"
        self.setWindowTitle(f"{session.latest.title} ({name})[*]")
        self.setWindowModified(not session.place.is_saved)
        show_actions(self.desk, self.pages.currentWidget() is self.workplace)

    def _open(self, name: str, about: str) -> None:
        if name in PANELS:
            self.side.open(name, about)
        elif name == "bench":
            self.side.setCurrentWidget(self.bench)
            if about:
                self.bench.begin_words(about.removeprefix("words "))
            else:
                self.bench.canvas.setFocus()
        elif name in ("screening", "by-ear"):
            self._play(name == "by-ear")
        elif name == "frame-kept":
            self.bench.keep_frame()
        elif name == "guide":
            self.guide.open(self._guide_page())

    def _guide_page(self) -> str:
        """Return the page of the guide that fits what is on the screen."""
        if self.pages.currentWidget() is not self.workplace:
            return "checking"
        if self.side.panel_name:
            return PANELS[self.side.panel_name].guide
        if not self.session.project.slides:
            return "bringing-in"
        return PAGES[self.bench.page_choice.value].guide

    def _ask_where_it_is_shown(self) -> None:
        from jaunty_frame.app.shell.begin_dialog import BeginDialog  # only new projects begin

        dialog = BeginDialog(self.session.latest, self)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.accepted.connect(lambda: self.session.apply(dialog.edit))
        dialog.open()

    def _open_joint(self, row: int) -> None:
        slides = self.session.project.slides
        if row + 1 >= len(slides):
            self.desk.open("house-rules")  # how the show ends
            return
        if slides[row].id not in self.sheet.chosen_slides():
            self.sheet.select_cell(slides[row].id, self.sheet.chosen_place()[1])
        self.sheet.make_current(slides[row].id)
        self.desk.open("joint")

    def _play(self, by_ear: bool = False) -> None:
        self.session.shown.when_shown(lambda: self._begin_screening(by_ear))

    def _begin_screening(self, by_ear: bool) -> None:
        """Show the screening, from the chosen slide on, in the chosen output."""
        slide_id, output_id = self.sheet.chosen_place()
        if not output_id:
            return
        plan = self.session.plans()[output_id]
        row = next((k for k, slide in enumerate(plan.slides) if slide.id == slide_id), 0)
        self.pages.setCurrentWidget(self.screening)
        self._show_document()
        self.screening.begin(output_id, plan.schedule.first[row], by_ear)

    def _leave_screening(self) -> None:
        self.pages.setCurrentWidget(self.workplace)
        self._show_document()
        self.sheet.setFocus()

    def _fill_screen(self, full: bool) -> None:
        self.screening.bar.setVisible(not full)
        if full:
            self.showFullScreen()
        else:
            self.showNormal()
        self.screening.setFocus()

    # -- closing, dropping

    def closeEvent(self, event: QCloseEvent) -> None:
        if not self._may_end_work and (running := [*self.session.jobs.under_way(), *self.side.under_way()]):
            event.ignore()
            from jaunty_frame.app.project.dialogs import ask_about_running

            ask_about_running(self, running, self._close_over_work)
            return
        if self.session.place.is_saved:
            self._shut_down()
            event.accept()
            return
        event.ignore()

        def leave() -> None:
            self.session.place.count_as_saved()
            self._close_over_work()

        self.files.when_changes_are_safe(leave)

    def _close_over_work(self) -> None:
        self._may_end_work = True
        self.close()
        self._may_end_work = False

    def _shut_down(self) -> None:
        if "screening" in self.__dict__:
            self.screening.shut_down()
        self.side.shut_down()
        self.images.close()
        self.session.close()
        self.net.close()

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        data = event.mimeData()
        if data.hasUrls() or data.hasImage() or holds_slides(data):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        paths = files_in(event.mimeData())
        if len(paths) == 1 and paths[0].suffix == ".jaunty":
            self.files.open_path(paths[0])
        else:
            self.sheet.drops.take(event.mimeData(), self.sheet.sheet_model.rowCount(), own_moves=False)
