"""The findings beside the sheet: what is marked, where, and what was let be."""

import unittest

from PySide6.QtWidgets import QMenu

from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.outputs import add_output
from jaunty_frame.document.outputs import PRESETS
from tests.app.window_case import WindowCase


class FindingsPanel(WindowCase):
    photo_count = 2

    def setUp(self):
        super().setUp()
        far = Window(0.0, 0.2, 0.2, 0.5), Window(0.7, 0.2, 0.2, 0.5)
        self.window.session.apply(set_framing(self.project.slides[0].id, self.project.outputs[0].id, *far))
        self.window.desk.open("findings")
        self.settle()
        self.panel = self.window.side.panel("findings")

    def kinds(self):
        return {finding.kind for finding in self.window.session.findings()}

    def pick(self, k: int, text: str):
        self.click(self.panel.let_bes[k])
        menu = self.panel.findChildren(QMenu)[-1]
        next(action for action in menu.actions() if action.text() == text).trigger()
        menu.close()

    def test_what_is_let_be_is_marked_no_longer_and_can_be_shown_again(self):
        self.assertIn("too-fast", self.kinds())
        row = next(k for k, f in enumerate(self.window.session.findings()) if f.kind == "too-fast")
        self.pick(row, "This one")
        self.assertNotIn("too-fast", self.kinds())
        self.assertTrue(self.panel.again.isVisible())
        self.window.session.edited.undo()
        self.assertIn("too-fast", self.kinds())
        self.pick(row, "All of slide 1")
        self.assertFalse([f for f in self.window.session.findings() if f.slide == 1])
        self.click(self.panel.again)
        self.assertIn("too-fast", self.kinds())
        self.assertFalse(self.panel.again.isVisible())

    def test_a_small_photo_is_marked_at_the_photo_and_in_no_cell(self):
        self.window.session.apply(add_output(next(preset for preset in PRESETS if preset.id == "uhd")))
        model = self.window.sheet.sheet_model
        self.assertEqual([f.kind for f in model.cell_findings(1, PHOTO_COLUMN)], ["soft"])
        self.assertFalse([f for k in range(4) for f in model.cell_findings(1, FIRST_OUTPUT + k) if f.kind == "soft"])
        self.settle()
        image = self.cell_image(1, PHOTO_COLUMN)
        whites = [image.pixelColor(x, 14).name() for x in range(image.width())].count("#ffffff")
        self.assertGreater(whites, 4, "the mark's box")


if __name__ == "__main__":
    unittest.main()
