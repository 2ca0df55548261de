"""The seams hold: kinds that exist only here are registered here, and everything else takes them without a change."""

import contextlib
import io
import json
import tempfile
import unittest
from fractions import Fraction
from pathlib import Path
from typing import Annotated, ClassVar, Literal, NamedTuple
from unittest import mock

import numpy as np
from pydantic import Field
from PySide6.QtWidgets import QSpinBox, QWidget

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.app.widgets.fields.kind_editor import KindEditor
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.cli.entry import main
from jaunty_frame.cli.verb_list import VERBS
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.document.basis.kinds import Kinds
from jaunty_frame.document.basis.values import Identifier, JointSeconds, Shown
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.exhibit import EXHIBITS, Exhibit
from jaunty_frame.document.files.project_format import project_from_text, project_schema, project_to_text
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.model import Project, Slide, build_models
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.transition import TRANSITIONS, TimedTransition
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.findings import findings
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.frames import exhibits, painting
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.painters import fill as fill_painters
from jaunty_frame.show.frames.painters import mix as transition_painters
from jaunty_frame.show.planning.plan_json import plan_object
from jaunty_frame.show.planning.planner import Planner, plan_output
from tests.app.window_case import WindowCase
from tests.media.photo_sets import write_set


class StripedFill(Fill):
    """Upright stripes."""

    label: ClassVar[str] = "Stripes"
    kind: Literal["striped"] = "striped"
    count: Annotated[float, Field(ge=1, le=40), Shown("Number of stripes", step=1.0)] = 4.0


def stripes(fill, photo, frame):
    surface = new_surface(frame.width, frame.height, frame.coding)
    for plane in surface.planes:
        columns = plane.shape[1]
        plane[:] = (np.arange(columns) * fill.count / columns % 1 < 0.5).astype(np.uint8).reshape(
            1, columns, *[1] * (plane.ndim - 2)
        ) * 200
    return surface.planes


class CurtainTransition(TimedTransition):
    """The new picture comes from the left."""

    label: ClassVar[str] = "Curtain"
    kind: Literal["curtain"] = "curtain"
    seconds: Annotated[JointSeconds, Shown("Length of the curtain", " s")] = Fraction(1)


def curtain(transition, surface, above, progress, frame):
    for plane, incoming in zip(surface.planes, above.planes, strict=True):
        columns = round(progress * plane.shape[1])
        plane[:, :columns] = incoming[:, :columns]


class Grid(NamedTuple):
    """A layer over the photo."""

    every: int

    def sources(self, frame):
        return ()


def paint_grid(surface, layer, brush):
    for plane in surface.planes:
        plane[:: layer.every] = 255


class CardExhibit(Exhibit):
    """A fill and nothing else."""

    label: ClassVar[str] = "Card"
    kind: Literal["test-card"] = "test-card"


class PairExhibit(Exhibit):
    """Two photos, the second over the first."""

    label: ClassVar[str] = "Pair"
    kind: Literal["test-pair"] = "test-pair"
    first: Identifier
    second: Identifier

    @property
    def photos(self):
        return (self.first, self.second)


def card_layers(plan, k, progress):
    return (FillLayer(plan.table.settings[k].fill, None),)


def pair_layers(plan, k, progress):
    found = ()
    for row in plan.rows_of(k):
        alone = plan.framing(row).way.at(progress or 0.0)
        found += (exhibits.photo_layer(plan, row, alone),)
    return found


@contextlib.contextmanager
def registered(kinds: Kinds, value_type, table, painter):
    """What a new kind takes: its value in its family, and one line that binds it."""
    try:
        with kinds.extended(value_type), mock.patch.dict(table, {value_type: painter}):
            build_models()
            yield
    finally:
        build_models()


