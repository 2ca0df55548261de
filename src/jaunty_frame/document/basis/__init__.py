"""What all values of the document are made of: kinds, fields, limits."""
