"""Photo files: reading, importing, checking, thumbnails, finding keep areas."""
