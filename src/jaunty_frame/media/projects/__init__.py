"""Project files and autosaves."""
