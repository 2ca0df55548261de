"""Small simulated devices, for machines that lack the real ones and for tests: a microphone, a speaking voice."""
