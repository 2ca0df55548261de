"""Clips are read as they are: every picture at its time, upright, in its own colours; what is damaged is told."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.filter import Graph
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc
from PIL import Image

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moving.clip_import import content_of, look_at_clip
from jaunty_frame.media.moving.clip_names import is_clip
from jaunty_frame.media.moving.clips import clip_picture
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.media.moving.clip_files import number_of, numbered, write_clip
from tests.media.sounds.sound_files import tone

IN_ORDER, ANY_ORDER = tuple(range(40)), (0, 39, 12, 11, 13, 30, 5, 5, 38, 0)
KINDS = (
    ("h264.mp4", {}),
    ("hevc.mp4", {"codec": "libx265", "options": {"x265-params": "log-level=none"}}),
    ("h264.mkv", {"rate": Fraction(24000, 1001)}),
    ("vp8.webm", {"codec": "libvpx"}),
    ("vp9.webm", {"codec": "libvpx-vp9"}),
    ("av1.webm", {"codec": "libsvtav1"}),
    ("prores.mov", {"codec": "prores_ks", "pix_fmt": "yuv422p10le"}),
    ("mjpeg.avi", {"codec": "mjpeg", "pix_fmt": "yuvj420p"}),
    ("mpeg2.mpg", {"codec": "mpeg2video"}),
    ("mpeg4.avi", {"codec": "mpeg4"}),
    ("mpeg2.ts", {"codec": "mpeg2video"}),
)


class ClipCase(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.cache = ThumbnailCache(self.folder / "cache")

    def look(self, path):
        return look_at_clip(path, self.folder, self.cache)


class EveryPicture(ClipCase):
    def test_of_every_coding_in_any_order(self):
        for name, fields in KINDS:
            with self.subTest(name):
                path = write_clip(self.folder / name, **fields)
                rate = fields.get("rate", Fraction(25))
                photo = self.look(path)
                self.assertEqual((photo.width, photo.height), (128, 64))
                self.assertEqual((photo.moving.pictures, photo.moving.rate), (40, rate))
                for order in (IN_ORDER, ANY_ORDER):
                    self.assertEqual([number_of(clip_picture(path, n / rate, 128)) for n in order], list(order))

    def test_at_every_rate_and_just_before_and_after_it_comes(self):
        for rate in map(Fraction, ("24000/1001", "24", "25", "30000/1001", "30", "50", "60000/1001", "60")):
            for suffix, late in ((".mp4", Fraction(1, 10_000)), (".mkv", Fraction(11, 10_000))):
                with self.subTest(rate=rate, suffix=suffix):
                    path = write_clip(self.folder / f"{rate.numerator}{suffix}", rate=rate, count=30)
                    self.assertEqual(self.look(path).moving.rate, rate)
                    for n in (1, 7, 29):
                        seen = [number_of(clip_picture(path, n / rate + by, 128)) for by in (-late, 0, late)]
                        self.assertEqual(seen, [n - 1, n, n])

    def test_of_uneven_ones_by_their_time_stamps(self):
        stamps = [0]
        for n in range(39):
            stamps.append(stamps[-1] + (33, 41, 90, 17)[n % 4])
        path = write_clip(self.folder / "uneven.mkv", stamps=stamps, time_base=Fraction(1, 1000))
        moving = self.look(path).moving
        self.assertGreaterEqual(moving.seconds, Fraction(stamps[-1], 1000))
        for n in (0, 1, 2, 3, 17, 38):
            middle = Fraction(stamps[n] + stamps[n + 1], 2000)
            self.assertEqual(number_of(clip_picture(path, middle, 128)), n)
            tick = moving.picture_at(Fraction(stamps[n], 1000))
            self.assertEqual(number_of(clip_picture(path, tick / moving.rate, 128)), n)

    def test_of_one_whose_time_does_not_begin_at_nought(self):
        path = write_clip(self.folder / "late.mkv", stamps=list(range(250, 290)))
        self.assertEqual(self.look(path).moving.pictures, 40)
        self.assertEqual([number_of(clip_picture(path, Fraction(n, 25), 128)) for n in (0, 39, 20)], [0, 39, 20])

    def test_of_what_came_in_the_place_of_the_file(self):
        path = write_clip(self.folder / "a.mp4")
        self.assertEqual(number_of(clip_picture(path, Fraction(10, 25), 128)), 10)
        write_clip(path, picture=lambda n: numbered(n + 100))
        self.assertEqual(number_of(clip_picture(path, Fraction(11, 25), 128)), 111)

    def test_beyond_its_ends_the_first_and_the_last(self):
        path = write_clip(self.folder / "a.mp4")
        self.assertEqual([number_of(clip_picture(path, Fraction(at), 128)) for at in (-1, 100)], [0, 39])


class Upright(ClipCase):
    def test_turned_by_its_display_matrix(self):
        # As phones write them; PyAV itself tells the turn of the same picture.
        upright = numbered(5)
        for degrees in (90, 180, 270):
            with self.subTest(degrees):
                path = write_clip(self.folder / f"{degrees}.mp4", rotation=degrees, count=3, picture=lambda n: upright)
                with av.open(str(path)) as container:
                    told = next(container.decode(video=0)).rotation
                photo = self.look(path)
                shown = clip_picture(path, Fraction(0), 4000)
                self.assertEqual((photo.width, photo.height), shown.shape[1::-1])
                expected = np.rot90(upright, told // 90)
                self.assertLess(np.abs(shown.astype(int) - expected[..., ::-1]).mean(), 6)

    def test_wide_pixels_are_made_square(self):
        def wide(context):
            context.sample_aspect_ratio = Fraction(64, 45)

        path = write_clip(self.folder / "a.mkv", prepare=wide, width=72, height=64)
        photo = self.look(path)
        self.assertEqual((photo.width, photo.height), (102, 64))
        self.assertEqual(clip_picture(path, Fraction(0), 1000).shape, (64, 102, 3))

    def test_asked_for_small_it_is_small_and_odd_sizes_are_odd(self):
        path = write_clip(self.folder / "a.mkv", codec="ffv1", pix_fmt="yuv444p", width=129, height=67)
        self.assertEqual((self.look(path).width, self.look(path).height), (129, 67))
        self.assertEqual(clip_picture(path, Fraction(0), 65).shape, (34, 65, 3))


class Colours(ClipCase):
    PATCHES = ((200, 40, 40), (40, 180, 60), (50, 60, 190), (128, 128, 128), (16, 16, 16), (240, 240, 240))

    def patches(self, n):
        pixels = np.zeros((64, 96, 3), np.uint8)
        for k, colour in enumerate(self.PATCHES):
            pixels[:, 16 * k : 16 * k + 16] = colour
        return pixels

    def seen(self, path):
        shown = clip_picture(path, Fraction(0), 96)
        return [shown[32, 16 * k + 8, ::-1].astype(int) for k in range(len(self.PATCHES))]

    def test_of_every_matrix_and_range_as_ffmpeg_converts_them(self):
        for space in (Colorspace.ITU709, Colorspace.ITU601, Colorspace.BT2020):
            for reach in (ColorRange.MPEG, ColorRange.JPEG):
                with self.subTest(space=space, reach=reach):

                    def prepare(context, space=space, reach=reach):
                        context.colorspace, context.color_range = space, reach

                    path = write_clip(
                        self.folder / f"{space}-{reach}.mkv", codec="libx264", pix_fmt="yuv444p",
                        options={"crf": "1"}, prepare=prepare, picture=self.patches, count=2,
                    )  # fmt: skip
                    with av.open(str(path)) as container:
                        frame = next(container.decode(video=0))
                    self.assertEqual((frame.colorspace, frame.color_range), (space, reach))
                    for seen, meant in zip(self.seen(path), self.PATCHES, strict=True):
                        self.assertLessEqual(np.abs(seen - meant).max(), 3)

    def test_what_is_not_said_is_guessed_by_the_lines(self):
        for height, space in ((64, Colorspace.ITU601), (720, Colorspace.ITU709)):
            with self.subTest(height):

                def prepare(context):
                    context.colorspace, context.color_range = Colorspace(2), ColorRange.MPEG

                def tall(n, height=height):
                    return np.repeat(self.patches(n)[:1], height, axis=0)

                path = self.folder / f"{height}.mkv"
                with av.open(str(path), "w") as container:
                    stream = container.add_stream("ffv1", rate=25)
                    stream.width, stream.height, stream.pix_fmt = 96, height, "yuv444p"
                    frame = av.VideoFrame.from_ndarray(tall(0), format="rgb24").reformat(
                        format="yuv444p", dst_colorspace=space, dst_color_range=ColorRange.MPEG,
                        src_color_range=ColorRange.JPEG,
                    )  # fmt: skip
                    frame.colorspace, frame.color_range = 2, ColorRange.UNSPECIFIED
                    frame.pts = 0
                    container.mux(stream.encode(frame))
                    container.mux(stream.encode(None))
                for seen, meant in zip(self.seen(path), self.PATCHES, strict=True):
                    self.assertLessEqual(np.abs(seen - meant).max(), 3)

    def test_light_of_a_wide_range_becomes_ours(self):
        def prepare(context):
            context.colorspace, context.color_range = Colorspace.BT2020, ColorRange.MPEG
            context.color_primaries, context.color_trc = ColorPrimaries.BT2020, ColorTrc.SMPTE2084

        def grey(n):
            return np.full((64, 96, 3), round(0.58 * 255), np.uint8)  # the white of paper, by ITU-R BT.2408

        path = write_clip(
            self.folder / "pq.mkv", codec="libx265", pix_fmt="yuv420p10le", prepare=prepare, picture=grey, count=8,
            options={"x265-params": "log-level=none"},
        )  # fmt: skip
        shown = clip_picture(path, Fraction(0), 96)[32, 48]
        self.assertTrue(190 <= int(shown.min()) <= int(shown.max()) <= 240, shown)

    def test_what_is_seen_through(self):
        def half(n):
            pixels = np.zeros((64, 96, 4), np.uint8)
            pixels[..., 0], pixels[:, :48, 3] = 200, 255
            return pixels

        path = self.folder / "clear.mov"
        with av.open(str(path), "w") as container:
            stream = container.add_stream("prores_ks", rate=25, options={"profile": "4444"})
            stream.width, stream.height, stream.pix_fmt = 96, 64, "yuva444p10le"
            frame = av.VideoFrame.from_ndarray(half(0), format="rgba").reformat(format="yuva444p10le")
            frame.pts = 0
            container.mux(stream.encode(frame))
            container.mux(stream.encode(None))
        self.assertTrue(self.look(path).transparent)
        shown = clip_picture(path, Fraction(0), 96)
        self.assertEqual(shown.shape, (64, 96, 4))
        self.assertGreater(int(shown[32, 20, 3]), 250)
        self.assertEqual(shown[32, 80].tolist(), [0, 0, 0, 0])  # premultiplied


class TwoTurns(ClipCase):
    def test_lines_that_come_in_two_turns_are_made_whole_as_bwdif_does(self):
        def bar(at):
            pixels = np.full((64, 96, 3), 40, np.uint8)
            pixels[:, at : at + 12] = 220
            return pixels

        def combed(n):
            pixels = bar(8 * n)
            pixels[1::2] = bar(8 * n + 4)[1::2]
            return pixels

        def prepare(context):
            context.flags |= 1 << 29 | 1 << 18  # coded in two turns: AV_CODEC_FLAG_INTERLACED_ME and _DCT

        path = self.folder / "turns.mpg"
        write_clip(path, codec="mpeg2video", picture=combed, count=8, prepare=prepare, options={"qscale": "2"})
        with av.open(str(path)) as container:
            frames = list(container.decode(video=0))
        self.assertTrue(frames[3].interlaced_frame)
        graph = Graph()
        first = frames[0]
        source = graph.add_buffer(
            width=first.width, height=first.height, format=first.format.name, time_base=first.time_base
        )
        whole, sink = graph.add("bwdif", "mode=send_frame"), graph.add("buffersink")
        source.link_to(whole)
        whole.link_to(sink)
        graph.configure()
        theirs = []
        for frame in [*frames, None]:
            source.push(frame)
            try:
                while True:
                    theirs.append(sink.pull().to_ndarray(format="bgr24")[..., 1])
            except (av.error.BlockingIOError, av.error.EOFError):
                continue
        for n in (2, 3, 4):
            ours = clip_picture(path, Fraction(n, 25), 96)[..., 1].astype(float)
            edge = np.abs(np.diff(ours, axis=0)).mean()
            self.assertLess(edge, 6, "a comb")
            self.assertLess(np.abs(ours - theirs[n]).mean(), 2)


class ComingIn(ClipCase):
    def test_with_photos_by_name_or_by_how_it_begins(self):
        write_clip(self.folder / "named.mp4", sound=tone(1))
        write_clip(self.folder / "other.mkv")
        (self.folder / "other.mkv").rename(self.folder / "without a name")
        (self.folder / "notes.txt").write_text("no clip")
        self.assertTrue(is_clip(self.folder / "without a name"))
        self.assertFalse(is_clip(self.folder / "notes.txt"))
        imported = import_photos([self.folder], self.folder, self.cache)
        self.assertEqual([(one.path, one.moving is not None) for one in imported.photos], [
            ("named.mp4", True), ("without a name", True),
        ])  # fmt: skip
        named, other = imported.photos
        self.assertEqual((named.moving.sound.channels, other.moving.sound), (2, None))
        self.assertIsNotNone(self.cache.get(named.content))

    def test_moving_gif_webp_and_avif_with_their_own_times(self):
        pictures = [Image.fromarray(numbered(n)) for n in range(8)]
        each = {"even.gif": [100] * 8, "uneven.gif": [40, 200] * 4, "two.gif": [100] * 2, "even.avif": [100] * 8}
        each |= {"even.webp": [100] * 8, "uneven.webp": [40, 200] * 4}
        for name, lasts in each.items():
            with self.subTest(name):
                path = self.folder / name
                own = lasts[0] if name.endswith("avif") else lasts
                pictures[0].save(path, save_all=True, append_images=pictures[1 : len(lasts)], duration=own)
                self.assertTrue(is_clip(path))
                moving, at = self.look(path).moving, 0
                self.assertEqual(moving.seconds, Fraction(sum(lasts), 1000))
                for n, length in enumerate(lasts):
                    self.assertEqual(number_of(clip_picture(path, Fraction(at + length // 2, 1000), 128)), n)
                    at += length
                self.assertEqual(number_of(clip_picture(path, Fraction(0), 128)), 0)

    def test_a_single_picture_lasts_as_a_photo_does(self):
        Image.fromarray(numbered(3)).save(self.folder / "one.gif")
        self.assertEqual(self.look(self.folder / "one.gif").moving.seconds, 5)

    def test_a_picture_of_itself_is_not_the_clip(self):
        path = self.folder / "covered.mp4"
        with av.open(str(path), "w") as container:
            cover = container.add_stream("mpeg4", rate=25)
            cover.width, cover.height, cover.pix_fmt = 64, 64, "yuv420p"
            stream = container.add_stream("libx264", rate=25)
            stream.width, stream.height, stream.pix_fmt = 128, 64, "yuv420p"
            still = av.VideoFrame.from_ndarray(np.zeros((64, 64, 3), np.uint8), format="rgb24").reformat(
                format="yuv420p"
            )
            still.pts = 0
            container.mux(cover.encode(still))
            for n in range(20):
                frame = av.VideoFrame.from_ndarray(numbered(n), format="rgb24").reformat(format="yuv420p")
                frame.pts = n
                container.mux(stream.encode(frame))
            for one in (cover, stream):
                container.mux(one.encode(None))
        self.assertEqual((self.look(path).width, self.look(path).height), (128, 64))

    def test_it_goes_by_its_size_and_some_places(self):
        path = self.folder / "large.mp4"
        with open(path, "wb") as file:
            file.truncate(50_000_000)
        before = content_of(path)
        self.assertEqual(before, content_of(path))
        for place in (0, 12_500_000, 25_000_000, 49_999_999):
            with open(path, "r+b") as file:
                file.seek(place)
                file.write(b"x")
            self.assertNotEqual(content_of(path), before)
            before = content_of(path)

    def test_what_is_damaged_is_shown_as_far_as_it_goes(self):
        path = write_clip(self.folder / "a.mkv", count=120)
        whole = path.read_bytes()
        path.write_bytes(whole[: len(whole) * 2 // 3])
        moving = self.look(path).moving
        self.assertTrue(20 < moving.pictures <= 120, moving)
        self.assertEqual(number_of(clip_picture(path, Fraction(1), 128)), 25)
        late = number_of(clip_picture(path, Fraction(110, 25), 128))  # the last that can be read stays
        self.assertTrue(20 < late < 110)
        broken = bytearray(whole)
        for place in range(len(whole) // 3, len(whole) * 2 // 3, 97):
            broken[place] ^= 0xFF
        path.write_bytes(broken)
        self.assertEqual(clip_picture(path, Fraction(4), 128).shape, (64, 128, 3))

    def test_a_moving_webp_that_would_fill_the_memory_is_told(self):
        path = self.folder / "huge.webp"
        pictures = [Image.fromarray(numbered(n)) for n in range(2)]
        pictures[0].save(path, save_all=True, append_images=pictures[1:])
        data = bytearray(path.read_bytes())
        data[24:30] = (16000).to_bytes(3, "little") * 2
        path.write_bytes(data)
        with self.assertRaisesRegex(PhotoError, "huge.webp is 16001 x 16001 pixels large; make it smaller"):
            self.look(path)
        path.write_bytes(data[:40])
        with self.assertRaisesRegex(PhotoError, "huge.webp"):
            self.look(path)

    def test_what_cannot_be_read_gets_one_sentence(self):
        cases = {"empty.mp4": b"", "text.mp4": b"no clip at all " * 100, "cut.mp4": None, "sound.mp4": None}
        write_clip(self.folder / "a.mp4")
        for name, data in cases.items():
            path = self.folder / name
            if name == "cut.mp4":  # its index, at the end, is gone
                data = (self.folder / "a.mp4").read_bytes()[:2000]
            if name == "sound.mp4":
                with av.open(str(path), "w") as container:
                    stream = container.add_stream("aac", rate=RATE, layout="stereo")
                    frame = av.AudioFrame.from_ndarray(np.zeros((2, 1024), np.float32), "fltp", "stereo")
                    frame.sample_rate = RATE
                    container.mux(stream.encode(frame))
                    container.mux(stream.encode(None))
            else:
                path.write_bytes(data)
            with self.subTest(name), self.assertRaises(PhotoError) as caught:
                self.look(path)
            said = str(caught.exception)
            self.assertIn(name, said)
            self.assertTrue("convert it" in said or "bring sound in" in said or "copy it again" in said, said)
            self.assertEqual("is cut off" in said, name == "cut.mp4")
