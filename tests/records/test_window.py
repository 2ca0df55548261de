"""What the window shows and does: every page and panel, every action, and drags all over what can be dragged."""

import json
from fractions import Fraction

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QAbstractSpinBox, QComboBox, QLabel, QLineEdit, QSlider, QWidget

from jaunty_frame.app.bench.pages.page_list import PAGES
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.shell.actions.action_list import ACTIONS
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.document.edits.groups import put_together
from jaunty_frame.document.edits.instants import set_at_instant
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.files.project_format import project_to_text
from tests.app.sound_case import SoundCase
from tests.app.window_case import LEFT
from tests.media.sounds.sound_files import tone
from tests.records.record import ensure_as_recorded, flat

_TOLD = (QLabel, QAbstractButton, QAbstractSpinBox, QComboBox, QSlider, QLineEdit, Choice)
_LEFT_OUT = ("quit", "new", "open", "save", "save-as", "own-output", "play", "by-ear")
"""Actions that leave the project or the sheet, or ask with a dialog; so do those whose text ends with an ellipsis."""
_ALIVE = ("export", "joint", "looks", "by-ear")
"""Panels that show what moves, or what comes when it comes."""


class Window(SoundCase):
    def setUp(self):
        super().setUp()
        s = [slide.id for slide in self.project.slides]
        self.bring("song.wav", tone(6.0))
        self.bring("yard.wav", tone(3.0, 300), "ambience", s[1:3])
        self.bring("said.wav", tone(0.6, 900), "voice", s[2:3])
        for edit in (
            add_words(s[1], "By the river, early", "title"),
            add_words(s[1], "Bowls on the shelf", "caption"),
            set_at_instant([s[1]], 0.4, lean=4.0, scale=0.8),
            set_on_slides([s[2]], "Joint", transition={"kind": "wipe", "seconds": "1/2"}),
            set_on_slides([s[0]], "Seconds", seconds=Fraction(4), locked=True),
            add_emblem(self.project.photos[3], [s[0]], size=0.2),
            put_together(s[3:5]),
        ):
            self.window.session.apply(edit)
        self.settle()
        self.choose(1, 2)
        self.begin = self.window.session.edited.step

    def values(self):
        return dict(flat(json.loads(project_to_text(self.window.session.project))))

    def told(self, place):
        """Return what widgets of a place say, and where each lies."""
        found = []
        for widget in place.findChildren(QWidget):
            if isinstance(widget, _TOLD) and widget.isVisible():
                at = widget.mapTo(place, QPoint(0, 0))
                said = getattr(widget, "text", widget.accessibleName)() or widget.accessibleName()
                said = said.replace(str(self.folder), "").replace(self.folder.name, "")
                rect = [at.x(), at.y(), widget.width(), widget.height()]
                found.append([said, widget.toolTip(), widget.isEnabled(), *rect])
        return found

    def changed_since(self, before):
        after = self.values()
        return {k: after.get(k) for k in sorted(before.keys() | after.keys()) if before.get(k) != after.get(k)}

    def go_back(self):
        if self.window.session.edited.step != self.begin:
            self.window.session.edited.go_to_step(self.begin)
            self.settle()

    def lie_still(self, place):
        """Wait until nothing on a widget is laid out anew: what a layout asks for reaches those about it one by one."""
        self.settle()
        before = None
        for _ in range(100):
            for _ in range(8):
                self.app.processEvents()
            now = [one.geometry() for one in place.findChildren(QWidget) if one.isVisible()]
            if now == before:
                return
            before = now
        self.fail("it is laid out again and again")

    def test_pages_and_panels(self):
        said = []
        self.window.desk.open("bench")
        for output in (0, 2):
            self.choose(1, output)
            for name in PAGES:
                self.window.bench.show_page(name)
                self.settle()
                said.append([name, self.told(self.window.bench)])
        for name in PANELS:
            if name not in _ALIVE:
                self.open(name)
                said.append([name, self.told(self.window.side)])
        ensure_as_recorded(self, "screens.jsonl", said)

    def test_actions(self):
        found, begin = [], self.values()
        for name, entry in ACTIONS.items():
            if name in _LEFT_OUT or entry.text.endswith("…"):
                continue
            self.choose(1, 2)
            self.window.desk.actions[name].trigger()
            self.settle()
            chosen = self.window.sheet.chosen_place(), len(self.window.sheet.chosen_slides())
            label = self.window.session.edited.undo_label
            found.append([name, self.changed_since(begin), label, chosen, self.told(self.window.sheet)[:3]])
            self.window.desk.open("bench")
            self.go_back()
        ensure_as_recorded(self, "actions.jsonl", found)

    def test_drags(self):
        bench, found, begin = self.window.bench, [], self.values()
        self.window.desk.open("bench")
        for name in PAGES:
            bench.show_page(name)
            self.lie_still(bench)
            places = [bench.canvas, bench.frame_view, bench.scrub]
            for number, widget in enumerate(one for one in places if one.isVisible()):
                for across in (0.35, 0.6):
                    for down in (0.3, 0.55):
                        start = QPointF(widget.width() * across, widget.height() * down)
                        self.drag(widget, start, start + QPointF(24, 14), 3)
                        steps = self.window.session.edited.step - self.begin
                        found.append([name, number, across, down, steps, self.changed_since(begin)])
                        self.go_back()
        ensure_as_recorded(self, "drags.jsonl", found)

    def test_clicks_and_keys_on_the_sheet(self):
        sheet, found = self.window.sheet, []
        keyboard = Qt.KeyboardModifier
        width, height = sheet.viewport().width(), sheet.viewport().height()

        def chosen():
            positions = [k for k, slide in enumerate(self.project.slides) if slide.id in sheet.chosen_slides()]
            return positions, sheet.chosen_place()[1]

        for modifier in (keyboard.NoModifier, keyboard.ShiftModifier, keyboard.ControlModifier):
            for x in range(1, 8):
                for y in (1, 3, 5):
                    place = QPoint(width * x // 8, height * y // 6)
                    QTest.mouseClick(sheet.viewport(), LEFT, modifier, place)
                    found.append([str(modifier), x, y, *chosen()])
        self.choose(1, 1)
        for key in (
            "Up",
            "Down",
            "Left",
            "Right",
            "Home",
            "End",
            "PageDown",
            "N",
            "R",
            "C",
            "F",
            "B",
            "Space",
            "Delete",
        ):
            for modifier in (keyboard.NoModifier, keyboard.ShiftModifier, keyboard.ControlModifier):
                before = self.values()
                QTest.keyClick(sheet, getattr(Qt.Key, f"Key_{key}"), modifier)
                self.settle()
                found.append([key, str(modifier), *chosen(), self.changed_since(before)])
        ensure_as_recorded(self, "sheet.jsonl", found)
