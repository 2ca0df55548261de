"""Exact time and the schedule of a show."""
