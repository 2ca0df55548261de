"""Drawings as pictures of the set, and who made a photo."""

import io
import tempfile
import unittest
from pathlib import Path

from PIL import ExifTags, Image

from jaunty_frame.errors import PhotoError
from jaunty_frame.media.photos.decoding import decode_photo, photo_header
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.svg import LONGEST_PX
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.spelling import Spelling, system_languages
from jaunty_frame.media.typefaces import fonts, system_families

SVG = (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><rect width="20" height="20" fill="#ff0000"/>{}</svg>'
)


class Drawings(unittest.TestCase):
    def test_they_are_drawn_at_the_size_wanted_and_transparent_where_nothing_is(self):
        data = SVG.format("").encode()
        header = photo_header(data, "mark.svg")
        self.assertEqual((header.width, header.height), (LONGEST_PX, LONGEST_PX // 2))
        pixels = decode_photo(data, "mark.svg", 100)
        self.assertEqual(pixels.shape, (50, 100, 4))
        self.assertEqual(pixels[25, 20].tolist(), [0, 0, 255, 255])
        self.assertEqual(pixels[25, 80].tolist(), [0, 0, 0, 0])

    def test_nothing_is_read_from_elsewhere(self):
        with tempfile.TemporaryDirectory() as folder:
            secret = Path(folder) / "secret.png"
            Image.new("RGB", (20, 20), (0, 255, 0)).save(secret)
            for href in (str(secret), f"file://{secret}"):
                for name in ("href", "xlink:href"):
                    place = 'xmlns:xlink="http://www.w3.org/1999/xlink" x="20" width="20" height="20"'
                    image = f'<image {place} {name}="{href}"/>'
                    pixels = decode_photo(SVG.format(image).encode(), "mark.svg", 40)
                    self.assertEqual(pixels[10, 30].tolist(), [0, 0, 0, 0], name)

    def test_bad_ones_get_a_sentence(self):
        bomb = '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg"/>'
        for data in (b"<svg ", bomb.encode(), b'<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="1"/>'):
            with self.subTest(data), self.assertRaisesRegex(PhotoError, "mark.svg"):
                decode_photo(data, "mark.svg")

    def test_it_comes_into_the_set_like_a_photo(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "mark.svg"
            path.write_text(SVG.format(""))
            photo = look_at_photo(path, Path(folder), ThumbnailCache(Path(folder) / "cache"))
            self.assertTrue(photo.transparent)


class Rights(unittest.TestCase):
    def saved(self, **options):
        data = io.BytesIO()
        Image.new("RGB", (20, 20)).save(data, "JPEG", **options)
        header = photo_header(data.getvalue(), "a.jpg")
        return header.author, header.licence

    def test_of_exif(self):
        exif = Image.Exif()
        exif[ExifTags.Base.Artist], exif[ExifTags.Base.Copyright] = "B. Potter", "All rights\nreserved"
        self.assertEqual(self.saved(exif=exif), ("B. Potter", "All rights reserved"))

    def test_of_xmp(self):
        xmp = (
            '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">'
            "<rdf:Description><dc:creator><rdf:Seq><rdf:li>A. &amp; B.</rdf:li></rdf:Seq></dc:creator>"
            '<cc:license rdf:resource="http://creativecommons.org/licenses/by-sa/4.0/"/></rdf:Description></rdf:RDF></x:xmpmeta>'
        )
        self.assertEqual(self.saved(xmp=xmp.encode()), ("A. & B.", "CC BY-SA 4.0"))

    def test_nothing_said_is_nothing_known(self):
        self.assertEqual(self.saved(), ("", ""))


class Typefaces(unittest.TestCase):
    def test_at_least_six_families_ship_and_each_can_be_read(self):
        families = fonts().families
        self.assertGreaterEqual(len(families), 6)
        for family in families:
            self.assertIn(ord("ß"), family.face(400).characters, family.name)

    def test_one_that_is_not_there_is_stood_in_for(self):
        self.assertEqual(fonts().family("No such family").name, "Inter")
        self.assertFalse(fonts().is_there("No such family"))

    def test_the_system_s_are_offered_where_there_are_some(self):
        for family in system_families()[:5]:
            self.assertTrue(fonts().is_there(family.name))

    def test_spelling_by_the_system_s_dictionaries(self):
        for language in system_languages()[:1]:
            self.assertEqual(Spelling(language).unknown_in(""), [])
        self.assertEqual(Spelling("no-such-language").unknown_in("wrds"), [])
