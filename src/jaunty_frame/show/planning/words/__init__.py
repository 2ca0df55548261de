"""Words as a plan has them: when they are seen, where they stand, and in which colours and size."""
