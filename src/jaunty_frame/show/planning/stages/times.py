"""When each slide is seen in an output: the first stage, from which all others go on."""

from dataclasses import dataclass
from fractions import Fraction

from jaunty_frame.core.time.schedule import Schedule, Timing
from jaunty_frame.document.exhibit import NOT_BETWEEN, Between
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Output, Slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings
from jaunty_frame.show.planning.slide_table import SlideTable
from jaunty_frame.show.planning.stages.stage import Stage


@dataclass(frozen=True, eq=False, kw_only=True)
class Times(Stage):
    """An output, its slides, and when they are seen. Rows are those of the table: one for each photo of a slide."""

    output: Output
    table: SlideTable
    shown: tuple[int, ...]
    """Positions of the slides that the output shows; the others have no frames."""
    timing: Timing
    schedule: Schedule

    @property
    def slides(self) -> tuple[Slide, ...]:
        return self.table.slides

    @property
    def seconds(self) -> Fraction:
        return Fraction(self.schedule.total) / self.output.frame_rate

    def rows_of(self, k: int) -> range:
        """Return the rows of slide ``k``: one for each photo that it frames."""
        return self.table.rows_of(k)

    def picture_row(self, k: int) -> int | None:
        """Return the row of the photo that the fill of slide ``k`` is made of: its own, of a card that of the next
        slide that has one, else of one before."""
        if self.rows_of(k):
            return self.rows_of(k)[0]
        around = sorted(range(len(self.slides)), key=lambda other: (other < k, abs(other - k)))
        return next((self.rows_of(other)[0] for other in around if self.rows_of(other)), None)

    def settings_of_row(self, row: int) -> Settings:
        """Return what holds for the slide of a row."""
        return self.table.settings[self.table.slide_of[row]]

    def photo(self, row: int) -> Photo:
        return self.table.photos[row]

    def areas_of(self, row: int) -> tuple[KeepArea, ...]:
        """Return the keep areas of a row, as its slide has them: of a clip those of the part that is shown."""
        photo = self.table.photos[row]
        return photo.keep_areas if photo.moving is None else self.table.slide(row).exhibit.keep_areas_of(photo)

    def picture_at(self, row: int, progress: float | None) -> int:
        """Return which picture of a row's photo is seen at ``progress`` in 0..1 of its slide; None : in its middle."""
        photo = self.table.photos[row]
        if photo.moving is None:
            return 0
        return self.table.slide(row).exhibit.picture_at(photo, self._seconds_at(row, progress))

    def picture_of(self, row: int, progress: float | None) -> tuple[int, Between]:
        """Return the same, and what is seen of the next one."""
        photo, rate = self.table.photos[row], self.output.frame_rate
        if photo.moving is None:
            return 0, NOT_BETWEEN
        exhibit, seconds = self.table.slide(row).exhibit, self._seconds_at(row, progress)
        return exhibit.picture_at(photo, seconds), exhibit.between_at(photo, seconds, rate)

    def _seconds_at(self, row: int, progress: float | None) -> Fraction:
        # Progress is that of a frame; cells ask for any between.
        frames = int(self.schedule.frames[self.table.slide_of[row]])
        local = round((0.5 if progress is None else progress) * max(frames - 1, 0))
        return Fraction(local) / self.output.frame_rate
