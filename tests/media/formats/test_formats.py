"""Every format, written and read back by others: frames, rate, size, colours, sound, what the file says of itself."""

import io
import tempfile
import unittest
from fractions import Fraction
from itertools import pairwise
from pathlib import Path

import av
import cv2
import numpy as np
from PIL import ExifTags, Image, ImageCms
from skimage import io as skimage_io

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.house_rules import set_about, set_house_rules, set_title
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.files.project_format import project_to_text
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import ExportError, UsageError
from jaunty_frame.media.export.estimate import estimated
from jaunty_frame.media.export.export_job import show_file_name
from jaunty_frame.media.export.job import job_of, join_segments, plan_of, run_job, write_segment
from jaunty_frame.media.formats.format import Quality
from jaunty_frame.media.formats.format_list import FORMATS, format_of
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.media.photo_sets import write_set
from tests.media.sounds.sound_files import clicks, looked_at, write_sound

VIDEOS = {
    "mp4": ("h264", "yuv420p", "aac"), "hevc": ("hevc", "yuv420p", "aac"), "av1": ("av1", "yuv420p", "aac"),
    "webm": ("vp9", "yuv420p", "opus"), "mov": ("prores", "yuv422p10le", "pcm_s24le"),
    "draft": ("h264", "yuv420p", "aac"),
}  # fmt: skip
PAGES = ("gif", "webp", "avif")


class FormatCase(unittest.TestCase):
    size = (128, 96)
    seconds = Fraction(1)

    @classmethod
    def setUpClass(cls):
        kept = tempfile.TemporaryDirectory()
        cls.addClassCleanup(kept.cleanup)
        cls.folder = Path(kept.name)
        paths = write_set(cls.folder, 3)
        with Image.open(paths[0]) as image:
            exif = image.getexif()
            exif[ExifTags.Base.Make] = "A camera"
            exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.DateTimeOriginal] = "2026:05:01 10:00:00"
            exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitudeRef] = "N"
            image.save(paths[0], exif=exif)
        photos = import_photos(paths, cls.folder, ThumbnailCache(cls.folder / "cache")).photos
        width, height = cls.size
        project = add_photos(photos).apply(Project(outputs=(output_from_text(f"{width}x{height}@25"),)))
        rules = {"seconds_moving": cls.seconds, "seconds_held": cls.seconds, "fade_in": "0", "fade_out": "0"}
        project = set_house_rules("x", **rules).apply(project)
        project = add_words(project.slides[1].id, "The second, glazed", "title").apply(project)
        heard = clicks(9, (0.5, 1.5)) + 0.02 * np.random.default_rng(1).standard_normal((9 * 48000, 1)).astype(
            np.float32
        )
        file = looked_at(write_sound(cls.folder / "c.wav", heard), cls.folder / "cache")
        project = add_sound(file.changed(path="c.wav"), "music", []).apply(project)
        project = set_title("Kiln, opening").apply(project)
        cls.project = set_about("About", author="A. Potter", description="What the kiln gave").apply(project)
        cls.output = project.outputs[0].id
        cls.plan = plan_of(cls.job("mp4"))

    @classmethod
    def job(cls, form, name="show", **fields):
        path = cls.folder / "out" / f"{name}-{form}{FORMATS[form].suffix}"
        return job_of(cls.project, cls.folder, cls.output, path, form=form, **fields)

    def on_screen(self, n):
        """Return frame ``n`` as B, G, R."""
        width, height = self.size
        surface = new_surface(width, height, Coding.SCREEN)
        source = PhotoSource(self.folder)
        with FramePainter(self.plan, source, output_format(self.plan, width, height, Coding.SCREEN)) as painter:
            painter.paint_at(surface, n)
        return surface.planes[0][..., :3]


