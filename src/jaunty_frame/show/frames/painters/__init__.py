"""How layers are painted and their sources made ready: one kind of layer a module."""
