"""Writing shows from the window: what is written, how large it will be, and to whom it is handed on."""