class Videos(FormatCase):
    def test_frames_rate_size_colours_and_codecs(self):
        total = self.plan.schedule.total
        for form, (codec, pixels, heard) in VIDEOS.items():
            with self.subTest(form), av.open(str(run_job(self.job(form)))) as container:
                stream, sound = container.streams.video[0], container.streams.audio[0]
                self.assertEqual((stream.codec_context.name.removeprefix("lib").split("-")[0], pixels), (
                    {"av1": "dav1d", "vp9": "vpx"}.get(codec, codec) if form in ("av1", "webm") and
                    stream.codec_context.name != codec else codec, stream.codec_context.pix_fmt))  # fmt: skip
                self.assertEqual(sound.codec_context.codec.canonical_name, heard)
                self.assertEqual(stream.average_rate, 25)
                frames = [(frame.time, frame.to_ndarray(format="bgr24")) for frame in container.decode(video=0)]
                self.assertEqual(len(frames), total)
                for k, (at, _) in enumerate(frames):
                    self.assertAlmostEqual(at - frames[0][0], k / 25, delta=0.001)
                half = 2 if form == "draft" else 1
                self.assertEqual(frames[0][1].shape, (self.size[1] // half, self.size[0] // half, 3))
                context = stream.codec_context
                self.assertEqual((context.colorspace, context.color_range, context.color_trc), (1, 1, 1))  # H.273

    def test_colours_are_as_on_the_screen(self):
        n = 10  # before the title
        wanted = self.on_screen(n)
        for form in ("mp4", "hevc", "av1", "webm", "mov"):
            with self.subTest(form), av.open(str(run_job(self.job(form, quality="fine")))) as container:
                frame = next(one for k, one in enumerate(container.decode(video=0)) if k == n)
                found = frame.to_ndarray(format="bgr24")
                soft = [cv2.GaussianBlur(one, (0, 0), 2) for one in (wanted, found)]
                self.assertGreater(cv2.PSNR(*soft), 34)

    def test_sound_is_as_long_and_where_it_was(self):
        for form in ("mp4", "hevc", "webm", "mov", "wav", "flac"):
            with self.subTest(form), av.open(str(run_job(self.job(form)))) as container:
                stream = container.streams.audio[0]
                parts, first = [], None
                for frame in container.decode(stream):
                    first = frame.time if first is None else first
                    samples = frame.to_ndarray().astype(np.float64)
                    parts.append(samples[0] if frame.format.is_planar else samples.reshape(-1, 2)[:, 0])
                heard = np.concatenate(parts)
                self.assertAlmostEqual(len(heard) / 48000, float(self.plan.seconds), delta=0.025)
                near = np.abs(heard[:48000])
                self.assertAlmostEqual(first + near.argmax() / 48000, 0.5, delta=0.01)

    def test_what_the_file_says_of_the_show_and_nothing_else(self):
        for form in ("mp4", "hevc", "av1", "webm", "mov", "flac"):
            with self.subTest(form), av.open(str(run_job(self.job(form)))) as container:
                said = {name.lower(): value for name, value in container.metadata.items()}
                self.assertEqual((said["title"], said["artist"]), ("Kiln, opening", "A. Potter"))
                self.assertEqual(said["comment"], "What the kiln gave")
                # What wrote it must be named in Matroska (RFC 9559, 5.1.2.13); no version is.
                self.assertEqual(said.get("encoder"), "Lavf" if form == "webm" else None)
                if form == "flac":
                    continue
                begins = self.plan.schedule.first[1] / 25
                chapters = [(one["start"] * one["time_base"], one["metadata"]["title"]) for one in container.chapters()]
                self.assertEqual([title for _, title in chapters], ["Kiln, opening", "The second, glazed"])
                self.assertEqual(chapters[0][0], 0)
                self.assertAlmostEqual(float(chapters[1][0]), begins, delta=0.002)

    def test_options_of_codecs(self):
        for form, options, name, value in (
            ("mp4", {"profile": "baseline"}, "profile", "Constrained Baseline"),
            ("mp4", {"profile": "main"}, "profile", "Main"),
            ("hevc", {"depth": "10-bit"}, "pix_fmt", "yuv420p10le"),
            ("webm", {"codec": "av1"}, "name", "libdav1d"),
        ):
            with self.subTest(form=form, **options):
                path = run_job(self.job(form, "with-options", options=options))
                with av.open(str(path)) as container:
                    self.assertEqual(getattr(container.streams.video[0].codec_context, name), value)
                    self.assertEqual(sum(1 for _ in container.decode(video=0)), self.plan.schedule.total)
        path = run_job(self.job("hevc"))
        self.assertIn(b"hvc1", path.read_bytes())

    def test_segments_joined_are_the_whole_frame_by_frame(self):
        total = self.plan.schedule.total
        for form in ("mp4", "hevc", "av1", "webm", "mov"):
            with self.subTest(form):
                whole, job = run_job(self.job(form, quality="fine")), self.job(form, "joined", quality="fine")
                parts = [self.folder / f"{k}-{form}" for k in range(3)]
                edges = (0, 23, 41, total)
                for part, (first, last) in zip(parts, pairwise(edges), strict=True):
                    write_segment(job, range(first, last), part)
                joined = join_segments(job, parts)
                frames = []
                for path in (whole, joined):
                    with av.open(str(path)) as container:
                        frames.append([one.to_ndarray(format="bgr24") for one in container.decode(video=0)])
                self.assertEqual([len(one) for one in frames], [total, total])
                alike = [cv2.PSNR(one, other) for one, other in zip(*frames, strict=True)]
                # With codecs that look ahead each piece is coded a little otherwise, and nothing is off by one.
                self.assertGreater(min(alike), 34)  # of photos full of noise
                for k in (22, 23, 40, 41):
                    near = [cv2.PSNR(frames[1][k], frames[0][n]) for n in range(k - 2, min(k + 3, total))]
                    self.assertGreater(near[2], max(near) - 0.1, k)  # where nothing moves they are alike


class PagesAndPictures(FormatCase):
    def test_pictures_that_move_within_a_page(self):
        total = self.plan.schedule.total
        for form in PAGES:
            with self.subTest(form):
                path = run_job(self.job(form, options={"side": 100, "rate": 13}))
                with Image.open(path) as image:
                    half, made = -(-total // 2), image.n_frames
                    self.assertEqual(image.size, (100, 76))
                    # In a WebP equal pictures are one that lasts longer.
                    self.assertTrue(made <= half if form == "webp" else made == half, made)
                    lasts, shown = [], []
                    for k in range(image.n_frames):
                        image.seek(k)
                        shown.append(np.asarray(image.convert("RGB")))
                        lasts.append(image.info.get("duration", 80))
                    self.assertAlmostEqual(sum(lasts) / 1000, half * 2 / 25, delta=0.1)
                    if form != "avif":
                        self.assertEqual(image.info["loop"], 0)
                wanted = cv2.resize(self.on_screen(10), (100, 76), interpolation=cv2.INTER_AREA)[..., ::-1]
                soft = [cv2.GaussianBlur(np.ascontiguousarray(one), (0, 0), 2) for one in (wanted, shown[5])]
                self.assertGreater(cv2.PSNR(*soft), 28, form)

    def test_one_palette_serves_all_of_a_gif(self):
        path = run_job(self.job("gif"))
        with Image.open(path) as image:
            first = image.getpalette()
            image.seek(image.n_frames - 1)
            colours = {tuple(one) for one in np.asarray(image.convert("RGB")).reshape(-1, 3)}
        known = {tuple(first[k : k + 3]) for k in range(0, len(first), 3)}
        self.assertLessEqual(len(colours), 256)
        self.assertGreater(len(known), 200)

    def test_folders_of_pictures(self):
        total, n = self.plan.schedule.total, 10
        for form, suffix, least in (("png", ".png", 99), ("tiff", ".tif", 99), ("jpeg", ".jpg", 30)):
            with self.subTest(form):
                folder = run_job(self.job(form))
                names = sorted(one.name for one in folder.iterdir())
                self.assertEqual(names, [f"{k:06}{suffix}" for k in range(total)])
                found = skimage_io.imread(folder / names[n])
                self.assertGreater(cv2.PSNR(np.ascontiguousarray(found[..., ::-1]), self.on_screen(n)), least)
                with Image.open(folder / names[n]) as image:
                    profile = ImageCms.ImageCmsProfile(io.BytesIO(image.info["icc_profile"]))
                    self.assertIn("sRGB", ImageCms.getProfileDescription(profile))
                job = self.job(form, "joined")
                parts = [self.folder / f"{form}-{k}" for k in range(2)]
                for part, frames in zip(parts, (range(40), range(40, total)), strict=True):
                    write_segment(job, frames, part)
                joined = join_segments(job, parts)
                self.assertEqual(sorted(one.name for one in joined.iterdir()), names)
                for name in names[::13]:
                    self.assertEqual((joined / name).read_bytes(), (folder / name).read_bytes())

    def test_stills_sort_and_say_no_more_than_asked(self):
        folder = run_job(self.job("stills"))
        names = sorted(one.name for one in folder.iterdir())
        self.assertEqual(names[1], "02-the-second-glazed.jpg")
        self.assertEqual([name[:3] for name in names], ["01-", "02-", "03-"])
        with Image.open(folder / names[0]) as image:
            exif = image.getexif()
            self.assertEqual(image.size, self.size)
            self.assertEqual(exif[ExifTags.Base.Artist], "A. Potter")
            self.assertEqual(exif[ExifTags.Base.ImageDescription], "Kiln, opening")
            self.assertEqual(set(exif), {ExifTags.Base.Artist, ExifTags.Base.ImageDescription})
        asked = {"picture": "webp", "author": False, "taken": True, "place": True}
        folder = run_job(self.job("stills", "told", options=asked))
        with Image.open(folder / f"{Path(names[0]).stem}.webp") as image:
            exif = image.getexif()
            self.assertEqual(exif[ExifTags.Base.Make], "A camera")
            taken = exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.DateTimeOriginal]
            self.assertEqual((taken, exif.get_ifd(ExifTags.IFD.GPSInfo)[1]), ("2026:05:01 10:00:00", "N"))
            self.assertNotIn(ExifTags.Base.Artist, exif)
        nothing = run_job(self.job("stills", "nothing", options={"picture": "png", "author": False}))
        with Image.open(nothing / f"{Path(names[0]).stem}.png") as image:
            self.assertEqual((len(image.getexif()), image.size), (0, self.size))

    def test_without_sound_none_is_written_alone(self):
        silent = self.project.changed(sound=Project().sound)
        job = job_of(silent, self.folder, self.output, self.folder / "silent.wav", form="wav")
        with self.assertRaisesRegex(ExportError, "Nothing is heard in"):
            run_job(job)
        self.assertFalse((self.folder / "silent.wav").exists())


class Limits(FormatCase):
    size = (192, 144)
    seconds = Fraction(2)

    def test_a_limit_is_met_and_never_exceeded(self):
        for form, share in (("mp4", 0.8), ("mp4", 0.6), ("hevc", 0.6), ("webm", 0.5), ("av1", 0.7)):
            with self.subTest(form=form, share=share):
                quiet = self.project.changed(sound=Project().sound)
                job = self.job(form, "free", quality="fine").changed(project=project_to_text(quiet))
                free = run_job(job).stat().st_size
                limit = share * free
                told = []
                job = job.changed(to=str(self.folder / "kept" / f"{form}.mp4"), limit_mb=limit / 1e6)
                path = run_job(job, lambda done, total, told=told: told.append(done <= total))
                self.assertLessEqual(path.stat().st_size, limit)
                self.assertGreater(path.stat().st_size, 0.8 * limit)
                with av.open(str(path)) as container:
                    self.assertEqual(sum(1 for _ in container.decode(video=0)), self.plan.schedule.total)
                self.assertTrue(told and all(told))
                self.assertEqual(sorted(one.name for one in path.parent.iterdir() if one.name.startswith(".")), [])

    def test_what_is_small_enough_is_left_as_it_is(self):
        free = run_job(self.job("mp4", "free")).read_bytes()
        kept = run_job(self.job("mp4", "kept", limit_mb=50.0))
        self.assertAlmostEqual(kept.stat().st_size, len(free), delta=0.02 * len(free))

    def test_what_cannot_be_made_so_small_is_told(self):
        with self.assertRaisesRegex(ExportError, "cannot be made smaller than 0.[0-9] MB"):
            run_job(self.job("mp4", "tiny", limit_mb=0.01))
        with self.assertRaisesRegex(ExportError, "GIF cannot be kept under a size"):
            run_job(self.job("gif", "tiny", limit_mb=1.0))

    def test_sizes_are_estimated_for_formats_of_every_sort(self):
        source = PhotoSource(self.folder)
        for form in ("mp4", "webm", "gif", "webp", "jpeg", "flac", "stills", "draft"):
            with self.subTest(form):
                path = run_job(self.job(form, "measured"))
                files = [path] if path.is_file() else list(path.iterdir())
                size = sum(one.stat().st_size for one in files)
                told = estimated(self.plan, source, Quality.STANDARD, True, form_name=form)
                # So short a show is mostly what a file needs anyway.
                self.assertTrue(0.6 < told.size / size < 1.7, (told.size, size))
                self.assertGreater(told.seconds, 0)


class Names(FormatCase):
    def test_names_by_a_pattern(self):
        output = self.project.outputs[0]
        self.assertEqual(show_file_name(self.project, output, "mp4"), "kiln-opening-128x96@25-128x96.mp4")
        self.assertEqual(show_file_name(self.project, output, "hevc"), "kiln-opening-128x96@25-128x96-hevc.mp4")
        self.assertEqual(show_file_name(self.project, output, "png"), "kiln-opening-128x96@25-128x96-png")
        named = show_file_name(self.project, output, "gif", "{title} for {size}")
        self.assertEqual(named, "kiln-opening for 128x96.gif")
        self.assertRegex(show_file_name(self.project, output, "gif", "{date}_{format}"), r"^20\d\d-\d\d-\d\d_gif\.gif$")
        for wrong in ("{name}", "{title.x}", "a/b", "..", "{title", "{0}", "x" * 300, "{title!r:>99999}"):
            with self.subTest(wrong), self.assertRaises(UsageError):
                show_file_name(self.project, output, "mp4", wrong)

    def test_every_format_says_how_it_paints(self):
        for form in FORMATS:
            self.assertTrue(callable(format_of(form).painted), form)


if __name__ == "__main__":
    unittest.main()
