"""Words on the bench: typed and dragged on the frame, their times, their ways, what helps them."""
