"""Gather: reading seeds, keeping brand words out, telling how close a keyword is."""
