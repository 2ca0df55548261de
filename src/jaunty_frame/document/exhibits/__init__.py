"""The kinds of exhibit, one a module."""
