"""Bunraku: from the first seed term to a plan of what to publish."""

__version__ = "0.4.0"
