"""The kinds of fill, one a module."""
