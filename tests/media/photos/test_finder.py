"""Finding keep areas in a project's photos: what is added, to what, and what is left alone."""

import tempfile
import unittest
from pathlib import Path

import numpy as np

from jaunty_frame.core.subjects.keep_areas import FINDER_VERSION
from jaunty_frame.document.edits.material.keep_areas import set_found_areas, set_keep_areas
from jaunty_frame.document.edits.material.photos import add_photos, turn_photos, with_photo
from jaunty_frame.document.history import History
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import NO_ATTENTION, Attention
from jaunty_frame.media.photos.finder import find_areas, unseen_photos, with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.media.photo_sets import write_set

# All attention in the left and the upper strip.
DRAWS = Attention(across=(1.0, *[0.0] * 31), down=(1.0, *[0.0] * 31))


class FinderTest(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.paths = write_set(self.folder, 3)
        cache = ThumbnailCache(self.folder / "cache")
        self.photos = import_photos(self.paths, self.folder, cache).photos
        self.project = add_photos(self.photos).apply(Project())
        self.source = PhotoSource(self.folder, cache)

    def test_the_import_itself_finds_nothing_so_that_it_is_quick(self):
        self.assertEqual([(photo.finder, photo.keep_areas) for photo in self.photos], [(0, ())] * 3)
        self.assertEqual(len(unseen_photos(self.project)), 3)

    def test_every_photo_is_looked_at_once(self):
        seen = []
        found = with_areas_found(self.project, self.source, lambda done, total: seen.append((done, total)))
        self.assertEqual(seen[-1], (3, 3))
        self.assertEqual([photo.finder for photo in found.photos], [FINDER_VERSION] * 3)
        self.assertTrue(all(area.origin == "found" for photo in found.photos for area in photo.keep_areas))
        self.assertTrue(all(any(photo.attention.across) == bool(photo.keep_areas) for photo in found.photos))
        self.assertEqual(unseen_photos(found), [])
        self.assertEqual(with_areas_found(found, self.source), found)

    def test_a_photo_that_cannot_be_read_is_passed_over(self):
        self.paths[1].unlink()
        found = with_areas_found(self.project, PhotoSource(self.folder, ThumbnailCache(self.folder / "new")))
        self.assertEqual([photo.finder for photo in found.photos], [FINDER_VERSION, 0, FINDER_VERSION])

    def test_it_ends_early_when_cancelled(self):
        edits = []
        find_areas(self.project.photos, self.source, edits.append, cancelled=lambda: True)
        self.assertEqual(edits, [])
        find_areas(self.project.photos, self.source, edits.append, cancelled=lambda: bool(edits))
        self.assertEqual(len(edits), 1)

    def test_areas_drawn_by_hand_stay_and_nothing_is_added_to_them_unasked(self):
        photo = self.photos[0]
        own = KeepArea(box=(0.1, 0.1, 0.2, 0.2))
        project = with_photo(self.project, photo.id, keep_areas=(own,))
        area = KeepArea(box=(0.5, 0.5, 0.2, 0.2), origin="found")
        after = set_found_areas(photo.id, [area], DRAWS, 0, 7, again=False).apply(project).photo(photo.id)
        self.assertEqual((after.keep_areas, after.attention, after.finder), ((own,), NO_ATTENTION, 7))
        asked = set_found_areas(photo.id, [area], DRAWS, 0, 8, again=True).apply(project).photo(photo.id)
        self.assertEqual((asked.keep_areas, asked.attention), ((own, area), NO_ATTENTION))

    def test_a_newer_finder_changes_nothing_until_it_is_asked(self):
        photo = self.photos[0]
        old = KeepArea(box=(0.2, 0.2, 0.2, 0.2), origin="found")
        seen = with_photo(self.project, photo.id, keep_areas=(old,), finder=1)
        new = KeepArea(box=(0.5, 0.5, 0.2, 0.2), origin="found")
        self.assertIs(set_found_areas(photo.id, [new], DRAWS, 0, 9, again=False).apply(seen), seen)

    def test_areas_turn_with_a_photo_that_was_turned_meanwhile_and_undo_keeps_them(self):
        photo = self.photos[0]
        history = History(self.project)
        history.apply(turn_photos([photo.id], 1))
        area = KeepArea(box=(0.1, 0.2, 0.3, 0.1), origin="found")
        history.amend(set_found_areas(photo.id, [area], DRAWS, 0, 3, again=False))
        turned = history.project.photo(photo.id)
        np.testing.assert_allclose(turned.keep_areas[0].box, (0.7, 0.1, 0.1, 0.3))
        # Upper left becomes upper right.
        self.assertEqual((turned.attention.across[-1], turned.attention.down[0]), (1.0, 1.0))
        history.undo()
        self.assertEqual(history.project.photo(photo.id).keep_areas[0].box, (0.1, 0.2, 0.3, 0.1))
        self.assertEqual(history.project.photo(photo.id).attention, DRAWS)

    def test_attention_goes_when_a_box_changes_and_stay_when_a_weight_does(self):
        photo = self.photos[0]
        area = KeepArea(box=(0.1, 0.2, 0.3, 0.1), origin="found")
        found = set_found_areas(photo.id, [area], DRAWS, 0, 3, again=False).apply(self.project)
        moved = area.changed(box=(0.2, 0.2, 0.3, 0.1))
        for areas, kept in (([area.changed(weight=0.5)], DRAWS), ([moved], NO_ATTENTION), ([], NO_ATTENTION)):
            self.assertEqual(set_keep_areas(photo.id, areas).apply(found).photo(photo.id).attention, kept)
