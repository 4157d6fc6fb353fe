"""The server: how figures are stored, asked for and kept."""
