"""The cell on the bench: which slide in which output, and all that is shown of it."""

from jaunty_frame.app.project.session import Session
from jaunty_frame.document.basis.values import WindowValue
from jaunty_frame.document.model import HandSet, HouseRules, Output, Project, Slide
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings, project_settings
from jaunty_frame.document.words import Words
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.stages.ways import Framing
from jaunty_frame.show.planning.words.placed import PlacedWords
from jaunty_frame.show.planning.words.planned import words_of


class ShownCell:
    """Names a cell; all values are read from the session."""

    def __init__(self, session: Session) -> None:
        self.session = session
        self.slide_id = self.output_id = ""
        self.member = 0
        """Which photo of a group is worked on, from 0."""
        self.words_id = ""
        """Which words of the slide are worked on."""

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
