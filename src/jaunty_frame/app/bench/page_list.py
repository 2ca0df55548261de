"""The pages of the bench: what each is called, and where it is loaded from when it is first wanted."""

from typing import NamedTuple


class PageEntry(NamedTuple):
    """place : module and class, loaded late."""

    label: str
    place: str


PAGES = {
    "placement": PageEntry("Placement", "jaunty_frame.app.bench.placement_page:PlacementPage"),
    "move": PageEntry("Move", "jaunty_frame.app.bench.move_page:MovePage"),
    "look": PageEntry("Look", "jaunty_frame.app.bench.look_page:LookPage"),
    "instants": PageEntry("Instants", "jaunty_frame.app.bench.instants_page:InstantsPage"),
    "photo": PageEntry("Photo", "jaunty_frame.app.bench.photo_page:PhotoPage"),
}
