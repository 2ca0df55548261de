"""The pieces on the shelf. Each has a form of its own: it opens with few, comes to its whole, and closes."""

from jaunty_frame.core.music.composing import Part, Piece, Section

_EIGHTHS = tuple((k / 2, 0.5, 0.9 if k % 2 == 0 else 0.6) for k in range(8))
_SIXTHS = tuple((k / 2, 0.6, 0.95 if k % 3 == 0 else 0.62) for k in range(6))
_BACKBEAT = ((1.0, 0.2, 0.8), (3.0, 0.2, 0.85))
_SHAKEN = tuple((k / 2, 0.1, 0.7 if k % 2 else 0.35) for k in range(8))

MORNING_YARD = Piece(
    "morning-yard", "Morning yard", "bright, unhurried, plucked strings", 96, 4, 3, "major", False,
    {
        "chords": Part("plucked", "broken", _EIGHTHS, 0.55, -0.35),
        "low": Part("bass", "bass", ((0, 1.8, 1.0), (2, 1.8, 0.8)), 0.55, 0.0, -2),
        "tune": Part("bell", "melody", ((0, 1.5, 0.8), (1.5, 0.5, 0.6), (2, 1.0, 0.75), (3, 1.0, 0.6)), 0.3, 0.35),
        "floor": Part("strings", "chords", ((0, 4, 0.7),), 0.16, 0.1),
        "drum": Part("kick", "hit", ((0, 0.3, 0.7), (2, 0.3, 0.55)), 0.5),
        "shake": Part("shaker", "hit", _SHAKEN, 0.3, 0.45),
    },
    (
        Section((0, 5, 3, 4), ("chords",), 0.8),
        Section((0, 5, 3, 4), ("chords", "low", "tune"), 0.9),
        Section((0, 2, 3, 4, 5, 3, 4, 4), ("chords", "low", "tune", "drum", "shake")),
        Section((3, 4, 2, 5, 3, 1, 4, 4), ("chords", "low", "floor", "drum", "shake")),
        Section((0, 5, 3, 4, 0, 5, 3, 4), ("chords", "low", "tune", "floor", "drum", "shake"), 1.05),
        Section((3, 4, 0), ("chords", "low", "floor"), 0.8),
    ),
    (0, 2, 4, 2), seed=11,
)  # fmt: skip

LONG_TABLE = Piece(
    "long-table", "Long table", "warm, three in a bar, piano and strings", 84, 3, -2, "major", True,
    {
        "hands": Part("piano", "broken", _SIXTHS, 0.42, -0.15),
        "low": Part("bass", "bass", ((0, 2.8, 0.9),), 0.5, 0.0, -2),
        "tune": Part("reed", "melody", ((0, 1.4, 0.8), (1.5, 0.5, 0.6), (2, 0.9, 0.7)), 0.24, 0.3),
        "floor": Part("strings", "chords", ((0, 3, 0.8),), 0.17, 0.2),
    },
    (
        Section((0, 3, 0, 4), ("hands",), 0.8),
        Section((0, 3, 1, 4, 2, 5, 1, 4), ("hands", "low", "tune"), 0.9),
        Section((5, 2, 3, 0, 5, 1, 4, 4), ("hands", "low", "tune", "floor")),
        Section((0, 3, 1, 4, 2, 5, 1, 4), ("hands", "low", "tune", "floor"), 1.05),
        Section((3, 4, 5, 3, 1, 4, 0, 0), ("hands", "low", "floor"), 0.85),
    ),
    (4, 3, 2, 1), room_s=2.2, room=0.36, seed=12,
)  # fmt: skip

NIGHT_FIRING = Piece(
    "night-firing", "Night firing", "dark, slow, wide, with a low pulse", 66, 4, -5, "minor", True,
    {
        "pulse": Part("kick", "hit", ((0, 0.4, 0.75), (2.5, 0.4, 0.4)), 0.6),
        "floor": Part("strings", "chords", ((0, 4, 1.0),), 0.22, -0.1),
        "low": Part("bass", "bass", ((0, 3.6, 1.0),), 0.55, 0.0, -1),
        "bells": Part("bell", "broken", ((0.5, 1.0, 0.6), (1.5, 1.0, 0.5), (3.0, 1.0, 0.6)), 0.24, 0.4, 1),
        "hands": Part("piano", "melody", ((0, 2, 0.8), (2, 1, 0.6), (3, 1, 0.5)), 0.38, -0.25),
    },
    (
        Section((0, 0), ("floor",), 0.7),
        Section((0, 5, 3, 4), ("floor", "low", "bells"), 0.85),
        Section((0, 5, 3, 4, 0, 2, 5, 4), ("floor", "low", "bells", "hands", "pulse")),
        Section((5, 6, 0, 3, 5, 6, 4, 4), ("floor", "low", "hands", "pulse"), 1.05),
        Section((0, 5, 0), ("floor", "bells", "low"), 0.8),
    ),
    (0, 2, 1, 4), room_s=3.2, room=0.5, seed=13,
)  # fmt: skip

