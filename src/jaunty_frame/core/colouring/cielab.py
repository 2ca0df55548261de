"""CIELAB: colours as they differ to the eye.

CIE 15:2004 with the D65 white point; sRGB by IEC 61966-2-1.
"""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import coded_light, linear_light

# IEC 61966-2-1: X, Y, Z of linear R, G, B.
_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
_WHITE = _XYZ.sum(axis=1)
_EPSILON, _KAPPA = 216 / 24389, 24389 / 27


def lab_of(bgr: np.ndarray) -> FloatArray:
    """Return L*, a*, b* (..., 3) of sRGB-coded B, G, R (..., 3) in 0..255."""
    share = linear_light(np.asarray(bgr, float)[..., ::-1] / 255) @ _XYZ.T / _WHITE
    f = np.where(share > _EPSILON, np.cbrt(share), (_KAPPA * share + 16) / 116)
    return np.stack([116 * f[..., 1] - 16, 500 * (f[..., 0] - f[..., 1]), 200 * (f[..., 1] - f[..., 2])], axis=-1)


def bgr_of(lab: FloatArray) -> FloatArray:
    """Return sRGB-coded B, G, R (..., 3), clipped to 0..255, of L*, a*, b* (..., 3)."""
    fy = (lab[..., 0] + 16) / 116
    f = np.stack([fy + lab[..., 1] / 500, fy, fy - lab[..., 2] / 200], axis=-1)
    share = np.where(f**3 > _EPSILON, f**3, (116 * f - 16) / _KAPPA)
    linear = np.clip(share * _WHITE @ np.linalg.inv(_XYZ).T, 0, 1)
    return coded_light(linear)[..., ::-1] * 255
