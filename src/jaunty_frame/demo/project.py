"""The demo: the pottery's photos as files, and a project that shows them on three screens."""

import io
import os
import shutil
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor, as_completed
from fractions import Fraction
from multiprocessing import get_context
from pathlib import Path

import numpy as np
from PIL import ExifTags, Image
from platformdirs import user_cache_dir

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.demo.clips import CLIPS, write_demo_clip
from jaunty_frame.demo.icc import GAMMA, srgb_to_wide, wide_gamut_profile
from jaunty_frame.demo.scenes import SCENES, Scene, draw_scene
from jaunty_frame.demo.sounds import kiln_crackle, yard
from jaunty_frame.document.edits.groups import put_together
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.edits.material.words import add_credits, add_words, set_words_in_output
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.model import Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.own_styles import OWN_STYLES
from jaunty_frame.document.sound import SoundKind
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.document.words import Entrance
from jaunty_frame.errors import ProjectError
from jaunty_frame.media.atomic import temporary_beside, write_whole
from jaunty_frame.media.photos.finder import with_areas_found
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import save_project
from jaunty_frame.media.shelf.shelf import MADE_FOLDER, shelf_file
from jaunty_frame.media.sounds.flac import write_flac
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.speaking import speak

TITLE = "Kiln opening, spring"
PROJECT_NAME = "kiln-opening.jaunty"
OUTPUTS = ("tall", "square", "wide")
AUTHOR, LICENCE = "The pottery in the yard", "CC BY 4.0"
# Increased with every change of the drawings, so that no old pictures are taken from the cache.
_DRAWING = 2
_AS_PNG = "09-bowl-from-above"
_ON_ITS_SIDE = "10-tall-bottle"
_WIDE_GAMUT = "13-green-pot"
_QUALITY = 92
_TUNE, _SAID = "morning-yard", "Three jars, from the first firing."


def file_name(scene: Scene) -> str:
    return f"{scene.name}.{'png' if scene.name == _AS_PNG else 'jpg'}"


def photo_file(scene: Scene) -> bytes:
    """Return the scene as a camera would have stored it."""
    pixels, _ = draw_scene(scene)
    data = io.BytesIO()
    if scene.name == _AS_PNG:
        Image.fromarray(pixels).save(data, "PNG", compress_level=4)
        return data.getvalue()
    exif = Image.Exif()
    number = int(scene.name[:2])
    details = exif.get_ifd(ExifTags.IFD.Exif)
    details[ExifTags.Base.DateTimeOriginal] = (
        f"2026:04:18 {9 + number // 4:02}:{number * 4 % 60:02}:{number * 7 % 60:02}"
    )
    exif[ExifTags.Base.Orientation] = 1
    exif[ExifTags.Base.Artist], exif[ExifTags.Base.Copyright] = AUTHOR, LICENCE
    options: dict = {}
    if scene.name == _ON_ITS_SIDE:
        pixels = np.ascontiguousarray(np.rot90(pixels))
        exif[ExifTags.Base.Orientation] = 6
    if scene.name == _WIDE_GAMUT:
        pixels, options["icc_profile"] = _in_wide_gamut(pixels), wide_gamut_profile()
    Image.fromarray(pixels).save(data, "JPEG", quality=_QUALITY, exif=exif, **options)
    return data.getvalue()


def _in_wide_gamut(pixels: np.ndarray) -> np.ndarray:
    coded = pixels.astype(np.float32) / 255
    linear = np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4)
    wide = np.clip(linear @ srgb_to_wide().T.astype(np.float32), 0, 1) ** (1 / GAMMA)
    return np.rint(wide * 255).astype(np.uint8)


def _draw_into(name: str, folder: Path) -> None:
    scene = next((one for one in SCENES if file_name(one) == name), None)
    if scene is not None:
        write_whole(folder / name, photo_file(scene))
    else:
        write_demo_clip(next(one for one in CLIPS if one.file_name == name), folder / name)


def _file_names() -> list[str]:
    return [*map(file_name, SCENES), *(clip.file_name for clip in CLIPS)]


def _shown_order() -> list[str]:
    """Return the files in the order of the show: the wheel after the vase, the kiln's glow after its photo."""
    order = list(map(file_name, SCENES))
    for clip, after in zip(CLIPS, ("01", "04"), strict=True):
        order.insert(next(k for k, name in enumerate(order) if name.startswith(after)) + 1, clip.file_name)
    return order


