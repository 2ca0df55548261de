"""Light of a wide range, as clips for bright screens have it, brought into that of ours.

PQ (SMPTE ST 2084) and HLG (ITU-R BT.2100-2, with a system gamma of 1.2 at 1000 cd/m2) are made linear, the brightest of
the three channels is compressed by the curve of ITU-R BT.2390-8, section 5.4.1 (EETF), from 1000 to 203 cd/m2 (the
white of ITU-R BT.2408), the others go with it; then BT.2020's primaries become BT.709's and the result is sRGB-coded.
"""

from functools import lru_cache
from typing import Literal

import numpy as np

from jaunty_frame.core.painting.colour import Pixels, coded_light

Transfer = Literal["pq", "hlg"]
_M1, _M2 = 2610 / 16384, 2523 / 4096 * 128
_C1, _C2, _C3 = 3424 / 4096, 2413 / 4096 * 32, 2392 / 4096 * 32
_WHITE, _PEAK = 203.0, 1000.0
_STEPS = 4096
# ITU-R BT.2087-0, BT.2020 to BT.709, for R, G, B.
_TO_709 = np.array([[1.6605, -0.5876, -0.0728], [-0.1246, 1.1329, -0.0083], [-0.0182, -0.1006, 1.1187]])


def light_of_pq(coded: np.ndarray) -> np.ndarray:
    """Return cd/m2 of PQ-coded values, 0..1 (SMPTE ST 2084, equation 4.1)."""
    power = np.maximum(coded, 0) ** (1 / _M2)
    return 10_000 * (np.maximum(power - _C1, 0) / (_C2 - _C3 * power)) ** (1 / _M1)


def pq_of_light(light: np.ndarray) -> np.ndarray:
    """Return PQ-coded values, 0..1, of cd/m2."""
    power = (np.maximum(light, 0) / 10_000) ** _M1
    return ((_C1 + _C2 * power) / (1 + _C3 * power)) ** _M2


def scene_of_hlg(coded: np.ndarray) -> np.ndarray:
    """Return scene light, 0..1, of HLG-coded values, 0..1 (BT.2100-2, table 5)."""
    a, b, c = 0.17883277, 0.28466892, 0.55991073
    return np.where(coded <= 0.5, coded**2 / 3, (np.exp((coded - c) / a) + b) / 12)


def compressed(light: np.ndarray) -> np.ndarray:
    """Return cd/m2 between 0 and white of cd/m2 up to the peak (BT.2390-8, section 5.4.1, black at 0)."""
    peak, white = (float(pq_of_light(np.array(one))) for one in (_PEAK, _WHITE))
    e = np.clip(pq_of_light(light) / peak, 0, 1)
    most = white / peak
    knee = 1.5 * most - 0.5
    t = np.clip((e - knee) / (1 - knee), 0, 1)
    curve = (2 * t**3 - 3 * t**2 + 1) * knee + (t**3 - 2 * t**2 + t) * (1 - knee) + (-2 * t**3 + 3 * t**2) * most
    return light_of_pq(np.where(e < knee, e, curve) * peak)


def from_wide_range(pixels: np.ndarray, transfer: Transfer, of_2020: bool) -> Pixels:
    """Return sRGB pixels (h, w, 3) uint8 B G R. pixels : (h, w, 3) uint16 B G R, so coded; of_2020 : whether they have
    BT.2020's primaries."""
    light = _light_table(transfer)[pixels[..., ::-1] >> 4]
    if transfer == "hlg":
        luma = light @ np.array([0.2627, 0.6780, 0.0593], np.float32)
        light = _PEAK * light * np.maximum(luma, 1e-6)[..., None] ** np.float32(0.2)
    brightest = light.max(axis=2)
    index = np.clip(brightest * ((_STEPS - 1) / _PEAK), 0, _STEPS - 1).astype(np.int32)
    light = light * _gain_table()[index][..., None] / np.float32(_WHITE)
    if of_2020:
        light = light @ _TO_709.T.astype(np.float32)
    coded = _coded_table()[np.clip(light * (_STEPS - 1), 0, _STEPS - 1).astype(np.int32)]
    return np.ascontiguousarray(coded[..., ::-1])


@lru_cache
def _light_table(transfer: Transfer) -> np.ndarray:
    coded = np.arange(_STEPS) / (_STEPS - 1)
    return (light_of_pq(coded) if transfer == "pq" else scene_of_hlg(coded)).astype(np.float32)


@lru_cache
def _gain_table() -> np.ndarray:
    light = np.maximum(np.arange(_STEPS) * (_PEAK / (_STEPS - 1)), 1e-3)
    return (compressed(light) / light).astype(np.float32)


@lru_cache
def _coded_table() -> np.ndarray:
    return np.rint(255 * coded_light(np.arange(_STEPS) / (_STEPS - 1))).astype(np.uint8)
