"""What an export is said to take, against what it takes."""

from fractions import Fraction

from jaunty_frame.errors import Cancelled
from jaunty_frame.media.export.estimate import estimated
from jaunty_frame.media.formats.format import Quality
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.planning.planner import plan_output
from tests.media.export.test_export import WithProject
from tests.media.photo_sets import write_set


class Estimates(WithProject):
    def setUp(self):
        super().setUp()
        self.long = self.project_of(
            write_set(self.folder, 6), ThumbnailCache(self.folder / "cache"), seconds_moving=Fraction(3)
        )

    def test_the_size_told_is_near_the_real_one(self):
        for quality in (Quality.QUICK, Quality.STANDARD):
            with self.subTest(quality=quality):
                path = self.exported(self.long.outputs[1].id, self.long, quality=quality)
                told = estimated(plan_output(self.long, self.long.outputs[1].id), self.source, quality)
                self.assertTrue(0.67 < told.size / path.stat().st_size < 1.5, (told, path.stat().st_size))
                self.assertGreater(told.seconds, 0)

    def test_it_can_be_stopped(self):
        with self.assertRaises(Cancelled):
            estimated(plan_output(self.long, self.long.outputs[1].id), self.source, Quality.QUICK, False, lambda: True)
