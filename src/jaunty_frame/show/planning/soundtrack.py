"""What is heard of the soundtrack in one output, sample-exact: where each part of each file lies in the show.

Frame n begins at sample floor(n * 48000 / rate + 1/2), so sound and picture never drift apart.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from math import floor, log10
from typing import NamedTuple

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.mixing import SOFTEST_EDGE, Ducking, Placed
from jaunty_frame.core.sound.speech import merged_ranges
from jaunty_frame.document.sound import Sound, SoundFile, bounds_of
from jaunty_frame.show.planning.stages.times import Times
from jaunty_frame.show.planning.words.placed import Worded

# To what loudness sounds are brought before they are mixed, by kind: ambience is quiet (common practice).
_COMMON_LUFS = {"music": -20.0, "ambience": -30.0, "voice": -20.0, "clip": -24.0}
_MOST_GAIN_DB = 24.0
_LONGEST_END = 3 * RATE
_REPEAT_FADE = RATE * 3 // 10
_LEAST_FADE = RATE // 10
_LONGEST_LAP = RATE
_PUMPING = RATE * 12 // 10
"""Voices that are nearer to each other than this are lowered under as one."""
_MOST_PARTS = 5000


class Heard(NamedTuple):
    """One sound, or a part of it, as it lies in the show; ``placed.source`` counts ``SoundPlan.files``. is_own :
    whether it comes with what a slide shows, and is none of the soundtrack's."""

    sound: Sound
    placed: Placed
    is_own: bool = False


class Played(NamedTuple):
    """A file as it is played: cleaned of noise, or at another speed. Places in it are counted as it is played."""

    file: SoundFile
    clean: bool = False
    speed: Fraction = Fraction(1)


class SoundPlan(NamedTuple):
    """files : each once; samples : of the whole show; loudness : wanted, in LUFS."""

    files: tuple[Played, ...]
    heard: tuple[Heard, ...]
    ducking: Ducking
    samples: int
    target_lufs: float

    @property
    def placed(self) -> tuple[Placed, ...]:
        return tuple(one.placed for one in self.heard)


@dataclass(frozen=True, eq=False, kw_only=True)
class Sounding(Worded):
    """What is heard."""

    sounds: dict[None, SoundPlan] = field(init=False, default_factory=dict, repr=False)


def sample_at(plan: Times, n: int) -> int:
    """Return the sample at which frame ``n`` begins."""
    return floor(n * RATE / plan.output.frame_rate + Fraction(1, 2))


def sound_plan(plan: Sounding) -> SoundPlan:
    """Return what is heard in an output."""
    return plan.once(plan.sounds, None, lambda _: _SoundPlanner(plan, sample_at(plan, plan.schedule.total)).made())


def estimated_lufs(heard: SoundPlan) -> float:
    """Return about how loud the mix is before it is brought to its loudness, from what is known of its files."""
    power = 0.0
    for one in heard.placed:
        file = heard.files[one.source].file
        lufs = (file.loudness if file.finder else -20.0) + one.gain_db
        power += 10 ** (lufs / 10) * one.samples
    covered = _covered(heard)
    return 10 * log10(power / covered) if covered and power else heard.target_lufs


def _covered(heard: SoundPlan) -> int:
    """Return in how many samples of the show anything is heard."""
    return sum(end - first for first, end in merged_ranges([(one.first, one.end) for one in heard.placed], 1))


def music_beats(plan: Sounding, bars: bool = False) -> list[float]:
    """Return when the beats of the music come in the show, in seconds; ``bars`` : those alone that open one."""
    return _beats_in(sound_plan(plan), bars)


def coming_beats(plan: Sounding, bars: bool = False) -> list[float]:
    """Return the same, and those that would come if the show went on: a show cut on its music may grow longer."""
    total = sample_at(plan, plan.schedule.total)
    longer = max(2 * total, round(music_seconds(plan) * RATE))
    return _beats_in(_SoundPlanner(plan, longer).made(), bars)


