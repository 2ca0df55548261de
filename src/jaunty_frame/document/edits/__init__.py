"""Edits by noun: pure functions from a project to a changed one."""
