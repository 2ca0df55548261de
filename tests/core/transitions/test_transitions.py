"""Transitions: all old at the start, all new at the end, what lies between, and FFmpeg's own of the same kind."""

import unittest
from fractions import Fraction
from functools import partial

import av
import av.filter
import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.painting.surface import Coding, FrameFormat, Surface, new_surface
from jaunty_frame.core.transitions.brightness_dissolve import brightness_dissolve
from jaunty_frame.core.transitions.cross_dissolve import dissolve
from jaunty_frame.core.transitions.cut import cut
from jaunty_frame.core.transitions.fade import fade
from jaunty_frame.core.transitions.glide import glide
from jaunty_frame.core.transitions.iris import iris
from jaunty_frame.core.transitions.shove import shove
from jaunty_frame.core.transitions.sweep import sweep
from jaunty_frame.core.transitions.uncover import uncover
from jaunty_frame.core.transitions.wipe import wipe
from jaunty_frame.core.transitions.zoom import zoom

SIZE = 96, 64
SIDES = ("left", "right", "up", "down")


def on_frames(painter, **settings):
    """Return an iris of the surface's own format."""
    return lambda old, new, p: painter(old, new, p, FrameFormat(old.width, old.height, 1.0, old.coding), **settings)


KINDS = {
    "cross dissolve": dissolve,
    "cut": cut,
    "fade": partial(fade, colour=(20, 40, 60)),
    "brightness, dark": partial(brightness_dissolve, first="dark", softness=0.3),
    "brightness, light": partial(brightness_dissolve, first="light", softness=0.0),
    "zoom in": partial(zoom, way="in"),
    "zoom out": partial(zoom, way="out"),
    "iris": on_frames(iris, shape="round", way="opens", softness=0.0),
    "iris, closing": on_frames(iris, shape="rectangle", way="closes", softness=0.2),
    "wipe, turned": partial(wipe, direction="right", angle=30.0, softness=0.1),
    **{f"glide {side}": partial(glide, direction=side) for side in SIDES},
    **{f"shove {side}": partial(shove, direction=side) for side in SIDES},
    **{f"uncover {side}": partial(uncover, direction=side) for side in SIDES},
    **{f"wipe {side}": partial(wipe, direction=side, angle=0.0, softness=0.0) for side in SIDES},
    **{f"sweep {side}": partial(sweep, direction=side, colours=[(0, 0, 255)] * 2, stagger=0.4) for side in SIDES},
}


def noise(seed, coding=Coding.VIDEO, size=SIZE):
    """Return a picture in which every sample tells where it comes from."""
    surface, random = new_surface(*size, coding), np.random.default_rng(seed)
    for plane in surface.planes:
        plane[:] = random.integers(16, 236, plane.shape, np.uint8)
        if coding is Coding.SCREEN:
            plane[..., 3] = 255
    return surface


def copied(surface):
    return Surface(surface.width, surface.height, surface.coding, tuple(plane.copy() for plane in surface.planes))


def after(painter, progress, old, new):
    surface = copied(old)
    painter(surface, copied(new), progress)
    return surface


def largest_difference(one, other):
    return max(int(abs(a.astype(int) - b.astype(int)).max()) for a, b in zip(one.planes, other.planes, strict=True))


def psnr(one, other):
    error = np.mean((one.astype(float) - other.astype(float)) ** 2)
    return 10 * np.log10(255**2 / max(error, 1e-9))


class EveryTransition(unittest.TestCase):
    def test_shows_only_the_old_at_its_start_and_only_the_new_at_its_end(self):
        for name, painter in KINDS.items():
            for coding in Coding:
                with self.subTest(name=name, coding=coding):
                    old, new = noise(1, coding), noise(2, coding)
                    self.assertEqual(largest_difference(after(painter, 0.0, old, new), old), 0)
                    self.assertEqual(largest_difference(after(painter, 1.0, old, new), new), 0)

    def test_of_a_picture_to_itself_that_stays_in_place_changes_nothing(self):
        picture = noise(3)
        for name in ("cross dissolve", "brightness, dark", "iris", "iris, closing", "wipe, turned", "wipe left"):
            for progress in (0.2, 0.5, 0.9):
                with self.subTest(name=name, progress=progress):
                    self.assertLessEqual(largest_difference(after(KINDS[name], progress, picture, picture), picture), 1)

    @given(st.sampled_from([name for name in KINDS if name != "fade" and "sweep" not in name]), st.floats(0, 1))
    def test_brings_no_colour_that_neither_picture_has(self, name, progress):
        old, new = new_surface(*SIZE, Coding.VIDEO), new_surface(*SIZE, Coding.VIDEO)
        for picture, value in ((old, 40), (new, 200)):
            for plane in picture.planes:
                plane[:] = value
        painted = after(KINDS[name], progress, old, new)
        self.assertTrue(all(plane.min() >= 40 and plane.max() <= 200 for plane in painted.planes))

    @given(st.sampled_from([k for k in KINDS if k.split()[0] in ("wipe", "iris", "glide", "uncover")]), st.data())
    def test_brings_more_of_the_new_the_further_it_is(self, name, data):
        first, second = sorted(data.draw(st.tuples(st.floats(0, 1), st.floats(0, 1))))
        old, new = new_surface(*SIZE, Coding.VIDEO), new_surface(*SIZE, Coding.VIDEO)
        for picture, value in ((old, 0), (new, 255)):
            for plane in picture.planes:
                plane[:] = value
        one, other = (after(KINDS[name], p, old, new).planes[0].astype(int) for p in (first, second))
        self.assertTrue((other - one).min() >= -1)


