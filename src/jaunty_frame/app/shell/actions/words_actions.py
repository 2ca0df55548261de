"""Actions that bring words into the show."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from jaunty_frame.app.desk import Desk
from jaunty_frame.document.edits.material.words import add_card, add_credits
from jaunty_frame.document.words import WordsKind
from jaunty_frame.errors import JauntyError

if TYPE_CHECKING:
    from jaunty_frame.show.planning.plan import Plan


def add_words(desk: Desk, kind: WordsKind) -> None:
    """Put words on the current slide, and let them be typed on the bench."""
    if desk.cells.chosen_place()[0]:
        desk.open("bench", f"words {kind}")


def add_card_before(desk: Desk) -> None:
    """Put a card before the current slide, and let its title be typed."""
    project = desk.session.project
    slide_id, output_id = desk.cells.chosen_place()
    at = next((k for k, slide in enumerate(project.slides) if slide.id == slide_id), 0)
    desk.session.apply(add_card(at, ""))
    card = desk.session.latest.slides[at].id
    desk.session.shown.when_shown(lambda: _type_title(desk, card, output_id))


def _type_title(desk: Desk, slide_id: str, output_id: str) -> None:
    outputs = desk.session.project.outputs
    if outputs:
        desk.cells.select_cell(slide_id, output_id or outputs[0].id)
        desk.open("bench", "words title")


def add_credits_card(desk: Desk) -> None:
    """Put a card with the credits at the end of the show."""
    desk.session.apply(add_credits(desk.session.latest))
    card, (_, output_id) = desk.session.latest.slides[-1].id, desk.cells.chosen_place()
    desk.session.shown.when_shown(lambda: desk.cells.select_cell(card, output_id))


def import_captions(desk: Desk) -> None:
    """Put the captions of a file on the slides during which they begin, in the current output."""
    # Caption files are seldom wanted; what asks for them and reads them takes 0.02 s to load.
    from jaunty_frame.app.project.dialogs import CAPTIONS, ask_for_file
    from jaunty_frame.media.captions import ReadCaptions, put_captions, read_captions

    plan = _current_plan(desk)
    if plan is not None:

        def read(path: Path) -> None:
            _tried(desk, lambda: take(read_captions(path)))

        def take(read: ReadCaptions) -> None:
            put = put_captions(read.captions, plan)
            if put.edit is not None:
                desk.session.apply(put.edit)
            if read.told or put.told:
                desk.files.said.emit([*read.told, *put.told])

        ask_for_file(desk.files.window, "Import captions", CAPTIONS, read)


def export_captions(desk: Desk) -> None:
    """Write the captions of the current output."""
    from jaunty_frame.app.project.dialogs import CAPTIONS, ask_where_to_write
    from jaunty_frame.media.captions import captions_of, write_captions

    plan = _current_plan(desk)
    if plan is not None:

        def write(path: Path) -> None:
            _tried(desk, lambda: write_captions(captions_of(plan), path))

        name = f"{plan.output.id}.srt"
        ask_where_to_write(desk.files.window, "Export captions", CAPTIONS, name, "srt", write)


def _tried(desk: Desk, act: Callable[[], object]) -> None:
    try:
        act()
    except JauntyError as error:
        desk.files.said.emit([str(error)])


def _current_plan(desk: Desk) -> "Plan | None":
    return desk.session.plans().get(desk.cells.chosen_place()[1])
