"""Words as they are seen: in transitions, over several slides, in the decoded export, and how well they can be read."""

import unittest
from fractions import Fraction

import av
import cv2
import numpy as np

from jaunty_frame.core.colouring.sketch import SIDE
from jaunty_frame.core.colouring.tones import tones_text
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.core.words.legibility import helps_in_turn
from jaunty_frame.core.words.painting import letters_coverage
from jaunty_frame.core.words.seen_contrast import seen_contrast
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.words import add_card, add_words, set_words_instant
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.model import Project
from jaunty_frame.document.words import Entrance, TypeStyle
from jaunty_frame.errors import CaptionError
from jaunty_frame.media.captions import captions_of, captions_text, put_captions, read_captions, write_captions
from jaunty_frame.media.export.export import export_show
from jaunty_frame.media.export.export_job import ExportJob
from jaunty_frame.media.formats.format import Quality, Wanted
from jaunty_frame.media.frames.legibility import measured_contrasts, readable_plans
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.frames.content import base_content, frame_content, slide_content
from jaunty_frame.show.frames.layers.words import EmblemLayer, WordsLayer
from jaunty_frame.show.planning.planner import Planner
from jaunty_frame.show.planning.words.colours import helped_paint
from jaunty_frame.show.planning.words.helped import helped_plan
from jaunty_frame.show.planning.words.placed import Helped
from jaunty_frame.show.planning.words.planned import words_of
from tests.media.export.test_export import WithProject, frames_of

WIDE = "640x360@30000-1001"
PLAIN = TypeStyle(colour_by="chosen", colour="#ffffff", plate=1.0, plate_colour="#333333", size=0.12)


class WithWords(WithProject):
    def plan(self, *edits, output=WIDE):
        project = self.project
        for edit in edits:
            project = edit.apply(project)
        self.edited: Project = project
        return Planner(fonts()).plans(project)[output]

    def slide(self, k=0):
        return self.project.slides[k].id

    def words_at(self, plan, n):
        return [layer for layer in frame_content(plan, n).layers if isinstance(layer, WordsLayer)]

    def painted(self, plan, n):
        surface = new_surface(640, 360, Coding.SCREEN)
        with FramePainter(plan, self.source, output_format(plan, 640, 360, Coding.SCREEN)) as painter:
            painter.paint_at(surface, n)
        return surface.planes[0]


