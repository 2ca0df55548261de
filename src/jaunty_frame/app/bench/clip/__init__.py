"""The bench page about a clip: which part of it is shown, on a strip of its own pictures."""
