"""Exact time: seconds and frame rates are fractions, loops count whole frames."""

import re
from fractions import Fraction

from jaunty_frame.errors import UsageError

_RATIO = re.compile(r"\s*(\d{1,9})(?:\s*[/:]\s*(\d{1,9})|\.(\d{1,40}))?\s*", re.ASCII)
MOST_DENOMINATOR = 1_000_000


def parse_fraction(text: str) -> Fraction:
    """Return the number written as ``30``, ``29.97``, ``30000/1001`` or ``64:45``; UsageError otherwise.

    What lies between fractions whose denominator is up to a million becomes the nearest of them.
    """
    match = _RATIO.fullmatch(text)
    if not match or (match[2] and int(match[2]) == 0):
        raise UsageError(f"“{text}” is not a number; write for example 5, 3.5 or 30000/1001.")
    number = Fraction(int(match[1]), int(match[2])) if match[2] else Fraction(f"{match[1]}.{match[3] or 0}")
    return number.limit_denominator(MOST_DENOMINATOR)


_NTSC_FAMILY = (24, 30, 48, 60, 120)
_SAID_RATE = Fraction(1, 200)


def parse_frame_rate(text: str) -> Fraction:
    """Return a frame rate written as ``25``, ``29.97`` or ``30000/1001``; UsageError otherwise.

    What is said as 23.976, 29.97 or 59.94 means 24, 30 or 60 times 1000/1001 (SMPTE ST 12-1).
    """
    rate = parse_fraction(text)
    exact = (Fraction(whole * 1000, 1001) for whole in _NTSC_FAMILY)
    return next((one for one in exact if abs(one - rate) < _SAID_RATE), rate)


def fraction_text(value: Fraction) -> str:
    """Return ``value`` as "n/d", the form used in files."""
    return f"{value.numerator}/{value.denominator}"


def clock_text(seconds: Fraction | float) -> str:
    """Return a duration for people: "60.9 s", from ten minutes on "10:05"."""
    if seconds < 600:
        return f"{float(seconds):.1f} s"
    minutes, rest = divmod(round(seconds), 60)
    return f"{minutes}:{rest:02}"
