"""The cell on the bench: which slide in which output, and the edits that everything on the bench makes of it."""

from collections.abc import Hashable
from typing import Any

from jaunty_frame.app.project.session import Session
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.basis.values import WindowValue
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.instants import set_window_instant
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import set_on_photo
from jaunty_frame.document.edits.material.words import set_words, set_words_in_output
from jaunty_frame.document.edits.slides import add_close_up, set_on_slides
from jaunty_frame.document.model import HandSet, HouseRules, Output, Project, Slide
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import KeepArea, Photo
from jaunty_frame.document.settings import Settings, project_settings
from jaunty_frame.document.words import Words
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.stages.ways import Framing
from jaunty_frame.show.planning.words.placed import PlacedWords
from jaunty_frame.show.planning.words.planned import words_of


class BenchCell:
    """Names a cell; all values are read from the session. ``chosen`` are all slides that choices reach."""

    def __init__(self, session: Session) -> None:
        self.session = session
        self.slide_id = self.output_id = ""
        self.member = 0
        """Which photo of a group is worked on, from 0."""
        self.words_id = ""
        """Which words of the slide are worked on."""
        self.chosen: list[str] = []

    @property
    def project(self) -> Project:
        return self.session.project

    @property
    def rules(self) -> HouseRules:
        return self.project.house_rules

    @property
    def position(self) -> int:
        """The slide's position in the running order, -1 where it is gone."""
        return next((k for k, slide in enumerate(self.project.slides) if slide.id == self.slide_id), -1)

    @property
    def exists(self) -> bool:
        """Whether there is such a cell."""
        return self.position >= 0 and any(output.id == self.output_id for output in self.project.outputs)

    @property
    def has_photo(self) -> bool:
        """Whether there is a photo in the cell to be framed; a card has none."""
        return self.exists and bool(self.slide.exhibit.photos)

    @property
    def row(self) -> int:
        """The row of the photo in the plan."""
        return self.plan.rows_of(self.position)[self._member]

    @property
    def _member(self) -> int:
        return min(self.member, max(len(self.slide.exhibit.photos) - 1, 0))

    @property
    def slide(self) -> Slide:
        return self.project.slide(self.slide_id)

    @property
    def photo(self) -> Photo:
        return self.project.photo(self.slide.exhibit.photos[self._member])

    @property
    def output(self) -> Output:
        return self.project.output(self.output_id)

    @property
    def plan(self) -> Plan:
        return self.session.plans()[self.output_id]

    @property
    def framing(self) -> Framing:
        return self.plan.framing(self.row)

    @property
    def hand_set(self) -> HandSet | None:
        return self.project.hand_set_framing(self.slide_id, self.output_id, self._member)

    @property
    def settings(self) -> Settings:
        """What holds for the slide."""
        return project_settings(self.project, [self.slide])[0]

    @property
    def mount(self) -> Mount:
        """The mount that holds in this output."""
        return self.plan.mounting(self.row).mount

    @property
    def close_up(self) -> WindowValue | None:
        return self.slide.exhibit.close_up_of(self.photo.id)

    @property
    def words(self) -> Words | None:
        """The words that are worked on, None where there are none."""
        return next((one for one in self.slide.words if one.id == self.words_id), None) if self.exists else None

    @property
    def placed_words(self) -> PlacedWords | None:
        """These words as they are in this output, None where it does not show them."""
        return next((one for one in words_of(self.plan, self.position) if one.words.id == self.words_id), None)

    def targets(self) -> list[str]:
        return self.chosen if self.slide_id in self.chosen else [self.slide_id]

    # -- edits

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
