"""What can be asked for on the command line, one verb a module; each is a function ``run``."""
