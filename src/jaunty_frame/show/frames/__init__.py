"""From a plan to frames: what a frame shows, and its pixels."""
