"""Many clips and large ones: coming in, opening a project, and the memory of an export; part of ``clips``."""

import os
import statistics
from fractions import Fraction
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from tests.app.watchdog import Watchdog

from bench.memory import peak_of_export
from bench.stalls import wait_until_quiet
from bench.subjects import Scale, report, seconds_of, write_photos
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.shell.main_window import MainWindow
from jaunty_frame.app.shell.start import make_application
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import PRESETS, output_from_text
from jaunty_frame.media.moving.clip_import import look_at_clip
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.projects.recovery import AutosaveStore

_MANY, _LARGE = 60, 2_000_000_000
_FREE = b"\0\0\0\1free"
"""A box of free space with a length of 64 bits (ISO/IEC 14496-12, 4.2 and 8.1.2)."""


def run(clip: Path, folder: Path, scale: Scale) -> None:
    cache = ThumbnailCache(folder / "cache")
    large = _enlarged(clip, folder / "large.mp4")
    taken = statistics.median(seconds_of(lambda: look_at_clip(large, folder, cache)) for _ in range(scale.of(5, 1)))
    report("a clip of 2 GB comes in, first usable", f"{taken:.2f} s", "<= 1.5 s")
    _report_memory(clip, folder, scale)
    _report_window(clip, folder, scale)


def _enlarged(clip: Path, path: Path) -> Path:
    """Return a copy with free space at its end, which takes no room on the disk."""
    data = clip.read_bytes()
    with open(path, "wb") as file:
        file.write(data + _FREE + (_LARGE - len(data)).to_bytes(8, "big"))
        file.truncate(_LARGE)
    return path


def _report_memory(clip: Path, folder: Path, scale: Scale) -> None:
    photo = look_at_clip(clip, folder, ThumbnailCache(folder / "cache"))
    output = output_from_text(scale.of("1920x1080", "64x64"))
    for times in scale.of((1, 5), (1,)):
        project = add_photos([photo] * times).apply(Project(outputs=(output,)))
        peak = peak_of_export(project, folder)
        report(f"peak memory, a clip {times} times over at 1080p", f"{peak / 1e6:.0f} MB", "<= 400 MB")


def _report_window(clip: Path, folder: Path, scale: Scale) -> None:
    """Open sixty clips and sixty photos, then let clips come in."""
    count, app = scale.of(_MANY, 2), make_application()
    cache = ThumbnailCache(folder / "cache")
    one = look_at_clip(clip, folder, cache)
    clips = [one.changed(id=f"c{k}", finder=1) for k in range(count)]
    photos = [look_at_photo(path, folder, cache).changed(finder=1) for path in write_photos(folder, count, scale)]
    opened = []
    for name, members in (("photos", photos), ("clips", clips)):
        rules = HouseRules(seconds_moving=Fraction(5), seconds_held=Fraction(5))
        project = add_photos(members).apply(Project(outputs=PRESETS[:3], house_rules=rules))
        path = folder / f"{name}.jaunty"
        save_project(project, path)
        opened.append(statistics.median(_opening(app, path, folder) for _ in range(scale.of(3, 1))))
    report(f"a project of {count} clips, more than of photos", f"{opened[1] - opened[0]:+.2f} s", "<= +1 s")
    window = MainWindow(Session(cache, AutosaveStore(folder / "state")))
    window.show()
    wait_until_quiet(app, window)
    coming = [_enlarged(clip, folder / f"coming-{k}.mp4") for k in range(scale.of(8, 1))]
    watchdog = Watchdog()
    window.importer.bring_in(coming, 0)
    wait_until_quiet(app, window)
    watchdog.stop()
    report(f"longest stall while {len(coming)} clips come in", f"{watchdog.longest_ms:.0f} ms", "<= 100 ms")
    window.session.place.count_as_saved()
    window.close()


def _opening(app, path: Path, folder: Path) -> float:
    """Return the seconds until a project is open and all that is in view is painted."""
    window = MainWindow(Session(ThumbnailCache(folder / "cache"), AutosaveStore(folder / "state")))
    window.resize(1280, 800)
    window.show()
    wait_until_quiet(app, window)

    def opened() -> None:
        window.files.open_path(path)
        wait_until_quiet(app, window)

    taken = seconds_of(opened)
    window.session.place.count_as_saved()
    window.close()
    return taken
