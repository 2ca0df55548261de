"""The window; nothing outside this package imports Qt."""

from PySide6.support import feature  # type: ignore[attr-defined]

# PySide reads the source of each module that is imported from here on, for 0.01 s of the start, to see whether it asks
# for PySide's other ways of naming. None does.
feature._mod_uses_pyside = lambda module: False
