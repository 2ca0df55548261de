"""Spelling by the system's dictionaries: those of Hunspell, read by spylls where that is installed with them."""

import re
from functools import lru_cache
from pathlib import Path
from typing import Any

_FOLDERS = (Path("/usr/share/hunspell"), Path("/usr/share/myspell/dicts"), Path("/usr/share/myspell"))
_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)*")


def system_languages() -> list[str]:
    """Return the languages of which there are dictionaries: the user's first, then the others by name."""
    found = {path.stem for folder in _FOLDERS if folder.is_dir() for path in folder.glob("*.dic")}
    return sorted(name for name in found if _file(name) is not None)


class Spelling:
    """Knows the words of one language."""

    def __init__(self, language: str) -> None:
        self._dictionary = _dictionary(language)

    def unknown_in(self, text: str) -> list[tuple[int, int]]:
        """Return where (start, length) words stand that the dictionary lacks."""
        if self._dictionary is None:
            return []
        return [
            (found.start(), found.end() - found.start())
            for found in _WORD.finditer(text)
            if not _knows(self._dictionary, found[0].replace("’", "'"))
        ]


def _file(language: str) -> Path | None:
    for folder in _FOLDERS:
        if (folder / f"{language}.dic").is_file() and (folder / f"{language}.aff").is_file():
            return folder / language
    return None


@lru_cache(maxsize=2)
def _dictionary(language: str) -> Any:
    # It reads 50,000 words in a second: only when it is wanted.
    from spylls.hunspell import Dictionary

    path = _file(language)
    try:
        return None if path is None else Dictionary.from_files(str(path))
    except (OSError, ValueError, KeyError, IndexError, AttributeError):  # a dictionary that spylls does not understand
        return None


@lru_cache(maxsize=20_000)
def _knows(dictionary: Any, word: str) -> bool:
    return bool(dictionary.lookup(word))
