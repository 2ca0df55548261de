"""The styles of type that ship with the program."""

from jaunty_frame.document.words import TypeStyle

OWN_STYLES: dict[str, TypeStyle] = {
    "plain": TypeStyle(size=0.06),
    "bookish": TypeStyle(family="EB Garamond", weight=400, size=0.085),
    "stately": TypeStyle(family="Playfair Display", weight=700, size=0.1),
    "poster": TypeStyle(family="Oswald", weight=600, size=0.13, case="capitals", spacing=0.02, pitch=0.9),
    "handwritten": TypeStyle(family="Caveat", weight=700, size=0.12),
    "brush": TypeStyle(family="Pacifico", weight=400, size=0.1),
    "typewriter": TypeStyle(family="Courier Prime", weight=400, size=0.06),
    "sturdy": TypeStyle(family="Zilla Slab", weight=700, size=0.08),
    "label": TypeStyle(
        size=0.045,
        colour_by="chosen",
        colour="#1f1c17",
        plate=0.94,
        plate_colour="#f4efe3",
        plate_corners=0.1,
        plate_padding=0.5,
    ),
    "outlined": TypeStyle(
        family="Oswald",
        weight=600,
        size=0.11,
        colour_by="chosen",
        colour="#ffffff",
        outline=0.06,
        outline_colour="#1f1c17",
        spacing=0.02,
    ),
}
"""By the names that people read."""
