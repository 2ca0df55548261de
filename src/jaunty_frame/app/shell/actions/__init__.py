"""What can be done from menus and by keys, and the menus."""
