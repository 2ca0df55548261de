"""Reading photos: formats, orientation, colour, damage."""

import io
import struct
import tempfile
import unittest
import zlib
from pathlib import Path

import numpy as np
from PIL import Image, ImageOps

from jaunty_frame.demo.icc import GAMMA, srgb_to_wide, wide_gamut_profile
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.photos.decoding import decode_photo, decoded_photo, photo_header
from jaunty_frame.media.photos.files import read_bytes
from tests.media.photo_sets import noise_photo


def coloured(width=120, height=80):
    y, x = np.mgrid[0:height, 0:width]
    return Image.fromarray(np.dstack([x * 2, y * 3, 255 - x - y]).astype(np.uint8))


def stored(image, kind, **options):
    data = io.BytesIO()
    image.save(data, kind, **options)
    return data.getvalue()


def decoded(data, **options):
    return decode_photo(data, "x", **options)[..., :3][..., ::-1].astype(int)


class Formats(unittest.TestCase):
    def test_every_format_comes_in(self):
        image = coloured()
        for kind, options, tolerance in (
            ("JPEG", {"quality": 95}, 6),
            ("PNG", {}, 0),
            ("WEBP", {"lossless": True}, 0),
            ("TIFF", {}, 0),
            ("HEIF", {"quality": 95}, 8),
            ("AVIF", {"quality": 95}, 8),
        ):
            with self.subTest(kind=kind):
                pixels = decoded(stored(image, kind, **options))
                self.assertLessEqual(np.abs(pixels - np.asarray(image)).mean(), tolerance / 2)

    def test_sixteen_bits_grey_and_colour(self):
        ramp = np.linspace(0, 65535, 64).astype(np.uint16)[None].repeat(8, 0)
        for kind in ("PNG", "TIFF"):
            pixels = decoded(stored(Image.fromarray(ramp), kind))
            np.testing.assert_allclose(pixels[0, :, 0], ramp[0] / 257, atol=0.51)

    def test_cmyk_greyscale_palette_and_bilevel(self):
        image = coloured()
        cmyk = decoded(stored(image.convert("CMYK"), "TIFF"))
        self.assertLess(np.abs(cmyk - np.asarray(image)).mean(), 3)
        self.assertEqual(decoded(stored(image.convert("CMYK"), "JPEG")).shape, (80, 120, 3))
        grey = np.asarray(image.convert("L")).astype(int)
        for kind in ("JPEG", "PNG"):
            pixels = decoded(stored(image.convert("L"), kind))
            self.assertLess(np.abs(pixels - grey[..., None]).mean(), 3)
        self.assertLess(
            np.abs(
                decoded(stored(image.convert("P", palette=Image.Palette.ADAPTIVE), "PNG")) - np.asarray(image)
            ).mean(),
            20,
        )
        self.assertEqual(set(np.unique(decoded(stored(image.convert("1"), "PNG")))), {0, 255})

    def test_alpha_is_premultiplied(self):
        image = coloured().convert("RGBA")
        image.putalpha(Image.fromarray(np.tile(np.linspace(0, 255, 120).astype(np.uint8), (80, 1))))
        pixels = decode_photo(stored(image, "PNG"), "x")
        self.assertEqual(pixels.shape[2], 4)
        expected = np.asarray(image.convert("RGB")).astype(float) * pixels[..., 3:] / 255
        np.testing.assert_allclose(pixels[..., 2::-1], expected, atol=0.51)
        image.putalpha(255)
        self.assertEqual(decode_photo(stored(image, "PNG"), "x").shape[2], 3)

    def test_a_profiles_mid_tones_come_out_as_published_in_every_format(self):
        # SMPTE RP 431-2 primaries with D65 to sRGB: linear light by the inverse of both matrices (CSS Color 4, 10.2),
        # then the curve of IEC 61966-2-1. None of these lies outside sRGB.
        for shown in ((128, 128, 128), (150, 120, 90), (90, 130, 110), (110, 100, 160)):
            light = (np.array(shown) / 255) ** GAMMA
            linear = np.linalg.solve(srgb_to_wide(), light)
            expected = np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055) * 255
            if shown != (128, 128, 128):
                self.assertGreater(np.abs(expected - shown).max(), 4, "or no conversion would do as well")
            for kind, options in (
                ("JPEG", {"quality": 100, "subsampling": 0}),
                ("PNG", {}),
                ("WEBP", {"lossless": True}),
                ("TIFF", {}),
                ("HEIF", {"quality": 100, "chroma": 444}),
                ("AVIF", {"quality": 100, "subsampling": "4:4:4"}),
            ):
                with self.subTest(kind=kind, shown=shown):
                    flat = Image.new("RGB", (64, 64), shown)
                    pixel = decoded(stored(flat, kind, icc_profile=wide_gamut_profile(), **options))[30, 30]
                    self.assertLess(np.abs(pixel - expected).max(), 3.5, (pixel, expected))

    def test_profiles_lead_to_srgb(self):
        # Full wide-gamut green lies outside sRGB: it must be clipped to pure green, and grey must stay grey.
        flat = Image.new("RGB", (64, 64), (0, 255, 0))
        for kind in ("JPEG", "PNG"):
            red, green, blue = decoded(stored(flat, kind, icc_profile=wide_gamut_profile()))[30, 30]
            self.assertLess(red + blue, 12)
            self.assertGreater(green, 245)
            grey = decoded(stored(Image.new("RGB", (64, 64), (128, 128, 128)), kind, icc_profile=wide_gamut_profile()))
            self.assertLess(np.ptp(grey[30, 30]), 3)
        broken = decoded(stored(flat, "PNG", icc_profile=b"not a profile"))
        self.assertEqual(broken[0, 0].tolist(), [0, 255, 0])


