"""Rehearsal, the practice search world: simulated engines, sites, channels and shops, deterministic
by seed and date.

Nothing outside this package may see its truth; it is reached through the Source protocol only."""

from bunraku.sources.rehearsal.sources import Faults, rehearsal_sources

__all__ = ["Faults", "rehearsal_sources"]
