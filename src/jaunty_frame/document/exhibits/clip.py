"""A clip, or a part of it: from where to where, how fast, and what comes when the slide is longer."""

from collections.abc import Mapping, Sequence
from fractions import Fraction
from math import ceil, floor
from typing import Annotated, ClassVar, Literal, Self

from pydantic import model_validator

from jaunty_frame.document.basis.values import Between as Bounds
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.document.exhibit import NOT_BETWEEN, Between, Length, OwnSound
from jaunty_frame.document.keep_areas import KeepArea, Track
from jaunty_frame.document.one_photo import OnePhoto
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.document.sound import FileSeconds, Gain

SLOWEST, FASTEST = Fraction(1, 8), Fraction(8)
Beside = Annotated[Fraction, Bounds(Fraction(0), Fraction(30))]
_STEPS = 16
"""So finely what lies between two pictures is told apart."""


class ClipExhibit(OnePhoto):
    """A clip of the set. begins, ends : of the file, in seconds, None = to its end."""

    label: ClassVar[str] = "Clip"
    moves_by_itself: ClassVar[bool] = True
    kind: Literal["clip"] = "clip"
    begins: FileSeconds = Fraction(0)
    ends: FileSeconds | None = None
    speed: Annotated[Fraction, Bounds(SLOWEST, FASTEST), Shown("Speed", "", 0.125)] = Fraction(1)
    backwards: Annotated[bool, Shown("Backwards")] = False
    between: Annotated[Literal["blend", "estimate", "none"], Shown("When slow")] = "blend"
    """What is seen between two pictures of it where an output shows more: both, what moves put half way, or the first
    alone."""
    heard: Annotated[bool, Shown("Its sound")] = True
    """Whether its own sound is heard; backwards it never is."""
    heard_at_speed: Annotated[bool, Shown("Also slow or fast")] = False
    """Whether it is heard at another speed than its own too: stretched, at its own pitch."""
    beyond: Annotated[Literal["stay", "repeat"], Shown("At its end")] = "stay"
    """What a slide shows that lasts longer: the last picture, or all of it again."""
    gain_db: Annotated[Gain, Shown("Level", " dB", 1.0)] = 0.0
    heard_before: Annotated[Beside, Shown("Sound early", " s", 0.5)] = Fraction(0)
    heard_after: Annotated[Beside, Shown("Sound late", " s", 0.5)] = Fraction(0)
    """For how long its sound is heard before and after the slide is seen: as far as the file goes."""

    @model_validator(mode="after")
    def _forwards(self) -> Self:
        if self.ends is not None and self.ends <= self.begins:
            raise ValueError("a clip ends after it begins")
        return self

    def part_of(self, moving: Moving) -> tuple[Fraction, Fraction]:
        """Return from where to where the file is shown, in seconds: one picture at least."""
        one = 1 / moving.rate
        begins = min(self.begins, moving.seconds - one)
        ends = moving.seconds if self.ends is None else min(self.ends, moving.seconds)
        return begins, max(ends, begins + one)

    def picture_at(self, photo: Photo, seconds: Fraction) -> int:
        # Backwards it is the later one of two that was seen last.
        return (ceil if self.backwards else floor)(self._place(photo.moving, seconds)) if photo.moving else 0

    def between_at(self, photo: Photo, seconds: Fraction, frame_rate: Fraction) -> Between:
        moving = photo.moving
        slow = self.speed < 1 and moving is not None and moving.rate * self.speed < frame_rate
        if moving is None or not slow or self.between == "none":
            return NOT_BETWEEN
        share = self._place(moving, seconds) - self.picture_at(photo, seconds)
        return Between(Fraction(floor(share * _STEPS), _STEPS), self.between == "estimate")

    def _place(self, moving: Moving, seconds: Fraction) -> Fraction:
        """Return where it stands after so many seconds of the slide, counted in pictures."""
        begins, ends = self.part_of(moving)
        passed, length = max(seconds, Fraction(0)) * self.speed, ends - begins
        if passed >= length and self.beyond == "repeat":
            passed %= length
        first, last = floor(begins * moving.rate), ceil(ends * moving.rate) - 1
        at = last - passed * moving.rate if self.backwards else (begins + passed) * moving.rate
        return min(max(at, Fraction(first)), Fraction(last))

    def tracks_of(self, photo: Photo) -> tuple[Track, ...]:
        """Return what is tracked in the part that is shown; where the user drew areas, those, if any of them goes."""
        if photo.moving is None:
            return ()
        begins, ends = map(float, self.part_of(photo.moving))
        drawn = [area for area in photo.keep_areas if area.origin == "hand"]
        if drawn:
            goes = any(area.instants for area in drawn)
            return tuple(area.track_over(begins, ends) for area in drawn) if goes else ()
        return tuple(track for track in photo.moving.tracks if track.part(begins, ends))

    def keep_areas_of(self, photo: Photo) -> tuple[KeepArea, ...]:
        tracks = self.tracks_of(photo)
        if photo.moving is None or not tracks:
            return photo.keep_areas
        begins, ends = map(float, self.part_of(photo.moving))
        return tuple(track.area(begins, ends) for track in tracks)

    def part_shown(self, photo: Photo) -> tuple[float, float] | None:
        if photo.moving is None:
            return None
        begins, ends = (float(at / photo.moving.seconds) for at in self.part_of(photo.moving))
        return begins, ends

    def length(self, photos: Mapping[str, Photo]) -> Length:
        moving = photos[self.photo].moving
        if moving is None:
            return Length()
        begins, ends = self.part_of(moving)
        return Length(natural=max((ends - begins) / self.speed, Fraction(1, 10)))

    def own_sounds(self, photos: Mapping[str, Photo]) -> Sequence[OwnSound]:
        photo = photos[self.photo]
        moving = photo.moving
        heard = self.heard and not self.backwards and (self.speed == 1 or self.heard_at_speed)
        if moving is None or moving.sound is None or not heard:
            return ()
        begins, ends = (at / self.speed for at in self.part_of(moving))
        before, after = min(self.heard_before, begins), min(self.heard_after, moving.seconds / self.speed - ends)
        return (OwnSound(moving.sound.as_file(photo), begins, ends, self.gain_db, before, after, self.speed),)
