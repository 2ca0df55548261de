"""Words and emblems as they are in one output: when they are seen, and all that was solved of them."""

from dataclasses import dataclass, field
from math import floor
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.words.faces import NO_FONTS, Fonts
from jaunty_frame.core.words.legibility import WordsHelp, seconds_to_read
from jaunty_frame.core.words.paint import WordsPaint
from jaunty_frame.core.words.typesetting import Block
from jaunty_frame.document.model import HouseRules
from jaunty_frame.document.sound import SILENCE, Soundtrack
from jaunty_frame.document.words import Emblem, TypeStyle, Words
from jaunty_frame.show.planning.grounds import Grounds
from jaunty_frame.show.planning.words.credits import credits_text


class WordsTime(NamedTuple):
    """first, frames : of the show; goes_on : whether they are seen beyond their slide."""

    first: int
    frames: int
    goes_on: bool


class PlacedWords(NamedTuple):
    """Words as they are in one output.

    slide : position; words : as they are in this output; box : of the text, fractions of the frame; size : of an em, in
    short sides; wanted_size : before it had to fit; region : what words may use; covers : the share of a required area,
    or of the words, that meet; meets : the share of the words, or of what they lie over, that is common to both, and
    ``meets_what`` says what that is; calm : whether the ground is; help : what was added to be readable, None where the
    colour is chosen; contrast : what the tones of the frame promise; wanted_contrast : by WCAG."""

    slide: int
    words: Words
    style: TypeStyle
    time: WordsTime
    block: Block
    paint: WordsPaint
    box: Window
    size: float
    wanted_size: float
    region: Window
    covers: float
    detail: float
    in_strip: bool
    lies_across: bool
    meets: float
    meets_what: str
    help: WordsHelp | None
    contrast: float
    wanted_contrast: float

    def outer(self, unit_x: float, unit_y: float) -> Window:
        """Return the box with the plate about it, or with the room for one that may be added."""
        may_have_plate = self.style.plate or self.help is not None
        room = self.style.plate_padding * self.size if may_have_plate else 0.0
        x, y, w, h = self.box
        return Window(x - room * unit_x, y - room * unit_y, w + 2 * room * unit_x, h + 2 * room * unit_y)


class Helped(NamedTuple):
    """Words as the tones of the frame let them be, and as the frames themselves do."""

    before: PlacedWords
    after: PlacedWords


class PlacedEmblem(NamedTuple):
    """An emblem over a run of slides. slides : positions; first, frames : of the show."""

    emblem: Emblem
    slides: tuple[int, ...]
    first: int
    frames: int
    box: Window
    covers: float


@dataclass(frozen=True, eq=False, kw_only=True)
class Worded(Grounds):
    """What is written over the show, and what lies over it."""

    fonts: Fonts = NO_FONTS
    emblems: tuple[Emblem, ...] = ()
    soundtrack: Soundtrack = SILENCE
    """Credits name its pieces."""
    words: dict[int, tuple[PlacedWords, ...]] = field(init=False, default_factory=dict, repr=False)
    words_going_on: dict[None, tuple[tuple[WordsTime, int, str], ...]] = field(
        init=False, default_factory=dict, repr=False
    )
    words_groups: dict[None, dict[int, tuple[int, ...]]] = field(init=False, default_factory=dict, repr=False)
    placed_emblems: dict[None, tuple[PlacedEmblem, ...]] = field(init=False, default_factory=dict, repr=False)
    helped: dict[None, tuple[Helped, ...]] = field(init=False, default_factory=dict, repr=False)


def style_of(words: Words, rules: HouseRules) -> TypeStyle:
    """Return what words are set in: their own style, or the house rule for their kind."""
    if words.style is not None:
        return words.style
    ruled: TypeStyle = getattr(rules, words.kind)
    return ruled


def words_time(plan: Worded, k: int, words: Words) -> WordsTime | None:
    """Return when words of slide ``k`` are seen; None where the output never shows them."""
    own = words.in_output(plan.output.id)
    frames = plan.schedule.frames[k]
    if not frames or (own is not None and own.left_out):
        return None
    first, rate = plan.schedule.first[k], plan.output.frame_rate
    if words.times == "slide":
        return WordsTime(first, frames, False)
    pace = plan.output.pace
    lasts = words.lasts * pace if words.times == "own" else seconds_to_read(shown_text(plan, words))
    start = first + floor(words.at * pace * rate + 1 / 2)
    end = min(start + max(floor(float(lasts * rate) + 0.5), 1), plan.schedule.total)
    return WordsTime(start, end - start, end > first + frames) if end > start else None


def shown_text(plan: Worded, words: Words) -> str:
    """Return the text that words have in an output."""
    text = (
        credits_text(plan.table.by_id.values(), plan.soundtrack.files)
        if words.built
        else words.as_in(plan.output.id).text
    )
    return text
