"""Edits of the soundtrack."""

from collections.abc import Iterable
from fractions import Fraction
from typing import Any, Literal

from jaunty_frame.core.time.beats import Pulse, doubled, halved
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project
from jaunty_frame.document.sound import MOST_BEATS, Sound, SoundFile, SoundInOutput, SoundKind, SoundRules, bounds_of
from jaunty_frame.errors import UsageError

_SLOWEST, _FASTEST = 20, 400
_LEAST_DB, _MOST_DB = -60.0, 24.0
_LABELS = {"music": "music", "ambience": "ambience", "voice": "voice", "clip": "clip sound"}


def add_sound(file: SoundFile, kind: SoundKind, slide_ids: Iterable[str] = (), **fields: Any) -> Edit:
    """Put a sound on the soundtrack; its file comes into the set, unless the same is there already."""

    def apply(project: Project) -> Project:
        track = project.sound
        known = next((one for one in track.files if file.content and one.content == file.content), None)
        files = track.files
        if known is None:
            own = _free_id(file.id, {one.id for one in files})
            files = (*files, file.changed(id=own))
        sound_id = _free_id(f"{kind}-1", {one.id for one in track.sounds})
        sound = Sound(id=sound_id, kind=kind, file=known.id if known else own, slides=tuple(slide_ids), **fields)
        return _with_sounds(project, (*track.sounds, sound), files)

    return Edit(f"Add {_LABELS[kind]}", apply)


def set_sound(sound_id: str, **fields: Any) -> Edit:
    """Set fields of a sound, for all outputs."""
    return _edit(sound_id, lambda sound: sound.changed(**fields))


def set_sound_in_output(sound_id: str, output_id: str, **fields: Any) -> Edit:
    """Set what a sound has of its own in one output."""

    def changed(sound: Sound) -> Sound:
        own = (sound.in_output(output_id) or SoundInOutput(output=output_id)).changed(**fields)
        others = tuple(one for one in sound.in_outputs if one.output != output_id)
        return sound.changed(in_outputs=others if own == SoundInOutput(output=output_id) else (*others, own))

    return _edit(sound_id, changed)


def with_sound_file(project: Project, file_id: str, file: SoundFile) -> Project:
    """Return the project with other facts about one of its sound files; unchanged where it has left the set."""
    files = tuple(file if one.id == file_id else one for one in project.sound.files)
    return _with_sounds(project, project.sound.sounds, files)


def set_tempo(sound_id: str, times: Literal["half", "double"]) -> Edit:
    """Take every other beat of a sound's file, or those between them too: of two tempi people may mean either.

    UsageError where there are no beats, or the tempo would leave 20 to 400 a minute.
    """

    def apply(project: Project) -> Project:
        file = project.sound.file_of(project.sound.sound(sound_id))
        tempo = file.tempo * (2 if times == "double" else 1 / 2)
        if not file.beats:
            raise UsageError(f"No beats were found in {file.name}.")
        if not _SLOWEST <= tempo <= _FASTEST or (times == "double" and 2 * len(file.beats) > MOST_BEATS):
            raise UsageError(f"The tempo would be {tempo:.0f} a minute; it must lie between {_SLOWEST} and {_FASTEST}.")
        beats, bars = (doubled if times == "double" else halved)(Pulse(file.beats, file.bars))
        changed = file.changed(tempo=round(tempo, 2), other_tempo=file.tempo, beats=beats, bars=bars)
        return with_sound_file(project, file.id, changed)

    return Edit("Half the tempo" if times == "half" else "Twice the tempo", apply)


def remove_sound(sound_id: str) -> Edit:
    """Take a sound off; a file that nothing plays any more leaves the set."""

    def apply(project: Project) -> Project:
        return _with_sounds(project, tuple(one for one in project.sound.sounds if one.id != sound_id))

    return Edit("Remove sound", apply)


