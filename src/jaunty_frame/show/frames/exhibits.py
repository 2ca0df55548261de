"""What exhibits look like: the table of their kinds."""

from collections.abc import Callable

from jaunty_frame.core.geometry.windows import WHOLE_PHOTO
from jaunty_frame.core.motion.way import Station
from jaunty_frame.document.exhibit import Exhibit
from jaunty_frame.document.exhibits.card import CardExhibit
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.exhibits.group import GroupExhibit
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.frames.fills import fill_layer, seen_fill
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.layers.layer import Layers, photo_file
from jaunty_frame.show.frames.layers.photo import PhotoLayer
from jaunty_frame.show.frames.piles import lies_under, pile_layers
from jaunty_frame.show.frames.prints import print_layers
from jaunty_frame.show.frames.words import words_layers
from jaunty_frame.show.planning.plan import Plan

# What is seen through transparent photos that are shown by themselves.
_PAPER = PlainFill.model_construct(colour="#ffffff")

SlideLayers = Callable[[Plan, int, float | None], Layers]


def slide_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return what slide ``k`` shows at ``progress`` in 0..1 of its way, its own words on it; None : at its solved
    composition."""
    return (*_picture_layers(plan, k, progress), *words_layers(plan, k, progress))


def _picture_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    if lies_under(plan, k) or (plan.table.piled[k] and plan.rows_of(k)):
        return pile_layers(plan, k, progress)
    return EXHIBIT_LAYERS[type(plan.slides[k].exhibit)](plan, k, progress)


def photo_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return a photo over its fill; no fill where it would not be seen."""
    (row,) = plan.rows_of(k)
    if plan.slides[k].instants or not plan.mounting(row).is_plain:
        return print_layers(plan, k, progress)
    framing = plan.framing(row)
    at = framing.base if progress is None else framing.way.at(progress)
    layer = photo_layer(plan, row, at, progress)
    if plan.hides_fill(row):
        return (layer,)
    return fill_layer(plan, k, progress), layer


def card_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return a card: its fill."""
    return (seen_fill(plan, k, progress),)


def photo_layer(plan: Plan, row: int, at: Station, progress: float | None = None) -> PhotoLayer:
    """Return the photo of a row by itself, at a place on its way and a point of its time."""
    path, reach = plan.trail(row)
    file = photo_file(plan.photo(row), *plan.picture_of(row, progress))
    return PhotoLayer(file, at.window, at.degrees, path, reach)


def whole_photo_layers(photo: Photo, picture: int = 0) -> Layers:
    """Return a photo by itself, all of it. picture : which one of what moves."""
    whole = PhotoLayer(photo_file(photo, picture), WHOLE_PHOTO, 0.0, (WHOLE_PHOTO, WHOLE_PHOTO), (1.0, 1.0))
    return (FillLayer(_PAPER, None), whole) if photo.transparent else (whole,)


EXHIBIT_LAYERS: dict[type[Exhibit], SlideLayers] = {
    PhotoExhibit: photo_layers,
    ClipExhibit: photo_layers,
    GroupExhibit: print_layers,
    CardExhibit: card_layers,
}
