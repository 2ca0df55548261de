"""Prints as they are painted: borders, corners, circles, seams, every look alike at two sizes, one output alone."""

import tempfile
import unittest
from pathlib import Path

import cv2
import numpy as np
from PIL import Image
from skimage.color import rgb2lab
from skimage.metrics import structural_similarity

from jaunty_frame.core.colouring.likeness import ALIKE
from jaunty_frame.core.colouring.sketch import SIDE, sketch_text
from jaunty_frame.core.painting.surface import Coding, FrameFormat, new_surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.fills.picture import OtherPictureFill
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.document.looks.own_looks import OWN_LOOKS
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.frames.content import frame_content, slide_content
from jaunty_frame.show.frames.layers.still import opened
from jaunty_frame.show.frames.painting import paint_frame, prepared
from jaunty_frame.show.frames.prints import print_layer
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.reasons import framing_reasons

GREEN = PlainFill(colour="#00ff00")


class PrintCase(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)
        rng = np.random.default_rng(2)
        for name, size in (("sideways", (900, 600)), ("upright", (600, 900))):
            coarse = rng.uniform(120, 255, (size[1] // 100, size[0] // 100, 3)).astype(np.float32)
            picture = cv2.resize(coarse, size, interpolation=cv2.INTER_CUBIC).clip(100, 255)
            picture[..., 1] = 0  # no green in it: what is green is fill
            Image.fromarray(picture.astype(np.uint8)).save(cls.folder / f"{name}.png")
        cls.cache = ThumbnailCache(cls.folder / "cache")
        photos = import_photos([cls.folder / "sideways.png", cls.folder / "upright.png"], cls.folder, cls.cache).photos
        outputs = tuple(output_from_text(text) for text in ("320x180", "180x320", "240x240"))
        rules = HouseRules(placement="whole", move="hold", fade_in="0", fade_out="0")
        cls.project = add_photos(photos).apply(Project(outputs=outputs, house_rules=rules))
        cls.source = PhotoSource(cls.folder, cls.cache)

    def with_look(self, **fields):
        return set_on_slides([slide.id for slide in self.project.slides], "L", **fields).apply(self.project)

    def painted(self, project, output, k=0, progress=0.5, size=None, coding=Coding.SCREEN):
        plan = Planner().plans(project)[output]
        width, height = size or (plan.output.width, plan.output.height)
        frame = FrameFormat(width, height, float(plan.output.aspect) * height / width, coding)
        content = slide_content(plan, k, progress)
        ready = {source: prepared(source, self.source.pixels) for source in content.sources(frame)}
        surface = new_surface(width, height, coding)
        paint_frame(surface, content, ready, Workspace(frame))
        return surface.planes[0]


class Borders(PrintCase):
    def test_they_are_equal_in_pixels_on_all_four_sides_at_every_size(self):
        for size in (0.5, 0.8, 1.0):
            for output in ("320x180", "180x320", "240x240"):
                mount = Mount(size=size, border=0.06, border_colour="#0000ff")
                frame = self.painted(self.with_look(fill=GREEN, mount=mount), output)
                width, height = frame.shape[1], frame.shape[0]
                blue = (frame[..., 0] > 200) & (frame[..., 1] < 60) & (frame[..., 2] < 60)
                photo = (frame[..., 2] >= 90) & (frame[..., 1] < 60)
                across, down = np.flatnonzero(photo.any(axis=0)), np.flatnonzero(photo.any(axis=1))
                row, column = blue[(down[0] + down[-1]) // 2], blue[:, (across[0] + across[-1]) // 2]
                sides = [
                    int(row[: across[0]].sum()),
                    int(row[across[-1] :].sum()),
                    int(column[: down[0]].sum()),
                    int(column[down[-1] :].sum()),
                ]
                with self.subTest(size=size, output=output, sides=sides):
                    wanted = 0.06 * min(width, height)
                    self.assertLessEqual(max(sides) - min(sides), 2)
                    self.assertLessEqual(abs(np.mean(sides) - wanted), 1.0)

    def test_a_foot_is_wider(self):
        frame = self.painted(self.with_look(fill=GREEN, mount=Mount(border=0.1, foot=3.0)), "240x240")
        white = (frame[..., :3] > 250).all(axis=2)[:, 120]
        photo = np.flatnonzero(frame[:, 120, 1] < 60)
        above, below = int(white[: photo[0]].sum()), int(white[photo[-1] :].sum())
        self.assertAlmostEqual(below / above, 3.0, delta=0.2)


class Shapes(PrintCase):
    def test_a_circle_is_one_in_every_output(self):
        for output in ("320x180", "180x320", "240x240"):
            mount = Mount(size=0.8, piece="circle")
            frame = self.painted(self.with_look(fill=GREEN, mount=mount), output)
            seen = frame[..., 1] < 128
            height, width = seen.shape
            radius = 0.4 * min(width, height)
            y, x = np.mgrid[:height, :width] + 0.5
            expected = np.hypot(x - width / 2, y - height / 2) < radius
            with self.subTest(output=output):
                self.assertLess((seen != expected).sum(), 0.06 * 2 * np.pi * radius + 30)

    def test_edges_are_antialiased_at_every_angle_and_have_no_fringes(self):
        for lean in (0.0, 7.0):
            frame = self.painted(
                self.with_look(fill=PlainFill(colour="#ff00ff"), mount=Mount(size=0.7, lean=lean)), "240x240"
            )
            # Neither photo nor fill has green in it; what had would be a fringe.
            self.assertLessEqual(int(frame[..., 1].max()), 3)

    def test_corners_by_css(self):
        mount = Mount(size=1.0, piece="frame", corners=0.2, border=0.05, border_colour="#0000ff")
        frame = self.painted(self.with_look(fill=GREEN, mount=mount, placement="cover"), "240x240")
        green = frame[..., 1] > 128
        # The corner of the frame is 0.2 sides round: on the diagonal the print begins at r (1 - 1 / sqrt 2).
        along = np.flatnonzero(~green.diagonal())[0]
        self.assertAlmostEqual(along, 0.2 * 240 * (1 - 0.5**0.5), delta=1.0)

    def test_a_soft_edge_rises_inwards_and_a_vignette_darkens_corners_only(self):
        soft = self.painted(self.with_look(fill=GREEN, mount=Mount(size=0.9, softness=0.1)), "240x240")
        row = 255 - soft[120, :120, 1].astype(int)
        self.assertTrue(np.all(np.diff(row[12:40]) >= -2))
        plain, dark = (
            self.painted(self.with_look(fill=GREEN, mount=Mount(size=0.99, vignette=v)), "240x240") for v in (0, 0.8)
        )
        self.assertLessEqual(abs(int(plain[120, 120, 2]) - int(dark[120, 120, 2])), 2)
        self.assertLess(dark[46, 6, 2], 0.4 * plain[46, 6, 2])


class SeenThrough(PrintCase):
    def test_under_a_photo_with_holes_its_border_is_paper_throughout(self):
        holes = np.zeros((200, 200, 4), np.uint8)
        holes[60:140, 60:140] = 255, 0, 0, 255
        Image.fromarray(holes).save(self.folder / "holes.png")
        photos = import_photos([self.folder / "holes.png"], self.folder, self.cache).photos
        rules = self.project.house_rules.changed(
            fill=GREEN, mount=Mount(size=0.8, border=0.05, border_colour="#0000ff", lean=8.0)
        )
        project = add_photos(photos).apply(self.project.changed(photos=(), slides=(), house_rules=rules))
        frame = self.painted(project, "240x240")
        # About the red middle, within the print: nothing but the border's blue, however it leans.
        for x, y in ((70, 70), (170, 70), (70, 170), (170, 170), (120, 60)):
            np.testing.assert_allclose(frame[y, x, :3].astype(int), (255, 0, 0), atol=2)
        np.testing.assert_allclose(frame[120, 120, :3].astype(int), (0, 0, 255), atol=3)


class SetOff(PrintCase):
    def test_nothing_but_what_does_not_cover(self):
        plan = Planner().plans(self.project)["320x180"]
        self.assertTrue(plan.mounting(0).by_itself)
        covering = Planner().plans(self.with_look(placement="cover"))["320x180"]
        self.assertTrue(covering.mounting(0).is_plain)
        off = self.project.changed(house_rules=self.project.house_rules.changed(set_off=False))
        self.assertTrue(Planner().plans(off)["320x180"].mounting(0).is_plain)

    def test_the_photo_takes_92_per_cent_and_a_shadow_lies_about_it(self):
        frame = self.painted(self.with_look(fill=PlainFill(colour="#00a000")), "240x240")
        photo = frame[..., 1] < 20
        across = np.flatnonzero(photo.any(axis=0))
        self.assertAlmostEqual((across[-1] - across[0] + 1) / 240, 0.92, delta=0.01)
        self.assertLess(frame[197, 120, 1], 150)
        self.assertEqual(frame[2, 2, 1], 160)


class Readable(PrintCase):
    def planned(self, colour, **rules):
        flat = sketch_text(np.full((SIDE, SIDE, 3), 190.0))
        photos = tuple(photo.changed(sketch=flat) for photo in self.project.photos)
        rules = self.project.house_rules.changed(fill=PlainFill(colour=colour), **rules)
        return Planner().plans(self.project.changed(photos=photos, house_rules=rules))["240x240"]

    def test_a_photo_like_its_fill_is_helped_and_the_reasons_say_so(self):
        helped = self.planned("#bebebe")
        self.assertIsNotNone(helped.mounting(0).help)
        self.assertIn("looks much like it", framing_reasons(helped, 0)[-1])
        self.assertIsNone(self.planned("#303030").mounting(0).help)
        self.assertIsNone(self.planned("#bebebe", mount=Mount(size=0.9)).mounting(0).help, "what somebody set stays")

    def test_it_stands_out_in_the_picture(self):
        """Measured on the painted frame, in scikit-image's CIELAB: just inside the rim and just outside."""
        grey = np.full((600, 900, 3), 190, np.uint8)
        Image.fromarray(grey).save(self.folder / "grey.png")
        photos = import_photos([self.folder / "grey.png"], self.folder, self.cache).photos
        photos = [photo.changed(sketch=sketch_text(np.full((SIDE, SIDE, 3), 190.0))) for photo in photos]
        rules = self.project.house_rules.changed(fill=PlainFill(colour="#bebebe"))
        project = add_photos(photos).apply(self.project.changed(photos=(), slides=(), house_rules=rules))
        frame = self.painted(project, "240x240")
        (left, _), (_, _), (right, bottom), _ = print_layer(Planner().plans(project)["240x240"], 0, 0.5).print.seen
        row, columns = round(bottom * 240), range(round((left + 0.1) * 240), round((right - 0.1) * 240))
        inside, outside = (rgb2lab(frame[at, columns][None, :, 2::-1] / 255) for at in (row - 3, row + 2))
        self.assertGreater(np.linalg.norm(inside - outside, axis=-1).min(), ALIKE)


class Still(PrintCase):
    def test_what_lies_still_is_the_same_painted_once_or_layer_by_layer(self):
        plan = Planner().plans(self.with_look(fill=TextureFill(), mount=Mount(size=0.8, corners=0.05, shadow=0.5)))[
            "320x180"
        ]
        frame, content = FrameFormat(320, 180, 1.0, Coding.VIDEO), slide_content(plan, 0, 0.5)
        painted = []
        for one in (content, content._replace(layers=opened(content.layers))):
            ready = {source: prepared(source, self.source.pixels) for source in one.sources(frame)}
            surface = new_surface(320, 180, Coding.VIDEO)
            paint_frame(surface, one, ready, Workspace(frame))
            painted.append((len(one.layers), surface.planes))
        self.assertEqual([count for count, _ in painted], [1, 3])
        for once, apart in zip(*(planes for _, planes in painted), strict=True):
            np.testing.assert_array_equal(once, apart)


class OneOutputAlone(PrintCase):
    def test_the_others_stay_as_they_are(self):
        before = Planner().plans(self.project)
        edit = set_in_output(
            [self.project.slides[0].id], "240x240", "L", fill=GREEN, mount=Mount(piece="square", size=0.5)
        )
        after = Planner().plans(edit.apply(self.project))
        for name in ("320x180", "180x320"):
            self.assertEqual(slide_content(before[name], 0, 0.5), slide_content(after[name], 0, 0.5))
        self.assertEqual(after["240x240"].fill(0), GREEN)
        self.assertEqual(after["240x240"].piece_aspect(0), 1.0)

    def test_a_square_piece_is_framed_for_a_square(self):
        plans = Planner().plans(self.with_look(mount=Mount(piece="square")))
        windows = [plan.framing(0).way.closing for plan in plans.values()]
        for window in windows:
            self.assertAlmostEqual(window.w * 1.5 / window.h, 1.0)


class AlikeAtEverySize(PrintCase):
    def test_every_look_that_ships_in_every_shape(self):
        for look in OWN_LOOKS:
            fields = {
                name: value for name, value in look.slide_fields.items() if name in ("fill", "mount", "placement")
            }
            project = self.with_look(**fields)
            for output, small in (("320x180", (640, 360)), ("180x320", (360, 640)), ("240x240", (360, 360))):
                for k in (0, 1):
                    with self.subTest(look=look.name, output=output, slide=k):
                        one = self.painted(project, output, k, 0.3, small)
                        three = self.painted(project, output, k, 0.3, (small[0] * 3, small[1] * 3))
                        reduced = cv2.resize(three, small, interpolation=cv2.INTER_AREA)
                        alike = structural_similarity(one[..., :3], reduced[..., :3], channel_axis=2)
                        self.assertGreaterEqual(alike, 0.985)


class Fills(PrintCase):
    def test_fills_that_move_show_another_part_and_still_ones_do_not(self):
        for drift in ("left", "closer", "along", "against"):
            project = self.with_look(fill=TextureFill(drift=drift), move="push-in", strength="strong")
            start, end = (self.painted(project, "320x180", 0, progress) for progress in (0.0, 1.0))
            self.assertGreater(np.abs(start[:, :20].astype(int) - end[:, :20]).mean(), 1.0, drift)
        held = self.with_look(fill=TextureFill())
        np.testing.assert_array_equal(*(self.painted(held, "320x180", 0, progress) for progress in (0.0, 1.0)))

    def test_what_a_print_hides_of_a_fill_that_moves_is_not_painted_and_nobody_sees_it(self):
        mount = Mount(size=0.8, border=0.03, shadow=0.5)
        project = self.with_look(fill=TextureFill(drift="left"), mount=mount, move="push-in")
        plan = Planner().plans(project)["320x180"]
        content = slide_content(plan, 0, 0.4)
        self.assertIsNotNone(content.layers[0].hidden)
        whole = content._replace(layers=(content.layers[0]._replace(hidden=None), *content.layers[1:]))
        frame, painted = FrameFormat(320, 180, 1.0, Coding.VIDEO), []
        for one in (content, whole):
            ready = {source: prepared(source, self.source.pixels) for source in one.sources(frame)}
            surface = new_surface(320, 180, Coding.VIDEO)
            for plane in surface.planes:
                plane[:] = 77
            paint_frame(surface, one, ready, Workspace(frame))
            painted.append(surface.planes)
        for part, all_of_it in zip(*painted, strict=True):
            # Sampling a part begins at other numbers: the last digit of a value may differ.
            self.assertLessEqual(int(np.abs(part.astype(int) - all_of_it).max()), 1)

    def test_living_fills_go_on_through_the_joint(self):
        project = self.with_look(fill=WaterFill(over="colour"))
        plan = Planner().plans(project)["320x180"]
        n = plan.schedule.first[1] + 2
        (mix,) = frame_content(plan, n).layers
        times = {layer.seconds for layers in (mix.below, mix.above) for layer in layers if hasattr(layer, "seconds")}
        self.assertEqual(len(times), 1)
        self.assertAlmostEqual(times.pop(), n / 30)

    def test_a_fill_of_another_picture_falls_back_on_the_slides_own(self):
        other = self.project.photos[1].id
        named, gone = (self.with_look(fill=OtherPictureFill(photo=photo)) for photo in (other, "gone"))
        plans = [Planner().plans(project)["320x180"] for project in (named, gone)]
        photos = [slide_content(plan, 0, 0.5).layers[0].layers[0].photo.path for plan in plans]
        self.assertEqual(photos, [self.project.photos[1].path, self.project.photos[0].path])

    def test_the_fill_never_shows_a_dark_rim(self):
        frame = self.painted(self.with_look(fill=BlurredFill(), mount=Mount()), "320x180", 1)
        self.assertGreater(int(frame[:, :30, 2].min()), 60)


if __name__ == "__main__":
    unittest.main()