class Orientation(unittest.TestCase):
    def test_all_eight_are_those_of_pillow(self):
        for kind in ("JPEG", "PNG"):
            for orientation in range(1, 9):
                with self.subTest(kind=kind, orientation=orientation):
                    exif = Image.Exif()
                    exif[0x0112] = orientation
                    data = stored(coloured(), kind, exif=exif, **({"quality": 98} if kind == "JPEG" else {}))
                    expected = np.asarray(ImageOps.exif_transpose(Image.open(io.BytesIO(data)).convert("RGB")))
                    self.assertLess(np.abs(decoded(data) - expected).mean(), 1.5)
                    header = photo_header(data, "x")
                    self.assertEqual((header.height, header.width), expected.shape[:2])

    def test_quarter_turns_are_clockwise(self):
        data = stored(coloured(), "PNG")
        np.testing.assert_array_equal(decoded(data, quarter_turns=1), np.rot90(decoded(data), -1))

    def test_a_damaged_orientation_is_upright(self):
        exif = Image.Exif()
        exif[0x0112] = 77
        self.assertEqual(photo_header(stored(coloured(), "JPEG", exif=exif), "x").orientation, 1)

    def test_the_time_is_read(self):
        exif = Image.Exif()
        exif.get_ifd(0x8769)[0x9003] = "2026:04:18 09:30:00"
        self.assertEqual(photo_header(stored(coloured(), "JPEG", exif=exif), "x").taken, "2026-04-18T09:30:00")
        exif.get_ifd(0x8769)[0x9003] = "yesterday"
        self.assertEqual(photo_header(stored(coloured(), "JPEG", exif=exif), "x").taken, "")


class ReducedSize(unittest.TestCase):
    def test_enough_pixels_and_less_than_twice_as_many(self):
        image = coloured(1600, 1000)
        for kind in ("JPEG", "PNG", "WEBP"):
            for wanted in (200, 399, 400, 801, 1600, 5000):
                with self.subTest(kind=kind, wanted=wanted):
                    width = decode_photo(stored(image, kind), "x", wanted).shape[1]
                    self.assertGreaterEqual(width, min(wanted, 1600))
                    self.assertLessEqual(width, max(2 * wanted, 200))


class Damage(unittest.TestCase):
    def refused(self, data, word):
        with self.assertRaises(PhotoError) as caught:
            decode_photo(data, "broken.jpg")
        self.assertIn("broken.jpg", str(caught.exception))
        self.assertIn(word, str(caught.exception))

    def test_truncated_files(self):
        for kind in ("JPEG", "PNG", "WEBP", "TIFF", "HEIF", "AVIF"):
            data = stored(coloured(400, 300), kind)
            with self.subTest(kind=kind):
                self.refused(data[: len(data) // 2], "broken.jpg")

    def test_a_jpeg_damaged_in_its_middle_is_shown_as_far_as_it_can_be_and_told(self):
        image = Image.fromarray(noise_photo(400, 300, 3))
        whole = stored(image, "JPEG", quality=95)
        self.assertFalse(decoded_photo(whole, "x").is_damaged)
        middle = len(whole) // 2
        for damage in (bytes(300), b"\xff\xd0\x55" * 100):
            for wanted in (0, 50):
                with self.subTest(damage=damage[:3], wanted=wanted):
                    scratched = whole[:middle] + damage + whole[middle + 300 :]
                    found = decoded_photo(scratched, "x", wanted)
                    self.assertTrue(found.is_damaged)
                    before = decode_photo(whole, "x", wanted)
                    self.assertEqual(found.pixels.shape, before.shape)
                    top = before.shape[0] // 3
                    np.testing.assert_array_equal(found.pixels[:top], before[:top])

    def test_no_photos(self):
        for data in (b"", b"hello", b"\xff\xd8\xff", b"%PDF-1.4", b"\x00" * 5000, b"GIF89a" + bytes(100)):
            self.refused(data, "not a photo")

    def test_over_300_megapixels_is_refused_unread(self):
        header = struct.pack(">IIBBBBB", 30000, 20000, 8, 2, 0, 0, 0)
        data = b"\x89PNG\r\n\x1a\n"
        for kind, body in ((b"IHDR", header), (b"IDAT", zlib.compress(b"")), (b"IEND", b"")):
            data += struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))
        self.refused(data, "600 megapixels")

    def test_files_that_cannot_be_read(self):
        with tempfile.TemporaryDirectory() as folder:
            for path in (Path(folder), Path(folder) / "gone.jpg"):
                with self.assertRaises(PhotoError):
                    read_bytes(path)
