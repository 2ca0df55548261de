"""Finding the keep areas of a project's photos, with the networks that ship with the program."""

import os
import threading
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor, as_completed
from functools import lru_cache
from importlib.resources import files

from jaunty_frame.core.colouring.sketch import SIDE, sketch_text
from jaunty_frame.core.colouring.tones import TONES_PX, photo_tones, tones_text
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.subjects.keep_areas import FINDER_VERSION, FinderModels, KeepAreaFinder
from jaunty_frame.document.edits.edit import Edit, all_of
from jaunty_frame.document.edits.material.keep_areas import (
    set_found_areas,
    set_found_sound,
    set_found_tracks,
    set_seems_turned,
    set_sketch,
)
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import Attention, Photo
from jaunty_frame.errors import Cancelled, PhotoError
from jaunty_frame.media.moving.flashing import flashes_in
from jaunty_frame.media.moving.tracking import tracks_in
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.place import resolved
from jaunty_frame.show.frames.layers.layer import photo_file

_NETS = files("jaunty_frame.media") / "nets"
_own = threading.local()


@lru_cache(maxsize=1)
def finder_models() -> FinderModels:
    """Return the networks' files."""
    return FinderModels(
        propose=(_NETS / "pnet.onnx").read_bytes(),
        refine=(_NETS / "rnet.onnx").read_bytes(),
        confirm=(_NETS / "onet.onnx").read_bytes(),
        objects=(_NETS / "objects.onnx").read_bytes(),
        subject=(_NETS / "subject.npz").read_bytes(),
    )


def found_areas(photo: Pixels) -> tuple[tuple[KeepArea, ...], Attention]:
    """Return the keep areas, and the attention, that the finder sees in an upright photo, (H, W, 3) or (H, W, 4) uint8.

    Every thread has a finder of its own, read when it is first used.
    """
    areas, attention = _finder().find(photo[..., :3])
    kept = (
        KeepArea(box=area.box, weight=area.weight, origin="found", what=area.what, confidence=area.confidence)
        for area in areas
    )
    across, down = (tuple(strips) for strips in attention.tolist())
    return tuple(kept), Attention(across=across, down=down)


def _finder() -> KeepAreaFinder:
    """Return this thread's finder."""
    finder = getattr(_own, "finder", None)
    if finder is None:
        finder = _own.finder = KeepAreaFinder(finder_models())
    return finder


def unseen_photos(project: Project) -> list[Photo]:
    """Return the photos in which nobody has looked for keep areas yet."""
    return [photo for photo in project.photos if not photo.finder]


def find_areas(
    photos: Sequence[Photo],
    source: PhotoSource,
    found: Callable[[Edit], None],
    progress: Callable[[int, int], None] = lambda done, total: None,
    cancelled: Callable[[], bool] = lambda: False,
    again: bool = False,
) -> None:
    """Look for keep areas in ``photos`` on all cores; ``found`` is given an edit for each, in the order of ending.

    Photos that cannot be read are passed over. Ends early, without an error, when cancelled. again : the user asked,
    so found areas take the place of those found before.
    """
    done = 0
    with ThreadPoolExecutor(os.cpu_count() or 2, "finder") as pool:
        looking = [pool.submit(_found_in, photo, source, again, cancelled) for photo in photos]
        for future in as_completed(looking):
            if cancelled():
                pool.shutdown(cancel_futures=True)
                return
            edit = future.result()
            done += 1
            if edit is not None:
                found(edit)
            progress(done, len(photos))


def _found_in(photo: Photo, source: PhotoSource, again: bool, cancelled: Callable[[], bool]) -> Edit | None:
    try:
        # Of a clip its middle: beginnings are often dark, or still on their way.
        middle = photo.moving.pictures // 2 if photo.moving is not None else 0
        pixels = source.thumbnail(photo_file(photo, middle))
        areas, attention = found_areas(pixels)
        tracks = tracks_in(photo, source, _finder(), cancelled)
        if photo.moving is not None:
            areas = tuple(track.area(0.0, float(photo.moving.seconds)) for track in tracks)
        turned = _turns_wanted(photo, pixels, areas)
        tones, sketch = (
            cv2.resize(pixels[..., :3], (side, side), interpolation=cv2.INTER_AREA) for side in (TONES_PX, SIDE)
        )
        flashes = flashes_in(photo, resolved(photo.path, source.place), cancelled) if photo.moving else (0, 0.0)
    except (PhotoError, cv2.error, ValueError, MemoryError, Cancelled):
        return None  # one odd photo must not cost the others their areas
    found = set_found_areas(photo.id, areas, attention, photo.quarter_turns, FINDER_VERSION, again)
    coloured = set_sketch(photo.id, photo.quarter_turns, sketch_text(sketch), tones_text(photo_tones(tones)))
    tracked = set_found_tracks(photo.id, photo.quarter_turns, tracks, *flashes)
    edits = [found, tracked, set_seems_turned(photo.id, photo.quarter_turns, turned), coloured]
    if photo.moving is not None and photo.moving.sound is not None and not photo.moving.sound.finder:
        from jaunty_frame.media.moving.clip_sound import LISTENER, clip_loudness  # with PyAV

        edits.append(set_found_sound(photo.id, clip_loudness(resolved(photo.path, source.place)), LISTENER))
    return all_of(edits)


def _turns_wanted(photo: Photo, pixels: Pixels, areas: Sequence[KeepArea]) -> int:
    """Return by how much a photo seems to be turned, in quarter turns.

    Cameras and phones say which way is up, and when a photo was taken; to look at those too would take a third of the
    time more.
    """
    if photo.taken or any(area.what is AreaKind.HEAD for area in areas):
        return 0
    return _finder().turns_wanted(pixels[..., :3])


def with_areas_found(
    project: Project, source: PhotoSource, progress: Callable[[int, int], None] = lambda done, total: None
) -> Project:
    """Return the project with keep areas found in all photos that nobody has looked at yet."""
    edits: list[Edit] = []
    find_areas(unseen_photos(project), source, edits.append, progress)
    for edit in edits:
        project = edit.apply(project)
    return project
