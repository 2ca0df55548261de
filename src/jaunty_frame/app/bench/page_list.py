"""The pages of the bench: what each is called, and where it is loaded from when it is first wanted."""

from typing import NamedTuple


class PageEntry(NamedTuple):
    """place : module and class, loaded late; of_photo : whether it has nothing to show of a card."""

    label: str
    place: str
    of_photo: bool = True


PAGES = {
    "placement": PageEntry("Placement", "jaunty_frame.app.bench.placement_page:PlacementPage"),
    "move": PageEntry("Move", "jaunty_frame.app.bench.move_page:MovePage"),
    "look": PageEntry("Look", "jaunty_frame.app.bench.look_page:LookPage", of_photo=False),
    "instants": PageEntry("Instants", "jaunty_frame.app.bench.instants_page:InstantsPage"),
    "words": PageEntry("Words", "jaunty_frame.app.bench.words.words_page:WordsPage", of_photo=False),
    "photo": PageEntry("Photo", "jaunty_frame.app.bench.photo_page:PhotoPage"),
}
