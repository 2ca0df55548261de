"""The project as data: frozen values, the file format, edits and undo."""