class Seen(WithWords):
    def test_they_are_part_of_their_slide_and_go_with_its_transition(self):
        plan = self.plan(add_words(self.slide(), "Pot", "title"))
        first = plan.schedule.first[1]
        self.assertEqual(len(self.words_at(plan, 0)), 1)
        (mix,) = frame_content(plan, first + 1).layers
        self.assertTrue(any(isinstance(layer, WordsLayer) for layer in mix.below))
        self.assertFalse(any(isinstance(layer, WordsLayer) for layer in mix.above))

    def test_words_that_go_on_lie_over_the_transition(self):
        plan = self.plan(add_words(self.slide(), "Long", times="own", lasts=Fraction(2)))
        seen = [n for n in range(plan.schedule.total) if self.words_at(plan, n)]
        self.assertEqual(seen, list(range(round(2 * 30000 / 1001))))
        self.assertEqual(len([one for one in base_content(plan, 1).layers if isinstance(one, WordsLayer)]), 1)

    def test_they_fade_slide_grow_and_come_letter_by_letter(self):
        for kind in ("fade", "side", "letters", "words", "wipe", "grow"):
            way = Entrance(kind=kind, seconds=Fraction(1, 3))
            words = add_words(self.slide(), "A pot", "title", comes=way, goes=way, style=PLAIN)
            plan = self.plan(words, set_house_rules("Fade in", fade_in=Fraction(0)))
            early, middle = self.painted(plan, 1).astype(int), self.painted(plan, 14).astype(int)
            (first,), (rest,) = self.words_at(plan, 1), self.words_at(plan, 14)
            with self.subTest(kind):
                self.assertNotEqual(first, rest)
                self.assertEqual((rest.share, rest.posed.scale, rest.reveal), (1.0, 1.0, None))
                white = [(picture[..., :3].min(axis=2) > 250).sum() for picture in (early, middle)]
                self.assertLess(white[0], white[1])

    def test_instants_let_them_travel_turn_and_grow(self):
        plan = self.plan(
            add_words(self.slide(), "Pot", "title"),
            set_words_instant(self.slide(), "words-1", 0.0, across=-0.2, lean=-20.0, scale=1.0),
            set_words_instant(self.slide(), "words-1", 1.0, across=0.2, lean=20.0, scale=2.0),
        )
        poses = [self.words_at(plan, n)[0].posed for n in (0, 8, 14)]
        self.assertLess(poses[0].across, poses[1].across)
        self.assertLess(poses[1].lean, poses[2].lean)
        self.assertEqual(self.words_at(plan, 0)[0].density, 2.0)

    def test_what_is_still_is_made_once(self):
        plan = self.plan(add_words(self.slide(), "Pot", "title"), set_on_slides([self.slide()], "Move", move="push-in"))
        frame = output_format(plan, 640, 360, Coding.VIDEO)
        sources = {slide_content(plan, 0, at).sources(frame)[-1] for at in (0.0, 0.3, 0.9)}
        self.assertEqual(len(sources), 1)

    def test_an_emblem_lies_over_its_slides_and_their_joints(self):
        picture = np.zeros((60, 60, 4), np.uint8)
        picture[10:50, 10:50] = (0, 0, 255, 255)
        cv2.imwrite(str(self.folder / "mark.png"), picture)
        mark = look_at_photo(self.folder / "mark.png", self.folder, ThumbnailCache(self.folder / "cache"))
        fade = Entrance(kind="with-slide")
        plan = self.plan(
            add_emblem(mark, [self.slide(0), self.slide(1)], anchor="top-left", size=0.2, comes=fade, goes=fade)
        )
        seen = [n for n in range(plan.schedule.total) if isinstance(frame_content(plan, n).layers[-1], EmblemLayer)]
        end = plan.schedule.first[1] + plan.schedule.frames[1]
        self.assertEqual(seen, list(range(end)))
        red = self.painted(plan, 20)[round(360 * 0.14), round(640 * 0.04 + 36)]
        self.assertEqual(red.tolist(), [0, 0, 255, 255])


class Exported(WithWords):
    def export(self, plan):
        path = self.folder / "show.mp4"
        export_show(plan, self.source, path, Wanted(plan.output, Quality.FINE))
        return path

    def test_words_lie_in_the_planned_box_and_have_the_contrast_that_is_told(self):
        longer = set_on_slides([self.slide()], "Seconds", seconds=Fraction(3))
        plan = self.plan(
            add_words(self.slide(), "Pot of clay", "title", style=PLAIN.changed(plate_colour="#767676")), longer
        )
        (placed,) = words_of(plan, 0)
        told = measured_contrasts({WIDE: plan}, self.source, full_size=True)[WIDE][self.slide(), "words-1"]
        path = self.export(plan)
        with av.open(str(path)) as file:
            decoded = [frame.to_ndarray(format="bgr24") for frame in file.decode(video=0)][45]
        bright = np.nonzero(decoded.min(axis=2) > 200)
        x, y, w, h = placed.box
        inside = (bright[1] >= x * 640 - 1) & (bright[1] <= (x + w) * 640 + 1) & (bright[0] >= y * 360 - 1)
        inside &= bright[0] <= (y + h) * 360 + 1
        near = (abs(bright[1] / 640 - x - w / 2) < w / 2 + 0.04) & (abs(bright[0] / 360 - y - h / 2) < h / 2 + 0.05)
        self.assertTrue(inside[near].all())
        self.assertAlmostEqual(bright[1][near].min(), x * 640, delta=2)
        coverage, place, em = letters_coverage(placed.block, placed.box, output_format(plan, 640, 360, Coding.SCREEN))
        seen = seen_contrast(decoded, coverage, place, em, (255, 255, 255))
        # #767676 and white: 4.54 (WCAG 2.2).
        self.assertAlmostEqual(told, 4.54, delta=0.1)
        self.assertAlmostEqual(seen, told, delta=0.1)

    def test_the_picture_is_the_screen_s(self):
        plan = self.plan(add_words(self.slide(), "Pot", "title", comes=Entrance(kind="side")))
        frames = frames_of(self.export(plan))
        for n in (2, 16):
            luma = 16 + self.painted(plan, n)[..., :3] @ np.array([0.0722, 0.7152, 0.2126]) * 219 / 255
            self.assertGreaterEqual(cv2.PSNR(luma, frames[n][:360].astype(float)), 38)

    def test_captions_stand_beside_the_video_if_wished(self):
        plan = self.plan(add_words(self.slide(), "Beside it"), add_words(self.slide(1), "A title", "title"))
        job = ExportJob(self.edited, self.folder, [plan], self.folder, Quality.QUICK, captions="vtt")
        (written,) = job.write_all(self.source, lambda done, total: None, lambda: False)
        self.assertEqual([one.text for one in read_captions(written.with_suffix(".vtt")).captions], ["Beside it"])
        self.assertEqual(self.words_at(plan, 5)[0].block.text, "Beside it")


