"""Lengths as people type them: ``4``, ``4.5``, ``4s12f``, ``0:04``, ``+0.5``, ``-0.5``, ``x1.5``."""

import re
from fractions import Fraction
from typing import NamedTuple

from jaunty_frame.core.time.timebase import MOST_DENOMINATOR, clock_text
from jaunty_frame.errors import UsageError

_NUMBER = r"\d{1,6}(?:[.,]\d{1,12})?"
_PLAIN = re.compile(rf"({_NUMBER})\s*s?", re.ASCII)
_WITH_FRAMES = re.compile(r"(?:(\d{1,6})\s*s)?\s*(\d{1,6})\s*f", re.ASCII)
_CLOCK = re.compile(rf"(?:(\d{{1,3}}):)?(\d{{1,4}}):({_NUMBER})", re.ASCII)
_CHANGE = re.compile(rf"([+-])\s*({_NUMBER})\s*s?", re.ASCII)
_TIMES = re.compile(rf"[x×*]\s*({_NUMBER})", re.ASCII)


class TypedSeconds(NamedTuple):
    """A length, or a change of one: present length x ``times`` + ``more``."""

    times: Fraction
    more: Fraction

    def applied(self, seconds: Fraction) -> Fraction:
        return (seconds * self.times + self.more).limit_denominator(MOST_DENOMINATOR)

    @property
    def is_length(self) -> bool:
        return self.times == 0

    def words(self) -> str:
        """Return it for people: "4.5 s", "+0.5 s", "×1.5"."""
        if self.is_length:
            return clock_text(self.more)
        if not self.more:
            return f"×{float(self.times):g}"
        return f"{'+' if self.more > 0 else '−'}{clock_text(abs(self.more))}"


def typed_seconds(text: str, rate: Fraction = Fraction(30)) -> TypedSeconds:
    """Return what was typed; UsageError where it is none of the forms. rate : of the frames in ``4s12f``."""
    text = text.strip().lower()
    if match := _PLAIN.fullmatch(text):
        return TypedSeconds(Fraction(0), _number(match[1]))
    if match := _WITH_FRAMES.fullmatch(text):
        return TypedSeconds(Fraction(0), Fraction(int(match[1] or 0)) + int(match[2]) / rate)
    if match := _CLOCK.fullmatch(text):
        return TypedSeconds(Fraction(0), int(match[1] or 0) * 3600 + int(match[2]) * 60 + _number(match[3]))
    if match := _CHANGE.fullmatch(text):
        return TypedSeconds(Fraction(1), _number(match[2]) * (1 if match[1] == "+" else -1))
    if match := _TIMES.fullmatch(text):
        return TypedSeconds(_number(match[1]), Fraction(0)) if _number(match[1]) else _refused(text)
    return _refused(text)


def _number(text: str) -> Fraction:
    return Fraction(text.replace(",", "."))


def _refused(text: str) -> TypedSeconds:
    raise UsageError(f"“{text[:40]}” is no length; write for example 4, 4.5, 4s12f, 0:04, +0.5 or x1.5.")
