"""The bench's pages, and what only they have."""
