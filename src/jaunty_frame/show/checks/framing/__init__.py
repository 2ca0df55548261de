"""What is said of how photos sit in an output, one check a module."""
