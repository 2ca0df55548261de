"""A small wide-gamut ICC profile, written by hand: primaries of SMPTE RP 431-2 (P3), white D65, gamma 2.2."""

import struct

import numpy as np

# SMPTE RP 431-2 red, green, blue; D65 white: chromaticities.
_PRIMARIES = np.array([[0.680, 0.320], [0.265, 0.690], [0.150, 0.060]])
_D65 = np.array([0.3127, 0.3290])
_SRGB = np.array([[0.640, 0.330], [0.300, 0.600], [0.150, 0.060]])
# ICC.1:2022: the profile connection space has this white.
_D50 = np.array([0.9642, 1.0, 0.8249])
_BRADFORD = np.array([[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]])
GAMMA = 2.19921875  # as the profile can say it: 563 / 256


def _to_xyz(primaries: np.ndarray) -> np.ndarray:
    """Return the matrix (3, 3) from linear R G B to X Y Z with a white of D65."""
    columns = np.array([[x / y, 1.0, (1 - x - y) / y] for x, y in primaries]).T
    white = np.array([_D65[0] / _D65[1], 1.0, (1 - _D65.sum()) / _D65[1]])
    return columns * np.linalg.solve(columns, white)


def srgb_to_wide() -> np.ndarray:
    """Return the matrix (3, 3) from linear sRGB to linear wide-gamut R G B."""
    return np.linalg.solve(_to_xyz(_PRIMARIES), _to_xyz(_SRGB))


def wide_gamut_profile() -> bytes:
    """Return an ICC version 2.1 matrix profile."""
    matrix = _to_xyz(_PRIMARIES)
    white = matrix @ np.ones(3)
    cone = np.diag((_BRADFORD @ _D50) / (_BRADFORD @ white))
    adapted = np.linalg.solve(_BRADFORD, cone @ _BRADFORD) @ matrix
    name = b"Wide gamut, gamma 2.2\0"
    described = b"desc" + bytes(4) + struct.pack(">I", len(name)) + name + bytes(4 + 4 + 2 + 1 + 67)
    curve = b"curv" + bytes(4) + struct.pack(">IH", 1, round(GAMMA * 256)) + bytes(2)
    tags = {
        b"desc": described,
        b"cprt": b"text" + bytes(4) + b"No rights reserved\0",
        b"wtpt": _xyz(_D50),
        b"rXYZ": _xyz(adapted[:, 0]),
        b"gXYZ": _xyz(adapted[:, 1]),
        b"bXYZ": _xyz(adapted[:, 2]),
        b"rTRC": curve,
        b"gTRC": curve,
        b"bTRC": curve,
    }
    table, body = struct.pack(">I", len(tags)), b""
    start = 128 + 4 + 12 * len(tags)
    for key, value in tags.items():
        table += key + struct.pack(">II", start + len(body), len(value))
        body += value + bytes(-len(value) % 4)
    size = start + len(body)
    date = struct.pack(">6H", 2026, 4, 18, 9, 0, 0)
    header = struct.pack(">I", size) + bytes(4) + struct.pack(">I", 0x02100000) + b"mntrRGB XYZ " + date
    header += b"acsp" + bytes(24) + bytes(4) + _xyz(_D50)[8:] + bytes(4)
    return header.ljust(128, b"\0") + table + body


def _xyz(values: np.ndarray) -> bytes:
    return b"XYZ " + bytes(4) + struct.pack(">3i", *(round(float(v) * 65536) for v in values))