def split_sound(sound_id: str, at: Fraction) -> Edit:
    """Make two of a sound, ``at`` seconds of its file; UsageError where that is not inside it."""

    def apply(project: Project) -> Project:
        found: list[Sound] = []
        for one in project.sound.sounds:
            if one.id != sound_id:
                found.append(one)
                continue
            begins, ends = bounds_of(one, project.sound.file_of(one))
            if not begins < at < ends:
                raise UsageError(f"A cut at {float(at):g} s does not lie within what is heard.")
            second_id = _free_id(one.id, {other.id for other in project.sound.sounds})
            found.append(one.changed(begins=begins, ends=at, fade_out=None))
            later = one.at + (at - begins) if one.kind == "voice" else one.at
            found.append(one.changed(id=second_id, begins=at, ends=ends, at=later, fade_in=None))
        return _with_sounds(project, tuple(found))

    return Edit("Split sound", apply)


def remove_middle(sound_id: str, start: Fraction, end: Fraction) -> Edit:
    """Take a part out of a sound, from ``start`` to ``end`` seconds of its file; what comes after moves up."""

    def apply(project: Project) -> Project:
        one = project.sound.sound(sound_id)
        begins, ends = bounds_of(one, project.sound.file_of(one))
        if not begins < start < end < ends:
            raise UsageError("Give a part that lies within what is heard; to shorten it at an end, move that end.")
        apart = split_sound(sound_id, start).apply(split_sound(sound_id, end).apply(project))
        kept = list(apart.sound.sounds)
        k = next(k for k, other in enumerate(kept) if other.id == sound_id)
        last = kept[k + 2]
        kept[k + 1 : k + 3] = [last.changed(at=last.at - (end - start)) if last.kind == "voice" else last]
        return _with_sounds(apart, tuple(kept))

    return Edit("Remove the middle", apply)


def move_music(sound_id: str, to: int) -> Edit:
    """Play a piece of music as number ``to`` of the music, from 0."""

    def apply(project: Project) -> Project:
        music = [one for one in project.sound.sounds if one.kind == "music" and one.id != sound_id]
        others = tuple(one for one in project.sound.sounds if one.kind != "music")
        music.insert(min(max(to, 0), len(music)), project.sound.sound(sound_id))
        return _with_sounds(project, (*music, *others))

    return Edit("Order of the music", apply)


def set_kind_level(kind: str, gain_db: float) -> Edit:
    """Give all sounds of a kind so much gain together: what differs between them stays."""

    def apply(project: Project) -> Project:
        levels = [one.gain_db for one in project.sound.sounds if one.kind == kind]
        if not levels:
            return project
        more = gain_db - sum(levels) / len(levels)
        return _with_sounds(
            project,
            tuple(
                one.changed(gain_db=min(max(one.gain_db + more, _LEAST_DB), _MOST_DB)) if one.kind == kind else one
                for one in project.sound.sounds
            ),
        )

    return Edit("Level", apply)


def set_sound_rules(rules: SoundRules) -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(sound=project.sound.changed(rules=rules))

    return Edit("Sound rules", apply)


def set_loudness(output_id: str, lufs: float | None) -> Edit:
    """Set to which loudness an output's sound is brought; None = what is usual for its shape."""

    def apply(project: Project) -> Project:
        outputs = tuple(one.changed(loudness=lufs) if one.id == output_id else one for one in project.outputs)
        return project.changed(outputs=outputs)

    return Edit("Loudness", apply)


def _edit(sound_id: str, changed: Any) -> Edit:
    def apply(project: Project) -> Project:
        sounds = tuple(changed(one) if one.id == sound_id else one for one in project.sound.sounds)
        return project if sounds == project.sound.sounds else _with_sounds(project, sounds)

    return Edit("Sound", apply)


def _with_sounds(project: Project, sounds: tuple[Sound, ...], files: tuple[SoundFile, ...] | None = None) -> Project:
    return project.changed(sound=project.sound.with_sounds(sounds, files))


def _free_id(wanted: str, taken: set[str]) -> str:
    if wanted not in taken:
        return wanted
    stem, _, number = wanted.rpartition("-")
    stem, count = (stem, int(number)) if stem and number.isdigit() else (wanted, 1)
    while f"{stem}-{count}" in taken:
        count += 1
    return f"{stem}-{count}"
