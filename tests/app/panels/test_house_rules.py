"""House rules about fills and mounts: one drag is one step, set off for all, a mount taken back."""

import unittest

from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.mount import Mount
from tests.app.window_case import WindowCase


class HouseRules(WindowCase):
    def setUp(self):
        super().setUp()
        self.window.desk.open("house-rules")
        self.panel = self.window.side.panel("house-rules")

    def rules(self):
        return self.window.session.project.house_rules

    def test_a_drag_is_one_step(self):
        slider = self.panel.fill.fields["blur"].slider
        before = self.rules().fill.blur
        slider.setSliderDown(True)
        for position in (200, 250, 300):
            slider.setValue(position)
        slider.setSliderDown(False)
        self.assertGreater(self.rules().fill.blur, before)
        self.window.session.edited.undo()
        self.assertEqual(self.rules().fill.blur, before)

    def test_set_off_and_the_mount_of_all(self):
        self.panel.set_off.click()
        self.assertFalse(self.rules().set_off)
        self.window.session.apply(set_for_all("Mount", mount=Mount(border=0.02)))
        self.assertIn("border", self.panel.mount.text())
        self.panel.mount.click()
        self.assertIsNone(self.rules().mount)


if __name__ == "__main__":
    unittest.main()
