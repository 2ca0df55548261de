"""The guide: the page that fits what is on the screen, its links, its pictures, and that it names every key."""

import re
import unittest
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeySequence
from PySide6.QtTest import QTest

from jaunty_frame.app.bench.pages.page_list import PAGES
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.shell.actions.action_list import ACTIONS
from jaunty_frame.app.shell.guide import guide_folder
from tests.app.window_case import WindowCase

ROOT = Path(__file__).resolve().parents[3]
LINK = re.compile(r"!?\[[^\]]*\]\(([^)#]+)")


class Pages(unittest.TestCase):
    def test_links_and_pictures_of_all_documents_lead_somewhere(self):
        documents = [*ROOT.glob("*.md"), *ROOT.glob("docs/**/*.md")]
        self.assertGreater(len(documents), 15)
        for document in documents:
            for target in LINK.findall(document.read_text()):
                with self.subTest(document=document.name, target=target):
                    self.assertNotIn("://", target)
                    self.assertTrue((document.parent / target).is_file())

    def test_every_page_is_reached_from_the_first(self):
        linked = set(LINK.findall((guide_folder() / "index.md").read_text()))
        for page in guide_folder().glob("*.md"):
            self.assertTrue(page.name in linked or page.name == "index.md", page.name)

    def test_pictures_are_fewer_than_twenty_and_each_is_shown_somewhere(self):
        pictures = list((ROOT / "docs" / "screenshots").iterdir())
        self.assertLess(len(pictures), 20)
        said = "".join(page.read_text() for page in [ROOT / "README.md", *guide_folder().glob("*.md")])
        for picture in pictures:
            self.assertIn(picture.name, said)

    def test_every_key_stands_on_the_page_of_keys(self):
        said = (guide_folder() / "keys.md").read_text().replace("\\", "")
        for entry in [*ACTIONS.values(), *PANELS.values()]:
            keys = entry.keys
            offered = [QKeySequence(keys)] if isinstance(keys, str) else QKeySequence.keyBindings(keys)
            texts = [text.replace("Del", "Delete") for one in offered if (text := one.toString())]
            with self.subTest(keys=texts):
                self.assertTrue(
                    not texts or any(f"{text};" in said or f"{text} " in said or f"{text}," in said for text in texts)
                )

    def test_places_name_pages_that_are_there(self):
        for entry in [*PANELS.values(), *PAGES.values()]:
            self.assertTrue((guide_folder() / f"{entry.guide}.md").is_file(), entry)


class Opened(WindowCase):
    def page(self):
        self.window.activateWindow()
        self.settle()
        QTest.keyClick(self.window, Qt.Key.Key_F1)
        return self.window.guide.source().fileName()

    def test_f1_opens_the_page_that_fits_what_is_on_the_screen(self):
        self.choose(0, 0)
        self.assertEqual(self.page(), "framing.md")
        self.window.bench.show_page("words")
        self.assertEqual(self.page(), "words.md")
        self.window.desk.open("export")
        self.assertEqual(self.page(), "writing.md")
        self.window.desk.open("screening")
        self.settle()
        self.assertEqual(self.page(), "checking.md")

    def test_pictures_are_no_wider_than_the_window_and_escape_closes_it(self):
        self.page()
        guide = self.window.guide
        self.settle()
        self.assertLessEqual(guide.document().idealWidth(), guide.viewport().width())
        self.assertEqual(guide.horizontalScrollBar().maximum(), 0)
        QTest.keyClick(guide, Qt.Key.Key_Escape)
        self.assertFalse(guide.isVisible())
