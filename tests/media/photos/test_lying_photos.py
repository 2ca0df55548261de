"""Photos that lie on their side are found by the faces in them, and turned by one click."""

import tempfile
import unittest
from pathlib import Path

import numpy as np
from PIL import Image
from skimage import data

from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.photos.finder import with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.planner import Planner


class LyingPhotos(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        # skimage's astronaut, 1,024 pixels across, and its coffee cup, in which nobody is seen.
        person = np.asarray(Image.fromarray(data.astronaut()).resize((1024, 1024)))
        pictures = {"upright": person, "left": np.rot90(person), "right": np.rot90(person, -1), "cup": data.coffee()}
        paths = []
        for name, picture in pictures.items():
            paths.append(self.folder / f"{name}.png")
            Image.fromarray(np.ascontiguousarray(picture)).save(paths[-1])
        cache = ThumbnailCache(self.folder / "cache")
        imported = import_photos(paths, self.folder, cache)
        project = add_photos(imported.photos).apply(Project(outputs=(output_from_text("320x180"),)))
        self.project = with_areas_found(project, PhotoSource(self.folder, cache))

    def findings(self, project):
        found = all_findings(project, Planner().plans(project), {})
        return [finding for finding in found if finding.kind == "lying-photo"]

    def test_they_are_told_from_those_that_stand_and_turned(self):
        turns = {Path(photo.path).stem: photo.seems_turned for photo in self.project.photos}
        self.assertEqual(turns, {"upright": 0, "left": 1, "right": 3, "cup": 0})
        found = self.findings(self.project)
        self.assertEqual(len(found), 2)
        project = self.project
        for finding in found:
            project = finding.remedy.edit(project, finding).apply(project)
        self.assertEqual(self.findings(project), [])
        self.assertEqual([photo.quarter_turns for photo in project.photos], [0, 1, 3, 0])


if __name__ == "__main__":
    unittest.main()
