"""Everything with everything: rows of choices in which every two values of two factors meet, and shows made of them."""

import random
from collections.abc import Mapping, Sequence
from fractions import Fraction
from itertools import combinations
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image
from skimage import data as skimage_data
from sklearn.datasets import load_sample_image

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.edits.edit import all_of
from jaunty_frame.document.edits.framings import set_framing
from jaunty_frame.document.edits.groups import put_together
from jaunty_frame.document.edits.in_outputs import set_in_output
from jaunty_frame.document.edits.instants import come_from, set_at_instant
from jaunty_frame.document.edits.material.emblems import add_emblem
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.edits.material.words import add_card, add_words
from jaunty_frame.document.edits.slides import leave_out, set_on_slides
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.mount import PLAIN_MOUNT, Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.document.words import Entrance
from tests.media.moving.clip_files import write_clip
from tests.media.sounds.sound_files import tone

OUTPUTS = ("180x320", "320x180@25", "240x240", "400x112")

CLIP, CLIP_PICTURES = "moving", 60

FACTORS: Mapping[str, Sequence[Any]] = {
    "exhibit": ("photo", "card", "two", "three", "clip", "slow clip", "clip beside a photo"),
    "photo": ("coffee", "china", "panorama", "upright", "tiny", "dark", "white", "transparent"),
    "placement": ("auto", "cover", "subject", "whole"),
    "move": ("auto", "hold", "push-in", "pan", "lean"),
    "fill": ("blurred", "colour", "gradient", "texture", "light", "water", "none"),
    "mount": ("none", "border", "round", "circle", "small", "turned"),
    "joint": ("cut", "cross-dissolve", "fade", "wipe", "iris", "shove", "zoom", "sweep", "brightness-dissolve", "pile"),
    "words": ("none", "title", "both", "goes on", "comes by letters"),
    "emblem": ("none", "auto", "by hand"),
    "instants": ("none", "comes in", "turns"),
    "sound": ("none", "music", "voice"),
    "output": OUTPUTS,
    "in one output": ("no", "mount", "left out", "framed by hand"),
    "rules": ("usual", "one move in", "one move out", "strong, readily", "nothing set off"),
    "straightened": (0.0, 3.5),
}
_RULES: Mapping[str, Mapping[str, Any]] = {
    "usual": {},
    "one move in": {"show_move": "push-in", "strength": "plain"},
    "one move out": {"show_move": "pull-out"},
    "strong, readily": {"strength": "strong", "covering": "readily", "easing": (0.5, 0.0, 0.5, 1.0)},
    "nothing set off": {"set_off": False, "covering": "reluctantly", "least_softness": 1.0},
}
_MOUNTS = {
    "none": None,
    "border": Mount(size=0.8, border=0.03, shadow=0.5),
    "round": Mount(size=0.9, corners=0.1, line=0.005, line_gap=0.01, vignette=0.5),
    "circle": Mount(piece="circle", size=0.7, border=0.02),
    "small": Mount(size=0.4, sized_by="area", place="by-hand", across=0.2, down=-0.1, lean=6.0),
    "turned": Mount(size=0.8, yaw=18.0, pitch=-8.0, swings=True, softness=0.02),
}


def crossed(seed: int, factors: Mapping[str, Sequence[Any]] = FACTORS) -> list[dict[str, Any]]:
    """Return few choices of all factors in which every two values of two of them meet; another seed gives others."""
    rng, names = random.Random(seed), list(factors)
    open_pairs = {
        (a, i, b, j)
        for a, b in combinations(range(len(names)), 2)
        for i in range(len(factors[names[a]]))
        for j in range(len(factors[names[b]]))
    }
    found = []
    while open_pairs:
        best: tuple[int, list[int]] = (-1, [])
        a, i, b, j = rng.choice(sorted(open_pairs)) if rng.random() < 0.5 else min(open_pairs)
        for _ in range(12):
            row = [rng.randrange(len(factors[name])) for name in names]
            row[a], row[b] = i, j
            gained = sum((x, row[x], y, row[y]) in open_pairs for x, y in combinations(range(len(names)), 2))
            best = max(best, (gained, row))
        row = best[1]
        open_pairs -= {(x, row[x], y, row[y]) for x, y in combinations(range(len(names)), 2)}
        found.append({name: factors[name][k] for name, k in zip(names, row, strict=True)})
    return found


