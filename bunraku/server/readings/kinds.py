"""Kinds of reading that are none of a source's (`sources.protocol.What`)."""

OWN_REPORT = "own"
"""Clicks, impressions and position from the person's own report: no source sells it."""
