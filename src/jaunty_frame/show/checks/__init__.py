"""What the checks have to say, one check a module."""