def make_demo(
    folder: Path,
    progress: Callable[[int, int], None] = lambda done, total: None,
    thumbnails: ThumbnailCache | None = None,
) -> Path:
    """Draw the photos and clips into ``folder`` (or copy them from the cache), write the project, return its path."""
    drawn = Path(user_cache_dir("jaunty-frame")) / f"demo-{_DRAWING}"
    try:
        drawn.mkdir(parents=True, exist_ok=True)
        folder.mkdir(parents=True, exist_ok=True)
        names = _file_names()
        wanted = [name for name in names if not (drawn / name).is_file()]
        progress(len(names) - len(wanted), len(names))
        if wanted:
            with ProcessPoolExecutor(os.cpu_count() or 1, mp_context=get_context("spawn")) as pool:
                # Clips take longest.
                drawing = [pool.submit(_draw_into, name, drawn) for name in reversed(wanted)]
                for done, future in enumerate(as_completed(drawing), len(names) - len(wanted) + 1):
                    future.result()
                    progress(done, len(names))
        for name in names:
            if not (folder / name).is_file():
                shutil.copy2(drawn / name, folder / name)
        sounds = _sounds(drawn, folder)
    except OSError as error:
        raise ProjectError(
            f"The demo cannot be written to {folder}: {error.strerror}; choose another folder."
        ) from error
    path = folder / PROJECT_NAME
    if not path.exists():
        files = [folder / name for name in _shown_order()]
        cache = thumbnails or ThumbnailCache()
        imported = import_photos(files, folder, cache)
        if imported.problems:
            raise ProjectError(f"The demo's photos cannot be used: {' '.join(imported.problems)}")
        outputs = tuple(output_from_text(name) for name in OUTPUTS)
        project = add_photos(imported.photos).apply(Project(title=TITLE, outputs=outputs))
        shown = _with_words(_with_looks(with_areas_found(project, PhotoSource(folder, cache))))
        save_project(_with_sound(shown, folder, sounds), path)
    return path


def _sounds(made: Path, folder: Path) -> dict[str, Path]:
    """Return the demo's sounds by what they are, made in ``made`` and copied into the demo's ``folder``."""
    here = folder / MADE_FOLDER
    here.mkdir(exist_ok=True)
    files = {"music": shelf_file(_TUNE, made)}
    for name, sound in (("kiln-crackle", kiln_crackle), ("yard", yard)):
        files[name] = made / f"{name}.flac"
        if not files[name].is_file():
            with temporary_beside(files[name]) as temporary:
                tags = {"title": name.replace("-", " ").capitalize(), "artist": AUTHOR, "license": LICENCE}
                write_flac(sound(), temporary, tags)
    for name, path in files.items():
        files[name] = here / path.name
        if not files[name].is_file():
            shutil.copy2(path, files[name])
    return {**files, "voice": speak(_SAID, here)}


def _with_sound(project: Project, folder: Path, sounds: dict[str, Path]) -> Project:
    """Return the show with music, the kiln's and the yard's sound under their slides, and a sentence over the jars."""
    slides = {
        project.photo(slide.exhibit.photos[0]).path[:2]: slide.id for slide in project.slides if slide.exhibit.photos
    }
    cache = PeakCache()
    kinds: tuple[tuple[str, SoundKind, list[str], float], ...] = (
        ("music", "music", [], 0.0),
        ("kiln-crackle", "ambience", [slides["04"]], 6.0),
        ("yard", "ambience", [slides["05"], slides["06"]], 6.0),
        ("voice", "voice", [slides["02"]], 0.0),
    )
    for name, kind, where, gain in kinds:
        file = look_at_sound(sounds[name], folder, cache)
        project = add_sound(file, kind, where, gain_db=gain).apply(project)
    credits_card = project.slides[-1]
    return set_on_slides([credits_card.id], "Seconds", seconds=Fraction(10)).apply(project)


def _with_looks(project: Project) -> Project:
    """Return the show with a print on paper, a pair on one slide, and a pile on linen at its end."""
    numbers = {photo.id: photo.path[:2] for photo in project.photos}
    slides = {numbers[slide.exhibit.photos[0]]: slide.id for slide in project.slides}
    paper = TextureFill(texture="rough-paper", colour="#e4ddcf", relief=0.7)
    mount = Mount(size=0.86, border=0.04, border_colour="#fbfaf6", shadow=0.45, shadow_blur=0.06, shadow_distance=0.015)
    for edit in (
        set_house_rules("Kinds of transition", most_kinds=2),
        set_on_slides([slides["09"]], "Print", fill=paper, mount=mount, placement=Placement.WHOLE),
        put_together([slides["10"], slides["14"]]),
        set_on_slides(
            [slides["11"], slides["12"]],
            "Pile",
            fill=TextureFill(texture="linen", colour="#b8a88a"),
            transition=Pile(seconds=Fraction(1)),
        ),
    ):
        project = edit.apply(project)
    return project


def _with_words(project: Project) -> Project:
    """Return the show with a title, captions, and the credits on a card at its end."""
    slides = {project.photo(slide.exhibit.photos[0]).path[:2]: slide.id for slide in project.slides}
    for edit in (
        add_words(slides["06"], "The long table", "title", style=OWN_STYLES["stately"]),
        add_words(slides["02"], "Three jars from the first firing"),
        add_words(slides["03"], "Copper red, fired at night", "title"),
        add_words(slides["04"], "1280 degrees, shortly before midnight", comes=Entrance(kind="letters")),
        add_words(slides["08"], "Bottle and jug", times="reading", at=Fraction(1), comes=Entrance(kind="fade")),
    ):
        project = edit.apply(project)
    # Laid over the pots by hand, as a hurried user would have: the demo is to show what the checks have to say.
    caption = project.slide(slides["04"]).words[0].id
    project = set_words_in_output(slides["04"], caption, "square", anchor="free", place=(0.5, 0.66)).apply(project)
    return add_credits(project).apply(project)
