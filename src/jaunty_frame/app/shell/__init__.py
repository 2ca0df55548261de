"""The window itself: it wires, and holds what belongs to no view."""
