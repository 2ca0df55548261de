"""Verbs about the project: that it is, its photos, its outputs, its title, what its file may hold."""
