"""Lists and reports that a person brings in a file."""
