"""The bench: one slide in one output, worked on; the strip below shows what becomes of it in the others."""

from pkgutil import resolve_name

from PySide6.QtCore import Qt
from PySide6.QtGui import QHideEvent, QKeyEvent
from PySide6.QtWidgets import QCheckBox, QLabel, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.bench_photo import BenchPhoto
from jaunty_frame.app.bench.bench_room import BenchRoom
from jaunty_frame.app.bench.kept_picture import keep_frame, keep_picture
from jaunty_frame.app.bench.output_strip import OutputStrip
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.bench.pages.page_list import PAGES, PageEntry
from jaunty_frame.app.bench.pages.time_line import STEPS, TimeLine
from jaunty_frame.app.bench.slide_player import SlidePlayer
from jaunty_frame.app.desk import Desk
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.finding_rows import FindingRows
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.instants import move_instant
from jaunty_frame.show.checks.framing import bars_left
from jaunty_frame.show.planning.reasons import framing_reasons
from jaunty_frame.show.words import counted, without_place

_MOST_FINDINGS = 2
_FIRST_PAGE = "placement"
# All pages fit, so that the sheet keeps its rows when pages take turns.
_LEAST_WIDTH = 494


class Bench(QWidget):
    """Shows and edits the current cell. ``slides`` are all that are chosen on the sheet: choices reach them all."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk, self._session, self._images = desk, desk.session, desk.images
        self.cell = BenchCell(desk.session)
        self.cell.slide_id, self.cell.output_id = desk.cells.chosen_place()
        self.cell.chosen = desk.cells.chosen_slides()
        self._pages: dict[str, BenchPage] = {}
        self._build()
        desk.cells.current_cell_changed.connect(self.show_cell)
        desk.images.forgotten.connect(self.show_document)
        desk.session.changed.connect(self.show_document)
        desk.session.findings_changed.connect(self._show_findings)
        self.show_document()

    # -- construction

    def _build(self) -> None:
        self.setMinimumWidth(_LEAST_WIDTH)
        self.title = QLabel()
        self.title.setProperty("role", "heading")
        self.reason = quiet_label("")
        self.reason.setWordWrap(True)
        self.reason.setMinimumHeight(34)
        self.reason.setMaximumHeight(52)
        self.reason.setAlignment(Qt.AlignmentFlag.AlignTop)
        self.findings = FindingRows()
        self.findings.remedy_wanted.connect(self._desk.remedy)
        self.member = Choice("Which photo of the group", [])
        self.member.chosen.connect(self._show_member)
        self.photo = BenchPhoto(self._session, self._images, self.cell, self)
        self.canvas = self.photo.canvas
        self.canvas.chosen_changed.connect(self._show_page_document)
        self.frame_view = FrameView(self._session, self._images)
        self.scrub = TimeLine()
        self.scrub.valueChanged.connect(self._show_frame)
        self.scrub.moved.connect(self._move_instant)
        self.scrub.settled.connect(self.cell.end_gesture)
        self.instant = quiet_label("")
        self.player = SlidePlayer(self._desk, self.cell, self.scrub, self)
        self.zones = QCheckBox("Zones")
        self.zones.setChecked(True)
        self.zones.toggled.connect(self._show_zones)
        self.strip = OutputStrip(self.cell, self._images)
        self.strip.chosen.connect(lambda output_id: self._desk.cells.select_cell(self.cell.slide_id, output_id))

        self.room = BenchRoom(
            self.canvas, self.frame_view, row_of(self.instant, self.player.button, self.zones), self.scrub
        )
        self.page_choice = Choice("What to change", [(name, entry.label) for name, entry in PAGES.items()])
        self.page_choice.chosen.connect(self.show_page)
        self._lay_out()
        self.show_page(_FIRST_PAGE)

    def page(self, name: str) -> BenchPage:
        """Return a page; those after the first take a tenth of the time to the first painted window, so they wait."""
        if name not in self._pages:
            page = self._pages[name] = resolve_name(PAGES[name].place)(self.cell, self.canvas, self.frame_view)
            page.moment_wanted.connect(lambda share: self.scrub.setValue(round(share * STEPS)))
            page.still_wanted.connect(lambda: keep_picture(self._desk, self.cell, self.scrub.share))
            self.room.pages.addWidget(page)
        return self._pages[name]

    def _lay_out(self) -> None:
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 8, 16, 9)
        layout.setSpacing(5)
        layout.addWidget(self.title)
        layout.addWidget(self.reason)
        # Everything below the title, hidden while there is nothing to work on.
        self.body = QWidget()
        body = QVBoxLayout(self.body)
        body.setContentsMargins(0, 0, 0, 0)
        body.setSpacing(6)
        body.addWidget(self.findings)
        # Always at the same place, whatever the page makes of the room below.
        body.addWidget(self.page_choice)
        body.addWidget(self.member)
        body.addWidget(self.room, 1)
        body.addWidget(self.strip)
        layout.addWidget(self.body, 1)
        layout.addStretch(0)

    def show_page(self, name: str) -> None:
        before, page = self.room.pages.currentWidget(), self.page(name)
        if isinstance(before, BenchPage) and before is not page:
            before.entered(False)
        self.room.show_page(page)
        self.page_choice.show_value(name)
        self._arrange()
        page.entered(True)
        self._show_page_document()
        if self.cell.exists:
            self.reason.setText(self._reason())
            if page in self._pages_about():
                page.show_at(self.scrub.share)
            self.photo.show_at(self.scrub.share)

    def begin_words(self, kind: str) -> None:
        """Put words of a kind on the slide and let them be typed."""
        if self.cell.exists:
            self.show_page("words")
            self.page("words").begin(kind)

    def _arrange(self) -> None:
        aspect = float(self.cell.output.aspect) if self.cell.exists else 1.0
        photo_aspect = None
        if self.cell.exists and self.cell.has_photo:
            width, height = self.cell.photo.upright_size
            photo_aspect = width / height
        self.room.arrange(aspect, photo_aspect)

    # -- what is shown

    def show_cell(self, slide_id: str, output_id: str) -> None:
        if slide_id != self.cell.slide_id:
            self.cell.member = 0
        self.cell.slide_id, self.cell.output_id = slide_id, output_id
        self.show_document()

    def _show_member(self, member: int) -> None:
        self.cell.member = member
        self.show_document()

    def show_chosen(self, slide_ids: list[str]) -> None:
        """Say which slides the choices reach."""
        self.cell.chosen = slide_ids
        self.show_document()

    def show_document(self) -> None:
        """Show the current cell as the document has it; the only place that writes to the widgets."""
        cell = self.cell
        self.player.stop()
        self.setEnabled(cell.exists)
        self.body.setVisible(cell.exists)
        if not cell.exists:
            self.title.setText("The bench")
            self.reason.setText("Choose a cell on the sheet, and its framing can be worked on here.")
            self.frame_view.clear()
            return
        self._offer_pages()
        self._arrange()  # the photo may have been turned, another member of another shape be shown
        more = len(cell.chosen) - 1
        reach = f" and {counted(more, 'more slide')}" if more > 0 else ""
        close = ", a close-up" if cell.has_photo and cell.close_up else ""
        self.title.setText(f"Slide {cell.position + 1} in {cell.output.name}{close}{reach}")
        self.reason.setText(self._reason())
        count = len(cell.slide.exhibit.photos)
        cell.member = min(cell.member, max(count - 1, 0))
        self.member.setVisible(count > 1)
        self.member.set_options([(k, f"Photo {k + 1}") for k in range(count)])
        self.member.show_value(cell.member)
        self._show_findings()
        if cell.has_photo:
            self.photo.show_document()
        self.scrub.show_frames(int(cell.plan.schedule.frames[cell.position]))
        self.scrub.show_instants([one.at for one in cell.slide.instants])
        self._show_page_document()
        self._show_frame()
        self.strip.show_document()

    def _reason(self) -> str:
        """Return why the photo is framed so, or the words stand so."""
        cell, page = self.cell, self.room.pages.currentWidget()
        said = page.reason() if isinstance(page, BenchPage) else ""
        return said or (" ".join(framing_reasons(cell.plan, cell.row)) if cell.has_photo else "")

    def _offer_pages(self) -> None:
        """Offer the pages that have something to show of the slide."""
        offered = [(name, entry.label) for name, entry in PAGES.items() if self._fits(entry)]
        if offered == self.page_choice.options:
            return
        shown = self.page_choice.value
        self.page_choice.set_options(offered)
        if shown not in dict(offered):
            self.show_page(_FIRST_PAGE if self.cell.has_photo else "words")

    def _fits(self, entry: PageEntry) -> bool:
        """Return whether a page has something to show of the cell."""
        shows_clip = self.cell.exists and self.cell.slide.exhibit.moves_by_itself
        return shows_clip if entry.of_clip else self.cell.has_photo or not entry.of_photo

    def keep_frame(self) -> None:
        """Make a photo of the frame that is seen, after this slide."""
        keep_frame(self._desk, self.cell, self.scrub.share)

    def _show_findings(self) -> None:
        cell = self.cell
        if not cell.exists:
            return
        found = [
            (finding, without_place(finding.sentence, finding.slide, cell.output))
            for finding in self._session.findings()
            # Bars are what the reasons speak of already.
            if finding.slide_id == cell.slide_id
            and (finding.of_photo or finding.output == cell.output_id)
            and finding.kind != bars_left.CHECK.kind
        ]
        self.findings.show_findings(found[:_MOST_FINDINGS])
        self.strip.update()

    def _show_page_document(self) -> None:
        """Let the pages that were made show the cell."""
        for page in self._pages_about():
            page.show_document()

    def _pages_about(self) -> list[BenchPage]:
        """Return the pages that were made and have something to show of the cell."""
        return [page for name, page in self._pages.items() if self.cell.exists and self._fits(PAGES[name])]

    def _show_frame(self) -> None:
        if not self.cell.exists:
            return
        progress = self.scrub.share
        seconds = self.cell.settings.seconds
        self.instant.setText(f"{clock_text(progress * float(seconds))} of {clock_text(seconds)}")
        for page in self._pages_about():
            page.show_at(progress)
        self.photo.show_at(progress)
        self.frame_view.show_frame(self.cell.slide_id, self.cell.output_id, progress, self.photo.without_correction)

    def _show_zones(self, shown: bool) -> None:
        self.frame_view.zones_shown = shown
        self.frame_view.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_B and self.cell.has_photo:
            self._show_without_correction(True)
        elif event.key() == Qt.Key.Key_Space:
            self.player.play_or_stop()
        else:
            super().keyPressEvent(event)

    def hideEvent(self, event: QHideEvent) -> None:
        super().hideEvent(event)
        self.player.stop()

    def keyReleaseEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_B and not event.isAutoRepeat() and self.photo.without_correction:
            self._show_without_correction(False)
        else:
            super().keyReleaseEvent(event)

    def _show_without_correction(self, without: bool) -> None:
        if without != self.photo.without_correction:
            self.photo.without_correction = without
            self.photo.show_image()
            self._show_frame()

    # -- edits

    def _move_instant(self, at: float, to: float) -> None:
        cell = self.cell
        cell.apply(move_instant(cell.targets(), at, to), "move instant", cell.slide_id)
