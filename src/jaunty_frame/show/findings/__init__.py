"""Findings and remedies: what the checks work with, and the table of checks."""
