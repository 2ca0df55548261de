"""Edits of what a show is made of: photos and what must stay in them, words, emblems, sounds."""
