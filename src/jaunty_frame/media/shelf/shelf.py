"""Pieces of the shelf as files: made when they are first wanted, FLAC, with their titles and their licence inside."""

from pathlib import Path

from jaunty_frame.core.music.composing import composed
from jaunty_frame.errors import SoundError, UsageError
from jaunty_frame.media.atomic import temporary_beside
from jaunty_frame.media.shelf.pieces import PIECES
from jaunty_frame.media.sounds.flac import write_flac

AUTHOR, LICENCE = "Jaunty Frame", "CC0 1.0"
MADE_FOLDER = "sounds"
"""Beside a project: what was made, spoken or recorded for it."""


def shelf_file(name: str, folder: Path) -> Path:
    """Return the file of a piece, made in ``folder`` unless it is there. UsageError where there is no such piece."""
    piece = next((one for one in PIECES if one.name == name), None)
    if piece is None:
        raise UsageError(f"There is no “{name[:40]}” on the shelf; there are: {', '.join(one.name for one in PIECES)}.")
    made = folder / f"{piece.name}.flac"
    if made.is_file():
        return made
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with temporary_beside(made) as temporary:
            tags = {"title": piece.title, "artist": AUTHOR, "license": LICENCE}
            write_flac(composed(piece), temporary, tags)
    except OSError as error:
        raise SoundError(f"“{piece.title}” cannot be kept in {folder}: {error.strerror}.") from error
    return made