def write_photos(folder: Path) -> list[Path]:
    """Write the photos, real ones of scikit-image and scikit-learn and such as make trouble."""
    china, flower = load_sample_image("china.jpg"), load_sample_image("flower.jpg")
    white = np.full((300, 400, 3), 255, np.uint8)
    veil = np.dstack([flower, np.linspace(0, 255, flower.shape[1]).astype(np.uint8)[None].repeat(len(flower), axis=0)])
    pictures = {
        "coffee": skimage_data.coffee(),
        "china": china,
        "panorama": np.ascontiguousarray(china[150:300].repeat(2, axis=1)),
        "upright": np.ascontiguousarray(flower[:, 200:400]),
        "tiny": skimage_data.cat()[:60:2, :80:2],
        "dark": (skimage_data.rocket() // 12).astype(np.uint8),
        "white": white,
        "transparent": veil,
    }
    paths = []
    for name, picture in pictures.items():
        path = folder / f"{name}.png"
        Image.fromarray(np.ascontiguousarray(picture)).save(path)
        paths.append(path)
    return paths


def write_moving(folder: Path) -> Path:
    """Write a clip of a cat that walks past a temple, with a sound."""
    temple = np.asarray(Image.fromarray(load_sample_image("china.jpg")).resize((320, 200)))
    cat = np.asarray(Image.fromarray(skimage_data.cat()).resize((90, 60)))

    def picture(n: int) -> np.ndarray:
        made = temple.copy()
        left = round(10 + 220 * n / CLIP_PICTURES)
        made[120:180, left : left + 90] = cat
        return made

    sound = tone(CLIP_PICTURES / 25)
    return write_clip(folder / f"{CLIP}.mkv", CLIP_PICTURES, picture=picture, sound=sound)


def show_of(choice: Mapping[str, Any], photos: Mapping[str, Photo]) -> Project:
    """Return a show of three slides, the second of which is what is chosen."""
    others = [photo for name, photo in photos.items() if name not in (choice["photo"], CLIP)]
    rules = HouseRules(
        seconds_moving=Fraction(2),
        seconds_held=Fraction(2),
        fade_in="1/5",
        fade_out="1/5",
        transition={"kind": "cut"},
        **_RULES[choice["rules"]],
    )
    project = Project(outputs=tuple(map(output_from_text, OUTPUTS)), house_rules=rules)
    count = {"two": 2, "three": 3, "clip beside a photo": 2}.get(choice["exhibit"], 1)
    shown = [photos[choice["photo"]].changed(straightening=choice["straightened"]), *others[1 : count + 1]]
    if "clip" in choice["exhibit"]:
        shown[count - 1] = photos[CLIP]
    project = add_photos([others[0], *shown]).apply(project)
    if count > 1:
        project = put_together([slide.id for slide in project.slides[1 : 1 + count]]).apply(project)
    if choice["exhibit"] == "card":
        project = add_card(1, "A card").apply(project)
    middle, first = project.slides[1].id, project.slides[0].id
    if choice["exhibit"] == "slow clip":
        project = set_clip([middle], "Slow", speed=Fraction(1, 2), begins=Fraction(1, 2), heard_at_speed=True).apply(
            project
        )
    joint = {"kind": choice["joint"]} if choice["joint"] == "cut" else {"kind": choice["joint"], "seconds": "1/2"}
    edits = [
        set_on_slides([first, middle], "Joint", transition=joint),
        set_on_slides([middle], "Fill", fill={"kind": choice["fill"]}),
        set_on_slides([middle], "Move", move=choice["move"], placement=choice["placement"]),
    ]
    mount = _MOUNTS[choice["mount"]]
    if mount is not None:
        edits.append(set_on_slides([middle], "Mount", mount=mount))
    if choice["in one output"] == "mount":
        edits.append(set_in_output([middle], OUTPUTS[0], "Here", mount=PLAIN_MOUNT))
    elif choice["in one output"] == "framed by hand" and choice["exhibit"] != "card":
        edits.append(set_framing(middle, choice["output"], Window(0.3, 0.2, 0.6, 0.7), Window(-0.1, 0.1, 0.8, 0.8)))
    elif choice["in one output"] == "left out":
        edits.append(leave_out([middle], OUTPUTS[0], True))
    if choice["instants"] == "comes in":
        edits.append(come_from([middle], "left"))
    elif choice["instants"] == "turns":
        edits += [set_at_instant([middle], 0.2, lean=-5.0), set_at_instant([middle], 0.8, lean=5.0, scale=1.2)]
    edits += _words(choice["words"], first, middle)
    if choice["emblem"] != "none":
        where = {"anchor": "bottom"} if choice["emblem"] == "by hand" else {}
        edits.append(add_emblem(others[3], [middle], size=0.2, **where))
    if choice["sound"] != "none":
        file = SoundFile(id="song", path="song.flac", seconds=3.0, content="blake2b:" + "0" * 32, finder=1)
        kind = choice["sound"]
        edits.append(add_sound(file, kind, [middle] if kind == "voice" else []))
    return all_of(edits).apply(project)


def _words(choice: str, first: str, middle: str) -> list:
    if choice == "none":
        return []
    edits = [add_words(middle, "Spring in the yard", "title")]
    if choice == "both":
        edits.append(add_words(middle, "Bowls cooling on the shelf before anyone may touch them", "caption"))
    if choice == "goes on":
        edits.append(add_words(first, "By the river", "credit", times="own", at="1", lasts="3"))
    if choice == "comes by letters":
        way = Entrance(kind="letters", seconds=Fraction(1, 2))
        edits.append(add_words(middle, "One by one", "caption", comes=way, goes=way))
    return edits
