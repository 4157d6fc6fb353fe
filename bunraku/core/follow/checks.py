"""Rank checks: what one says, and how those of a phrase are kept in a few bytes each."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from numpy.typing import NDArray

EPOCH = date(2000, 1, 1)
"""Days are counted from here."""
CHECK = np.dtype(
    [("day", "<u2"), ("organic", "u1"), ("on_map", "u1"), ("other", "u1"), ("depth", "u1")]
)
"""A check: six bytes. `organic`, the place among organic results, 0 where it is not among the first
`depth`; `on_map`, the place on the map; `other`, the place of the best other piece of one's own, 0
for none."""
FAILED = 255
"""In `organic`: the source was asked and did not answer."""
NO_MAP = 255
"""In `on_map`: the page has no map; 0: it has one, without us."""
MOST_DEPTH = 100
Checks = NDArray[np.void]
EMPTY: Checks = np.zeros(0, dtype=CHECK)


@dataclass(frozen=True)
class Check:
    """A check of one phrase on a day. `organic` None: not among the first `depth`. `on_map` None:
    not on the map, or there is none (`has_map`). `other`: the best other piece of one's own."""

    day: date
    depth: int
    organic: int | None = None
    on_map: int | None = None
    has_map: bool = False
    other: int | None = None
    failed: bool = False


def day_number(day: date) -> int:
    """A day as a number. Raises: `ValueError` before 2000 or after 2179."""
    number = (day - EPOCH).days
    if not 0 <= number <= np.iinfo(np.uint16).max:
        raise ValueError(f"{day} is not a day that can be followed")
    return number


def day_of(number: int) -> date:
    """The day of a number."""
    return EPOCH + timedelta(days=int(number))


def unpack(kept: bytes) -> Checks:
    """Checks as they are kept, the oldest first."""
    return np.frombuffer(kept, dtype=CHECK)


def pack(checks: Iterable[Check]) -> bytes:
    """Checks in the bytes that they are kept in, by day; of one day the last stands, but one that
    failed never takes the place of one that did not. Raises: `ValueError` for a depth or place
    beyond `MOST_DEPTH`."""
    by_day: dict[int, Check] = {}
    for check in checks:
        number = day_number(check.day)
        if not (check.failed and number in by_day):
            by_day[number] = check
    return np.array([_row(number, by_day[number]) for number in sorted(by_day)], CHECK).tobytes()


def add(kept: bytes, check: Check) -> bytes:
    """What is kept with one more check: as `pack`. Checks mostly come in order, and are then hung
    on."""
    there = unpack(kept)
    number = day_number(check.day)
    row = np.array([_row(number, check)], CHECK)
    if not len(there) or number > int(there["day"][-1]):
        return kept + row.tobytes()
    at = int(np.searchsorted(there["day"], number))
    if at < len(there) and int(there["day"][at]) == number:
        if check.failed:
            return kept
        changed = there.copy()
        changed[at] = row[0]
        return changed.tobytes()
    return np.insert(there, at, row[0]).tobytes()


def without(kept: bytes, days: Collection[date]) -> bytes:
    """What is kept without the checks of some days."""
    there = unpack(kept)
    gone = np.isin(there["day"], [day_number(day) for day in days])
    return there[~gone].tobytes()


def has_checked(kept: bytes, day: date, depth: int) -> bool:
    """Whether a phrase was looked up on a day or later, as deep: then it is not bought again. A
    later day counts as well: then it is the clock that was set back."""
    there = unpack(kept)
    number = day_number(day)
    good = (there["day"] >= number) & (there["organic"] != FAILED) & (there["depth"] >= depth)
    return bool(good.any())


def _row(number: int, check: Check) -> tuple[int, int, int, int, int]:
    if not 0 < check.depth <= MOST_DEPTH:
        raise ValueError(f"a check covers 1 to {MOST_DEPTH} results, not {check.depth}")
    places = (check.organic, check.on_map, check.other)
    if any(place is not None and not 0 < place <= MOST_DEPTH for place in places):
        raise ValueError(f"a place is 1 to {MOST_DEPTH}: {places}")
    organic = FAILED if check.failed else check.organic or 0
    on_map = (check.on_map or 0) if check.has_map else NO_MAP
    return (number, organic, on_map, check.other or 0, check.depth)


@dataclass(frozen=True)
class Stack:
    """Checks of many phrases under each other, by phrase and day, those that failed left out:
    which phrase (c,), and the columns of `CHECK`, (c,) each, as whole numbers. `count` phrases."""

    count: int
    phrase: NDArray[np.int64]
    day: NDArray[np.int64]
    organic: NDArray[np.int64]
    on_map: NDArray[np.int64]
    other: NDArray[np.int64]
    depth: NDArray[np.int64]

    def where(self, chosen: NDArray[np.bool_]) -> "Stack":
        """The checks among these that are chosen; the phrases stay."""
        columns = (self.phrase, self.day, self.organic, self.on_map, self.other, self.depth)
        phrase, day, organic, on_map, other, depth = (column[chosen] for column in columns)
        return Stack(self.count, phrase, day, organic, on_map, other, depth)


def stack(kept: Sequence[bytes]) -> Stack:
    """Checks of n phrases as arrays. Cost: linear, a million checks in some tens of
    milliseconds."""
    whole = np.frombuffer(b"".join(kept), dtype=CHECK)
    lengths = np.array([len(each) for each in kept], dtype=np.int64) // CHECK.itemsize
    phrase = np.repeat(np.arange(len(kept)), lengths)
    answered = whole["organic"] != FAILED
    columns = [
        whole[name][answered].astype(np.int64)
        for name in ("day", "organic", "on_map", "other", "depth")
    ]
    return Stack(len(kept), phrase[answered], *columns)
