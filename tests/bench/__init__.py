"""The figures of ``make bench``."""
