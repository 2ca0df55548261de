"""Sheets of small pictures of what frames looked like, and whether they still do."""

import tempfile
import unittest
from pathlib import Path

import cv2
import numpy as np

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.records.record import FOLDER, IS_WRITTEN
from tests.show.crossing import write_moving, write_photos

_SIZE = 36, 24
_NEAR = 2
"""Levels by which another machine's rounding may differ."""


class PaintedRecord(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        kept = tempfile.TemporaryDirectory()
        cls.addClassCleanup(kept.cleanup)
        write_photos(Path(kept.name))
        write_moving(Path(kept.name))
        cls.source = PhotoSource(Path(kept.name), ThumbnailCache(Path(kept.name) / "cache"))

    def pictures(self, plan, moments):
        """Return frames of an output, each (24, 36, 3)."""
        width, height = plan.output.width, plan.output.height
        surface, found = new_surface(width, height, Coding.SCREEN), []
        with FramePainter(plan, self.source, output_format(plan, width, height, Coding.SCREEN)) as painter:
            for n in moments:
                painter.paint_at(surface, n)
                found.append(cv2.resize(surface.planes[0][..., :3], _SIZE, interpolation=cv2.INTER_AREA))
        return found

    def ensure_as_kept(self, name, rows):
        ensure_sheet(self, name, rows, _SIZE, _NEAR)


def ensure_sheet(case, name, rows, size, near):
    """Fail where rows of pictures of one size are not as on the sheet of that name; or write it.

    near : levels by which they may differ.
    """
    longest = max(map(len, rows))
    sheet = np.vstack([np.hstack(row + [np.zeros_like(row[0])] * (longest - len(row))) for row in rows])
    if IS_WRITTEN:
        cv2.imwrite(str(FOLDER / name), sheet)
        return
    kept = cv2.imread(str(FOLDER / name))
    case.assertEqual(kept.shape, sheet.shape)
    off = np.abs(kept.astype(int) - sheet).max(axis=2)
    wrong = sorted({(int(y) // size[1], int(x) // size[0]) for y, x in np.argwhere(off > near)})
    case.assertEqual(wrong[:12], [], f"{len(wrong)} pictures (row, column) are not as on {FOLDER / name}")