class Contrasts(WithWords):
    def test_white_on_white_is_measured_as_such(self):
        white = TypeStyle(colour_by="chosen", colour="#ffffff")
        plan = self.plan(add_card(0, "Hello", style=white))
        light = set_on_slides(["card-1"], "Fill", fill={"kind": "colour", "colour": "#f0f0f0"}).apply(self.edited)
        for project, wanted in ((self.edited, 16.0), (light, 1.14)):
            plan = Planner(fonts()).plans(project)[WIDE]
            found = measured_contrasts({WIDE: plan}, self.source)[WIDE]["card-1", "words-1"]
            self.assertAlmostEqual(found, wanted, delta=0.5)

    def test_what_finds_its_colour_can_be_read_on_real_pixels(self):
        edits = [add_words(self.slide(k), "Words on noise", "title") for k in range(3)]
        plan = self.plan(*edits)
        found = measured_contrasts({WIDE: plan}, self.source)[WIDE]
        self.assertEqual(len(found), 3)
        self.assertGreaterEqual(min(found.values()), 2.6)

    def deceived(self, *edits):
        """Return the plan of a project whose photos are said to be dark and calm, and are noise."""
        self.plan(*edits)
        dark = tones_text(np.tile([0.05, 0.1, 0.0], (SIDE, SIDE, 1)))
        self.edited = self.edited.changed(photos=tuple(one.changed(tones=dark) for one in self.edited.photos))
        return Planner(fonts()).plans(self.edited)[WIDE]

    def contrast(self, plan, full_size=False):
        return measured_contrasts({WIDE: plan}, self.source, full_size)[WIDE][self.slide(), "words-1"]

    def readable(self, plan):
        return readable_plans({WIDE: plan}, self.source)[WIDE]

    def test_what_the_frames_say_goes_back_into_the_help_until_words_can_be_read(self):
        for kind, size, wanted in (("title", 0.2, 3.0), ("caption", 0.03, 4.5)):
            with self.subTest(kind):
                plan = self.deceived(add_words(self.slide(), "Words on noise", kind, style=TypeStyle(size=size)))
                (before,) = words_of(plan, 0)
                self.assertGreater(before.contrast, 9)  # promised
                self.assertLess(self.contrast(plan), wanted)  # found
                (after,) = words_of(self.readable(plan), 0)
                self.assertGreaterEqual(self.contrast(self.readable(plan)), wanted)
                self.assertGreaterEqual(self.contrast(self.readable(plan), full_size=True), wanted)
                self.assertEqual((after.box, after.size), (before.box, before.size))
                self.assertNotEqual(after.paint, before.paint)

    def test_it_is_the_quietest_help_that_does_and_always_the_same(self):
        plan = self.deceived(add_words(self.slide(), "Words on noise", "title"))
        once = self.readable(plan)
        self.assertIs(self.readable(once), once)
        self.assertEqual(words_of(self.readable(Planner(fonts()).plans(self.edited)[WIDE]), 0), words_of(once, 0))
        (found,) = words_of(once, 0)
        for quieter in helps_in_turn(True):
            if quieter == found.help:
                break
            tried = helped_plan(
                plan,
                [Helped(words_of(plan, 0)[0], found._replace(help=quieter, paint=helped_paint(found.style, quieter)))],
            )
            self.assertLess(self.contrast(tried), 3.0 * 1.06, quieter)

    def test_a_help_is_let_go_of_where_it_is_needed_no_longer(self):
        plan = self.plan(add_card(0, "Hello"))
        (before,) = words_of(plan, 0)
        shadow = before.help._replace(shadow=0.85)
        helped = before._replace(help=shadow, paint=helped_paint(before.style, shadow))
        kept = helped_plan(plan, [Helped(before, helped)])
        self.assertEqual(words_of(kept, 0), (helped,))
        self.assertEqual(words_of(self.readable(kept), 0), (before,))

    def test_what_somebody_chose_stays_and_is_told(self):
        chosen = TypeStyle(colour_by="chosen", colour="#ffffff", size=0.2)
        plan = self.deceived(add_words(self.slide(), "Words on noise", "title", style=chosen))
        self.assertIs(self.readable(plan), plan)
        told = all_findings(self.edited, {WIDE: plan}, {}, None, measured_contrasts({WIDE: plan}, self.source))
        self.assertIn("words-contrast", [one.kind for one in told])

    def test_the_export_has_it(self):
        plan = self.deceived(add_words(self.slide(), "Words on noise", "title"))
        (written,) = ExportJob(self.edited, self.folder, [plan], self.folder, Quality.FINE).write_all(
            self.source, lambda done, total: None, lambda: False
        )
        decoded, helped = frames_of(written)[14][:360].astype(float), self.readable(plan)
        lumas = [
            16 + self.painted(one, 14)[..., :3] @ np.array([0.0722, 0.7152, 0.2126]) * 219 / 255
            for one in (helped, plan)
        ]
        self.assertGreater(cv2.PSNR(lumas[0], decoded), cv2.PSNR(lumas[1], decoded) + 3)


