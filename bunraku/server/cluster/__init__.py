"""Cluster: clusters of a scope, their names, and who was moved by hand."""
