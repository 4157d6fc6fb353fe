"""Weigh: measuring keywords and keeping their figures."""
