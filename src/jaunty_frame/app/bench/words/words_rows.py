"""The rows of the list of words: what is said, when, and how far it goes on."""

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.words.words_list import WordsRow
from jaunty_frame.show.planning.words.placed import shown_text, words_time


def words_rows(cell: BenchCell) -> list[WordsRow]:
    """Return the rows of a cell's words."""
    rows = []
    rate, first = float(cell.output.frame_rate), cell.plan.schedule.first[cell.position]
    for words in cell.slide.words:
        time = words_time(cell.plan, cell.position, words)
        text = shown_text(cell.plan, words)
        if time is None:
            rows.append(WordsRow(words.id, text, 0.0, 0.0, "not in this output"))
            continue
        at, lasts = (time.first - first) / rate, time.frames / rate
        rows.append(WordsRow(words.id, text, at, lasts, _goes_on(cell, time.first + time.frames)))
    return rows


def _goes_on(cell: BenchCell, end: int) -> str:
    """Return the words for how far something goes on that ends at a frame of the show."""
    plan, k = cell.plan, cell.position
    after = [other for other in plan.shown if other > k and plan.schedule.first[other] < end]
    joint = plan.schedule.first[k] + plan.schedule.frames[k]
    return f"goes on over slide {after[-1] + 1}" if after and end > joint else ""