class Captions(WithWords):
    SRT = "1\n00:00:00,200 --> 00:00:01,000\nFirst\nline\n\n2\n00:00:01,500 --> 00:00:02,000\nSecond\n"

    def test_they_come_onto_the_slides_during_which_they_begin(self):
        path = self.folder / "in.srt"
        path.write_text(self.SRT)
        plan = self.plan(put_captions(read_captions(path).captions, self.plan()).edit)
        self.assertEqual([len(slide.words) for slide in self.edited.slides], [1, 0, 1])
        self.assertEqual(self.edited.slides[0].words[0].text, "First\nline")
        back = captions_of(plan)
        self.assertEqual([one.text for one in back], ["First\nline", "Second"])
        for one, (start, end) in zip(back, ((200, 1000), (1500, 2000)), strict=True):
            self.assertAlmostEqual(one.start_ms, start, delta=34)
            self.assertAlmostEqual(one.end_ms, end, delta=34)

    def test_both_formats_come_back_as_they_went(self):
        captions = read_captions(self.written("in.srt", self.SRT)).captions
        for form in ("srt", "vtt"):
            path = self.folder / f"out.{form}"
            write_captions(captions, path)
            self.assertEqual(read_captions(path), (captions, ()))
        self.assertTrue(captions_text(captions, "vtt").startswith("WEBVTT"))

    def written(self, name, text):
        path = self.folder / name
        path.write_bytes(text if isinstance(text, bytes) else text.encode())
        return path

    def test_bad_files_get_a_sentence(self):
        for name, text in (
            ("a.txt", "x"),
            ("b.srt", "nothing"),
            ("c.srt", b"\xff\xfe\x00"),
            ("d.vtt", ""),
            ("e.srt", b"\0" * 99),
        ):
            with self.subTest(name), self.assertRaises(CaptionError):
                read_captions(self.written(name, text))
        with self.assertRaises(CaptionError):
            read_captions(self.folder / "missing.srt")


if __name__ == "__main__":
    unittest.main()