class EachKind(unittest.TestCase):
    def test_a_dissolve_conserves_mass(self):
        old, new = noise(1), noise(2)
        for progress in (0.25, 0.5, 0.75):
            means = [np.mean(picture.planes[0]) for picture in (after(dissolve, progress, old, new), old, new)]
            self.assertAlmostEqual(means[0], (1 - progress) * means[1] + progress * means[2], delta=0.5)

    def test_things_travel_to_the_side_that_is_named(self):
        old, new = noise(1), noise(2)
        luma = {name: after(KINDS[name], 0.25, old, new).planes[0] for name in KINDS}
        quarter = SIZE[0] // 4
        for name in ("glide left", "shove left", "wipe left"):
            with self.subTest(name=name):
                self.assertFalse(np.array_equal(luma[name][:, -quarter:], old.planes[0][:, -quarter:]))
        self.assertTrue(np.array_equal(luma["wipe left"][:, -quarter + 1 :], new.planes[0][:, -quarter + 1 :]))
        self.assertTrue(np.array_equal(luma["glide left"][:, -quarter:], new.planes[0][:, :quarter]))
        self.assertTrue(np.array_equal(luma["glide left"][:, :-quarter], old.planes[0][:, :-quarter]))
        self.assertTrue(np.array_equal(luma["shove left"][:, :-quarter], old.planes[0][:, quarter:]))
        self.assertTrue(np.array_equal(luma["uncover down"][16:], old.planes[0][:-16]))
        self.assertTrue(np.array_equal(luma["uncover down"][:16], new.planes[0][:16]))

    def test_a_brightness_dissolve_takes_the_dark_first(self):
        old, new = new_surface(*SIZE, Coding.VIDEO), noise(2)
        old.planes[0][:] = np.linspace(16, 235, SIZE[0]).astype(np.uint8)
        painted = after(KINDS["brightness, light"], 0.5, old, new).planes[0]
        self.assertTrue(np.array_equal(painted[:, -30:], new.planes[0][:, -30:]))
        self.assertTrue(np.array_equal(painted[:, :30], old.planes[0][:, :30]))

    def test_panels_of_a_sweep_follow_each_other(self):
        old, new = noise(1), noise(2)
        painter = partial(sweep, direction="right", colours=[(0, 0, 0), (255, 255, 255)], stagger=0.25)
        row = after(painter, 0.5, old, new).planes[0][10]
        # Edges lie at 0.75, 0.5 and 0.25 of the frame's 96 pixels.
        self.assertEqual((set(row[24:48].tolist()), set(row[48:72].tolist())), ({235}, {16}))
        self.assertTrue(np.array_equal(row[72:], old.planes[0][10, 72:]))
        self.assertTrue(np.array_equal(row[:24], new.planes[0][10, :24]))

    def test_zoom_out_is_zoom_in_backwards(self):
        old, new = noise(1), noise(2)
        for progress in (0.3, 0.6):
            one, other = after(KINDS["zoom in"], progress, old, new), after(KINDS["zoom out"], 1 - progress, new, old)
            self.assertLessEqual(largest_difference(one, other), 2)

    def test_a_fade_is_its_colour_in_the_middle(self):
        painted = after(partial(fade, colour=(255, 255, 255)), 0.5, noise(1), noise(2))
        self.assertEqual([set(plane.ravel().tolist()) for plane in painted.planes], [{235}, {128}, {128}])


