"""What every room needs of the database: many rows at a time, long lists in parts, words folded."""
