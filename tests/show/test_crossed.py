"""Every capability with every other one, on real photos: what must hold for all shows.

``SOAK_CROSS=20`` tries so many further sets of crossings, by seed.
"""

import os
import tempfile
import unittest
from contextlib import contextmanager
from itertools import combinations
from pathlib import Path

import cv2
import numpy as np

from jaunty_frame.core.geometry.windows import visible_share
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.core.words.places import overlap_area
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.history import History
from jaunty_frame.document.model import Project
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.finder import with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import sound_plan
from jaunty_frame.show.planning.words.planned import all_words
from tests.show.crossing import FACTORS, crossed, show_of, write_moving, write_photos

SETS = int(os.environ.get("SOAK_CROSS", "0"))
_LIKE_DB, _BLUR = 26.0, 1.5
_CODED_DB = 37.0
"""Least PSNR of a frame and one of twice its size, made smaller and both softened: what travels at a joint goes by even
pixels, and fine patterns are sampled otherwise."""


class Crossed(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)
        cache = ThumbnailCache(cls.folder / "cache")
        imported = import_photos([*write_photos(cls.folder), write_moving(cls.folder)], cls.folder, cache)
        assert not imported.problems, imported.problems
        cls.source = PhotoSource(cls.folder, cache)
        found = with_areas_found(Project(photos=imported.photos), cls.source)
        cls.photos = {Path(photo.path).stem: photo for photo in found.photos}

    @contextmanager
    def painting(self, plan, scale=1, coding=Coding.SCREEN):
        """Give what paints a frame of a plan: its planes."""
        width, height = plan.output.width * scale, plan.output.height * scale

        def painted(n):
            surface = new_surface(width, height, coding)
            if coding is Coding.SCREEN:
                surface.planes[0][:] = (255, 0, 255, 7)  # what nothing is painted over keeps an opacity of its own
            painter.paint_at(surface, n)
            return surface.planes

        with FramePainter(plan, self.source, output_format(plan, width, height, coding)) as painter:
            yield painted

    def moments(self, plan):
        """Return frames that matter: first and last, the middle of the second slide, and of the joints beside it."""
        schedule, total = plan.schedule, plan.schedule.total
        found = {0, total - 1}
        if 1 in plan.shown:
            first, frames = schedule.first[1], schedule.frames[1]
            found |= {first + frames // 2, min(first + 3, total - 1), min(first + frames - 3, total - 1)}
        return sorted(found)

    def ensure_holds(self, choice, look_alike):
        project = show_of(choice, self.photos)
        plans = Planner(fonts()).plans(project)
        again = project_from_text(project_to_text(project))
        self.assertEqual(again, project)
        opened = Planner(fonts()).plans(again)
        history = History(project)
        history.apply(set_title("Another"))
        history.undo()
        self.assertIs(history.project, project)
        findings = all_findings(project, plans, {})
        for name, plan in plans.items():
            chosen = name == choice["output"]
            for n in range(0, plan.schedule.total, 1 if chosen else 5):
                frame_content(plan, n)
            sound_plan(plan)
            self.ensure_words_apart(plan, findings)
            if chosen:
                with self.painting(plan) as painted:
                    for n in self.moments(plan):
                        self.assertEqual(frame_content(plan, n), frame_content(opened[name], n), "opened again")
                        self.assertEqual(int(painted(n)[0][..., 3].min()), 255, f"frame {n} is not painted all over")
                if look_alike:
                    self.ensure_alike_twice_as_large(plan)
                    self.ensure_alike_in_ten_bits(plan)
                    self.ensure_alike_on_screen_and_in_files(plan)
                self.ensure_required_seen_or_told(plan, findings)

    def ensure_alike_twice_as_large(self, plan):
        with self.painting(plan) as painted, self.painting(plan, 2) as painted_large:
            for n in self.moments(plan):
                (frame,), (large,) = painted(n), painted_large(n)
                small = cv2.resize(large, frame.shape[1::-1], interpolation=cv2.INTER_AREA)
                alike = cv2.PSNR(*(cv2.GaussianBlur(one[..., :3], (0, 0), _BLUR) for one in (frame, small)))
                self.assertGreaterEqual(alike, _LIKE_DB, f"frame {n} twice as large")

    def ensure_alike_in_ten_bits(self, plan):
        with self.painting(plan, 1, Coding.VIDEO) as eight, self.painting(plan, 1, Coding.VIDEO_10) as ten:
            for n in self.moments(plan):
                for plane, finer in zip(eight(n), ten(n), strict=True):
                    away = np.abs(finer / 4 - plane)
                    self.assertLess(float(away.mean()), 0.75, f"frame {n} in ten bits")
                    self.assertLess(float(away.max()), 6, f"frame {n} in ten bits")

    def ensure_alike_on_screen_and_in_files(self, plan):
        with self.painting(plan) as on_screen, self.painting(plan, 1, Coding.VIDEO) as in_file:
            for n in self.moments(plan):
                (screen,), planes = on_screen(n), in_file(n)
                for plane, wanted in zip(planes, coded(screen), strict=True):
                    soft = [cv2.GaussianBlur(one.astype(np.float32), (0, 0), _BLUR) for one in (plane, wanted)]
                    self.assertGreaterEqual(cv2.PSNR(*soft, 255), _CODED_DB, f"frame {n} in a file")

    def ensure_words_apart(self, plan, findings):
        told = {(one.slide_id, one.output) for one in findings if one.kind == "words-over-words"}
        seen = [(one.box, one.time.first, one.time.frames, one.slide, one.time.goes_on) for one in all_words(plan)]
        seen += [(one.box, one.first, one.frames, -1, True) for one in placed_emblems(plan)]
        for one, other in combinations(seen, 2):
            together = one[1] < other[1] + other[2] and other[1] < one[1] + one[2]
            if not together or not (one[3] == other[3] or one[4] or other[4]):
                continue
            common = overlap_area(np.array([one[0]]), np.array([other[0]]))[0, 0]
            slides = {(plan.slides[k].id, plan.output.id) for k in (one[3], other[3]) if k >= 0}
            self.assertTrue(common < 1e-9 or slides & told, "words lie over each other and nobody says so")
        for box, *_ in seen:
            self.assertGreaterEqual(min(box.x, box.y), -0.001)
            self.assertLessEqual(max(box.x + box.w, box.y + box.h), 1.001)

    def ensure_required_seen_or_told(self, plan, findings):
        about = ("keep-area-cut", "under-overlay", "outside-action-safe", "hairline", "head-at-edge")
        told = {(one.slide, one.output) for one in findings if one.kind in about}
        for k in plan.shown:
            for row in plan.rows_of(k):
                shares = plan.table.areas.required[row] & (plan_shares(plan, row) < 0.97)
                self.assertTrue(
                    not shares.any() or (k + 1, plan.output.id) in told, f"slide {k + 1} cuts what must stay"
                )

    def cross(self, seed, look_alike_every):
        for number, choice in enumerate(crossed(seed)):
            with self.subTest(seed=seed, number=number, **choice):
                self.ensure_holds(choice, number % look_alike_every == 0)

    def test_every_two_values_meet_and_what_must_hold_holds(self):
        for seed in range(1, 2 + SETS):
            self.cross(seed, 6)

    def test_all_pairs_are_there(self):
        rows = crossed(1)
        for a, b in combinations(FACTORS, 2):
            met = {(row[a], row[b]) for row in rows}
            self.assertEqual(len(met), len(FACTORS[a]) * len(FACTORS[b]), (a, b))
        self.assertLess(len(rows), 180)


def coded(screen):
    """Return Y, Cb and Cr of B G R A pixels by ITU-R BT.709-6, 3.2 to 3.5, of half size the last two."""
    blue, green, red = (screen[..., k].astype(np.float64) / 255 for k in range(3))
    luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue
    colours = (128 + 224 * (blue - luma) / 1.8556, 128 + 224 * (red - luma) / 1.5748)
    half = [cv2.resize(one, None, fx=0.5, fy=0.5, interpolation=cv2.INTER_AREA) for one in colours]
    return 16 + 219 * luma, *half


def plan_shares(plan, row):
    """Return the least visible share (K,) of each keep area of a row over its way, if nothing else moves it."""
    boxes = plan.table.areas.boxes[row][None]
    if plan.slides[int(plan.table.slide_of[row])].instants or plan.degrees[row].any():
        return np.ones(boxes.shape[1])
    return np.min([visible_share(plan.stations[row][k][None], boxes)[0] for k in (0, -1)], axis=0)


if __name__ == "__main__":
    unittest.main()
