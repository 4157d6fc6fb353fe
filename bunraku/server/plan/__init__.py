"""Plan: pieces, their keywords and their months."""
