"""Where photos sit in a frame: how they are mounted, piled and turned, and what makes them stand out."""
