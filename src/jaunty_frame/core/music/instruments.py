"""Instruments: each returns one note, (N,) float32, at a pitch in hertz. The same note is made once.

Struck and plucked strings are partials that die away the sooner the higher they are, a little sharp as stiff strings
are (H. Fletcher, "Normal vibration frequencies of a stiff piano string", JASA 36, 1964); bells are frequency modulation
(J. Chowning, J. Audio Eng. Soc. 21, 1973); drums are swept sines and shaped noise."""

from collections.abc import Callable
from functools import cache

import numpy as np
from numpy.typing import NDArray
from scipy.signal import butter, fftconvolve, sosfilt

from jaunty_frame.core.sound.levels import RATE, Samples

Note = NDArray[np.float32]
Instrument = Callable[[float, float], Note]
"""Of a pitch in hertz and a length in seconds."""
_HIGHEST_HZ = 12_000.0


def _times(seconds: float) -> NDArray[np.float64]:
    return np.arange(round(seconds * RATE)) / RATE


def _closed(note: NDArray[np.float64], seconds: float, attack: float = 0.003, release: float = 0.08) -> Note:
    """Return a note that begins without a click and is let go after ``seconds``."""
    at = np.arange(len(note)) / RATE
    shape = np.minimum(at / attack, 1.0) * np.clip((seconds + release - at) / release, 0.0, 1.0)
    return (note * shape).astype(np.float32)


@cache
def piano(hertz: float, seconds: float) -> Note:
    at = _times(seconds + 0.25)
    note = np.zeros(len(at))
    stiffness = 0.0004
    for k in range(1, 15):
        partial = k * hertz * np.sqrt(1 + stiffness * k * k)
        if partial > _HIGHEST_HZ:
            break
        fade = 0.55 + 0.5 * (hertz / 260) ** 0.6 * (0.6 + 0.5 * k)
        # Two strings, a little apart, beat as they do in a piano.
        twin = np.sin(2 * np.pi * partial * at) + 0.8 * np.sin(2 * np.pi * partial * 1.0007 * at + k)
        note += twin * np.exp(-at * fade) / k**1.35
    hammer = _noise(len(at), 5) * np.exp(-at * 160) * 0.15
    return _closed(note * 0.32 + hammer, seconds, release=0.22)


@cache
def plucked(hertz: float, seconds: float) -> Note:
    """Return a plucked string, struck at a fifth of its length."""
    at = _times(seconds + 0.3)
    note = np.zeros(len(at))
    for k in range(1, 20):
        partial = k * hertz * (1 + 0.00008 * k * k)
        if partial > _HIGHEST_HZ:
            break
        note += np.sin(np.pi * k / 5) / k**1.1 * np.sin(2 * np.pi * partial * at) * np.exp(-at * (1.1 + 0.75 * k))
    return _closed(note * 0.6, seconds, attack=0.0015, release=0.28)


@cache
def bass(hertz: float, seconds: float) -> Note:
    at = _times(seconds + 0.06)
    note = sum(
        gain * np.sin(2 * np.pi * k * hertz * at) * np.exp(-at * fade)
        for k, gain, fade in ((1, 1.0, 0.9), (2, 0.42, 2.2), (3, 0.16, 3.5), (4, 0.06, 5.0))
    )
    return _closed(np.asarray(note) * 0.62, seconds, attack=0.006, release=0.06)


@cache
def strings(hertz: float, seconds: float) -> Note:
    """Return a soft section: partials of several players, each with a slow vibrato of its own."""
    at = _times(seconds + 0.7)
    note = np.zeros(len(at))
    for player in range(4):
        drift = 1 + 0.0022 * (player - 1.5) / 1.5
        vibrato = 0.0022 * np.sin(2 * np.pi * (4.6 + 0.37 * player) * at + player) / (2 * np.pi * 4.6)
        phase = 2 * np.pi * hertz * drift * (at + vibrato)
        for k in range(1, 9):
            if k * hertz > 5000:
                break
            note += np.sin(k * phase + player * k) / k**1.7
    swell = np.minimum(at / 0.55, 1.0) ** 0.8
    return _closed(note * swell * 0.16, seconds, attack=0.02, release=0.65)


