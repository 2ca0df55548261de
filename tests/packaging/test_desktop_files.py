"""The desktop's files, by the desktop's own checkers, which set-up installs; and what ships with the package."""

import json
import subprocess
import unittest
import xml.etree.ElementTree as Tree
from pathlib import Path

from jaunty_frame.document.files.project_format import project_schema

ROOT = Path(__file__).resolve().parents[2]
NAME = "org.jauntyframe.JauntyFrame"


class DesktopFiles(unittest.TestCase):
    def checked(self, *command):
        done = subprocess.run(command, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stdout + done.stderr)

    def test_the_launcher(self):
        self.checked("desktop-file-validate", str(ROOT / "packaging" / f"{NAME}.desktop"))

    def test_the_description(self):
        self.checked("appstreamcli", "validate", "--no-net", str(ROOT / "packaging" / f"{NAME}.metainfo.xml"))

    def test_the_project_type_is_the_one_the_launcher_opens(self):
        kind = Tree.parse(ROOT / "packaging" / f"{NAME}.xml").getroot()[0].get("type")
        self.assertIn(f"MimeType={kind};", (ROOT / "packaging" / f"{NAME}.desktop").read_text())


class Shipped(unittest.TestCase):
    def test_the_schema_file_is_the_schema(self):
        path = ROOT / "src/jaunty_frame/document/project.schema.json"
        self.assertEqual(json.loads(path.read_text()), project_schema())

    def test_fonts_and_icons_come_with_their_licences(self):
        assets = ROOT / "src/jaunty_frame/app/assets"
        fonts = ROOT / "src/jaunty_frame/media/fonts"
        for font in [*fonts.glob("*.ttf"), *fonts.glob("*.otf")]:
            self.assertIn("OFL", (fonts / f"LICENSE-{font.stem.split('-')[0]}.txt").read_text(), font.name)
        self.assertIn("ISC", (assets / "icons/LICENSE-Lucide.txt").read_text())

    def test_no_registry_addresses(self):
        for name in ("constraints.txt", "pyproject.toml", "Makefile", "tools/setup.sh"):
            self.assertNotIn("://", (ROOT / name).read_text(), name)