class Seams(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        cache = ThumbnailCache(self.folder / "cache")
        imported = import_photos(write_set(self.folder, 3), self.folder, cache)
        self.source = PhotoSource(self.folder, cache)
        self.project = add_photos(imported.photos).apply(Project(outputs=(output_from_text("160x90"),)))

    def painted(self, project, n, coding=Coding.SCREEN):
        plan = plan_output(project, "160x90")
        surface = new_surface(160, 90, coding)
        with FramePainter(plan, self.source, output_format(plan, 160, 90, coding)) as painter:
            painter.paint_at(surface, n)
        return surface.planes[0].astype(int)

    def again(self, project):
        """Save and open a project."""
        return project_from_text(project_to_text(project))

    def test_any_kind_of_transition_becomes_any_other_with_what_they_share(self):
        for kind, value_type in TRANSITIONS.types.items():
            for other in TRANSITIONS.types:
                with self.subTest(kind=kind, other=other):
                    value = value_type() if kind == "cut" else value_type(seconds="3/2")
                    became = TRANSITIONS.converted(value, other)
                    self.assertEqual(became.kind, other)
                    if "cut" not in (kind, other):
                        self.assertEqual(became.seconds, Fraction(3, 2))

    def test_a_fill(self):
        painter = fill_painters.FillPainter(stripes)
        with registered(FILLS, StripedFill, fill_painters.FILL_PAINTERS, painter):
            project = self.again(
                set_for_all("x", fill=StripedFill(count=8), placement="whole", move="hold").apply(self.project)
            )
            self.assertEqual(project.house_rules.fill, StripedFill(count=8))
            self.assertIn("StripedFill", json.dumps(project_schema()))
            row = self.painted(project, 40)[45, :, 0]
            self.assertEqual(row[:10].tolist(), [200] * 10)  # a stripe of 160 / 8 / 2 pixels, beside the photo
            self.assertEqual(row[10:12].tolist(), [0, 0])

    def test_a_transition(self):
        with registered(TRANSITIONS, CurtainTransition, transition_painters.TRANSITION_PAINTERS, curtain):
            project = set_for_all("x", transition=CurtainTransition(), move="hold").apply(self.project)
            project = self.again(project)
            plan = plan_output(project, "160x90")
            self.assertEqual(
                plan_object(plan)["slides"][0]["transition"],
                {
                    "kind": "curtain",
                    "frames": 30,
                    "seconds": "1/1",
                    "shortened": False,
                    "direction": None,
                    "easing": [0.0, 0.0, 1.0, 1.0],
                    "fill_kind": "same",
                },
            )
            start = plan.schedule.first[1]
            before, half, after = (self.painted(project, n) for n in (start - 1, start + 15, start + 30))
            np.testing.assert_array_equal(half[:, :80], after[:, :80])
            np.testing.assert_array_equal(half[:, 84:], before[:, 84:])

    def test_a_layer(self):
        def with_grid(plan, k, progress):
            return (*exhibits.photo_layers(plan, k, progress), Grid(10))

        photo = type(self.project.slides[0].exhibit)
        with (
            mock.patch.dict(painting.LAYER_PAINTERS, {Grid: paint_grid}),
            mock.patch.dict(exhibits.EXHIBIT_LAYERS, {photo: with_grid}),
        ):
            for coding in Coding:
                self.assertEqual(set(self.painted(self.project, 60, coding)[50].ravel().tolist()), {255})

    def test_exhibits_without_a_photo_and_with_two(self):
        first, second = (photo.id for photo in self.project.photos[:2])
        with (
            registered(EXHIBITS, CardExhibit, exhibits.EXHIBIT_LAYERS, card_layers),
            registered(EXHIBITS, PairExhibit, exhibits.EXHIBIT_LAYERS, pair_layers),
        ):
            slides = (
                Slide(id="card", exhibit=CardExhibit(), fill={"kind": "colour", "colour": "#102030"}),
                *self.project.slides,
                Slide(id="pair", exhibit=PairExhibit(first=first, second=second)),
            )
            project = self.again(self.project.changed(slides=slides))
            plan = Planner().plans(project)["160x90"]
            self.assertEqual([len(plan.rows_of(k)) for k in range(5)], [0, 1, 1, 1, 2])
            self.assertEqual(plan.photo(plan.rows_of(4)[1]).id, second)
            said = plan_object(plan)["slides"]
            self.assertEqual([slide["exhibit"] for slide in said], ["test-card", *["photo"] * 3, "test-pair"])
            self.assertIsNone(said[0]["photo"])
            np.testing.assert_array_equal(self.painted(project, 30)[45, 80], (0x30, 0x20, 0x10, 255))
            alone = self.painted(project.changed(slides=slides[1:]), 40)
            self.assertGreater(alone.std(), 5)
            self.assertGreater(self.painted(project, plan.schedule.total - 40).std(), 5)
            found = findings.all_findings(project, {"160x90": plan}, {second: findings.FileState.MISSING})
            self.assertEqual(sorted({f.slide for f in found if f.kind == "missing-photo"}), [3])

    def test_a_check(self):
        check = Check(
            "test-upright",
            lambda facts: (facts.plan.table.photo_size[:, 1] > facts.plan.table.photo_size[:, 0]).astype(float),
            0.5,
            lambda facts, row: Told(Severity.SLIGHT, 1.0, f"{facts.place(row)} is upright."),
        )
        with mock.patch.object(findings, "CHECKS", [*findings.CHECKS, check]):
            plans = Planner().plans(self.project)
            found = findings.all_findings(self.project, plans, {})
        said = [finding.sentence for finding in found if finding.kind == "test-upright"]
        self.assertEqual(said, ["Slide 2 in Own size 160×90 is upright."])

    def test_a_verb_of_two_words(self):
        with mock.patch.dict(VERBS, {"test-verb": "tests.seam_verb"}):
            self.assertIn("Says how seams are told.", self.said("--help"))
            self.assertIn("test-verb", self.said("--help"))
            self.assertEqual(self.said("test-verb", "--loud").strip(), "SEAMS")

    def said(self, *arguments):
        out = io.StringIO()
        with contextlib.redirect_stdout(out), self.assertRaises(SystemExit) as left:
            main(list(arguments))
        self.assertEqual(left.exception.code, 0)
        return out.getvalue()


class InTheWindow(WindowCase):
    photo_count = 2

    def test_a_slide_without_a_photo_is_shown_and_chosen(self):
        with registered(EXHIBITS, CardExhibit, exhibits.EXHIBIT_LAYERS, card_layers):
            card = Slide(id="card", exhibit=CardExhibit(), fill={"kind": "colour", "colour": "#20c040"})
            add = Edit("Add card", lambda project: project.changed(slides=(card, *project.slides)))
            self.window.session.apply(add)
            self.choose(0)
            self.assertEqual(self.window.sheet.chosen_place()[0], "card")
            self.assertFalse(self.window.bench.canvas.isVisible())
            self.assertEqual([name for name, _ in self.window.bench.page_choice.options], ["look", "words"])
            image = self.cell_image(0, FIRST_OUTPUT)
            self.assertEqual(image.pixelColor(image.width() // 2, 40).name(), "#20c040")
            for action in ("turn-right", "repeat", "find-again", "findings", "zones", "house-rules"):
                self.window.desk.actions[action].trigger()
            self.assertEqual([slide.exhibit.kind for slide in self.project.slides[:2]], ["test-card", "test-card"])
            self.choose(2)
            self.assertTrue(self.window.bench.cell.exists)
            self.window.session.start_new()


class Editors(unittest.TestCase):
    """An editor offers every kind, with fields for what the kind bounds."""

    def setUp(self):
        make_application()

    def test_a_kind_and_its_fields(self):
        painter = fill_painters.FillPainter(stripes)
        with registered(FILLS, StripedFill, fill_painters.FILL_PAINTERS, painter):
            editor, chosen = KindEditor("Fill", FILLS), []
            editor.chosen.connect(chosen.append)
            editor.show_value(StripedFill(count=5))
            field = editor.fields["count"]
            self.assertIsInstance(field, NumberField)
            self.assertEqual((field.minimum(), field.maximum(), field.value()), (1, 40, 5))
            self.assertIn("Stripes", [label for _, label in editor.kind_choice._options])
            self.assertEqual(chosen, [], "what is shown is not chosen")
            field.setValue(9)
            self.assertEqual(chosen, [StripedFill(count=9)])
            editor.kind_choice.chosen.emit("striped")
            self.assertEqual(len(chosen), 1, "the kind that is chosen already keeps its values")
            editor.kind_choice.chosen.emit("colour")
            self.assertEqual(chosen[1].kind, "colour")
            self.assertFalse(editor.findChildren(QSpinBox))
            self.assertTrue(all(isinstance(widget, QWidget) for widget in editor.fields.values()))


class Tables(unittest.TestCase):
    def test_every_kind_has_its_painter(self):
        self.assertEqual(set(FILLS.types.values()), set(fill_painters.FILL_PAINTERS))
        self.assertEqual(set(TRANSITIONS.types.values()), set(transition_painters.TRANSITION_PAINTERS))
        self.assertEqual(set(EXHIBITS.types.values()), set(exhibits.EXHIBIT_LAYERS))


if __name__ == "__main__":
    unittest.main()
