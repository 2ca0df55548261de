"""Edits of the running order as a whole, or of chosen slides among the places that they have."""

from collections.abc import Callable, Iterable, Sequence
from enum import StrEnum

from jaunty_frame.core.time.spreading import spread_order
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.photo import Photo, Shape, name_order
from jaunty_frame.errors import UsageError


class Order(StrEnum):
    TIME = "time"
    NAME = "name"
    SHAPE = "shape"
    SPREAD = "spread"
    REVERSE = "reverse"


_SHAPES = tuple(Shape)


def order_slides(by: Order, slide_ids: Iterable[str] = ()) -> Edit:
    """Order slides by something; with fewer than two ids, all of them.

    By time: those without a capture time come last, by name. By shape: upright, square, sideways, panorama. Equal ones
    keep their order, and slides without a photo come last.
    """
    chosen = set(slide_ids)
    reorder = _ORDERS[by]

    def apply(project: Project) -> Project:
        places = [k for k, slide in enumerate(project.slides) if len(chosen) < 2 or slide.id in chosen]
        moving = [project.slides[k] for k in places]
        return _with_slides(project, places, [moving[k] for k in reorder([_first_photo(project, s) for s in moving])])

    return Edit(f"Order by {by}" if by not in (Order.SPREAD, Order.REVERSE) else f"{by.capitalize()} slides", apply)


def arrange_slides(numbers: Sequence[int]) -> Edit:
    """Put the slides in the order of their present ``numbers``, from 1 on; UsageError where one lacks or is twice."""

    def apply(project: Project) -> Project:
        count = len(project.slides)
        if sorted(numbers) != list(range(1, count + 1)):
            raise UsageError(f"The order must name each of the {count} slides once, as in 3,1,2.")
        return _with_slides(project, list(range(count)), [project.slides[number - 1] for number in numbers])

    return Edit("Order slides", apply)


def _with_slides(project: Project, places: Sequence[int], slides: Sequence[Slide]) -> Project:
    if all(project.slides[k] is slide for k, slide in zip(places, slides, strict=True)):
        return project
    ordered = list(project.slides)
    for k, slide in zip(places, slides, strict=True):
        ordered[k] = slide
    return project.changed(slides=tuple(ordered))


def _first_photo(project: Project, slide: Slide) -> Photo | None:
    photos = slide.exhibit.photos
    return project.photo(photos[0]) if photos else None


_Photos = list[Photo | None]


def _sorted(key: Callable[[Photo], tuple]) -> Callable[[_Photos], list[int]]:
    def reorder(photos: _Photos) -> list[int]:
        keys = [(photo is None, key(photo) if photo else ()) for photo in photos]
        return sorted(range(len(photos)), key=keys.__getitem__)

    return reorder


_ORDERS: dict[Order, Callable[[_Photos], list[int]]] = {
    Order.TIME: _sorted(lambda photo: (not photo.taken, photo.taken, name_order(photo.path))),
    Order.NAME: _sorted(lambda photo: (name_order(photo.path),)),
    Order.SHAPE: _sorted(lambda photo: (_SHAPES.index(photo.shape),)),
    Order.SPREAD: lambda photos: spread_order([photo.shape if photo else None for photo in photos]),
    Order.REVERSE: lambda photos: list(range(len(photos)))[::-1],
}
