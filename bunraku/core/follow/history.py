"""What the checks of phrases say over time: since when each is shown, its best, how it moved."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.follow.checks import Stack

Ints = NDArray[np.int64]
NONE = -1
"""In place of a day or a place that there is none of."""
AROUND_DAYS = 10
"""How far from the day it is compared with a check may lie."""


@dataclass(frozen=True)
class Summary:
    """Of n phrases, (n,) each, `NONE` where there is none: the day and the place of the last check
    (place 0: not shown), the place on the map, the place at the last check about some days before,
    the day on which it was first shown, its best place, how many checks there are."""

    last_day: Ints
    last: Ints
    on_map: Ints
    other: Ints
    before: Ints
    first_shown: Ints
    best: Ints
    checks: Ints


def summarise(stack: Stack, days: int) -> Summary:
    """What the checks of n phrases come to; `days`, how far back the place before is looked for.

    Returns: `Summary`. The place before is that of the last check at least `days` before the
    phrase's own last one, at most `AROUND_DAYS` earlier than that: what lies further back is a gap,
    and no comparison. Cost: linear."""
    n = stack.count
    none = np.full(n, NONE, dtype=np.int64)
    checks = np.bincount(stack.phrase, minlength=n).astype(np.int64)
    there = checks > 0
    ends = np.cumsum(checks) - 1
    last_day, last, on_map, other = (none.copy() for _ in range(4))
    for column, filled in (
        (stack.day, last_day),
        (stack.organic, last),
        (stack.on_map, on_map),
        (stack.other, other),
    ):
        filled[there] = column[ends[there]]
    wanted = last_day[stack.phrase] - days
    fits = (stack.day <= wanted) & (stack.day >= wanted - AROUND_DAYS)
    before = none.copy()
    # Checks stand by day: the last that fits is written last.
    before[stack.phrase[fits]] = stack.organic[fits]
    shown = stack.organic > 0
    # From the end, so that the first one is written last.
    first = none.copy()
    first[stack.phrase[shown][::-1]] = stack.day[shown][::-1]
    best = np.full(n, 255, dtype=np.int64)
    np.minimum.at(best, stack.phrase[shown], stack.organic[shown])
    best[best == 255] = NONE
    return Summary(last_day, last, on_map, other, before, first, best, checks)


@dataclass(frozen=True)
class Moves:
    """How many phrases rose, fell, stayed, are newly shown, were lost."""

    rose: int
    fell: int
    stayed: int
    new: int
    lost: int


def moves(summary: Summary) -> Moves:
    """How phrases moved between the place before and the last one; those without a place before
    are in none. A move of one place is none: pages wander that much from day to day."""
    known = summary.before >= 0
    before, now = summary.before[known], summary.last[known]
    both = (before > 0) & (now > 0)
    step = np.where(both, before - now, 0)
    new, lost = (before == 0) & (now > 0), (before > 0) & (now == 0)
    rose, fell = step > 1, step < -1
    stayed = len(before) - rose.sum() - fell.sum() - new.sum() - lost.sum()
    return Moves(int(rose.sum()), int(fell.sum()), int(stayed), int(new.sum()), int(lost.sum()))


def gaps(days: Ints, usual: int) -> list[tuple[int, int]]:
    """Where nothing was looked at for more than twice as long as usual: pairs of days between which
    a line must not be drawn. `days` in order."""
    wide = np.flatnonzero(np.diff(days) > 2 * usual)
    return [(int(days[at]), int(days[at + 1])) for at in wide]
