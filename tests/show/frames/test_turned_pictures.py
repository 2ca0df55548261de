"""Straightened, leaning, entering and corrected pictures: what is previewed is what is exported."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.material.photos import add_photos, set_on_photo
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.media.export.export import export_show
from jaunty_frame.media.formats.format import Quality, Wanted
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.planning.planner import Planner
from tests.media.photo_sets import write_set

GREEN = (0x20, 0xC0, 0x40)


class Pictures(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.cache = ThumbnailCache(self.folder / "cache")
        photos = import_photos(write_set(self.folder, 2), self.folder, self.cache).photos
        rules = HouseRules(
            set_off=False,
            seconds_moving=Fraction(1),
            seconds_held=Fraction(1),
            transition=Cut(),
            fade_in=Fraction(0),
            fade_out=Fraction(0),
            fill=PlainFill(colour="#20c040"),
        )
        self.project = add_photos(photos).apply(Project(outputs=(output_from_text("320x180@10"),), house_rules=rules))
        self.ids = [slide.id for slide in self.project.slides]

    def plan(self, project):
        return Planner().plans(project)["320x180@10"]

    def frame(self, plan, n):
        surface = new_surface(320, 180, Coding.SCREEN)
        source = PhotoSource(self.folder, self.cache)
        with FramePainter(plan, source, output_format(plan, 320, 180, Coding.SCREEN)) as painter:
            painter.paint_at(surface, n)
        return surface.planes[0][..., 2::-1].astype(float)

    def test_the_export_shows_what_the_preview_shows(self):
        project = set_on_photo(self.project.photos[0].id, "x", straightening=6.0).apply(self.project)
        project = set_on_slides(self.ids[:1], "x", placement="whole", move="lean", strength="strong").apply(project)
        project = set_on_slides(self.ids[1:], "x", move="enter", direction="left").apply(project)
        plan = self.plan(project)
        path = self.folder / "show.mp4"
        export_show(plan, PhotoSource(self.folder, self.cache), path, Wanted(plan.output, Quality.FINE))
        with av.open(str(path)) as video:
            decoded = [frame.to_ndarray()[:180].astype(float) for frame in video.decode(video=0)]
        self.assertEqual(len(decoded), 20)
        for n in (0, 5, 9, 11, 15, 19):
            luma = self.frame(plan, n) @ (0.2126, 0.7152, 0.0722) * 219 / 255 + 16
            error = np.mean((decoded[n] - luma) ** 2)
            self.assertGreater(10 * np.log10(255**2 / error), 38, f"frame {n}")

    def test_an_entering_photo_begins_with_the_fill_alone_and_ends_covering_it(self):
        project = set_on_slides(self.ids[:1], "x", move="enter", direction="right", placement="cover")
        plan = self.plan(project.apply(self.project))
        np.testing.assert_allclose(self.frame(plan, 0), np.broadcast_to(GREEN, (180, 320, 3)), atol=1)
        last = np.abs(self.frame(plan, 9) - GREEN).sum(axis=-1)
        self.assertGreater(last.mean(), 60)
        middle = np.abs(self.frame(plan, 1) - GREEN).sum(axis=-1) < 4
        self.assertTrue(middle[:, -3:].all() and not middle[:, :40].all(), "it comes from the left")

    def test_a_straightened_cover_leaves_no_corner_free(self):
        for degrees in (-9.0, 4.0):
            project = set_on_photo(self.project.photos[0].id, "x", straightening=degrees).apply(self.project)
            project = set_on_slides(self.ids[:1], "x", placement="cover", move="hold").apply(project)
            frame = self.frame(self.plan(project), 0)
            for corner in (frame[0, 0], frame[0, -1], frame[-1, 0], frame[-1, -1]):
                self.assertGreater(np.abs(corner - GREEN).sum(), 20)

    def test_a_correction_reaches_the_picture_but_not_a_plain_fill(self):
        project = set_on_slides(self.ids[:1], "x", placement="whole", move="hold").apply(self.project)
        bright = set_on_photo(self.project.photos[0].id, "x", correction={"exposure": 1.0}).apply(project)
        before, after = self.frame(self.plan(project), 0), self.frame(self.plan(bright), 0)
        self.assertGreater(after[60:120, 120:200].mean(), before[60:120, 120:200].mean() + 20)
        np.testing.assert_allclose(after[90, 2], GREEN, atol=1)
