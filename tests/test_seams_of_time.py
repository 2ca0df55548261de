"""A source whose picture depends on the time within its slide: one that exists only here counts its pictures, has areas
that move and a sound of its own, and is seen right everywhere."""

import contextlib
import tempfile
import unittest
from fractions import Fraction
from pathlib import Path
from typing import ClassVar, Literal
from unittest import mock

import av
import numpy as np

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.exhibit import EXHIBITS, Length, OwnSound
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.export.job import job_of, run_job
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.moving.moving import MovingReader
from jaunty_frame.media.moving.moving_list import MOVING, moving_of
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.frames import exhibits
from jaunty_frame.show.frames.content import frame_content
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.soundtrack import sound_plan
from tests.app.window_case import WindowCase
from tests.media.sounds.sound_files import tone, write_sound
from tests.test_seams import registered

PICTURES, RATE, STEP = 40, Fraction(10), 5
WIDTH, HEIGHT = 96, 64
ASKED: list[int] = []


def counted(path, seconds, width):
    """Return a picture whose grey says its number."""
    n = int(seconds * RATE)
    if not path.is_file():
        raise PhotoError(f"{path.name} is not there.")
    ASKED.append(n)
    return np.full((HEIGHT, WIDTH, 3), 20 + STEP * n, np.uint8)


READER = MovingReader(counted)


class CounterExhibit(PhotoExhibit):
    """Numbers that count up; what must be seen walks from left to right."""

    label: ClassVar[str] = "Counter"
    kind: Literal["test-counter"] = "test-counter"  # type: ignore[assignment]

    def keep_areas_of(self, photo):
        return (KeepArea(box=(0.1, 0.4, 0.8, 0.2)),)

    def length(self, photos):
        return super().length(photos)._replace(least=Fraction(1))

    def own_sounds(self, photos):
        return (OwnSound(SOUND[0], Fraction(1, 2), Fraction(5, 2)),)


SOUND: list = []


@contextlib.contextmanager
def with_counter():
    """What such a source takes: its reader, its value, and one line for each."""
    reader = mock.patch.dict(MOVING, {"test-counter": "tests.test_seams_of_time:READER"})
    with reader, registered(EXHIBITS, CounterExhibit, exhibits.EXHIBIT_LAYERS, exhibits.photo_layers):
        yield


def counter_slide(folder: Path) -> tuple[Photo, Slide]:
    (folder / "counter.raw").write_bytes(b"counts")
    SOUND[:] = [look_at_sound(write_sound(folder / "ticks.wav", tone(4)), folder, PeakCache(folder / "peaks"))]
    moving = Moving(kind="test-counter", pictures=PICTURES, rate=RATE)
    photo = Photo(id="counter", path="counter.raw", width=WIDTH, height=HEIGHT, moving=moving, finder=1)
    return photo, Slide(id="counter", exhibit=CounterExhibit(photo="counter"), move="hold")


