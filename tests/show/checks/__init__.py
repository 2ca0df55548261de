"""What single checks say."""
