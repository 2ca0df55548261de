"""The demo's sounds: a kiln that crackles, a yard in the morning, both made by seeded programs."""

import numpy as np
from numpy.typing import NDArray
from scipy.signal import butter, sosfilt

from jaunty_frame.core.sound.levels import RATE, Samples

_SECONDS = 14


def kiln_crackle() -> Samples:
    """Return the roar of a fire with its crackling, (N, 2)."""
    rng, count = np.random.default_rng(41), _SECONDS * RATE
    roar = _band(rng.standard_normal(count), 40, 220) * (1 + 0.35 * _slow(rng, count, 0.7)) * 0.5
    hiss = _band(rng.standard_normal(count), 1500, 5000) * (1 + 0.5 * _slow(rng, count, 1.5)) * 0.02
    sides = []
    for _ in (0, 1):
        pops = np.zeros(count)
        for start in rng.uniform(0.1, _SECONDS - 0.1, 90):
            length, first = round(rng.uniform(0.003, 0.02) * RATE), round(start * RATE)
            burst = rng.standard_normal(length) * np.exp(-np.arange(length) / (0.2 * length))
            pops[first : first + length] += burst * rng.exponential(0.14)
        sides.append(roar + hiss + _band(pops, 500, 7000))
    return _finished(np.stack(sides, axis=1))


def wheel() -> Samples:
    """Return the hum of a potter's wheel, and wet clay under fingers at every turn, (N, 2)."""
    rng, count = np.random.default_rng(43), _SECONDS * RATE
    at = np.arange(count) / RATE
    hum = sum(np.sin(2 * np.pi * 47 * k * at + k) / k for k in (1, 2, 3, 5)) * 0.12
    turn = 0.5 + 0.5 * np.sin(2 * np.pi * 1.1 * at)
    clay = _band(rng.standard_normal(count), 300, 2400) * (0.25 + turn**4) * 0.1
    return _finished(np.stack([hum + clay, hum + np.roll(clay, RATE // 200)], axis=1))


def yard() -> Samples:
    """Return a light wind with two birds that answer each other, (N, 2)."""
    rng, count = np.random.default_rng(42), _SECONDS * RATE
    wind = _band(rng.standard_normal(count), 120, 900) * (1.2 + 0.8 * _slow(rng, count, 0.3)) * 0.06
    sound = np.stack([wind, np.roll(wind, RATE // 90)], axis=1)
    for bird, (pitch, side) in enumerate(((3100.0, 0.8), (4200.0, 0.25))):
        for start in np.arange(0.9 + 1.3 * bird, _SECONDS - 1.2, 2.7):
            for k in range(int(rng.integers(2, 5))):
                length = round(0.11 * RATE)
                at = np.arange(length) / RATE
                call = np.sin(2 * np.pi * pitch * (at + 1.6 * at**2 * (-1) ** k)) * np.hanning(length) * 0.05
                first = round((start + 0.16 * k + rng.uniform(0, 0.02)) * RATE)
                sound[first : first + length] += call[:, None] * np.array([side, 1 - side])
    return _finished(sound)


def _band(noise: NDArray[np.float64], low: float, high: float) -> NDArray[np.float64]:
    filtered: NDArray[np.float64] = sosfilt(butter(2, (low, high), "bandpass", fs=RATE, output="sos"), noise)
    return filtered


def _slow(rng: np.random.Generator, count: int, hertz: float) -> NDArray[np.float64]:
    """Return a slow wander between -1 and 1."""
    steps = rng.uniform(-1, 1, max(int(count / RATE * hertz), 2) + 1)
    return np.interp(np.arange(count), np.linspace(0, count, len(steps)), steps)


def _finished(sound: NDArray[np.float64]) -> Samples:
    return (sound / np.abs(sound).max() * 0.6).astype(np.float32)
