"""What stands in the bench's place for a while, one panel a module."""
