"""What the checks of one output look at; shared measures are taken once."""

from collections.abc import Callable, Mapping
from enum import StrEnum
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, FloatArray
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.show.findings.finding import Remedy
from jaunty_frame.show.findings.remedies import BACK_TO_SOLVED, NO_REMEDY, PLACE_SUBJECT, PLACE_WHOLE
from jaunty_frame.show.planning.area_names import area_name
from jaunty_frame.show.planning.flicker import Flashes
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.visibility import Visibility, visibility
from jaunty_frame.show.planning.words.placed import PlacedWords

EQUAL = 1e-6

Contrasts = Mapping[tuple[str, str], float]
"""Of words, by their slide's id and their own, as measured on frames."""


class FileState(StrEnum):
    """What the disk says of a photo or sound of the set."""

    PRESENT = "present"
    CHANGED = "changed"
    DAMAGED = "damaged"
    MISSING = "missing"


LOST = (FileState.MISSING, FileState.DAMAGED)
"""Cannot be shown or heard."""


class Facts:
    """The plan of one output, the states of its files, and what was measured on its frames: where it flashes, and the
    contrast of words. Rows are the plan's."""

    def __init__(
        self,
        plan: Plan,
        states: Mapping[str, FileState],
        flashes: Flashes | None = None,
        contrasts: Contrasts | None = None,
    ) -> None:
        self.plan, self.flashes, self.contrasts = plan, flashes or {}, contrasts or {}
        self._taken: dict[Callable[[Facts], FloatArray], FloatArray] = {}
        self._states = states
        self.states = [self.state_of(photo) for photo in plan.table.photos]

    def state_of(self, file: Photo | SoundFile) -> FileState:
        """Return what the disk says of a file of the set; one that is not named is there."""
        return self._states.get(file.id, FileState.PRESENT)

    def once(self, measure: Callable[["Facts"], FloatArray]) -> FloatArray:
        """Return ``measure`` of these facts, which is taken once: for all rows, and again for the sentence of each."""
        if measure not in self._taken:
            self._taken[measure] = measure(self)
        return self._taken[measure]

    @cached_property
    def shown_rows(self) -> NDArray[np.intp]:
        """The rows of slides that the output shows."""
        return np.flatnonzero(np.isin(self.plan.table.slide_of, self.plan.shown))

    @cached_property
    def seen(self) -> Visibility:
        return visibility(self.plan)

    @cached_property
    def required_still(self) -> NDArray[np.bool_]:
        """(M, K): required areas but those that a window follows: they are boxes about a whole way, of which one moment
        says nothing."""
        required = self.plan.table.areas.required.copy()
        required[list(self.plan.followed)] = False
        return required

    @cached_property
    def required_shares(self) -> FloatArray:
        """(M, K): visible shares of required areas, 1 for others."""
        return self.seen.required(self.plan)

    @cached_property
    def cut(self) -> FloatArray:
        """(M,): the share of the worst required area that is not seen; 0 where it counts as visible."""
        worst = self.required_shares.min(axis=1, initial=1.0)
        return np.where(worst < FULLY_VISIBLE - EQUAL, 1 - worst, 0.0)

    def in_state(self, state: FileState) -> FloatArray:
        """Return 1.0 (M,) where a photo is in a state."""
        return np.array([one is state for one in self.states], float)

    def contrast_of(self, placed: PlacedWords) -> float:
        """Return the contrast of words: as measured, else as the tones of the frame promise."""
        key = self.plan.slides[placed.slide].id, placed.words.id
        return self.contrasts.get(key, placed.contrast)

    def place_of_slide(self, k: int) -> str:
        return f"Slide {k + 1} in {self.plan.output.name}"

    def place(self, row: int) -> str:
        return self.place_of_slide(int(self.plan.table.slide_of[row]))

    def noun(self, row: int) -> str:
        return self.plan.photo(row).noun

    def file(self, row: int) -> str:
        """Return for example "the photo bowl.jpg"."""
        return f"the {self.noun(row)} {self.plan.photo(row).path.rpartition('/')[2]}"

    def area_name(self, row: int, which: int) -> str:
        return area_name(self.plan.areas_of(row), which)

    def is_head(self, row: int, which: int) -> bool:
        return self.plan.areas_of(row)[which].what is AreaKind.HEAD

    def is_by_hand(self, row: int) -> bool:
        return bool(self.plan.hand_set[row])

    def remedy_showing_subject(self, row: int) -> Remedy:
        return BACK_TO_SOLVED if self.is_by_hand(row) else PLACE_SUBJECT

    def remedy_showing_whole(self, row: int) -> Remedy:
        if self.is_by_hand(row):
            return BACK_TO_SOLVED
        whole = PLACEMENTS[self.plan.placement[row]] is Placement.WHOLE
        return NO_REMEDY if whole else PLACE_WHOLE
