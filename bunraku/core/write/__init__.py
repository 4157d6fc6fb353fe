"""Write: the fields of a piece and what makes them good."""
