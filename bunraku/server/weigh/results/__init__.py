"""Results pages: who stands there, can we, what else is on them, how they move."""
