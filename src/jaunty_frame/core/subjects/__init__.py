"""Finding what must stay in view."""
