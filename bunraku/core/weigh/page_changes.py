"""How a results page moves: what came, went, rose and fell between two readings, and how many
places change a week."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise

DAYS_A_WEEK = 7
CALM, LIVELY = 0.5, 3.0
"""Places that change a week up to which a page stands still, and from which it is unsettled."""


@dataclass(frozen=True)
class Snapshot:
    """A results page on a day: the addresses of its organic results in order of position."""

    on: date
    addresses: Sequence[str]


@dataclass(frozen=True)
class Moved:
    """A result that moved: its address, the position before and after, None where it did not
    stand."""

    address: str
    before: int | None
    after: int | None


def moved_between(before: Sequence[str], after: Sequence[str]) -> list[Moved]:
    """What changed between two pages read to the same depth.

    Parameters: the addresses of each, in order; one that stands there twice counts where it stood
    first. Returns: what came, went or stands elsewhere, in order of the later page, what went last.
    What was pushed by one that came or went, and holds its order, has not moved by itself but
    stands elsewhere all the same: it is told. Raises: nothing. Cost: linear."""
    was, now = _places(before), _places(after)
    stands = [
        Moved(address, was.get(address), place)
        for address, place in now.items()
        if was.get(address) != place
    ]
    return stands + [
        Moved(address, place, None) for address, place in was.items() if address not in now
    ]


def _places(addresses: Sequence[str]) -> dict[str, int]:
    places: dict[str, int] = {}
    for place, address in enumerate(addresses, start=1):
        places.setdefault(address, place)
    return places


def changes_a_week(snapshots: Sequence[Snapshot], depth: int = 10) -> float | None:
    """Volatility: of the first `depth` places, how many are taken by another result a week later.

    Parameters: `snapshots`, oldest first. Returns: places a week, the mean over the pairs of
    readings that follow each other, weighted by the weeks between them (less than a week counts as
    one, for what moves to and fro within it moves no further in one); None with fewer than two
    days. Raises: nothing."""
    changed = weeks = 0.0
    for one, other in pairwise(snapshots):
        between = (other.on - one.on).days
        if between <= 0:
            continue
        new = set(other.addresses[:depth]) - set(one.addresses[:depth])
        changed += len(new)
        weeks += max(between / DAYS_A_WEEK, 1.0)
    return changed / weeks if weeks else None


def volatility_words(changes: float | None) -> str:
    """Volatility in words; empty where it is unknown."""
    if changes is None:
        return ""
    if changes < CALM:
        return "almost no position changes from week to week"
    rounded = round(changes)
    many = "one position changes" if rounded <= 1 else f"{rounded} positions change"
    return f"{many} a week" + (", so today's results say little" if changes >= LIVELY else "")


def positions_over_time(
    snapshots: Sequence[Snapshot], depth: int = 10
) -> list[tuple[str, list[int | None]]]:
    """Positions of all who stood within `depth` at any time: address and a position a snapshot,
    None where it did not stand; those who stand there now first, in order, then those who left
    latest. Raises: nothing."""
    places = [_places(snapshot.addresses[:depth]) for snapshot in snapshots]
    everyone = dict.fromkeys(address for there in reversed(places) for address in there)
    return [(address, [there.get(address) for there in places]) for address in everyone]
