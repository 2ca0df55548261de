"""Shows that flash, found on their own frames."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import numpy as np
from PIL import Image

from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.sweep import Sweep
from jaunty_frame.media.frames.flashes import found_flashes
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner


class FlashingShows(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        cache = ThumbnailCache(self.folder / "cache")
        paths = []
        for k in range(12):
            paths.append(self.folder / f"{k:02}.png")
            Image.fromarray(np.full((60, 90, 3), 230 if k % 2 else 20 + k, np.uint8)).save(paths[-1])
        photos = import_photos(paths, self.folder, cache).photos
        rules = HouseRules(move="hold", transition=Cut(), fade_in="0", fade_out="0", seconds_held="1/10")
        outputs = (output_from_text("160x90"),)
        self.project = add_photos(photos).apply(Project(outputs=outputs, house_rules=rules))
        self.source = PhotoSource(self.folder, cache)

    def findings(self, project):
        plans = Planner().plans(project)
        found = all_findings(project, plans, {}, found_flashes(plans, self.source))
        return [finding for finding in found if finding.kind == "flashes"]

    def test_slides_that_blink_are_found_and_can_be_slowed(self):
        found = self.findings(self.project)
        self.assertEqual([finding.severity.name for finding in found], ["SEVERE"])
        self.assertIn("flashes 5 times within a second", found[0].sentence)

    def test_slower_ones_and_equal_ones_are_not(self):
        self.assertEqual(self.findings(set_for_all("Slow", seconds_held=Fraction(1, 2)).apply(self.project)), [])
        dark = tuple(slide for slide in self.project.slides[::2])
        self.assertEqual(self.findings(self.project.changed(slides=dark)), [])

    def test_bright_panels_flash(self):
        sweep = Sweep(
            seconds="1/2", colours=("#ffffff", "#000000", "#ffffff", "#000000"), stagger=0.1, direction="left"
        )
        dark = self.project.changed(slides=self.project.slides[:3:2] + self.project.slides[4:7:2])
        quick = set_for_all("Sweep", transition=sweep, seconds_held=Fraction(1)).apply(dark)
        self.assertTrue(self.findings(quick))


if __name__ == "__main__":
    unittest.main()
