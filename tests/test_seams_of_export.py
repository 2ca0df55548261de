"""The seams of export hold: a format, a job, a delivery that exist only here are registered; the rest takes them."""

import contextlib
import io
import json
import subprocess
import sys
import tempfile
import unittest
from fractions import Fraction
from pathlib import Path
from unittest import mock

import av
import numpy as np
from PySide6.QtCore import QSettings

from jaunty_frame.app.project.jobs import DELIVER, EXPORT
from jaunty_frame.cli.entry import main
from jaunty_frame.document.edits.house_rules import set_house_rules, set_title
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import Cancelled, ExportError, UsageError
from jaunty_frame.media.deliveries.delivery import Delivery
from jaunty_frame.media.deliveries.delivery_list import DELIVERIES, DeliveryEntry, delivery_of
from jaunty_frame.media.export import job as jobs
from jaunty_frame.media.export.estimate import estimated
from jaunty_frame.media.export.job import Job, job_from_text, job_of, join_segments, plan_of, run_job, write_segment
from jaunty_frame.media.formats.format_list import FORMATS, FormatEntry
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.frames.content import frame_content
from tests import toy_formats
from tests.app.window_case import WindowCase
from tests.media.photo_sets import write_set
from tests.media.sounds.sound_files import tone, write_sound

TOYS = {
    "raw": FormatEntry("Raw frames", "-frames", "tests.toy_formats:RAW", "tests.toy_formats:RawOptions", True),
    "silent": FormatEntry("Silent middle", ".mid", "tests.toy_formats:SILENT"),
}


def with_toys():
    """What a format takes: its file, and one line."""
    return mock.patch.dict(FORMATS, TOYS)


