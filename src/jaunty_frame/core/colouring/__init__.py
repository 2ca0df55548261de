"""Colours before they are painted: as the eye sees them, treated, spread over a frame, and rounded."""
