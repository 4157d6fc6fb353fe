"""What a rule of the checklist is."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import NamedTuple

from bunraku.core.write.written import Aim, Written


class Told(NamedTuple):
    """How far a rule is kept, 0-1, and what of it is missing, to be said behind a colon."""

    kept: float
    missing: str = ""


Kept = float | Told | None
"""How far a rule is kept, 0-1, with or without what is missing; None where it does not apply."""


@dataclass(frozen=True)
class Rule:
    """A rule of the checklist: it applies to what has all the fields that it `needs`; `good` is
    said where it is kept, `bad` where it is not; `weight` in points before they are brought to a
    hundred."""

    id: str
    needs: tuple[str, ...]
    weight: float
    good: str
    bad: str
    kept: Callable[[Written, Aim], Kept]


MOST_NAMED = 4
"""Missing things that are named; of the others it is said how many there are."""


def share_of(wanted: list[str], missing: list[str]) -> Kept:
    """How many of some things are there, and which are not; None where none is wanted."""
    if not wanted:
        return None
    named = ", ".join(f"“{one}”" for one in missing[:MOST_NAMED])
    more = len(missing) - MOST_NAMED
    return Told(1 - len(missing) / len(wanted), f"{named} and {more} more" if more > 0 else named)
