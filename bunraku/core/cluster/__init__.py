"""Cluster: keywords that one piece can serve belong together."""
