"""The shelf: music that comes with the program, made by it, free of all rights (CC0 1.0)."""
