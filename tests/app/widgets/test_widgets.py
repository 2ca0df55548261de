"""Widgets by themselves, and the geometry of what can be seized on a slanted photo."""

import os
import unittest

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from jaunty_frame.app.bench.canvas.shapes import CORNERS, Framed, Part
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.easing_editor import EasingEditor
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import EASE_IN_OUT, LINEAR
from jaunty_frame.core.motion.way import Station, way_between


class WidgetCase(unittest.TestCase):
    def setUp(self):
        self.app = make_application()


class Choices(WidgetCase):
    def test_rows_of_columns_are_clicked_where_they_are_seen(self):
        choice = Choice("Some", [(k, f"option {k}") for k in range(7)], columns=3)
        choice.resize(300, choice.sizeHint().height())
        rects = choice.option_rects()
        self.assertEqual(len({round(rect.top()) for rect in rects}), 3)
        self.assertEqual({round(rect.left()) for rect in rects}, {0, 100, 200})
        chosen = []
        choice.chosen.connect(chosen.append)
        for k in (0, 4, 6):
            QTest.mouseClick(choice, Qt.MouseButton.LeftButton, pos=rects[k].center().toPoint())
        self.assertEqual(chosen, [0, 4, 6])

    def test_keys_step_and_wrap_around(self):
        choice = Choice("Some", [("a", "A"), ("b", "B")])
        choice.chosen.connect(choice.show_value)
        choice.show_value("b")
        QTest.keyClick(choice, Qt.Key.Key_Right)
        self.assertEqual(choice.value, "a")
        choice.set_options([("c", "C"), ("d", "D")])
        self.assertEqual(choice.accessibleName(), "Some")


class Easings(WidgetCase):
    def test_handles_lie_where_the_curve_says_and_stay_inside(self):
        editor = EasingEditor()
        editor.resize(140, 80)
        editor.show_value(EASE_IN_OUT)
        self.assertLess(editor.handle_place(0).x(), editor.handle_place(1).x())
        self.assertGreater(editor.handle_place(0).y(), editor.handle_place(1).y())
        shown = []
        editor.changed.connect(shown.append)
        editor.changed.connect(editor.show_value)
        QTest.mousePress(editor, Qt.MouseButton.LeftButton, pos=editor.handle_place(1).toPoint())
        QTest.mouseMove(editor, QPointF(500, -300).toPoint())
        QTest.mouseRelease(editor, Qt.MouseButton.LeftButton, pos=QPointF(500, -300).toPoint())
        self.assertTrue(shown and all(0 <= value <= 1 for easing in shown for value in easing))
        QTest.keyClick(editor, Qt.Key.Key_Period)
        QTest.keyClick(editor, Qt.Key.Key_Up)
        self.assertAlmostEqual(shown[-1][1], EASE_IN_OUT[1] + 0.02)


class SlantedWindows(unittest.TestCase):
    def framed(self, degrees, window=Window(0.3, 0.2, 0.4, 0.5)):
        return Framed(way_between(Station(0, window, degrees), Station(1, window, degrees), LINEAR), 5.0, 1920, 1.5)

    def test_a_dragged_corner_leaves_the_opposite_one_where_it_is(self):
        for degrees in (0.0, 7.0, -12.0):
            framed = self.framed(degrees)
            before = framed.corners("closing")
            for part in CORNERS:
                opposite = Part((-part.value[0], -part.value[1]))
                way = [(a - b) * 0.1 for a, b in zip(before[part], before[opposite], strict=True)]
                window = framed.dragged("closing", part, *way)
                after = self.framed(degrees, window).corners("closing")
                for value, expected in zip(after[opposite], before[opposite], strict=True):
                    self.assertAlmostEqual(value, expected)
                self.assertAlmostEqual(window.w / window.h, 0.4 / 0.5)
                self.assertAlmostEqual(window.w, 0.44)

    def test_to_window_and_corners_agree(self):
        framed = self.framed(9.0)
        x, y = framed.corners("opening")[Part.BOTTOM_RIGHT]
        upright = framed.to_window("opening", x, y)
        self.assertAlmostEqual(upright[0], 0.7)
        self.assertAlmostEqual(upright[1], 0.7)
        self.assertGreater(framed.bounding_box("opening").w, 0.4)
