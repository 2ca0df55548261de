"""The invented pottery: drawn photos and their project."""
