"""Learns from lists grouped by hand which two phrases one page serves."""
