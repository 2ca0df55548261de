"""The sheet: rows are slides, columns are outputs."""
