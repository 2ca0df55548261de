"""What is said of slides as the show runs: how they move, and their joints, one check a module."""
