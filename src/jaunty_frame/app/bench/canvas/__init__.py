"""The photo on the bench, and the tools with which one works on it."""
