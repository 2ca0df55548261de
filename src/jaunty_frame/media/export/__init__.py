"""Finished shows: jobs that paint and encode."""
