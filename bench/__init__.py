"""Figures of speed, steadiness and memory, as ratios to a floor measured in the same run."""
