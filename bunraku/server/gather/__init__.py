"""Gather: seeds in, keywords with their origins out."""
