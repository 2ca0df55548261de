"""What one frame shows, from back to front: a kind of layer a module; frozen, hashable, no pixels."""
