"""Setting words: direction, shaping, line breaks and blocks, against the standards and the libraries that know them."""

import unittest
from itertools import combinations, pairwise

import numpy as np
import uharfbuzz as hb
from bidi import get_display
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.words.breaking import _library_units, balanced_lines, break_units
from jaunty_frame.core.words.direction import levels, reads_leftwards, visual_order
from jaunty_frame.core.words.inking import inked
from jaunty_frame.core.words.shaping import shaped
from jaunty_frame.core.words.typesetting import aligned, caret_at, index_at, text_blocks
from jaunty_frame.media.typefaces import fonts
from tests.core.words.faces import typeset

HEBREW, ARABIC = "שלום", "مرحبا"
FAMILIES = [family.name for family in fonts().families]


def displayed(text, leftwards):
    """Return the text as it is written from left to right, by our levels."""
    of = levels(text, leftwards)
    edges = [0, *(k for k in range(1, len(text)) if of[k] != of[k - 1]), len(text)]
    runs = [(text[a:b], of[a]) for a, b in pairwise(edges)]
    shown = (runs[k] for k in visual_order([level for _, level in runs]))
    return "".join(run[::-1] if level % 2 else run for run, level in shown)


class Direction(unittest.TestCase):
    def test_mixed_texts_run_as_uax_9_says(self):
        # UAX #9, section 3.4, examples in the manner of its tables, with real letters; brackets apart (mirroring).
        for text in (
            f"car means {HEBREW}.",
            f"{HEBREW} means car.",
            f"he said {HEBREW} 123, 456 {HEBREW} ok",
            f"{ARABIC} 12:30 {ARABIC}",
            f"a {ARABIC} b {HEBREW} c",
            "plain words 12",
        ):
            with self.subTest(text):
                leftwards = reads_leftwards(text)
                self.assertEqual(displayed(text, leftwards), get_display(text))

    def test_the_first_letter_decides_which_way_a_paragraph_is_read(self):
        self.assertFalse(reads_leftwards(f"1. abc {HEBREW}"))
        self.assertTrue(reads_leftwards(f"1. {HEBREW} abc"))

    def test_runs_are_turned_level_by_level(self):
        self.assertEqual(visual_order([0, 1, 2, 1, 0]), [0, 3, 2, 1, 4])


class Lines(unittest.TestCase):
    def test_baselines_are_an_em_and_a_quarter_apart_or_as_asked_for(self):
        for pitch in (1.0, 0.8, 2.0):
            block = text_blocks("Copper red,\nfired at night", typeset()._replace(pitch=pitch), 2)[0]
            one, other = block.lines
            self.assertAlmostEqual(other.baseline - one.baseline, 1.25 * pitch, places=6)

    def test_the_longest_paragraph_is_broken_first(self):
        text = "Kiln\nOpened early in the morning, before anyone came\nA few bowls"
        for block, counts in zip(text_blocks(text, typeset(), 5), ((1, 1, 1), (1, 2, 1), (1, 3, 1)), strict=True):
            starts = [0, 5, len(text) - len("A few bowls"), len(text) + 1]
            lines = [sum(a <= line.start < b for line in block.lines) for a, b in pairwise(starts)]
            self.assertEqual(tuple(lines), counts)


class Shaping(unittest.TestCase):
    def test_advances_are_harfbuzz_s_own(self):
        for family in FAMILIES:
            face = fonts().family(family).face(400)
            for text in ("Copper red, fired at night", "AVATAR Töpferei", "office fjord"):
                with self.subTest(family=family, text=text):
                    font = hb.Font(hb.Face(face.data))
                    buffer = hb.Buffer()
                    buffer.add_str(text)
                    buffer.guess_segment_properties()
                    hb.shape(font, buffer)
                    wanted = sum(place.x_advance for place in buffer.glyph_positions) / font.face.upem
                    runs = shaped(text, (face,), False).runs
                    self.assertAlmostEqual(sum(glyph.advance for run in runs for glyph in run.glyphs), wanted)

    def test_letters_join_into_ligatures_unless_they_are_spaced(self):
        faces = fonts().faces_for("EB Garamond", 400)
        self.assertLess(len(shaped("office", faces, False).runs[0].glyphs), 6)
        self.assertEqual(len(shaped("office", faces, False, spacing=0.1).runs[0].glyphs), 6)

    def test_marks_take_no_room_of_their_own(self):
        faces = fonts().faces_for("Inter", 400)
        (plain,), (marked,) = (shaped(text, faces, False).runs for text in ("o", "ọ̈"))
        self.assertAlmostEqual(
            sum(glyph.advance for glyph in marked.glyphs), sum(glyph.advance for glyph in plain.glyphs)
        )

    def test_what_a_family_lacks_another_face_has_and_what_none_has_is_told(self):
        found = shaped(f"Jar 🏺 {HEBREW} {ARABIC} 漢", fonts().faces_for("Oswald", 400), False)
        self.assertEqual(found.missing, ("漢",))
        self.assertEqual(len({run.face.name for run in found.runs}), 4)
        lacking = [glyph for run in found.runs for glyph in run.glyphs if not glyph.glyph]
        self.assertEqual([glyph.ink for glyph in lacking], [(0.0, 0.0, 0.0, 0.0)])  # glyph 0 is tofu: not painted