class AgainstFFmpeg(unittest.TestCase):
    """FFmpeg's xfade filter at the same progress, luma at 40 dB or more, or with the edge at most a pixel away.

    It counts its progress in whole frames from the first, so frame j of N has j / N; and it rounds edges down. What it
    calls slideleft is our shove; coverleft is a glide, revealleft an uncovering, wipeleft the same. Not compared, as
    they are defined otherwise: its zoomin only enlarges the old picture and then dissolves, its fadeblack keeps each
    picture for a fifth of the time.
    """

    SIZE = 160, 120
    FRAMES = 20

    def xfade(self, kind, old, new):
        graph = av.filter.Graph()
        size = f"{self.SIZE[0]}x{self.SIZE[1]}"
        ends = [
            graph.add("buffer", f"video_size={size}:pix_fmt=yuv420p:time_base=1/20:pixel_aspect=1/1:frame_rate=20/1")
            for _ in range(2)
        ]
        fade_filter = graph.add("xfade", f"transition={kind}:duration=1:offset=0")
        sink = graph.add("buffersink")
        for k, end in enumerate(ends):
            end.link_to(fade_filter, 0, k)
        fade_filter.link_to(sink)
        graph.configure()
        for end, picture in zip(ends, (old, new), strict=True):
            for n in range(self.FRAMES + 1):
                frame = av.VideoFrame(*self.SIZE, "yuv420p")
                for target, plane in zip(frame.planes, picture.planes, strict=True):
                    padded = np.zeros((target.height, target.line_size), np.uint8)
                    padded[:, : target.width] = plane
                    target.update(padded)
                frame.pts, frame.time_base = n, Fraction(1, 20)
                end.push(frame)
            end.push(None)
        lumas = []
        while len(lumas) < self.FRAMES:
            frame = sink.pull()
            plane = frame.planes[0]
            lumas.append(np.frombuffer(plane, np.uint8).reshape(plane.height, plane.line_size)[:, : plane.width].copy())
        return lumas

    def pictures(self):
        x, y = np.meshgrid(np.arange(self.SIZE[0]), np.arange(self.SIZE[1]))
        waves = (np.sin(x / 9) + np.cos(y / 7), np.cos(x / 11 + 1) - np.sin(y / 8))
        pictures = []
        for wave, middle in zip(waves, (90, 160), strict=True):
            surface = new_surface(*self.SIZE, Coding.VIDEO)
            surface.planes[0][:] = middle + 30 * wave
            for plane in surface.planes[1:]:
                plane[:] = 128
            pictures.append(surface)
        return pictures

    def test_a_dissolve(self):
        old, new = self.pictures()
        for j, luma in enumerate(self.xfade("fade", old, new)):
            self.assertGreater(psnr(after(dissolve, j / self.FRAMES, old, new).planes[0], luma), 48)

    def test_pictures_that_travel(self):
        old, new = self.pictures()
        for kind, name in (
            ("slideleft", "shove left"),
            ("slideright", "shove right"),
            ("slideup", "shove up"),
            ("slidedown", "shove down"),
            ("coverleft", "glide left"),
            ("coverdown", "glide down"),
            ("revealright", "uncover right"),
            ("revealup", "uncover up"),
        ):
            for j, luma in enumerate(self.xfade(kind, old, new)):
                ours = after(KINDS[name], j / self.FRAMES, old, new).planes[0]
                if j > 0:
                    with self.subTest(kind=kind, frame=j):
                        self.assertGreater(self.within_a_pixel(ours, luma), 40)

    def within_a_pixel(self, ours, theirs):
        """Return the PSNR of ours against the best of theirs and the same moved by up to a pixel; rims left out."""
        moved = [np.roll(theirs, (down, across), (0, 1)) for down in (-1, 0, 1) for across in (-1, 0, 1)]
        least = np.min([abs(ours.astype(float) - one) for one in moved], axis=0)[2:-2, 2:-2]
        return 10 * np.log10(255**2 / max(np.mean(least**2), 1e-9))

    def test_wipes(self):
        old, new = self.pictures()
        for kind, name in (
            ("wipeleft", "wipe left"),
            ("wiperight", "wipe right"),
            ("wipeup", "wipe up"),
            ("wipedown", "wipe down"),
        ):
            for j, luma in enumerate(self.xfade(kind, old, new)):
                ours = after(KINDS[name], j / self.FRAMES, old, new).planes[0]
                wrong = np.flatnonzero(abs(ours.astype(int) - luma).max(axis=0 if "t" in kind[4:] else 1) > 2)
                with self.subTest(kind=kind, frame=j):
                    self.assertLessEqual(len(wrong), 2)

    def test_a_round_iris_half_open(self):
        """Its circleopen is soft and opens at another speed: where both weigh the same is 3 q - 1 of the way at q."""
        old, new = (new_surface(*self.SIZE, Coding.VIDEO) for _ in range(2))
        for picture, value in ((old, 40), (new, 200)):
            for plane in picture.planes:
                plane[:] = value
        luma = self.xfade("circleopen", old, new)[self.FRAMES // 2]
        ours = after(on_frames(iris, shape="round", way="opens", softness=0.0), 0.5, old, new).planes[0]
        widths = [np.count_nonzero(picture > 120, axis=1)[30:90] for picture in (ours, luma)]
        self.assertLessEqual(int(abs(widths[0] - widths[1]).max()), 3)  # of two edges
        self.assertAlmostEqual(widths[0][30], 100, delta=1)  # half of the diagonal of 200


if __name__ == "__main__":
    unittest.main()