class Counting(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        seam = contextlib.ExitStack()
        self.addCleanup(seam.close)
        seam.enter_context(with_counter())
        photo, slide = counter_slide(self.folder)
        card = Slide(id="card", exhibit=EXHIBITS.types["card"](), seconds=Fraction(1))
        outputs = tuple(map(output_from_text, ("96x64@20", "64x96@30")))
        project = Project(outputs=outputs, photos=(photo,), slides=(card, slide))
        rules = set_house_rules("x", fade_in=Fraction(0), fade_out=Fraction(0), transition=Cut())
        self.project = project_from_text(project_to_text(rules.apply(project)))
        self.source = PhotoSource(self.folder, ThumbnailCache(self.folder / "cache"))
        self.wide, self.tall = Planner().plans(self.project).values()

    def number_at(self, plan, n, coding=Coding.SCREEN):
        """Return which picture the middle of a frame shows."""
        output = plan.output
        surface = new_surface(output.width, output.height, coding)
        with FramePainter(plan, self.source, output_format(plan, output.width, output.height, coding)) as painter:
            painter.paint_at(surface, n)
        return self.number(int(surface.planes[0][output.height // 2, output.width // 2, 0]))

    def number(self, grey):
        return round((grey - 20) / STEP)

    def test_each_frame_shows_the_picture_of_its_time(self):
        for plan, rate in ((self.wide, 20), (self.tall, 30)):
            first = plan.schedule.first[1]
            self.assertEqual(plan.schedule.frames[1], 4 * rate)
            for local in (0, 1, 2, 3, rate, 2 * rate + 1, 4 * rate - 1):
                with self.subTest(rate=rate, local=local):
                    self.assertEqual(self.number_at(plan, first + local), local * 10 // rate)
        with self.subTest("beyond its end the last stays"):
            longer = set_on_slides(["counter"], "x", seconds=Fraction(6)).apply(self.project)
            plan = Planner().plans(longer)["96x64@20"]
            self.assertEqual(self.number_at(plan, plan.schedule.total - 1), PICTURES - 1)

    def test_it_lasts_as_long_as_it_is_unless_the_slide_says_otherwise(self):
        self.assertEqual(self.wide.table.settings[1].seconds, PICTURES / RATE)
        for typed, lasts in ((2, 2), (6, 6), (Fraction(1, 2), 1)):
            project = set_on_slides(["counter"], "x", seconds=Fraction(typed)).apply(self.project)
            with self.subTest(typed):
                self.assertEqual(Planner().plans(project)["96x64@20"].table.settings[1].seconds, lasts)
        self.assertEqual(CounterExhibit(photo="counter").length({"counter": self.project.photos[0]}), Length(1, 4))

    def test_the_file_says_what_it_is(self):
        self.assertEqual(self.project.photos[0].moving, Moving(kind="test-counter", pictures=40, rate=Fraction(10)))
        self.assertEqual(plan_object(self.wide)["slides"][1]["exhibit"], "test-counter")

    def test_areas_are_those_over_its_time(self):
        boxes = self.tall.table.areas.boxes[0]
        np.testing.assert_allclose(boxes[0] if len(boxes) else None, (0.1, 0.4, 0.8, 0.2))
        # An upright frame would cut what walks across: it is shown whole.
        x, _, w, _ = self.tall.opening[0]
        self.assertTrue(x <= 0.1 and x + w >= 0.9)

    def test_it_is_heard_with_its_slide(self):
        (heard,) = sound_plan(self.wide).heard
        self.assertEqual((heard.placed.first, heard.placed.start, heard.placed.samples), (48000, 24000, 96000))
        self.assertEqual((heard.sound.kind, heard.is_own), ("clip", True))
        left_out = self.project.changed(
            slides=(self.project.slides[0], self.project.slides[1].changed(left_out=("96x64@20",)))
        )
        self.assertEqual(sound_plan(Planner().plans(left_out)["96x64@20"]).heard, ())

    def test_a_joint_shows_both_at_their_times(self):
        project = set_house_rules("x", transition=CrossDissolve(seconds=Fraction(1))).apply(self.project)
        plan = Planner().plans(project)["96x64@20"]
        first = plan.schedule.first[1]
        seen = {source.photo.picture for n in range(first, first + 20) for source in self.sources(plan, n)}
        self.assertEqual(seen, set(range(10)))

    def sources(self, plan, n):
        frame = output_format(plan, 96, 64, Coding.SCREEN)
        return [one for one in frame_content(plan, n).sources(frame) if one.photo is not None and one.photo.moving]

    def test_the_look_ahead_prepares_the_next_pictures(self):
        plan = self.wide
        with FramePainter(plan, self.source, output_format(plan, 96, 64, Coding.SCREEN)) as painter:
            ASKED.clear()
            n = plan.schedule.first[1] + 10
            surface = new_surface(96, 64, Coding.SCREEN)
            painter.paint_at(surface, n)
            painter._pool.submit(lambda: None).result()  # what was asked for is done in its order
            self.assertEqual(ASKED, [5, 6])  # of the frames 10 to 13

    def test_an_export_shows_and_lets_hear_it(self):
        path = run_job(job_of(self.project, self.folder, "96x64@20", self.folder / "show.mp4", quality="fine"))
        with av.open(str(path)) as container:
            frames = [frame.to_ndarray()[:64] for frame in container.decode(video=0)]  # as it is coded
        first = self.wide.schedule.first[1]
        self.assertEqual(len(frames), self.wide.schedule.total)
        # Grey in 16 to 235, of a picture that is grey all over.
        numbers = [self.number((float(frame[32, 48]) - 16) * 255 / 219) for frame in frames[first:]]
        self.assertEqual(numbers, [n * 10 // 20 for n in range(80)])
        with av.open(str(path)) as container:
            sound = np.concatenate([block.to_ndarray() for block in container.decode(audio=0)], axis=1)
        level = np.abs(sound[0])
        self.assertLess(level[: 48000 - 2000].max(), 0.01)
        self.assertGreater(level[48000 + 2000 : 3 * 48000 - 2000].max(), 0.05)

    def test_what_cannot_be_read_is_told(self):
        with self.assertRaisesRegex(PhotoError, "kind other"):
            moving_of("other")
        found = all_findings(self.project, {"96x64@20": self.wide}, {"counter": FileState.MISSING})
        self.assertIn("missing-photo", {one.kind for one in found})
        (self.folder / "counter.raw").unlink()
        fresh = PhotoSource(self.folder, ThumbnailCache(self.folder / "other"))
        with (
            self.assertRaises(PhotoError),
            FramePainter(self.wide, fresh, output_format(self.wide, 96, 64, Coding.SCREEN)) as painter,
        ):
            painter.paint_at(new_surface(96, 64, Coding.SCREEN), self.wide.schedule.first[1])


class InTheWindow(WindowCase):
    photo_count = 2

    def test_it_is_seen_in_cell_bench_and_screening_and_found_in_the_findings(self):
        with with_counter():
            photo, slide = counter_slide(self.folder)
            add = Edit(
                "Add", lambda project: project.changed(photos=(*project.photos, photo), slides=(slide, *project.slides))
            )
            self.window.session.apply(add)
            self.choose(0, 2)
            self.settle()
            self.assertTrue(self.window.bench.canvas.isVisible())
            line = self.window.bench.scrub
            for share, number in ((0.0, 0), (0.5, 20), (1.0, 39)):
                line.setValue(round(share * 1000))
                self.settle()
                view = self.window.bench.frame_view
                grey = self.colour_at(view, view.rect().center()).red()
                self.assertAlmostEqual((grey - 20) / STEP, number, delta=0.6)
            image = self.cell_image(0, FIRST_OUTPUT + 2)
            grey = image.pixelColor(image.width() // 2, image.height() // 2).red()
            self.assertAlmostEqual((grey - 20) / STEP, 20, delta=1.5)  # in its middle
            self.assertIn("Photo", [label for _, label in self.window.bench.page_choice.options])
            self.window.desk.open("screening")
            screening = self.window.screening
            self.wait_until(lambda: screening.picture.image is not None and screening.frame > 5)
            screening.play_or_pause()
            self.wait_until(lambda: not screening.picture.is_waiting)
            at, image = screening.frame, screening.picture.image
            grey = image.pixelColor(image.width() // 2, image.height() // 2).red()
            rate = self.project.outputs[2].frame_rate
            self.assertAlmostEqual((grey - 20) / STEP, int(at * 10 / rate), delta=1.1)
            screening.leave()
            (self.folder / "counter.raw").unlink()
            self.window.importer.check_files()
            self.wait_until(lambda: self.window.importer.task is None)
            self.settle()
            self.assertIn("missing-photo", {one.kind for one in self.window.session.findings()})
            self.window.session.start_new()
            self.settle()


if __name__ == "__main__":
    unittest.main()
