"""Formats that a show can be written in, one a module."""