WORDS = [
    "Copper",
    "red,",
    "fired",
    "at",
    "night",
    "(1280",
    "degrees)",
    "—",
    "12",
    "€",
    "well-known",
    "co-op",
    "a/b",
    "¡hola!",
    "«le",
    "pot»",
    "“quoted”",
    "O'Brien",
    "3.5",
    "%",
    "Straße;",
    "100%",
    "don't",
    "e-mail",
    "שלום",
    "مرحبا",
    "漢字",
    "a,b",
    "[y]",
    "1-2",
    "$5",
    "…",
    "?",
    "!",
]


class Breaking(unittest.TestCase):
    def test_lines_may_end_where_uax_14_lets_them(self):
        # LineBreakTest in the manner of UAX #14: LB18 after spaces, LB13 not before what closes, LB14 not after what
        # opens, LB21 after hyphens, LB25 not within numbers, LB11 at non-breaking glue.
        for text, parts in (
            ("The kiln at 1280 degrees", ["The ", "kiln ", "at ", "1280 ", "degrees"]),
            ("well-known jars", ["well-", "known ", "jars"]),
            ("a (small) jar !", ["a ", "(small) ", "jar !"]),
            ("12.50 € each", ["12.50 ", "€ ", "each"]),
            ("10\u00a0km away", ["10\u00a0km ", "away"]),
            ("漢字漢", ["漢", "字", "漢"]),
        ):
            with self.subTest(text):
                self.assertEqual([text[a:b] for a, b in pairwise([0, *break_units(text)])], parts)

    @settings(max_examples=200, deadline=None)
    @given(st.lists(st.sampled_from(WORDS), min_size=1, max_size=7))
    def test_word_by_word_they_are_where_the_library_finds_them_in_the_whole(self, words):
        text = " ".join(words)
        self.assertEqual(break_units(text), _library_units(text))

    @settings(deadline=None)
    @given(st.lists(st.floats(0.2, 5), min_size=1, max_size=8), st.integers(1, 4))
    def test_the_longest_line_is_as_short_as_it_can_be(self, widths, lines):
        hanging = [0.1] * len(widths)
        lines = min(lines, len(widths))

        def longest(ends):
            return max(sum(widths[a:b]) - 0.1 for a, b in pairwise([0, *ends]))

        best = min(longest([*ends, len(widths)]) for ends in combinations(range(1, len(widths)), lines - 1))
        found = balanced_lines(widths, hanging, lines)
        self.assertEqual(len(found), lines)
        self.assertAlmostEqual(longest(found), best)

    def test_long_texts_are_filled_to_the_least_width(self):
        widths = [1.0 + k % 3 for k in range(200)]
        ends = balanced_lines(widths, [0.0] * 200, 7)
        lengths = [sum(widths[a:b]) for a, b in pairwise([0, *ends])]
        self.assertEqual((len(ends), ends[-1]), (7, 200))
        self.assertLessEqual(max(lengths), sum(widths) / 7 + 3)

    def test_no_short_word_stands_alone_on_the_last_line(self):
        text = "Three jars from the first firing of it"
        block = text_blocks(text, typeset(), 2)[1]
        self.assertNotIn(block.line_texts[-1], ("it", "of it"))


class Blocks(unittest.TestCase):
    def test_no_ink_lies_outside_the_box_whatever_the_family(self):
        for family in FAMILIES:
            for text in ("Ångström, fjgyq", f"{HEBREW} {ARABIC}", "Éj"):
                for block in text_blocks(text, typeset(family), 2):
                    with self.subTest(family=family, text=text, lines=len(block.lines)):
                        px = 80.0
                        size = round(block.width * px) + 40, round(block.height * px) + 40
                        (ink,) = inked(block, px, size, 20.0, 20.0)
                        rows, columns = np.nonzero(ink)
                        self.assertGreaterEqual(min(rows.min(), columns.min()), 19)
                        self.assertLessEqual(columns.max(), 20 + block.width * px + 1)
                        self.assertLessEqual(rows.max(), 20 + block.height * px + 1)

    def test_there_is_a_block_for_every_number_of_lines(self):
        blocks = text_blocks("Copper red, fired at night", typeset(), 9)
        self.assertEqual([len(block.lines) for block in blocks], [1, 2, 3, 4, 5])
        self.assertEqual(blocks[1].line_texts, ("Copper red,", "fired at night"))

    def test_lines_that_were_typed_stay_lines(self):
        self.assertEqual(text_blocks("Kiln\nopening", typeset(), 1)[0].line_texts, ("Kiln", "opening"))
        self.assertEqual(len(text_blocks("", typeset(), 2)[0].glyphs), 0)

    def test_lines_are_aligned(self):
        centred = text_blocks("Kiln\nHigh opening", typeset(), 2)[0]
        middles = [(line.left + line.right) / 2 for line in centred.lines]
        self.assertAlmostEqual(*middles)
        for align, edge in (("left", "left"), ("right", "right")):
            block = aligned(centred, align)
            self.assertAlmostEqual(*(getattr(line, edge) for line in block.lines))
            self.assertEqual((block.width, len(block.glyphs)), (centred.width, len(centred.glyphs)))

    @settings(max_examples=40, deadline=None)
    @given(st.text(alphabet="abc jg,\nשמم", min_size=1, max_size=24), st.integers(1, 3))
    def test_a_click_at_the_caret_puts_the_caret_there(self, text, lines):
        block = text_blocks(text, typeset(), lines)[-1]
        for index in range(len(text) + 1):
            caret = caret_at(block, index)
            found = index_at(block, caret.x, (caret.top + caret.bottom) / 2)
            # Where directions meet, and after spaces that hang, two carets may stand at one place.
            self.assertAlmostEqual(caret_at(block, found).x, caret.x, delta=0.9)
