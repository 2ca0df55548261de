"""Exported files as another program reads them, and what is left when an export fails."""

import contextlib
import os
import subprocess
import sys
import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import av
import cv2
import numpy as np
from PIL import Image

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.slides import leave_out, remove_slides
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import PRESETS, output_from_text
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.errors import Cancelled, ExportError
from jaunty_frame.media.export.export import export_frame, export_show
from jaunty_frame.media.export.export_job import ensure_exportable, show_file_name
from jaunty_frame.media.formats.format import Quality, Wanted
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.show.planning.planner import Planner, plan_output
from tests.media.photo_sets import write_set

SMALL = ("320x568", "480x480@25", "640x360@30000/1001")


class WithProject(unittest.TestCase):
    def setUp(self):
        self._folder = tempfile.TemporaryDirectory()
        self.addCleanup(self._folder.cleanup)
        self.folder = Path(self._folder.name)
        cache = ThumbnailCache(self.folder / "cache")
        self.source = PhotoSource(self.folder, cache)
        self.project = self.project_of(write_set(self.folder, 3), cache)

    def project_of(self, paths, cache, **rules):
        imported = import_photos(paths, self.folder, cache)
        self.assertEqual(imported.problems, ())
        half = Fraction(1, 2)
        rules = HouseRules(
            **(
                {
                    "seconds_moving": Fraction(1),
                    "fade_in": half,
                    "fade_out": half,
                    "transition": CrossDissolve(seconds=half),
                }
                | rules
            )
        )
        outputs = tuple(output_from_text(text) for text in SMALL)
        return add_photos(imported.photos).apply(Project(title="Kiln opening", outputs=outputs, house_rules=rules))

    def exported(self, output_id, project=None, quality=Quality.STANDARD, **more):
        path, plan = self.folder / "show.mp4", plan_output(project or self.project, output_id)
        export_show(plan, self.source, path, Wanted(plan.output, quality), overwrite=True, **more)
        return path


def frames_of(path):
    with av.open(str(path)) as container:
        return [frame.to_ndarray() for frame in container.decode(video=0)]


