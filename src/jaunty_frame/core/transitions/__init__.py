"""How one picture becomes the next: one painter a module. Progress runs from 0, all old, to 1, all new."""
