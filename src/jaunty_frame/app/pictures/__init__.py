"""Pixels for the views."""
