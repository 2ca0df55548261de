"""Words: shaping, line breaking, laying out, painting, placing, and how well they can be read."""