def _beats_in(heard: SoundPlan, bars: bool) -> list[float]:
    found = []
    for one in (one for one in heard.heard if one.sound.kind == "music"):
        file = heard.files[one.placed.source].file
        times = [file.beats[k] for k in file.bars if k < len(file.beats)] if bars else file.beats
        # Where two parts cross-fade, the one that comes in says when.
        first, end = one.placed.first + one.placed.fade_in // 2, one.placed.end - one.placed.fade_out // 2
        for beat in times:
            at = beat * RATE - one.placed.start + one.placed.first
            if first <= at < end:
                found.append(at / RATE)
    return sorted(found)


def music_seconds(plan: Sounding) -> Fraction:
    """Return how long the music of an output lasts if it is played through once; 0 where there is none."""
    track, rules = plan.soundtrack, plan.soundtrack.rules
    pieces = [
        one for sound in track.sounds if sound.kind == "music" and (one := sound.as_in(plan.output.id)) is not None
    ]
    lengths = [ends - begins for begins, ends in (bounds_of(one, track.file_of(one)) for one in pieces)]
    return sum(lengths, Fraction(0)) - rules.cross_fade * max(len(lengths) - 1, 0)


class _SoundPlanner:
    def __init__(self, plan: Sounding, total: int) -> None:
        self._plan, self._track = plan, plan.soundtrack
        self._files: dict[tuple[str, bool, Fraction], int] = {}
        self._by_id = {file.id: file for file in self._track.files}
        self._heard: list[Heard] = []
        self._total = total
        slides = plan.slides
        self._position = {slides[k].id: position for position, k in enumerate(plan.shown)}
        """Of the slides that are shown, in their order."""

    def made(self) -> SoundPlan:
        here = [one for sound in self._track.sounds if (one := sound.as_in(self._plan.output.id)) is not None]
        if self._plan.shown and self._total:
            self._lay_music([one for one in here if one.kind == "music"])
            self._lay_ambience([one for one in here if one.kind == "ambience"])
            for one in here:
                if one.kind in ("voice", "clip"):
                    self._lay_voice(one)
            for k in self._plan.shown if self._plan.table.lengths else ():
                self._lay_own(k)
        files = tuple(Played(self._by_id[name], clean, speed) for name, clean, speed in self._files)
        return SoundPlan(files, tuple(self._heard), self._ducking(), self._total, self._plan.output.target_lufs)

    # -- each kind

    def _lay_music(self, pieces: Sequence[Sound]) -> None:
        """Play the pieces one after the other, the last one again and again, and fade out over the last slide."""
        at, cross = 0, round(self._track.rules.cross_fade * RATE)
        before: Heard | None = None
        for number, piece in enumerate(pieces):
            file = self._by_id[piece.file]
            begins, ends = (round(one * RATE) for one in bounds_of(piece, file))
            lap = min(cross, (ends - begins) // 2) if before is not None else 0
            if before is not None:
                lap = min(lap, before.placed.samples // 2)
            at -= lap
            first = round(piece.at * RATE) if before is None else at
            if first >= self._total or (before is not None and before.placed.end >= self._total):
                break
            if before is not None:
                self._heard[-1] = self._with_fade_out(before, lap)
            is_last = number == len(pieces) - 1
            before = self._lay_piece(piece, file, first, begins, ends, lap, is_last and piece.repeats)
            at = before.placed.end
        if before is not None:
            self._end_music(before)

    def _lay_piece(
        self, piece: Sound, file: SoundFile, first: int, begins: int, ends: int, lap: int, repeats: bool
    ) -> Heard:
        """Lay one piece, and as often as the show wants it again from where it can go back. Return the last part."""
        fade_in = max(lap, self._fade(piece.fade_in, 0))
        late, early = self._going_back(file, begins, ends)
        start = begins
        while True:
            goes_on = repeats and first + (ends - start) < self._total and len(self._heard) < _MOST_PARTS
            end = late if goes_on else ends
            length = min(end - start + (_REPEAT_FADE // 2 if goes_on else 0), ends - start, self._total - first)
            fade_out = _REPEAT_FADE if goes_on else self._fade(piece.fade_out, SOFTEST_EDGE)
            found = self._put(piece, file, start, first, length, fade_in, fade_out, True)
            if not goes_on or found.placed.end >= self._total:
                return found
            # Both fades have their middle where the piece goes back, so that the beat is kept.
            first += late - start - _REPEAT_FADE // 2
            start = max(early - _REPEAT_FADE // 2, 0)
            first += max(_REPEAT_FADE // 2 - early, 0)
            fade_in = _REPEAT_FADE

    def _going_back(self, file: SoundFile, begins: int, ends: int) -> tuple[int, int]:
        """Return where a piece may go back, and whereto: as found, else from its end to its beginning."""
        if file.repeat is not None:
            late, early = (round(one * RATE) for one in file.repeat)
            if begins <= early and late + _REPEAT_FADE <= ends and late - early > RATE:
                return late, early
        half = _REPEAT_FADE // 2
        return max(ends - half, begins + (ends - begins) // 2), begins + min(half, (ends - begins) // 4)

    def _end_music(self, last: Heard) -> None:
        """Let what is heard at the show's end fade over the last slide, from about its middle, 3 s at most."""
        schedule, k = self._plan.schedule, self._plan.shown[-1]
        own = last.sound.fade_out
        half = sample_at(self._plan, schedule.first[k] + schedule.frames[k]) - sample_at(
            self._plan, schedule.first[k] + schedule.frames[k] // 2
        )
        if last.placed.end >= self._total:
            length = round(own * RATE) if own is not None else min(half, _LONGEST_END)
            self._heard[-1] = self._with_fade_out(last, length)

    def _lay_ambience(self, sounds: Sequence[Sound]) -> None:
        """Lay each ambience over its slides; neighbours with one sound are one, others cross-fade over the joint."""
        for one in sounds:
            for run in self._runs(one):
                self._lay_run(one, run, self._joint_before(run[0]), self._joint_after(run[-1]))

    def _lay_run(self, one: Sound, run: Sequence[int], before: int, after: int) -> None:
        schedule, file = self._plan.schedule, self._by_id[one.file]
        first = sample_at(self._plan, schedule.first[run[0]])
        end = sample_at(self._plan, schedule.first[run[-1]] + schedule.frames[run[-1]])
        begins, ends = (round(each * RATE) for each in bounds_of(one, file))
        lap = min(_LONGEST_LAP, (ends - begins) // 4)
        fade_in, at = self._fade(one.fade_in, before), first + round(one.at * RATE)
        while at < end and len(self._heard) < _MOST_PARTS:
            length = min(ends - begins, end - at)
            is_last = at + length >= end or not one.repeats
            fade_out = self._fade(one.fade_out, after) if is_last else lap
            self._put(one, file, begins, at, length, fade_in, fade_out, True)
            if is_last:
                return
            at, fade_in = at + length - lap, lap

    def _lay_voice(self, one: Sound) -> None:
        file = self._by_id[one.file]
        first = round(one.at * RATE)
        if one.slides:
            if one.slides[0] not in self._position:
                return
            k = self._plan.shown[self._position[one.slides[0]]]
            lead = self._track.rules.voice_lead if one.kind == "voice" else Fraction(0)
            first += sample_at(self._plan, self._plan.schedule.first[k]) + round(lead * RATE)
        begins, ends = (round(each * RATE) for each in bounds_of(one, file))
        length = min(ends - begins, self._total - first)
        if length > 0:
            fades = self._fade(one.fade_in, SOFTEST_EDGE), self._fade(one.fade_out, SOFTEST_EDGE)
            self._put(one, file, begins, first, length, *fades, ducks=False)

    def _lay_own(self, k: int) -> None:
        """Lay what is heard of what a slide shows itself: as long as it is seen, and longer where that is wanted."""
        slide, schedule = self._plan.slides[k], self._plan.schedule
        first = sample_at(self._plan, schedule.first[k])
        seen = sample_at(self._plan, schedule.first[k] + schedule.frames[k]) - first
        for number, own in enumerate(slide.exhibit.own_sounds(self._plan.table.by_id)):
            file = own.file
            self._by_id.setdefault(file.id, file)
            sound = Sound(
                id=f"of-{slide.id}-{number}", kind="clip", file=file.id, slides=(slide.id,), gain_db=own.gain_db
            )
            early, late = min(round(own.before * RATE), first), round(own.after * RATE)
            within = min(round((own.ends - own.begins) * RATE), seen)
            length = min(early + within + late, self._total - first + early)
            if length > 0:
                # As its picture comes and goes; what ends before that is over by itself.
                goes = self._joint_samples(k, 0) if within == seen or late else 0
                edges = max(self._joint_samples(k, -1), SOFTEST_EDGE), max(goes, SOFTEST_EDGE)
                start = round(own.begins * RATE) - early
                placed = self._put(sound, file, start, first - early, length, *edges, ducks=True, speed=own.speed)
                self._heard[-1] = placed._replace(is_own=True)

    def _joint_samples(self, k: int, before: int) -> int:
        """Return how long the joint after slide ``k`` lasts, or that ``before`` (-1) it."""
        at = self._position[self._plan.slides[k].id] + before
        if not 0 <= at < len(self._plan.shown) - 1:
            return 0
        frames = self._plan.schedule.transition_frames(self._plan.shown[at])
        return round(frames * RATE / self._plan.output.frame_rate)

    # -- what they share

    def _put(
        self,
        sound: Sound,
        file: SoundFile,
        start: int,
        first: int,
        samples: int,
        fade_in: int,
        fade_out: int,
        ducks: bool,
        speed: Fraction = Fraction(1),
    ) -> Heard:
        source = self._files.setdefault((file.id, sound.clean, speed), len(self._files))
        levelled = _COMMON_LUFS[sound.kind] - file.loudness if file.finder and file.loudness > -69 else 0.0
        gain = min(levelled, _MOST_GAIN_DB) + sound.gain_db
        fade_in, fade_out = (max(min(fade, samples), 0) for fade in (fade_in, fade_out))
        placed = Placed(source, start, first, samples, gain, fade_in, fade_out, ducks)
        self._heard.append(Heard(sound, placed))
        return self._heard[-1]

    def _with_fade_out(self, heard: Heard, length: int) -> Heard:
        return heard._replace(placed=heard.placed._replace(fade_out=min(max(length, 0), heard.placed.samples)))

    @staticmethod
    def _fade(own: Fraction | None, by_itself: int) -> int:
        return round(own * RATE) if own is not None else by_itself

    def _runs(self, one: Sound) -> list[tuple[int, ...]]:
        """Return the slides over which a sound lies; without slides of its own, all."""
        shown = self._plan.shown
        if not one.slides:
            return [tuple(shown)]
        runs = list[list[int]]()
        for position in sorted(self._position[name] for name in one.slides if name in self._position):
            if runs and runs[-1][-1] == position - 1:
                runs[-1].append(position)
            else:
                runs.append([position])
        return [tuple(shown[position] for position in run) for run in runs]

    def _joint_before(self, k: int) -> int:
        position = self._position[self._plan.slides[k].id]
        if position == 0:
            return _LEAST_FADE
        return max(self._joint(self._plan.shown[position - 1], k), _LEAST_FADE)

    def _joint_after(self, k: int) -> int:
        position = self._position[self._plan.slides[k].id]
        if position == len(self._plan.shown) - 1:
            return min(_LONGEST_END, self._frames(k) // 2)
        return max(self._joint(k, self._plan.shown[position + 1]), _LEAST_FADE)

    def _joint(self, k: int, following: int) -> int:
        schedule = self._plan.schedule
        end = sample_at(self._plan, schedule.first[k] + schedule.frames[k])
        return max(end - sample_at(self._plan, schedule.first[following]), 0)

    def _frames(self, k: int) -> int:
        return sample_at(self._plan, self._plan.schedule.frames[k])

    def _ducking(self) -> Ducking:
        rules = self._track.rules
        ranges = [spoken for one in self._heard if one.sound.kind == "voice" for spoken in self._spoken(one)]
        slopes = round(rules.attack * RATE), round(rules.release * RATE)
        gap = max(_PUMPING, sum(slopes))
        return Ducking(tuple(merged_ranges(ranges, gap)), rules.ducking_db, *slopes)

    def _spoken(self, one: Heard) -> list[tuple[int, int]]:
        placed = one.placed
        file = self._by_id[one.sound.file]
        spoken = file.spoken or ((0.0, file.seconds),)
        found = []
        for start, end in spoken:
            low = max(round(start * RATE) - placed.start, 0) + placed.first
            high = min(round(end * RATE) - placed.start, placed.samples) + placed.first
            if low < high:
                found.append((low, high))
        return found
