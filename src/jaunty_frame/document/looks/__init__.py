"""Looks, and the aspects of a slide that they are made of."""
