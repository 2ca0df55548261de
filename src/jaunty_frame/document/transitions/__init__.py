"""The kinds of transition, one a module."""
