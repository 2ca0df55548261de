"""The bench, where one cell is worked on, and its pages."""
