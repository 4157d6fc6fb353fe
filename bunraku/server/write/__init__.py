"""Writing: what goes into the fields of a piece."""
