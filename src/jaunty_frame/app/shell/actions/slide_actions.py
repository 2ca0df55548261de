"""Actions on the chosen slides."""

from PySide6.QtWidgets import QApplication

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.clipboard import slides_data
from jaunty_frame.core.time.typed_seconds import TypedSeconds
from jaunty_frame.document.edits.groups import put_together, take_apart
from jaunty_frame.document.edits.material.photos import turn_photos
from jaunty_frame.document.edits.order import Order, order_slides
from jaunty_frame.document.edits.seconds import change_seconds, lock_seconds
from jaunty_frame.document.edits.slides import leave_out, move_slides, remove_slides, repeat_slide
from jaunty_frame.errors import UsageError
from jaunty_frame.show.choosing import Where, slides_like, slides_where


def remove(desk: Desk) -> None:
    chosen = desk.cells.chosen_slides()
    if chosen:
        desk.session.apply(remove_slides(chosen))


def repeat(desk: Desk) -> None:
    slide_id, _ = desk.cells.chosen_place()
    if slide_id:
        desk.session.apply(repeat_slide(slide_id))


def copy(desk: Desk) -> None:
    chosen = desk.cells.chosen_slides()
    if chosen:
        QApplication.clipboard().setMimeData(slides_data(desk.session, set(chosen), desk.cells.picture_of(chosen[0])))


def cut(desk: Desk) -> None:
    copy(desk)
    remove(desk)


def paste(desk: Desk) -> None:
    """Put what was copied after the chosen slides: slides, files, or a picture."""
    desk.cells.paste(QApplication.clipboard().mimeData())


def make_opening(desk: Desk) -> None:
    desk.session.apply(move_slides(desk.cells.chosen_slides(), 0)._replace(label="Make the opening"))


def order(desk: Desk, by: Order) -> None:
    """Order the chosen slides among their places, all where fewer than two are chosen."""
    desk.session.apply(order_slides(by, desk.cells.chosen_slides()))


def choose(desk: Desk, where: Where) -> None:
    session = desk.session
    desk.cells.choose_slides(slides_where(where, session.project, session.plans(), session.findings()))


def choose_alike(desk: Desk) -> None:
    """Choose the slides that are like the current one."""
    slide_id, _ = desk.cells.chosen_place()
    if slide_id:
        desk.cells.choose_slides(slides_like(slide_id, desk.session.project))


def choose_others(desk: Desk) -> None:
    """Choose the slides that are not chosen."""
    chosen = set(desk.cells.chosen_slides())
    desk.cells.choose_slides([slide.id for slide in desk.session.project.slides if slide.id not in chosen])


def put_together_or_apart(desk: Desk) -> None:
    """Put the photos of the chosen slides together on one; a group that is chosen alone is taken apart."""
    chosen = desk.cells.chosen_slides()
    try:
        if len(chosen) == 1:
            desk.session.apply(take_apart(chosen[0]))
        elif chosen:
            desk.session.apply(put_together(chosen))
            desk.cells.choose_slides(chosen[:1])
    except UsageError as error:
        desk.files.said.emit([str(error)])


def set_seconds(desk: Desk, typed: TypedSeconds) -> None:
    desk.session.apply(change_seconds(desk.cells.chosen_slides(), typed))


def lock_or_unlock(desk: Desk) -> None:
    """Lock the seconds of the chosen slides; if all are locked, unlock them."""
    chosen = desk.cells.chosen_slides()
    locked = all(desk.session.project.slide(name).locked for name in chosen)
    desk.session.apply(lock_seconds(chosen, not locked))


def leave_out_or_show(desk: Desk) -> None:
    """Leave the chosen slides out of the current output; if all are left out there, show them again."""
    chosen, (_, output_id) = desk.cells.chosen_slides(), desk.cells.chosen_place()
    left_out = all(output_id in desk.session.project.slide(name).left_out for name in chosen)
    edit, name = leave_out(chosen, output_id, not left_out), desk.session.project.output(output_id).name
    desk.session.apply(edit._replace(label=f"{edit.label} in {name}" if left_out else f"{edit.label} of {name}"))


def turn(desk: Desk, quarter_turns: int) -> None:
    """Turn the photos of the chosen slides clockwise."""
    photos = desk.chosen_photos()
    if photos:
        desk.session.apply(turn_photos(photos, quarter_turns))


def find_areas_again(desk: Desk) -> None:
    desk.importer.finder.find_again(desk.chosen_photos())


def go_to_next_finding(desk: Desk) -> None:
    """Choose the next cell with a finding, after the current one."""
    cells = list(dict.fromkeys((finding.slide_id, finding.output) for finding in desk.session.findings()))
    if cells:
        place = desk.cells.chosen_place()
        at = (cells.index(place) + 1) % len(cells) if place in cells else 0
        desk.cells.select_cell(*cells[at])
        desk.open("bench")
