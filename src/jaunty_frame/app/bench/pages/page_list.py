"""The pages of the bench: what each is called, and where it is loaded from when it is first wanted."""

from typing import NamedTuple


class PageEntry(NamedTuple):
    """place : module and class, loaded late; guide : the page of the guide that tells about it; of_photo : whether it
    has nothing to show of a card; of_clip : whether it has nothing to show but of a clip."""

    label: str
    place: str
    guide: str
    of_photo: bool = True
    of_clip: bool = False


PAGES = {
    "clip": PageEntry("Clip", "jaunty_frame.app.bench.clip.clip_page:ClipPage", "clips", of_clip=True),
    "placement": PageEntry("Placement", "jaunty_frame.app.bench.pages.placement_page:PlacementPage", "framing"),
    "move": PageEntry("Move", "jaunty_frame.app.bench.pages.move_page:MovePage", "framing"),
    "look": PageEntry("Look", "jaunty_frame.app.bench.pages.look_page:LookPage", "looks", of_photo=False),
    "instants": PageEntry("Instants", "jaunty_frame.app.bench.pages.instants_page:InstantsPage", "looks"),
    "words": PageEntry("Words", "jaunty_frame.app.bench.words.words_page:WordsPage", "words", of_photo=False),
    "photo": PageEntry("Photo", "jaunty_frame.app.bench.pages.photo_page:PhotoPage", "framing"),
}
