"""Verbs about the slides: what they have, what lies together, their order and their time."""
