"""Widgets that know nothing of the application."""
