"""The edits that everything on the bench makes of its cell."""

from collections.abc import Hashable
from fractions import Fraction
from typing import Any

from jaunty_frame.app.bench.shown_cell import ShownCell
from jaunty_frame.app.project.session import Session
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.instants import set_window_instant
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import set_on_photo
from jaunty_frame.document.edits.material.words import set_words, set_words_in_output
from jaunty_frame.document.edits.slides import add_close_up, set_on_slides
from jaunty_frame.document.keep_areas import KeepArea


class BenchCell(ShownCell):
    """The cell that is worked on. ``chosen`` are all slides that choices reach."""

    def __init__(self, session: Session) -> None:
        super().__init__(session)
        self.chosen: list[str] = []

    def targets(self) -> list[str]:
        return self.chosen if self.slide_id in self.chosen else [self.slide_id]

    def moment_of_file(self, at: float) -> Fraction:
        """Return the moment of a clip's file at which the picture begins that is seen at ``at`` in 0..1 of the slide; 0
        of a photo."""
        moving = self.photo.moving
        return self.plan.picture_at(self.row, at) / moving.rate if moving is not None else Fraction(0)

    def apply(self, edit: Edit, *what: Hashable) -> None:
        """Apply an edit, as part of a gesture where one is named (``Session.apply``)."""
        self.session.apply(edit, *what)

    def set_on_slides(self, label: str, *what: Hashable, **fields: object) -> None:
        self.apply(set_on_slides(self.targets(), label, **fields), *what)

    def set_look(self, label: str, here_only: bool, **fields: object) -> None:
        """Set fill or mount of the slides, or of them in this output only; until the gesture ends it is one step."""
        what = (*fields, self.slide_id)
        if here_only:
            self.apply(set_in_output(self.targets(), self.output_id, label, **fields), *what)
        else:
            self.set_on_slides(label, *what, **fields)

    def set_words(self, label: str, here_only: bool = False, **fields: Any) -> None:
        """Set fields of the words that are worked on, or what they have of their own in this output."""
        if self.words is None:
            return
        where = self.slide_id, self.words_id
        if here_only:
            self.apply(set_words_in_output(*where, self.output_id, label, **fields), "words", *fields, *where)
        else:
            self.apply(set_words(*where, label, **fields), "words", *fields, *where)

    def set_on_photo(self, label: str, **fields: object) -> None:
        """Set something of the photo; until the gesture ends it is one step."""
        self.apply(set_on_photo(self.photo.id, label, **fields), *fields, self.photo.id)

    def set_areas(self, areas: tuple[KeepArea, ...]) -> None:
        self.apply(set_keep_areas(self.photo.id, areas), "areas", self.photo.id)

    def set_weight(self, k: int, weight: float) -> None:
        """Make keep area ``k`` required or wished for; it is the user's from then on."""
        areas = self.photo.keep_areas
        if 0 <= k < len(areas) and areas[k].weight != weight:
            changed = areas[k].changed(weight=weight, origin="hand", confidence=1.0)
            self.set_areas((*areas[:k], changed, *areas[k + 1 :]))
            self.end_gesture()

    def add_close_up(self, k: int) -> None:
        """Show keep area ``k`` in a slide of its own."""
        areas = self.photo.keep_areas
        if 0 <= k < len(areas):
            self.apply(add_close_up(self.slide_id, Window(*areas[k].box)))

    def set_framing(self, opening: Window | None, closing: Window) -> None:
        """Set opening and closing by hand; a lean that the solved move had is kept."""
        before, way, level = self.hand_set, self.framing.way, self.photo.straightening
        leans = (way.opening_degrees - level, way.closing_degrees - level)
        if before is not None:
            leans = before.opening_lean, before.closing_lean
        where = self.slide_id, self.output_id
        edit = set_framing(*where, opening, closing, leans, self._member)
        self.apply(edit, "framing", *where, self._member)

    def set_window_instant(self, at: float, window: Window | None) -> None:
        """Let the framing set by hand go through a window, or no longer."""
        self.apply(set_window_instant(self.slide_id, self.output_id, at, window, self._member))
        self.end_gesture()

    def end_gesture(self) -> None:
        self.session.edited.end_gesture()

    def cancel_gesture(self) -> None:
        """Take back what the gesture has done so far."""
        self.session.edited.cancel_gesture()
