"""Frames from plans and photo files: sources made ready ahead of time or kept, then painted."""
