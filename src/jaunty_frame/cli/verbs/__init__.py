"""What can be asked for on the command line, one verb a module, by what it is about; each is a function ``run``."""