WHEEL_TURNING = Piece(
    "wheel-turning", "Wheel turning", "lively, swung, with a walking bass", 132, 4, 5, "mixolydian", True,
    {
        "low": Part("bass", "bass", ((0, 0.9, 1.0), (1, 0.9, 0.85), (2, 0.9, 0.95), (3, 0.9, 0.85)), 0.5, 0.0, -2),
        "hands": Part("piano", "chords", ((0.5, 0.4, 0.6), (2.0, 0.3, 0.75), (3.5, 0.4, 0.6)), 0.26, -0.3),
        "tune": Part("reed", "melody", ((0, 0.9, 0.8), (1, 0.5, 0.7), (1.5, 0.9, 0.75), (3, 0.8, 0.7)), 0.25, 0.25),
        "brush": Part("brush", "hit", _BACKBEAT, 0.42, 0.15),
        "shake": Part("shaker", "hit", _SHAKEN, 0.26, -0.4),
        "drum": Part("kick", "hit", ((0, 0.3, 0.7), (1.5, 0.3, 0.4), (2, 0.3, 0.6)), 0.48),
    },
    (
        Section((0, 0, 3, 0), ("low", "shake"), 0.85),
        Section((0, 3, 0, 4, 0, 3, 4, 0), ("low", "hands", "brush", "shake")),
        Section((0, 3, 0, 4, 0, 3, 4, 0), ("low", "hands", "tune", "brush", "shake", "drum")),
        Section((3, 3, 0, 0, 6, 3, 4, 4), ("low", "hands", "brush", "shake", "drum"), 0.95),
        Section((0, 3, 0, 4, 0, 3, 4, 0), ("low", "hands", "tune", "brush", "shake", "drum"), 1.05),
        Section((3, 4, 0, 0), ("low", "hands", "tune"), 0.9),
    ),
    (4, 2, 5, 4), swing=0.16, room_s=1.1, room=0.22, seed=14,
)  # fmt: skip

GLAZE_RIVER = Piece(
    "glaze-river", "Glaze river", "flowing, hopeful, piano with a steady pulse", 112, 4, 0, "lydian", False,
    {
        "hands": Part("piano", "broken", _EIGHTHS, 0.4, -0.2),
        "low": Part("bass", "bass", ((0, 1.4, 1.0), (1.5, 1.0, 0.7), (3, 0.9, 0.8)), 0.5, 0.0, -2),
        "floor": Part("strings", "chords", ((0, 4, 0.9),), 0.18, 0.15),
        "tune": Part("bell", "melody", ((0, 2, 0.7), (2, 1, 0.6), (3, 1, 0.6)), 0.26, 0.4),
        "drum": Part("kick", "hit", tuple((float(k), 0.3, 0.8 if k == 0 else 0.6) for k in range(4)), 0.5),
        "rim": Part("rim", "hit", _BACKBEAT, 0.35, 0.2),
        "shake": Part("shaker", "hit", _SHAKEN, 0.28, -0.45),
    },
    (
        Section((0, 1, 4, 0), ("hands",), 0.8),
        Section((0, 1, 4, 5, 0, 1, 4, 5), ("hands", "low", "floor"), 0.9),
        Section((0, 4, 5, 1, 0, 4, 5, 1), ("hands", "low", "tune", "drum", "rim", "shake")),
        Section((5, 4, 1, 0, 5, 4, 1, 1), ("floor", "low", "tune", "shake"), 0.9),
        Section((0, 4, 5, 1, 0, 4, 5, 1), ("hands", "low", "tune", "floor", "drum", "rim", "shake"), 1.08),
        Section((0, 1, 0), ("hands", "floor", "low"), 0.8),
    ),
    (2, 4, 1, 2), room_s=2.0, room=0.32, seed=15,
)  # fmt: skip

QUIET_SHELF = Piece(
    "quiet-shelf", "Quiet shelf", "calm, spare, plucked strings alone and a far reed", 72, 4, -4, "dorian", True,
    {
        "strings": Part("plucked", "broken", ((0, 1.5, 0.8), (1, 1.2, 0.6), (2, 1.5, 0.7), (3, 1.2, 0.55)), 0.6, -0.2),
        "low": Part("plucked", "bass", ((0, 3.5, 0.9),), 0.6, 0.05, -1),
        "tune": Part("reed", "melody", ((0, 1.8, 0.7), (2, 0.9, 0.6), (3, 0.9, 0.55)), 0.2, 0.35),
        "floor": Part("strings", "chords", ((0, 4, 0.6),), 0.13, 0.0),
    },
    (
        Section((0, 3, 0, 3), ("strings",), 0.85),
        Section((0, 3, 6, 3, 0, 2, 3, 3), ("strings", "low", "tune")),
        Section((5, 6, 0, 3, 5, 6, 0, 0), ("strings", "low", "floor")),
        Section((0, 3, 6, 3, 0, 3, 0), ("strings", "low", "tune", "floor"), 0.9),
    ),
    (0, 1, 4, 3), room_s=2.4, room=0.42, seed=16,
)  # fmt: skip

PIECES = (MORNING_YARD, LONG_TABLE, NIGHT_FIRING, WHEEL_TURNING, GLAZE_RIVER, QUIET_SHELF)
