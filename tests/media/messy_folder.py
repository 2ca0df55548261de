"""A folder as people have them, and worse: what can go wrong with files in one place."""

import io
import os
import shutil
import socket
import struct
import zlib
from pathlib import Path
from typing import NamedTuple

import numpy as np
from PIL import Image
from PIL.PngImagePlugin import PngInfo

from tests.media.photo_sets import noise_photo


class Messy(NamedTuple):
    """usable : names of files that come in; copies : how many show one of those again; told : words by which each
    other file is named in a sentence; damaged : the name of the one that comes in though a part cannot be read."""

    usable: set[str]
    copies: int
    told: tuple[str, ...]
    damaged: str


def write_messy_folder(folder: Path) -> Messy:
    """Fill an empty folder."""
    usable, told = set(), []

    def photo(name: str, seed: int, size: tuple[int, int] = (90, 60), mode: str = "RGB", **options: object) -> Path:
        path = folder / name
        path.parent.mkdir(parents=True, exist_ok=True)
        Image.fromarray(noise_photo(*size, seed)).convert(mode).save(path, **options)
        usable.add(path.name)
        return path

    plain = photo("IMG 1.jpg", 1)
    for copy in ("IMG 1 (1).jpg", "sub/IMG 1.jpg"):
        (folder / copy).parent.mkdir(exist_ok=True)
        shutil.copy(plain, folder / copy)
    photo("ein schöner Tag \N{SMILING FACE WITH SUNGLASSES}.jpg", 2)
    photo("two\nlines.jpg", 3)
    photo("-dash.jpg", 4)
    photo("cmyk.jpg", 5, mode="CMYK")
    photo("one.png", 6, size=(1, 1))
    photo("strip.png", 7, size=(20000, 10))
    photo("wrong.png", 8, format="JPEG")
    photo("x" * 200 + ".jpg", 9)
    scratched = photo("scratched.jpg", 13, size=(300, 200))
    data = scratched.read_bytes()
    scratched.write_bytes(data[: len(data) // 2] + b"\xff\xd0\x55" * 100 + data[len(data) // 2 + 300 :])
    Image.fromarray((np.arange(5400).reshape(60, 90) * 12).astype(np.uint16)).save(folder / "sixteen.png")
    pages = [Image.fromarray(noise_photo(90, 60, seed)) for seed in (10, 11)]
    pages[0].save(folder / "pages.tiff", save_all=True, append_images=pages[1:])
    pages[1].save(folder / "moving.webp", save_all=True, append_images=pages[:1])
    pages[0].save(folder / "moving.gif", save_all=True, append_images=pages[1:])
    usable |= {"sixteen.png", "pages.tiff", "moving.webp", "moving.gif"}

    (folder / "empty.jpg").write_bytes(b"")
    (folder / "cut.jpg").write_bytes(plain.read_bytes()[:900])
    (folder / "huge.png").write_bytes(_declared_png(30000, 30000))
    avif = io.BytesIO()
    pages[0].save(avif, "AVIF")
    head = avif.getvalue().index(b"mdat") + 8
    damaged = avif.getvalue()[:head] + b"\xff" * (len(avif.getvalue()) - head)
    (folder / "damaged.avif").write_bytes(damaged)
    (folder / "notes.xmp").write_text("<x/>")
    (folder / "endless.png").write_bytes(_declared_png(2_000_000, 1))
    (folder / "deep-colour.png").write_bytes(_declared_png(17_000, 17_000, 16))
    for name, drawing in bad_drawings().items():
        (folder / name).write_text(drawing)
        told.append(name)
    xmp = "<rdf:RDF>" + "<dc:creator>" * 200_000 + "<rdf:li>Nobody</rdf:li></rdf:RDF>"
    text = PngInfo()
    text.add_itxt("XML:com.adobe.xmp", xmp)
    photo("many-authors.png", 14, pnginfo=text)
    told += ["endless.png", "deep-colour.png", "empty.jpg", "cut.jpg", "huge.png", "damaged.avif", "notes.xmp"]

    os.symlink("loop-b.jpg", folder / "loop-a.jpg")
    os.symlink("loop-a.jpg", folder / "loop-b.jpg")
    os.symlink("nowhere.jpg", folder / "dangling.jpg")
    os.symlink(folder, folder / "around")
    os.mkfifo(folder / "pipe.jpg")
    with socket.socket(socket.AF_UNIX) as listening:
        listening.bind(str(folder / "plug"))
    Image.fromarray(noise_photo(90, 60, 12)).save(os.fsencode(folder) + b"/caf\xe9.jpg", "JPEG")
    told += ["loop-a.jpg", "loop-b.jpg", "dangling.jpg", "pipe.jpg", "plug", "caf"]
    (folder / ".hidden.jpg").write_bytes(b"of no concern")
    return Messy(usable, 2, tuple(told), scratched.name)


def bad_drawings() -> dict[str, str]:
    """Return drawings by name that would hang, crash or fill the memory of what draws them."""
    head = (
        '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100" height="100">'
    )
    bomb = "".join(f'<g id="g{k}">' + f'<use xlink:href="#g{k - 1}"/>' * 10 + "</g>" for k in range(1, 12))
    filters = "<filter id='f'>" + "<feGaussianBlur stdDeviation='900'/>" * 2000 + "</filter>"
    return {
        "nested.svg": head + "<g>" * 1000 + "<rect width='9' height='9'/>" + "</g>" * 1000 + "</svg>",
        "bomb.svg": f"{head}<g id='g0'><rect width='9' height='9'/></g>{bomb}<use xlink:href='#g11'/></svg>",
        "filters.svg": f"{head}{filters}<rect width='90' height='90' filter='url(#f)'/></svg>",
    }


def _declared_png(width: int, height: int, depth: int = 8) -> bytes:
    """Return a PNG that says it is so large, and holds nothing."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    header = chunk(b"IHDR", struct.pack(">IIBBBBB", width, height, depth, 2, 0, 0, 0))
    return b"\x89PNG\r\n\x1a\n" + header + chunk(b"IDAT", zlib.compress(b"")) + chunk(b"IEND", b"")
