"""Frames of a show in order: what they need is made ready ahead of time on a thread of its own."""

from collections.abc import Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from types import TracebackType
from typing import Any

from jaunty_frame.core.painting.surface import FrameFormat, Surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import FrameContent, frame_content, frames_ahead
from jaunty_frame.show.frames.layers.layer import Source
from jaunty_frame.show.frames.painting import paint_frame, prepared
from jaunty_frame.show.planning.plan import Plan

_AHEAD = 3
"""Frames of what moves that are made ready before they are painted."""


class FramePainter:
    """Paints the frames of one plan in one format. Not for several threads at once."""

    def __init__(self, plan: Plan, photos: PhotoSource, frame: FrameFormat) -> None:
        self._plan, self._photos, self._frame = plan, photos, frame
        self._workspace = Workspace(frame)
        self._sources: dict[Source, Future[Any]] = {}
        self._later: tuple[tuple[int, ...], tuple[Source, ...]] = ((), ())
        self._pool = ThreadPoolExecutor(1, "pictures")

    def __enter__(self) -> "FramePainter":
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        self.close()

    def close(self) -> None:
        self._pool.shutdown(cancel_futures=True)

    def content(self, n: int) -> FrameContent:
        """Return what frame ``n`` shows, and begin to make ready what it and the next new picture need."""
        content, later = frame_content(self._plan, n), frames_ahead(self._plan, n)[1:]
        if later != self._later[0]:  # the same for all frames of a slide
            ahead = (source for at in later for source in frame_content(self._plan, at).sources(self._frame))
            self._later = later, tuple(ahead)
        own = content.sources(self._frame)
        wanted = dict.fromkeys((*own, *self._soon(n, own), *self._later[1]))
        for gone in [source for source in self._sources if source not in wanted]:
            self._sources.pop(gone).cancel()
        for source in wanted:
            if source not in self._sources:
                self._sources[source] = self._pool.submit(prepared, source, self._photos.pixels, self._at_hand)
        return content

    def _soon(self, n: int, own: tuple[Source, ...]) -> Iterator[Source]:
        """Give what the next frames need beside frame ``n``, whose sources are ``own``: where a picture moves, each has
        one of its own."""
        if any(source.photo is not None and source.photo.moving for source in own):
            for at in range(n + 1, min(n + 1 + _AHEAD, self._plan.schedule.total)):
                yield from frame_content(self._plan, at).sources(self._frame)

    def _at_hand(self, source: Source) -> Any:
        """Return what was made of a source, None where it is not ready: what lies still is mostly made of what did."""
        known = self._sources.get(source)
        return known.result() if known is not None and known.done() and not known.cancelled() else None

    def is_ready(self, content: FrameContent) -> bool:
        """Return whether ``content``, asked for last, could be painted without waiting."""
        return all(self._sources[source].done() for source in content.sources(self._frame))

    def paint(self, surface: Surface, content: FrameContent) -> None:
        """Paint ``content``, asked for last; waits for what is not ready. PhotoError where a photo cannot be read."""
        ready = {source: self._sources[source].result() for source in content.sources(self._frame)}
        paint_frame(surface, content, ready, self._workspace)

    def paint_content(self, surface: Surface, content: FrameContent) -> None:
        """Paint what is no frame of the show: a slide by itself, for example."""
        ready = {source: prepared(source, self._photos.pixels) for source in content.sources(self._frame)}
        paint_frame(surface, content, ready, self._workspace)

    def paint_at(self, surface: Surface, n: int) -> None:
        """Paint frame ``n`` of the show."""
        self.paint(surface, self.content(n))


def output_format(plan: Plan, width: int, height: int, coding: Any) -> FrameFormat:
    """Return the format of an output's frames at another size: the same picture, in pixels of another shape."""
    return FrameFormat(width, height, float(plan.output.aspect) * height / width, coding)
