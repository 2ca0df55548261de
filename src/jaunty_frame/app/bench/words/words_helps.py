"""What would help words to be read, each shown as it would be, with the contrast that it promises."""

from functools import partial

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.pictures.cell_images import CellImages
from jaunty_frame.app.pictures.miniatures import Miniature, Miniatures
from jaunty_frame.show.frames.content import FrameContent, base_content
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.helps import WordsHelpOffered, offered_helps

_TAKEN = ("style", "anchor", "in_outputs", "times", "lasts")


class WordsHelps(Miniatures):
    """A click takes what was offered."""

    def __init__(self, cell: BenchCell, images: CellImages) -> None:
        super().__init__("What would help to read them", cell.session, images, 3, 32)
        self._cell = cell
        self._offered: dict[str, WordsHelpOffered] = {}
        self.chosen.connect(self._take)

    def show_offered(self) -> None:
        placed, k = self._cell.placed_words, self._cell.position
        offered = offered_helps(self._cell.plan, placed) if placed is not None else ()
        self._offered = {one.name: one for one in offered}
        shown = [
            Miniature(one.name, f"{one.name}, {one.contrast:.1f} : 1", one.plan, partial(_seen, one.plan, k))
            for one in offered
        ]
        self.show_miniatures(shown, None)

    def _take(self, name: str) -> None:
        after = self._offered[name].words
        self._cell.set_words(f"{name} of the words", False, **{field: getattr(after, field) for field in _TAKEN})
        self._cell.end_gesture()


def _seen(plan: Plan, k: int, progress: float) -> FrameContent:
    return base_content(plan, k)
