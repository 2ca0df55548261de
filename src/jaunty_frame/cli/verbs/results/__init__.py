"""Verbs about what comes of it: plans, frames, videos, findings, cut lists."""
