"""Words and emblems laid over a frame."""

from math import ceil

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.core.words.painting import LaidOver, lay_over, picture_over, words_picture
from jaunty_frame.show.frames.layers.words import EmblemLayer, EmblemReady, WordsLayer, WordsReady
from jaunty_frame.show.frames.painters.brush import Brush, Preparation


def paint_words(surface: Surface, layer: WordsLayer, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    lay_over(surface, brush.ready[source], brush.frame, layer.posed, layer.share, layer.reveal)


def paint_emblem(surface: Surface, layer: EmblemLayer, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    lay_over(surface, brush.ready[source], brush.frame, layer.posed, layer.share)


def _words(pixels: Pixels | None, source: WordsReady) -> LaidOver:
    return words_picture(source.block, source.paint, source.box, source.frame, source.turns_by, source.density)


def _emblem(pixels: Pixels | None, source: EmblemReady) -> LaidOver:
    assert pixels is not None
    return picture_over(corrected(pixels, source.photo.correction), source.box, source.frame)


WORDS_READY = Preparation(lambda source: 0, _words)
EMBLEM_READY = Preparation(lambda source: max(ceil(source.box.w * source.frame.width), 1), _emblem)
