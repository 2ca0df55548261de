"""Actions on the chosen slides."""

from jaunty_frame.app.desk import Desk
from jaunty_frame.document.edits.order import Order, order_slides
from jaunty_frame.document.edits.photos import turn_photos
from jaunty_frame.document.edits.slides import remove_slides, repeat_slide


def remove(desk: Desk) -> None:
    chosen = desk.cells.chosen_slides()
    if chosen:
        desk.session.apply(remove_slides(chosen))


def repeat(desk: Desk) -> None:
    slide_id, _ = desk.cells.chosen_place()
    if slide_id:
        desk.session.apply(repeat_slide(slide_id))


def order(desk: Desk, by: Order) -> None:
    """Order the chosen slides among their places, all where fewer than two are chosen."""
    desk.session.apply(order_slides(by, desk.cells.chosen_slides()))


def turn(desk: Desk, quarter_turns: int) -> None:
    """Turn the photos of the chosen slides clockwise."""
    photos = desk.chosen_photos()
    if photos:
        desk.session.apply(turn_photos(photos, quarter_turns))


def find_areas_again(desk: Desk) -> None:
    desk.importer.find_areas_again(desk.chosen_photos())


def go_to_next_finding(desk: Desk) -> None:
    """Choose the next cell with a finding, after the current one."""
    cells = list(dict.fromkeys((finding.slide_id, finding.output) for finding in desk.session.findings()))
    if cells:
        place = desk.cells.chosen_place()
        at = (cells.index(place) + 1) % len(cells) if place in cells else 0
        desk.cells.select_cell(*cells[at])
        desk.open("bench")
