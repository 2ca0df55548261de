"""What the checks have to say, one check a module, in a room for each thing that they are about."""
