"""Frames of a show in order: the slides' pictures are made ready ahead of time on a thread of their own."""

from collections.abc import Iterable
from concurrent.futures import Future, ThreadPoolExecutor
from types import TracebackType

from jaunty_frame.core.painting.surface import Coding, Surface, new_surface
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import FrameContent, frame_content
from jaunty_frame.show.frames.picture import Picture, make_picture, paint_frame
from jaunty_frame.show.frames.picture_spec import picture_spec, wanted_width
from jaunty_frame.show.planning.plan import Plan


class FramePainter:
    """Paints the frames of one plan at one size. Not for several threads at once."""

    def __init__(self, plan: Plan, source: PhotoSource, width: int, height: int, coding: Coding) -> None:
        self._plan, self._source = plan, source
        self._width, self._height, self._coding = width, height, coding
        self._scratch = new_surface(width, height, coding)
        self._pictures: dict[int, Future[Picture]] = {}
        self._pool = ThreadPoolExecutor(1, "pictures")

    def __enter__(self) -> "FramePainter":
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        self.close()

    def close(self) -> None:
        self._pool.shutdown(cancel_futures=True)

    def paint(self, surface: Surface, content: FrameContent) -> None:
        """Paint ``content``; waits for pictures that are not ready. PhotoError where a photo cannot be read."""
        slides = _slides_of(content)
        self.prepare(slides[0])
        pictures = {k: self._pictures[k].result() for k in slides}
        paint_frame(surface, self._scratch, content, pictures)

    def paint_at(self, surface: Surface, n: int) -> None:
        """Paint frame ``n`` of the show."""
        self.paint(surface, frame_content(self._plan, n))

    def is_ready(self, content: FrameContent) -> bool:
        """Return whether ``content`` could be painted without waiting; if not, work on it has begun."""
        slides = _slides_of(content)
        self.prepare(slides[0])
        return all(self._pictures[k].done() for k in slides)

    def prepare(self, k: int) -> None:
        """Begin to make slide ``k`` and the next ready, and forget those before."""
        wanted = range(k, min(k + 2, len(self._plan.slides)))
        for gone in [slide for slide in self._pictures if slide not in wanted]:
            self._pictures.pop(gone).cancel()
        for slide in wanted:
            if slide not in self._pictures:
                self._pictures[slide] = self._pool.submit(self._picture, slide)

    def _picture(self, k: int) -> Picture:
        spec = picture_spec(self._plan, k, self._width, self._height, self._coding)
        return make_picture(self._source.pixels(self._plan.photo(k), wanted_width(spec)), spec)


def _slides_of(content: FrameContent) -> tuple[int, ...]:
    layers: Iterable = (content.layer, content.incoming) if content.incoming else (content.layer,)
    return tuple(layer.slide for layer in layers)
