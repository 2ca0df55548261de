"""The typefaces that ship with the program, and the system's."""

import subprocess
from functools import lru_cache, partial
from importlib.resources import files
from pathlib import Path

from jaunty_frame.core.words.faces import Face, Family, Fonts

_FILES = files("jaunty_frame.media") / "fonts"
_SHIPPED: dict[str, dict[int, str]] = {
    "Inter": {400: "Inter-Regular.otf", 600: "Inter-SemiBold.otf"},
    "EB Garamond": {400: "EBGaramond-Regular.ttf", 700: "EBGaramond-Bold.ttf"},
    "Playfair Display": {400: "PlayfairDisplay-Regular.ttf", 700: "PlayfairDisplay-Bold.ttf"},
    "Zilla Slab": {400: "ZillaSlab-Regular.ttf", 700: "ZillaSlab-Bold.ttf"},
    "Oswald": {400: "Oswald-Regular.ttf", 600: "Oswald-SemiBold.ttf"},
    "Courier Prime": {400: "CourierPrime-Regular.ttf", 700: "CourierPrime-Bold.ttf"},
    "Caveat": {400: "Caveat-Regular.ttf", 700: "Caveat-Bold.ttf"},
    "Pacifico": {400: "Pacifico-Regular.ttf"},
}
_FALLBACKS = ("Inter-Regular.otf", "NotoSansArabic-Medium.ttf", "NotoSansHebrew-Medium.ttf", "NotoEmoji-Medium.ttf")
# fontconfig's weights and those of CSS.
_WEIGHTS = {0: 100, 40: 200, 50: 300, 80: 400, 100: 500, 180: 600, 200: 700, 205: 800, 210: 900}
_PATIENCE_S = 10
_MOST_FACES = 400


def shipped_bytes(name: str) -> bytes:
    """Return a font file that ships with the program."""
    return (_FILES / name).read_bytes()


def _face(name: str) -> Face:
    return Face(name, partial(shipped_bytes, name))


@lru_cache(maxsize=1)
def fonts() -> Fonts:
    """Return the shipped families; the system's are looked for when one is asked for that does not ship."""
    return Fonts(
        tuple(Family(name, {w: _face(file) for w, file in faces.items()}) for name, faces in _SHIPPED.items()),
        tuple(map(_face, _FALLBACKS)),
        system_families,
    )


@lru_cache(maxsize=1)
def system_families() -> tuple[Family, ...]:
    """Return the upright families that fontconfig knows, none where there is no fontconfig."""
    command = ["fc-list", ":slant=0", "-f", "%{family[0]}\t%{weight[0]}\t%{file}\t%{index}\n"]
    try:
        listed = subprocess.run(command, capture_output=True, text=True, timeout=_PATIENCE_S, check=False).stdout
    except (OSError, subprocess.SubprocessError, UnicodeDecodeError):
        return ()
    found: dict[str, dict[int, Face]] = {}
    for line in sorted(listed.splitlines())[:_MOST_FACES]:
        parts = line.split("\t")
        if len(parts) == 4 and parts[3] == "0" and parts[2].lower().endswith((".ttf", ".otf")):
            family, weight, path, _ = parts
            css = _WEIGHTS.get(_number(weight), 400)
            found.setdefault(family, {}).setdefault(css, Face(path, Path(path).read_bytes))
    return tuple(Family(name, faces) for name, faces in found.items() if name not in _SHIPPED)


def _number(text: str) -> int:
    try:
        return round(float(text))
    except ValueError:
        return 80
