"""What a slide shows; the kinds are in ``exhibits``, what they look like is bound to them in ``show``."""

from collections.abc import Mapping, Sequence
from fractions import Fraction
from typing import ClassVar, NamedTuple, Self

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.arrangements import Member
from jaunty_frame.document.basis.kinds import Kind, Kinds
from jaunty_frame.document.basis.values import WindowValue
from jaunty_frame.document.keep_areas import KeepArea, Track
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.sound import SoundFile


class Length(NamedTuple):
    """How long a slide lasts by itself, in seconds. least : whatever else is said, None = as short as any; natural :
    where nothing else is said, None = as the house rules say."""

    least: Fraction | None = None
    natural: Fraction | None = None


class Between(NamedTuple):
    """What is seen between one picture of a file that moves and the next: ``share`` of the way, in -1..1, below 0 to
    the one before. estimated : whether what moves is put there, rather than both pictures blended."""

    share: Fraction = Fraction(0)
    estimated: bool = False


NOT_BETWEEN = Between()


class OwnSound(NamedTuple):
    """A sound that comes with what is shown: begins, ends : which part of the file is heard, from the slide's first
    moment on; before, after : for how long it is heard beside that, while other slides are seen; speed : so much
    faster it is heard than it is. All are seconds of the show."""

    file: SoundFile
    begins: Fraction
    ends: Fraction
    gain_db: float = 0.0
    before: Fraction = Fraction(0)
    after: Fraction = Fraction(0)
    speed: Fraction = Fraction(1)


class Exhibit(Kind):
    """Base of all exhibits. What it shows of a photo may depend on the time within the slide; of most it does not."""

    moves_by_itself: ClassVar[bool] = False
    """Whether what it shows moves: then its window lies still unless the slide says otherwise."""

    @property
    def photos(self) -> tuple[str, ...]:
        """The ids of the photos that are framed in it, one framing for each; a card has none."""
        return ()

    def close_up_of(self, photo: str) -> WindowValue | None:
        """Return the part of one of its photos that the slide is about; None = all of it."""
        return None

    def with_close_up(self, part: WindowValue | None) -> Self:
        """Return it about a ``part`` of its photo, or about all of it; the same where it has no such photo."""
        return self

    def picture_at(self, photo: Photo, seconds: Fraction) -> int:
        """Return which picture of one of its photos is seen so many seconds after the slide's first moment; 0 where the
        photo is one picture."""
        return photo.moving.picture_at(seconds) if photo.moving is not None else 0

    def between_at(self, photo: Photo, seconds: Fraction, frame_rate: Fraction) -> Between:
        """Return how far on the way from that picture to the next it is seen, in an output of ``frame_rate``."""
        return NOT_BETWEEN

    def keep_areas_of(self, photo: Photo) -> tuple[KeepArea, ...]:
        """Return what must be seen of one of its photos: where areas move, the boxes about where they are while it is
        shown."""
        return photo.keep_areas

    def tracks_of(self, photo: Photo) -> tuple[Track, ...]:
        """Return what is tracked of one of its photos while it is shown."""
        return ()

    def part_shown(self, photo: Photo) -> tuple[float, float] | None:
        """Return which part of the time of one of its photos is shown, from and to in 0..1; None where it has no
        time."""
        return None if photo.moving is None else (0.0, 1.0)

    def length(self, photos: Mapping[str, Photo]) -> Length:
        """Return how long it lasts by itself. photos : of the set, by id."""
        lasts = [moving.seconds for name in self.photos if (moving := photos[name].moving) is not None]
        return Length(natural=max(lasts, default=None))

    def own_sounds(self, photos: Mapping[str, Photo]) -> Sequence[OwnSound]:
        """Return what is heard of what it shows."""
        return ()

    def places(self, members: Sequence[Member], frame_aspect: float) -> tuple[Window, ...] | None:
        """Return the part of the frame that each of its photos has to itself; None = all of it, each."""
        return None

    def lies_over(self, member: int) -> bool:
        """Return whether a photo, by its number from 0, lies over another one."""
        return False

    def renamed(self, photos: Mapping[str, str]) -> Self:
        """Return it with other ids for its photos."""
        return self

    def turned(self, quarter_turns: Mapping[str, int]) -> Self:
        """Return it after photos (by id) were turned clockwise."""
        return self


EXHIBITS = Kinds(Exhibit, "jaunty_frame.document.exhibits")
