"""Pixels: surfaces, colours, levels, and placing photos onto surfaces."""
