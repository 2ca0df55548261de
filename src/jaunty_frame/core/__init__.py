"""Pure computation on numbers and arrays: no documents, no files, no clock, no interface."""
