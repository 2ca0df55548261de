"""Files whose picture changes with time, and how each kind is read."""
