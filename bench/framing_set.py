"""The labelled photos on which framing is measured: real ones inside installed or downloaded packages, and drawn ones.

Those held out were labelled after the finder was made: nothing is fitted to them or chosen by them.
``framing_labels.json`` names the real ones by package, size and content. Those of the development packages are always
there; ``make framing-photos`` downloads the others into build/framing-photos. Boxes were drawn by eye, to about 3 %,
those of the held-out photos twice, the second time without looking at the first: what one labelling thinks of the other
tells how well anything can do here.
"""

import json
from collections.abc import Iterator
from dataclasses import dataclass, replace
from hashlib import blake2b
from importlib.util import find_spec
from itertools import islice
from pathlib import Path

import cv2
import numpy as np

from bench.drawn_photos import drawn_photo
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.subjects.keep_areas import LOOKED_AT_PX
from jaunty_frame.demo.scenes import SCENES, draw_scene

_LABELS = Path(__file__).with_name("framing_labels.json")
_DOWNLOADED = Path(__file__).resolve().parent.parent / "build" / "framing-photos"
_INSTALLED = ("skimage", "sklearn")
_SUFFIXES = {".jpg", ".jpeg", ".png", ".webp"}
_DRAWN = 72
_WEIGHTS = {"head": 1.0, "subject": 1.0, "body": 0.5}


@dataclass(frozen=True, eq=False)
class LabelledPhoto:
    """pixels : (H, W, 3) uint8 B G R; boxes : (K, 4); weights : (K,); heads : (K,) bool.

    kind : real, held out or drawn; again : the same photo with the boxes of the second labelling, where there is one.
    """

    name: str
    kind: str
    pixels: np.ndarray
    boxes: np.ndarray
    weights: np.ndarray
    heads: np.ndarray
    again: "LabelledPhoto | None" = None

    @property
    def aspect(self) -> float:
        return self.pixels.shape[1] / self.pixels.shape[0]


def labelled_photos(most: int | None = None) -> list[LabelledPhoto]:
    """Return the labelled photos that are on this machine, the real ones first. most : of each kind of source."""
    return [*islice(_real_photos(), most), *_drawn_photos(most)]


def _real_photos() -> Iterator[LabelledPhoto]:
    labels = json.loads(_LABELS.read_text())
    by_size: dict[int, list[Path]] = {}
    for folder in _folders():
        for path in sorted(folder.rglob("*")):
            if path.suffix.lower() in _SUFFIXES and path.is_file():
                by_size.setdefault(path.stat().st_size, []).append(path)
    for label in labels:
        for path in by_size.get(label["bytes"], ()):
            data = path.read_bytes()
            if blake2b(data, digest_size=8).hexdigest() == label["content"]:
                pixels = _at_working_size(cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_COLOR))
                kind = "held out" if label.get("held_out") else "real"
                photo, again = (
                    _labelled(label["what"], kind, pixels, [(what, Window(*box)) for what, *box in areas])
                    for areas in (label["areas"], label.get("areas_again", []))
                )
                yield replace(photo, again=again) if len(again.boxes) else photo
                break


def _folders() -> list[Path]:
    found = [_DOWNLOADED]
    for name in _INSTALLED:
        spec = find_spec(name)
        if spec and spec.origin:
            found.append(Path(spec.origin).parent)
    return found


def _drawn_photos(most: int | None) -> list[LabelledPhoto]:
    photos = []
    for scene in SCENES[:most]:
        pixels, boxes = draw_scene(scene)
        if boxes:
            small = _at_working_size(np.ascontiguousarray(pixels[..., ::-1]))
            photos.append(_labelled(scene.name, "drawn", small, [("subject", box) for box in boxes]))
    for seed in range(_DRAWN)[:most]:
        pixels, boxes = drawn_photo(seed)
        flipped = np.ascontiguousarray(pixels[..., ::-1])
        photos.append(_labelled(f"drawn {seed}", "drawn", flipped, [("subject", box) for box in boxes]))
    return photos


def _at_working_size(pixels: np.ndarray) -> np.ndarray:
    scale = LOOKED_AT_PX / max(pixels.shape[:2])
    return cv2.resize(pixels, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA) if scale < 1 else pixels


def _labelled(name: str, kind: str, pixels: np.ndarray, areas: list[tuple[str, Window]]) -> LabelledPhoto:
    return LabelledPhoto(
        name=name,
        kind=kind,
        pixels=pixels,
        boxes=np.array([box for _, box in areas], float),
        weights=np.array([_WEIGHTS[kind] for kind, _ in areas]),
        heads=np.array([kind == "head" for kind, _ in areas]),
    )
