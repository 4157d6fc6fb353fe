"""Kinds of reading that are none of a source's (`sources.protocol.What`), and what a reading is
before it is kept."""

from typing import Any

OWN_REPORT = "own"
"""Clicks, impressions and position from the person's own report: no source sells it."""

Answered = tuple[str, str, dict[str, Any] | bytes | None]
"""Kind, term, payload (bytes: packed already; None: the source has nothing)."""
