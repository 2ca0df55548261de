"""Timecode: frames counted as hours, minutes, seconds and frames (SMPTE ST 12-1).

Rates such as 30000/1001 are counted as 30 frames a second and so fall behind the clock. Drop-frame timecode, written
with a semicolon, leaves out the numbers 0 and 1 (0 to 3 at 60) of each minute but every tenth; of other rates, such as
24000/1001, none are left out.
"""

from fractions import Fraction

_NTSC = Fraction(1000, 1001)
_MINUTES = 10


def timecode(frame: int, rate: Fraction) -> str:
    """Return the timecode of a frame, counted from 0: drop-frame at 30000/1001 and 60000/1001."""
    nominal = -(-rate.numerator // rate.denominator)
    drops = _dropped_a_minute(rate, nominal)
    if drops:
        frame += _numbers_left_out(frame, nominal, drops)
    seconds, frames = divmod(frame, nominal)
    minutes, seconds = divmod(seconds, 60)
    hours, minutes = divmod(minutes, 60)
    digits = max(2, len(str(nominal - 1)))
    return f"{hours:02}:{minutes:02}:{seconds:02}{';' if drops else ':'}{frames:0{digits}}"


def _dropped_a_minute(rate: Fraction, nominal: int) -> int:
    return nominal // 15 if rate == nominal * _NTSC and nominal in (30, 60) else 0


def _numbers_left_out(frame: int, nominal: int, drops: int) -> int:
    """Return how many numbers were left out before a frame."""
    ten_minutes = nominal * 60 * _MINUTES - drops * (_MINUTES - 1)
    tens, rest = divmod(frame, ten_minutes)
    # The first minute of ten keeps all its numbers.
    later = max(rest - nominal * 60, 0)
    minutes = 0 if rest < nominal * 60 else later // (nominal * 60 - drops) + 1
    return drops * ((_MINUTES - 1) * tens + minutes)
