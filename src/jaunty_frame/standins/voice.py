"""A stand-in for a speaking voice: a tone with formants for every letter, as long as speech of that text would be.

It says nothing that can be understood; it shows how long a sentence takes and how it sits in the mix. Formants of five
vowels: G. E. Peterson and H. L. Barney, "Control methods used in a study of the vowels", JASA 24 (1952), from memory.
"""

import unicodedata

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples

_VOWELS = {"a": (730, 1090), "e": (530, 1840), "i": (270, 2290), "o": (570, 840), "u": (300, 870), "y": (270, 1900)}
_VOWEL_S, _CONSONANT_S, _SPACE_S, _STOP_S = 0.11, 0.06, 0.05, 0.32
_PITCH_HZ = 125.0
_USUAL_WORDS_A_MINUTE = 165.0
_MOST_LETTERS = 20_000


def spoken(text: str, words_a_minute: float = _USUAL_WORDS_A_MINUTE) -> Samples:
    """Return a text as the stand-in says it, (N, 2)."""
    pace = _USUAL_WORDS_A_MINUTE / max(words_a_minute, 20.0)
    parts = [np.zeros(RATE // 20)]
    letters = unicodedata.normalize("NFD", text.lower())[:_MOST_LETTERS]
    for k, letter in enumerate(letters):
        if letter in ".!?:;,":
            parts.append(np.zeros(round(_STOP_S * pace * (0.5 if letter == "," else 1.0) * RATE)))
        elif letter.isspace():
            parts.append(np.zeros(round(_SPACE_S * pace * RATE)))
        elif letter.isalnum():
            length = _VOWEL_S if letter in _VOWELS else _CONSONANT_S
            # The pitch falls over the sentence.
            pitch = _PITCH_HZ * (1.12 - 0.25 * k / max(len(letters), 1))
            parts.append(_tone(_VOWELS.get(letter, (400, 1500)), pitch, round(length * pace * RATE), letter))
    parts.append(np.zeros(RATE // 20))
    mono = np.concatenate(parts).astype(np.float32)
    return np.repeat(mono[:, None], 2, axis=1)


def _tone(formants: tuple[int, int], pitch: float, count: int, letter: str) -> np.ndarray:
    at = np.arange(count) / RATE
    tone = np.zeros(count)
    for harmonic in range(1, int(4000 / pitch)):
        hertz = harmonic * pitch
        gain = sum(1.0 / (1.0 + ((hertz - formant) / 110.0) ** 2) for formant in formants)
        tone += gain / harmonic**0.5 * np.sin(2 * np.pi * hertz * at)
    loud = 0.16 if letter in _VOWELS else 0.05
    return loud * tone * np.hanning(count) ** 0.5
