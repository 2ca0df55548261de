"""The soundtrack as data: the files of the set that sound, and what is heard of them when.

Four kinds: music runs over the show, one piece after the other; ambience belongs to slides; a voice to one slide or to
the show; clip sound comes with clips. Sounds that belong to slides follow them through the running order.
"""

from collections.abc import Container
from fractions import Fraction
from typing import Annotated, Literal, Self

from pydantic import FailFast, Field, StringConstraints, model_validator

from jaunty_frame.document.basis.values import Between, Identifier, JointSeconds, ShortText, Shown, Value

MOST_SOUNDS = 2000
MOST_BEATS = 20_000
SoundKind = Literal["music", "ambience", "voice", "clip"]
SOUND_KINDS: tuple[SoundKind, ...] = ("music", "ambience", "voice", "clip")

Lufs = Annotated[float, Field(ge=-70.0, le=10.0, allow_inf_nan=False)]
Gain = Annotated[float, Field(ge=-60.0, le=24.0, allow_inf_nan=False)]
Moment = Annotated[float, Field(ge=0.0, le=86_400.0, allow_inf_nan=False)]
"""Seconds in a file."""
FileSeconds = Annotated[Fraction, Between(Fraction(0), Fraction(86_400))]


class SoundFile(Value):
    """One sound file of the set, with what was found in it.

    loudness : integrated, of the whole file; begins : from where a show may begin with it; beats : seconds; bars :
    which of the beats open one; other_tempo : half or twice the tempo, where that may as well be meant, else 0;
    repeat : (late, early), where it may go back; spoken : from and to, where somebody speaks. ``finder`` tells by which
    version that was found; 0 = nobody has listened yet.
    """

    id: Identifier
    path: Annotated[str, StringConstraints(min_length=1, max_length=4096)]
    seconds: Annotated[float, Field(ge=0.0, le=86_400.0, allow_inf_nan=False)]
    channels: Annotated[int, Field(ge=1, le=64)] = 2
    size: Annotated[int, Field(ge=0)] = 0
    modified: Annotated[int, Field(ge=0)] = 0
    content: Annotated[str, StringConstraints(pattern=r"^(blake2b:[0-9a-f]{32})?$")] = ""
    title: ShortText = ""
    author: ShortText = ""
    licence: ShortText = ""
    finder: Annotated[int, Field(ge=0)] = 0
    loudness: Lufs = -70.0
    begins: Moment = 0.0
    tempo: Annotated[float, Field(ge=0.0, le=400.0)] = 0.0
    other_tempo: Annotated[float, Field(ge=0.0, le=400.0)] = 0.0
    beats: Annotated[tuple[Moment, ...], Field(max_length=MOST_BEATS), FailFast()] = ()
    bars: Annotated[tuple[int, ...], Field(max_length=MOST_BEATS), FailFast()] = ()
    repeat: tuple[Moment, Moment] | None = None
    spoken: Annotated[tuple[tuple[Moment, Moment], ...], Field(max_length=MOST_BEATS), FailFast()] = ()

    @property
    def name(self) -> str:
        """What people call it: its title, else its file's name."""
        return self.title or self.path.rsplit("/", 1)[-1]


class SoundInOutput(Value):
    """What a sound has of its own in one output; None = as elsewhere."""

    output: Identifier
    gain_db: Gain | None = None
    left_out: bool = False


class Sound(Value):
    """What is heard of a file.

    begins, ends : of the file, in seconds; None = as found (music begins where it has come up), to its end; gain_db :
    beside the common loudness that all sounds are brought to; fades : seconds, None = as they come about; slides :
    those that it belongs to, none = it runs over the show, from ``at`` seconds on; of a voice ``at`` counts from its
    slide.
    """

    id: Identifier
    kind: SoundKind
    file: Identifier
    begins: FileSeconds | None = None
    ends: FileSeconds | None = None
    gain_db: Annotated[Gain, Shown("Level", " dB", 1.0)] = 0.0
    fade_in: JointSeconds | None = None
    fade_out: JointSeconds | None = None
    slides: tuple[Identifier, ...] = ()
    at: FileSeconds = Fraction(0)
    repeats: bool = True
    """Whether it is repeated where it is too short."""
    clean: bool = False
    """Whether noise and rumble are taken off."""
    in_outputs: tuple[SoundInOutput, ...] = ()

    def in_output(self, output_id: str) -> SoundInOutput | None:
        """Return what it has of its own in an output."""
        return next((own for own in self.in_outputs if own.output == output_id), None)

    def as_in(self, output_id: str) -> "Sound | None":
        """Return it as it is in an output; None where it is left out."""
        own = self.in_output(output_id)
        if own is None:
            return self
        if own.left_out:
            return None
        return self if own.gain_db is None else self.changed(gain_db=own.gain_db)

    def with_outputs(self, kept: Container[str]) -> Self:
        """Return it without what it says of other outputs than those kept."""
        in_outputs = tuple(own for own in self.in_outputs if own.output in kept)
        return self if len(in_outputs) == len(self.in_outputs) else self.changed(in_outputs=in_outputs)


