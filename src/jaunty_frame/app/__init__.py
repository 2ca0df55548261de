"""The window: Qt widgets, views, models and workers."""
