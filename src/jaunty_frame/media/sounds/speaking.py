"""A speaking voice: a text becomes a sound file. Where espeak-ng is installed it speaks, else the stand-in does.

The engine is a program of its own; the text reaches it through its input, never through a shell.
"""

import shutil
import subprocess
import tempfile
from functools import cache
from hashlib import blake2b
from pathlib import Path
from textwrap import shorten as shortened
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.sound.levels import Samples
from jaunty_frame.errors import SoundError
from jaunty_frame.media.atomic import temporary_beside
from jaunty_frame.media.sounds.flac import write_flac
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.standins.voice import spoken

ENGINE = "espeak-ng"
USUAL_LANGUAGE, USUAL_PACE = "en-gb", 165
SLOWEST, FASTEST = 80, 400
MOST_SIGNS = 5000
_PATIENCE_S = 60
_TITLE_SIGNS = 40


class Voice(NamedTuple):
    """language : as the engine calls it; name : for people."""

    language: str
    name: str


STAND_IN = Voice("stand-in", "Stand-in voice (no engine is installed)")


def has_engine() -> bool:
    return shutil.which(ENGINE) is not None


def voices() -> tuple[Voice, ...]:
    """Return the voices that can speak, by name; the stand-in alone where there is no engine, or it does not answer."""
    try:
        return _engine_voices() if has_engine() else (STAND_IN,)
    except (OSError, subprocess.SubprocessError):
        return (STAND_IN,)


@cache
def _engine_voices() -> tuple[Voice, ...]:
    """Return the engine's voices; OSError or SubprocessError where it does not answer: next time it may."""
    told = subprocess.run([ENGINE, "--voices"], capture_output=True, text=True, timeout=_PATIENCE_S, check=True)
    found = []
    for line in told.stdout.splitlines()[1:]:
        parts = line.split()
        if len(parts) >= 4:
            found.append(Voice(parts[1], parts[3].replace("_", " ").replace("-", " ").title()))
    return tuple(sorted(found, key=lambda voice: voice.name)) or (STAND_IN,)


def speak(text: str, folder: Path, language: str = USUAL_LANGUAGE, pace: int = USUAL_PACE) -> Path:
    """Return the file in which ``text`` is spoken, made in ``folder``. pace : words a minute. SoundError."""
    said = " ".join(text.split())
    if not said:
        raise SoundError("There is nothing to say; type a sentence.")
    if len(said) > MOST_SIGNS:
        raise SoundError(f"The text has {len(said)} signs; up to {MOST_SIGNS} can be spoken at once. Split it.")
    if not SLOWEST <= pace <= FASTEST:
        raise SoundError(f"The voice can speak {SLOWEST} to {FASTEST} words a minute.")
    offered = voices()
    if has_engine() and offered == (STAND_IN,):
        raise SoundError("The speaking voice does not answer: no memory or no file is left for it. Close something.")
    known = {part for voice in offered for part in (voice.language, voice.language.split("-")[0])}
    if has_engine() and language not in known and language.split("-", maxsplit=1)[0] not in known:
        raise SoundError(f"There is no voice for “{language[:20]}”; there are for example en-gb, de, sv, fr-fr.")
    name = blake2b(f"{language}|{pace}|{said}".encode(), digest_size=6).hexdigest()
    made = folder / f"voice-{name}.flac"
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with temporary_beside(made) as temporary:
            samples = _said(said, language, pace) if has_engine() else spoken(said, pace)
            write_flac(samples, temporary, {"title": shortened(said, _TITLE_SIGNS, placeholder="…")})
    except OSError as error:
        raise SoundError(f"The voice cannot be kept in {folder}: {error.strerror}.") from error
    return made


def _said(text: str, language: str, pace: int) -> Samples:
    with tempfile.TemporaryDirectory() as folder:
        raw = Path(folder) / "raw.wav"
        command = [ENGINE, "-v", language, "-s", str(pace), "-w", str(raw), "--stdin"]
        try:
            subprocess.run(command, input=text, text=True, capture_output=True, timeout=_PATIENCE_S, check=True)
        except (OSError, subprocess.SubprocessError) as error:
            raise SoundError(f"The speaking voice did not answer ({type(error).__name__}); try another.") from error
        reader = SoundReader(raw)
        try:
            return np.concatenate([*reader.blocks(), np.zeros((1, 2), np.float32)])
        finally:
            reader.close()
