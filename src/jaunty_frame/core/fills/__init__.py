"""What is seen where the photo does not cover the frame: one painter a module."""
