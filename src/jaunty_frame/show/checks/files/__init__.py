"""What is said of the files that a show is made of, one check a module."""
