"""A document made visible: plan per output, findings, painted frames. No files, no interface."""