@cache
def bell(hertz: float, seconds: float) -> Note:
    at = _times(seconds + 1.2)
    bright = np.exp(-at * 3.2)
    carrier = np.sin(2 * np.pi * hertz * at + 1.7 * bright * np.sin(2 * np.pi * hertz * 3.503 * at))
    return _closed(carrier * np.exp(-at * 2.4) * 0.5, seconds, attack=0.002, release=1.1)


@cache
def reed(hertz: float, seconds: float) -> Note:
    """Return a soft reed for melodies: odd partials, breath, and a vibrato that comes late."""
    at = _times(seconds + 0.12)
    vibrato = 0.004 * np.clip((at - 0.25) / 0.4, 0, 1) * np.sin(2 * np.pi * 5.1 * at) / (2 * np.pi * 5.1)
    phase = 2 * np.pi * hertz * (at + vibrato)
    note = sum(np.sin(k * phase) * gain for k, gain in ((1, 1.0), (2, 0.16), (3, 0.3), (5, 0.1), (7, 0.03)))
    breath = _noise(len(at), 9) * 0.012
    return _closed((np.asarray(note) * 0.42 + breath) * np.minimum(at / 0.05, 1.0), seconds, 0.01, 0.11)


@cache
def kick(hertz: float, seconds: float) -> Note:
    at = _times(0.32)
    phase = 2 * np.pi * (48 * at + 70 * (1 - np.exp(-at * 32)) / 32)
    return _closed(np.sin(phase) * np.exp(-at * 11) * 0.95, 0.26, attack=0.001)


@cache
def brush(hertz: float, seconds: float) -> Note:
    at = _times(0.22)
    band = sosfilt(butter(2, (900, 7000), "bandpass", fs=RATE, output="sos"), _noise(len(at), 3))
    return _closed(band * (np.exp(-at * 22) + 0.25 * np.exp(-at * 9)) * 0.5, 0.18, attack=0.004)


@cache
def shaker(hertz: float, seconds: float) -> Note:
    at = _times(0.09)
    high = sosfilt(butter(2, 5500, "highpass", fs=RATE, output="sos"), _noise(len(at), 4))
    return _closed(high * np.exp(-((at - 0.018) ** 2) / 0.0004) * 0.5, 0.07, attack=0.004)


@cache
def rim(hertz: float, seconds: float) -> Note:
    at = _times(0.09)
    return _closed(
        (np.sin(2 * np.pi * 420 * at) + np.sin(2 * np.pi * 1710 * at)) * np.exp(-at * 75) * 0.35, 0.07, 0.001
    )


def _noise(count: int, seed: int) -> NDArray[np.float64]:
    return np.random.default_rng(seed).standard_normal(count)


@cache
def _room(seconds: float) -> NDArray[np.float32]:
    """Return the answer of a room, (N, 2): noise that dies away, the high parts sooner, a little after the sound."""
    at = _times(seconds)
    answer = np.zeros((len(at), 2))
    for side in (0, 1):
        noise = _noise(len(at), 20 + side)
        low = sosfilt(butter(1, 2200, fs=RATE, output="sos"), noise)
        answer[:, side] = (low * np.exp(-at * 6.9 / seconds) + 0.25 * noise * np.exp(-at * 16 / seconds)) * (at > 0.018)
    return (answer / np.sqrt((answer**2).sum(axis=0))).astype(np.float32)


def in_a_room(samples: Samples, seconds: float, share: float) -> Samples:
    """Return sound as it is heard in a room with that reverberation time; ``share`` of its power comes from the
    walls."""
    room = _room(seconds)
    wet = np.stack([fftconvolve(samples[:, side], room[:, side])[: len(samples)] for side in (0, 1)], axis=1)
    return (samples + share * wet).astype(np.float32)