class WithShow(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        cache = ThumbnailCache(self.folder / "cache")
        self.source = PhotoSource(self.folder, cache)
        photos = import_photos(write_set(self.folder, 3), self.folder, cache).photos
        project = add_photos(photos).apply(Project(title="Two jars", outputs=(output_from_text("64x96@25"),)))
        song = look_at_sound(write_sound(self.folder / "song.wav", tone(3)), self.folder, PeakCache(self.folder / "p"))
        rules = set_house_rules("x", seconds_moving=Fraction(1, 2), seconds_held=Fraction(1, 2), fade_in=Fraction(0))
        title = add_words(project.slides[1].id, "A title", "title")
        for edit in (rules, add_sound(song, "music"), title):
            project = edit.apply(project)
        self.project = project

    def job(self, name="show.mp4", **fields) -> Job:
        return job_of(self.project, self.folder, "64x96@25", self.folder / "out" / name, **fields)

    def said(self, *arguments, code=0):
        out, fault = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(fault), self.assertRaises(SystemExit) as left:
            main(list(map(str, arguments)))
        self.assertEqual(left.exception.code, code, fault.getvalue())
        return out.getvalue() + fault.getvalue()


class Formats(WithShow):
    def test_a_folder_of_frames_with_all_that_a_format_may_write(self):
        with with_toys():
            path = run_job(self.job("frames", form="raw", options={"every": 5}))
        plan = plan_of(self.job())
        names = sorted(one.name for one in path.glob("*.raw"))
        self.assertEqual(names, [f"{n:06}.raw" for n in range(0, plan.schedule.total, 5)])
        self.assertEqual({one.stat().st_size for one in path.glob("*.raw")}, {64 * 96 * 4})
        said = json.loads((path / "said.json").read_text())
        begins = plan.schedule.first[1] / 25
        self.assertEqual((said["title"], said["chapters"]), ("Two jars", [[0.0, "Two jars"], [begins, "A title"]]))
        self.assertAlmostEqual(said["sound"] / 48000, float(plan.seconds), delta=0.01)

    def test_a_folder_that_is_there_is_never_replaced(self):
        kept = self.folder / "out" / "frames" / "mine.txt"
        kept.parent.mkdir(parents=True)
        kept.write_text("mine")
        with with_toys(), self.assertRaisesRegex(ExportError, "already"):
            run_job(self.job("frames", form="raw"))
        self.assertEqual(kept.read_text(), "mine")
        with with_toys(), self.assertRaises(Cancelled):
            run_job(self.job("others", form="raw"), cancelled=lambda: True)
        self.assertEqual([one.name for one in kept.parent.parent.iterdir()], ["frames"])

    def test_what_a_killed_export_left_of_a_folder_goes_with_the_next(self):
        left = self.folder / "out" / ".frames.99999999.abcd1234.part"
        left.mkdir(parents=True)
        (left / "000000.raw").write_bytes(b"half")
        with with_toys():
            run_job(self.job("frames", form="raw"))
        self.assertEqual([one.name for one in left.parent.iterdir()], ["frames"])

    def test_a_format_that_hears_nothing_is_given_no_sound_and_is_estimated(self):
        with with_toys(), mock.patch.object(jobs, "mixed_show", side_effect=AssertionError):
            path = run_job(self.job("show.mid", form="silent"))
            plan = plan_of(self.job())
            self.assertEqual(path.stat().st_size, 3 * plan.schedule.total)
            told = estimated(plan, self.source, "standard", True, form_name="silent")
        self.assertAlmostEqual(told.size, path.stat().st_size, delta=3)

    def test_rates_that_a_format_has_not_are_told(self):
        only = toy_formats.SILENT._replace(rates=frozenset({Fraction(30), Fraction(24)}))
        with with_toys(), mock.patch.object(toy_formats, "SILENT", only):
            with self.assertRaisesRegex(ExportError, "25 frames a second; silent takes 24, 30"):
                run_job(self.job("show.mid", form="silent"))

    def test_from_the_command_line(self):
        project = self.folder / "show.jaunty"
        save_project(self.project, project)
        with with_toys():
            to = self.folder / "videos"
            said = self.said("render", project, "--to", to, "--all", "--format", "raw", "--set", "every=10")
            (path,) = to.iterdir()
            self.assertIn(str(path), said)
            self.assertEqual(path.name, "two-jars-64x96@25-64x96-frames")
            self.assertIn("000010.raw", [one.name for one in path.iterdir()])
            again = self.said("render", project, "--to", to, "--all", "--format", "raw", "--overwrite", code=2)
            self.assertIn("move it away", again)  # not even with leave, and said before anything is prepared
            self.assertEqual(len(list(to.iterdir())), 1)
            for options, sentence in (
                (("--format", "other"), "There is no format other. Choose one of: mp4, "),
                (("--format", "raw", "--set", "every=0"), "every"),
                (("--format", "raw", "--set", "each=2"), "It has every"),
                (("--format", "mp4", "--set", "each=2"), "It has profile"),
                (("--set", "each"), "NAME=VALUE"),
            ):
                with self.subTest(options):
                    self.assertIn(sentence, self.said("render", project, "--to", to, "--all", *options, code=2))


class JobsAsData(WithShow):
    def test_a_job_that_is_written_down_gives_the_same_bytes_in_another_process(self):
        here = run_job(self.job("here.mp4")).read_bytes()
        there = self.job("there.mp4")
        self.assertEqual(job_from_text(there.to_text()), there)
        ran = subprocess.run(
            [sys.executable, "-m", "jaunty_frame.media.export.job_process"],
            input=there.to_text(), capture_output=True, text=True, check=True,
        )  # fmt: skip
        lines = ran.stdout.splitlines()
        self.assertEqual((lines[-2], lines[-1]), ("100 100", there.to))
        self.assertEqual(Path(there.to).read_bytes(), here)

    def test_what_is_no_job_or_cannot_be_done_is_one_sentence(self):
        for text in ("{", "{}", self.job().to_text().replace('"folder"', '"place"')):
            with self.subTest(text[:20]), self.assertRaises(UsageError):
                job_from_text(text)
        for photo in self.project.photos:
            (self.folder / photo.path).unlink()
        ran = subprocess.run(
            [sys.executable, "-m", "jaunty_frame.media.export.job_process"],
            input=self.job().to_text(), capture_output=True, text=True,
        )  # fmt: skip
        self.assertEqual((ran.returncode, ran.stdout.count("there.mp4")), (2, 0))
        self.assertEqual(len(ran.stderr.strip().splitlines()), 1)
        self.assertFalse(Path(self.job().to).exists())

    def test_parts_that_are_joined_are_the_whole(self):
        total = plan_of(self.job()).schedule.total
        cuts = [range(7), range(7, total // 2), range(total // 2, total)]
        whole = self.job("whole.mp4")
        parts = [self.folder / f"part-{k}" for k in range(3)]
        for frames, part in zip(cuts, parts, strict=True):
            write_segment(whole, frames, part)
        joined = join_segments(whole, parts)
        alone = run_job(self.job("alone.mp4"))
        (ours, at), (theirs, wanted) = self.decoded(joined), self.decoded(alone)
        self.assertEqual(at, wanted)
        self.assertEqual(len(ours), total)
        error = np.mean((np.array(ours, float) - np.array(theirs, float)) ** 2, axis=(1, 2))
        self.assertGreater(10 * np.log10(255**2 / error.max()), 30)  # each was encoded anew, from the same frames
        with av.open(str(joined)) as container:
            self.assertEqual(len(container.streams.audio), 1)
        with with_toys():
            toy = self.job("whole.mid", form="silent")
            for frames, part in zip(cuts, parts, strict=True):
                write_segment(toy, frames, part)
            self.assertEqual(
                join_segments(toy, parts).read_bytes(), run_job(self.job("alone.mid", form="silent")).read_bytes()
            )
            with self.assertRaisesRegex(ExportError, "cannot be joined"):
                join_segments(self.job("frames", form="raw"), parts)

    def decoded(self, path):
        with av.open(str(path)) as container:
            frames = list(container.decode(video=0))
        return [frame.to_ndarray(format="gray") for frame in frames], [frame.pts * frame.time_base for frame in frames]

    def test_frames_do_not_depend_on_those_before(self):
        plan = plan_of(self.job())
        n = plan.schedule.total // 2
        self.assertEqual(frame_content(plan_of(self.job()), n), frame_content(plan, n))


def _deliver(parcels, report, stopped):
    """Keep what it is given, as slowly as it is asked to."""
    for k, parcel in enumerate(parcels):
        if stopped() or TAKEN.get("stop"):
            raise Cancelled("Stopped.")
        with parcel.opened() as file:
            TAKEN[parcel.path.name] = len(file.read())
        report(k + 1, len(parcels))
    return f"{len(parcels)} taken of {parcels[0].title}."


TAKEN: dict = {}
TOY = Delivery(_deliver)


class InTheWindow(WindowCase):
    photo_count = 2

    def setUp(self):
        settings = QSettings("jaunty-frame", "jaunty-frame")
        before = settings.value("export/format")
        self.addCleanup(lambda: settings.setValue("export/format", before))
        super().setUp()

    def test_a_format_with_its_options_is_written_and_handed_on(self):
        TAKEN.clear()
        toy = {"toy": DeliveryEntry("Toy shelf", "tests.test_seams_of_export:TOY")}
        with with_toys(), mock.patch.dict(DELIVERIES, toy):
            self.window.session.apply(set_title("Jars"))
            self.window.desk.open("export")
            panel = self.window.side.panel("export")
            self.choose_option(panel.how.form, "Raw frames")
            panel.how.options.fields["every"].setValue(10)
            panel.outputs.choose_only(self.project.outputs[1].id)
            panel.folder.setText(str(self.folder / "videos"))
            self.assertFalse(panel.hand_on.isVisible())
            self.click(panel.start_button)
            self.wait_until(lambda: self.window.session.jobs.running(EXPORT) is None)
            (made,) = (self.folder / "videos").iterdir()
            self.assertEqual(made.name, "jars-240x240@25-240x240-frames")
            self.assertEqual(sorted(one.name for one in made.iterdir())[:2], ["000000.raw", "000010.raw"])
            self.choose_option(panel.how.form, "Silent middle")
            self.assertFalse(panel.how.options.isVisible())
            self.click(panel.start_button)
            self.wait_until(lambda: self.window.session.jobs.running(EXPORT) is None)
            self.assertTrue(panel.hand_on.isVisible())
            self.click(panel.hand_on.button)
            self.assertEqual(self.window.session.jobs.under_way(), ["Files are being handed on."])
            self.wait_until(lambda: self.window.session.jobs.running(DELIVER) is None)
            self.assertEqual(panel.said.text(), "1 taken of Jars.")
            (silent,) = (self.folder / "videos").glob("*.mid")
            self.assertEqual(TAKEN, {silent.name: silent.stat().st_size})
            TAKEN["stop"] = True
            self.click(panel.hand_on.button)
            self.wait_until(lambda: self.window.session.jobs.running(DELIVER) is None)
            self.assertEqual((panel.said.text(), panel.hand_on.button.text()), ("Stopped.", "Hand on"))

    def test_without_a_delivery_none_is_offered(self):
        self.window.desk.open("export")
        panel = self.window.side.panel("export")
        panel.hand_on.offer([self.path])
        self.assertFalse(panel.hand_on.isVisible())
        with self.assertRaisesRegex(UsageError, "Choose one of: none"):
            delivery_of("post")


if __name__ == "__main__":
    unittest.main()
