"""The formats that shows can be written in; the first is what is written unless something else is asked for."""

from jaunty_frame.media.formats import mp4
from jaunty_frame.media.formats.format import Format

FORMATS: dict[str, Format] = {form.name: form for form in (mp4.FORMAT,)}
USUAL = next(iter(FORMATS.values()))