class Files(WithProject):
    def test_every_output_has_its_exact_frames_rate_and_tags(self):
        for output in self.project.outputs:
            with self.subTest(output=output.id):
                path = self.exported(output.id, quality=Quality.QUICK)
                plan = plan_output(self.project, output.id)
                with av.open(str(path)) as container:
                    stream = container.streams.video[0]
                    context = stream.codec_context
                    times = [frame.pts * frame.time_base for frame in container.decode(stream)]
                self.assertEqual((context.name, context.pix_fmt), ("h264", "yuv420p"))
                self.assertEqual((context.width, context.height), (output.width, output.height))
                self.assertEqual(stream.average_rate, output.frame_rate)
                self.assertEqual(times, [n / output.frame_rate for n in range(plan.schedule.total)])
                # ITU-T H.273: 1 = BT.709 for matrix, primaries and transfer; range 1 = limited.
                tags = context.colorspace, context.color_primaries, context.color_trc, context.color_range
                self.assertEqual([int(tag) for tag in tags], [1, 1, 1, 1])
                data = path.read_bytes()
                self.assertLess(data.index(b"moov"), data.index(b"mdat"), "the index comes first")

    def test_disc_pixels_are_not_square(self):
        project = self.project.changed(outputs=(PRESETS[8],))
        with av.open(str(self.exported("disc", project, quality=Quality.QUICK))) as container:
            self.assertEqual(container.streams.video[0].sample_aspect_ratio, Fraction(64, 45))

    def test_decoded_patches_have_the_colours_of_bt709(self):
        patches = {
            "white": (255, 255, 255),
            "black": (0, 0, 0),
            "red": (220, 30, 40),
            "green": (40, 180, 60),
            "sky": (120, 170, 230),
        }
        paths = []
        for name, colour in patches.items():
            paths.append(self.folder / f"{name}.png")
            Image.new("RGB", (640, 360), colour).save(paths[-1])
        cut = {"transition": Cut(), "fade_in": Fraction(0), "fade_out": Fraction(0)}
        project = self.project_of(paths, ThumbnailCache(self.folder / "cache"), **cut)
        with av.open(str(self.exported(SMALL[0], project, quality=Quality.FINE))) as container:
            frames = list(container.decode(video=0))
        for k, (name, colour) in enumerate(patches.items()):
            with self.subTest(name=name):
                frame = frames[k * 30 + 15]
                y, u, v = (
                    np.frombuffer(p, np.uint8).reshape(p.height, p.line_size)[p.height // 2, p.width // 2]
                    for p in frame.planes
                )
                # ITU-R BT.709-6 item 3, limited range, written out.
                red, green, blue = np.array(colour) / 255
                luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue
                expected = (
                    16 + 219 * luma,
                    128 + 224 * (blue - luma) / 1.8556,
                    128 + 224 * (red - luma) / 1.5748,
                )
                np.testing.assert_allclose((y, u, v), expected, atol=2)
                decoded = frame.reformat(format="rgb24", src_colorspace="ITU709").to_ndarray()[284, 160]
                np.testing.assert_allclose(decoded, colour, atol=3)

    def test_the_preview_is_what_is_delivered(self):
        output = self.project.outputs[0]
        plan = plan_output(self.project, output.id)
        path = self.exported(output.id, quality=Quality.FINE)
        with av.open(str(path)) as container:
            frames = [
                np.frombuffer(f.planes[0], np.uint8).reshape(-1, f.planes[0].line_size)[:, :320]
                for f in container.decode(video=0)
            ]
        surface = new_surface(output.width, output.height, Coding.SCREEN)
        with FramePainter(
            plan, self.source, output_format(plan, output.width, output.height, Coding.SCREEN)
        ) as painter:
            for n in (3, 20, 37, 50):
                painter.paint_at(surface, n)
                luma = 16 + surface.planes[0][..., :3] @ np.array([0.0722, 0.7152, 0.2126]) * 219 / 255
                self.assertGreaterEqual(cv2.PSNR(luma, frames[n].astype(float)), 38, f"frame {n}")

    def test_a_frame_as_png_is_the_frame_of_the_video(self):
        output = self.project.outputs[1]
        plan = plan_output(self.project, output.id)
        picture = self.folder / "frame.png"
        export_frame(plan, self.source, 20, picture)
        decoded = frames_of(self.exported(output.id, quality=Quality.FINE))[20]
        self.assertEqual(Image.open(picture).size, (480, 480))
        luma = np.asarray(Image.open(picture)) @ np.array([0.2126, 0.7152, 0.0722]) * 219 / 255 + 16
        self.assertGreater(cv2.PSNR(luma, decoded[:480].astype(float)), 38)

    def test_every_output_may_have_a_plain_fill(self):
        project = set_for_all("Fill", fill=PlainFill(colour="#ffffff"), placement="whole").apply(self.project)
        frame = frames_of(self.exported(SMALL[0], project))[20]
        self.assertAlmostEqual(int(frame[2, 5]), 235, delta=2)

    def test_names(self):
        self.assertEqual(show_file_name(self.project, PRESETS[0]), "kiln-opening-tall-1080x1920.mp4")
        odd = self.project.changed(title="../Été & Töpfe/..")
        self.assertEqual(show_file_name(odd, PRESETS[0]), "ete-topfe-tall-1080x1920.mp4")
        self.assertEqual(show_file_name(odd.changed(title="窯"), PRESETS[0]), "show-tall-1080x1920.mp4")


class Failures(WithProject):
    def plans(self):
        return list(Planner().plans(self.project).values())

    def leftovers(self):
        return [path.name for path in self.folder.iterdir() if "mp4" in path.name]

    def test_a_cancelled_export_leaves_nothing(self):
        calls = []
        with self.assertRaises(Cancelled):
            self.exported(SMALL[0], cancelled=lambda: len(calls) > 20, progress=lambda done, total: calls.append(done))
        self.assertEqual(len(calls), 21)
        self.assertEqual(self.leftovers(), [])

    def test_a_damaged_photo_stops_the_export_and_leaves_what_was_there(self):
        old = self.exported(SMALL[0], quality=Quality.QUICK).read_bytes()
        path = self.folder / "photo-2.jpg"
        path.write_bytes(path.read_bytes()[:5000])
        self.source = PhotoSource(self.folder, ThumbnailCache(self.folder / "cache"))
        with self.assertRaisesRegex(Exception, "photo-2.jpg"):
            self.exported(SMALL[0])
        self.assertEqual(self.leftovers(), ["show.mp4"])
        self.assertEqual((self.folder / "show.mp4").read_bytes(), old)

    def test_nothing_is_overwritten_unasked(self):
        path = self.exported(SMALL[0], quality=Quality.QUICK)
        with self.assertRaisesRegex(ExportError, "already"):
            export_show(plan_output(self.project, SMALL[0]), self.source, path)

    def test_missing_photos_and_empty_shows_are_refused(self):
        (self.folder / "photo-1.jpg").unlink()
        with self.assertRaisesRegex(ExportError, "photo-1.jpg"):
            ensure_exportable(self.project, self.folder, self.plans())
        with self.assertRaisesRegex(ExportError, "no slides"):
            ensure_exportable(Project(), self.folder, [])

    def test_photos_that_no_output_shows_may_be_missing_and_an_output_that_shows_none_is_told(self):
        first, photo = self.project.slides[0], self.project.photos[0]
        Path(self.folder, photo.path).unlink()
        self.project = remove_slides([first.id]).apply(self.project)
        ensure_exportable(self.project, self.folder, self.plans())
        ids, output = [slide.id for slide in self.project.slides], self.project.outputs[0]
        self.project = leave_out(ids, output.id, True).apply(self.project)
        with self.assertRaisesRegex(ExportError, f"left out of {output.name}"):
            ensure_exportable(self.project, self.folder, self.plans())

    def test_a_folder_that_cannot_be_written_gets_a_sentence(self):
        plan = plan_output(self.project, SMALL[0])
        for folder in (Path("/proc/nowhere"), self.folder / "photo-1.jpg"):
            with self.assertRaisesRegex(ExportError, "cannot be written"):
                export_show(plan, self.source, folder / "x.mp4")

    def test_a_full_disk_gets_a_sentence_and_leaves_nothing(self):
        # A limit on the size of files stands in for the end of the disk.
        script = (
            "import resource, signal; signal.signal(signal.SIGXFSZ, signal.SIG_IGN);"
            "resource.setrlimit(resource.RLIMIT_FSIZE, (20000, 20000));"
            "from jaunty_frame.cli.entry import main; import sys; main(sys.argv[1:])"
        )
        save_project(self.project, self.folder / "show.jaunty")
        command = [
            sys.executable,
            "-c",
            script,
            "render",
            str(self.folder / "show.jaunty"),
            "--output",
            SMALL[0],
        ]
        done = subprocess.run([*command, "--to", str(self.folder / "out")], capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 2)
        self.assertIn("cannot be written", done.stderr)
        self.assertEqual(len(done.stderr.strip().splitlines()), 1)
        self.assertEqual(os.listdir(self.folder / "out"), [])

    def test_a_killed_export_leaves_nothing_under_its_name_and_the_next_tidies_up(self):
        save_project(self.project, self.folder / "show.jaunty")
        program = [sys.executable, "-m", "jaunty_frame", "render", str(self.folder / "show.jaunty"), "--all"]
        out = self.folder / "out"
        running = subprocess.Popen([*program, "--to", str(out), "--quality", "fine"], stderr=subprocess.DEVNULL)
        while running.poll() is None and not (out.is_dir() and any(out.iterdir())):
            with contextlib.suppress(subprocess.TimeoutExpired):
                running.wait(0.01)
        running.kill()
        running.wait()
        self.assertTrue(all(name.startswith(".") for name in os.listdir(out)))
        subprocess.run([*program, "--to", str(out), "--quality", "quick"], check=True, capture_output=True)
        self.assertEqual([name for name in os.listdir(out) if name.startswith(".")], [])
        self.assertEqual(len(os.listdir(out)), 3)
