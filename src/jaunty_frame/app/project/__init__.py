"""The open project and the work that is done on it behind the window."""