class SoundRules(Value):
    """House rules of the soundtrack. How far music and ambience are lowered under a voice, over which times before and
    after; how long pieces of music cross-fade; from a slide's start to its voice, and from its end to the slide's."""

    ducking_db: Annotated[float, Field(ge=0.0, le=40.0), Shown("Lowered under a voice", " dB", 1.0)] = 12.0
    attack: Annotated[JointSeconds, Shown("Going down", " s")] = Fraction(1, 4)
    release: Annotated[JointSeconds, Shown("Coming back", " s")] = Fraction(3, 5)
    cross_fade: Annotated[JointSeconds, Shown("Between pieces", " s")] = Fraction(2)
    voice_lead: Annotated[JointSeconds, Shown("Before a voice", " s")] = Fraction(3, 10)
    voice_tail: Annotated[JointSeconds, Shown("After a voice", " s")] = Fraction(1, 2)


class Soundtrack(Value):
    """All that is heard. sounds : music in the order in which it is played."""

    files: Annotated[tuple[SoundFile, ...], Field(max_length=MOST_SOUNDS), FailFast()] = ()
    sounds: Annotated[tuple[Sound, ...], Field(max_length=MOST_SOUNDS), FailFast()] = ()
    rules: SoundRules = SoundRules.model_construct()

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        files = {file.id for file in self.files}
        if len(files) < len(self.files) or len({one.id for one in self.sounds}) < len(self.sounds):
            raise ValueError("two of the same sound")
        for one in self.sounds:
            if one.file not in files:
                raise ValueError(f"sound {one.id} plays file {one.file}, which is not in the set")
        return self

    def file_of(self, sound: Sound) -> SoundFile:
        return next(file for file in self.files if file.id == sound.file)

    def sound(self, sound_id: str) -> Sound:
        return next(one for one in self.sounds if one.id == sound_id)

    def with_sounds(self, sounds: tuple[Sound, ...], files: tuple[SoundFile, ...] | None = None) -> Self:
        """Return it with other sounds; a file that nothing plays any more leaves the set."""
        played = {one.file for one in sounds}
        kept = tuple(one for one in (self.files if files is None else files) if one.id in played)
        return self.changed(files=kept, sounds=sounds)

    def without_slides(self, gone: Container[str], instead: str | None = None) -> Self:
        """Return it without slides that go: a sound that belonged to these alone goes too, or to the one
        ``instead``."""
        sounds = []
        for one in self.sounds:
            names = (instead if name in gone else name for name in one.slides)
            left = tuple(dict.fromkeys(name for name in names if name is not None))
            if left or not one.slides:
                sounds.append(one if left == one.slides else one.changed(slides=left))
        return self if tuple(sounds) == self.sounds else self.with_sounds(tuple(sounds))

    def voice_seconds(self) -> dict[str, Fraction]:
        """Return how long slides with a voice last at least, by slide id."""
        least: dict[str, Fraction] = {}
        files = {file.id: file for file in self.files}
        for one in self.sounds:
            if one.kind == "voice" and one.slides:
                begins, ends = bounds_of(one, files[one.file])
                need = self.rules.voice_lead + one.at + (ends - begins) + self.rules.voice_tail
                least[one.slides[0]] = max(need, least.get(one.slides[0], Fraction(0)))
        return least


SILENCE = Soundtrack.model_construct()


def bounds_of(sound: Sound, file: SoundFile) -> tuple[Fraction, Fraction]:
    """Return from where to where of its file a sound is heard, in seconds."""
    whole = Fraction(round(file.seconds * 1000), 1000)
    found = Fraction(round(file.begins * 1000), 1000) if sound.kind == "music" else Fraction(0)
    begins = sound.begins if sound.begins is not None else found
    ends = min(sound.ends, whole) if sound.ends is not None else whole
    return (begins, ends) if begins < ends else (Fraction(0), whole)
