"""What is said of words in an output, one check a module."""
