"""Windows before and after a change, and what the checks in them say of each phrase."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels.form import WindowLength
from bunraku.core.follow.checks import Stack

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Bools = NDArray[np.bool_]


@dataclass(frozen=True)
class Windows:
    """Two windows of one length, in days: both ends belong to them."""

    before: tuple[int, int]
    after: tuple[int, int]

    @property
    def span(self) -> tuple[int, int]:
        """From the beginning of the one to the end of the other."""
        return self.before[0], self.after[1]


def windows_of(day: int, today: int, length: WindowLength) -> Windows | None:
    """Equal windows around a change, as long as there were days for the one after it; None while
    that is shorter than the least. The day of the change is before it: a page shows it later."""
    first = day + length.settles
    days = min(length.most, today - first + 1)
    if days < length.least:
        return None
    return Windows((day - days + 1, day), (first, first + days - 1))


@dataclass(frozen=True)
class Steps:
    """Of n phrases, what each did from the one window to the other: the step in ln of the place,
    upwards positive, NaN where it was not checked in both; whether it was shown at all in each;
    the mean share of clicks at its places in each, NaN likewise; checks in each."""

    step: Floats
    shown_before: Bools
    shown_after: Bools
    share_before: Floats
    share_after: Floats
    checks_before: Ints
    checks_after: Ints


def depth_of(place: Ints, depth: Ints) -> Floats:
    """A place in ln; one not among the first n stands just behind them."""
    held = np.where((place == 0) | (place > depth), depth + 1, place)
    return np.log(held)


def steps_of(stack: Stack, windows: Windows, shares: Floats) -> Steps:
    """What phrases did from one window to the other. `shares`, of clicks by place. Where checks
    went to different depths, all are looked at as deep as the shallowest. Cost: linear."""
    n = stack.count
    sides = []
    for low, high in (windows.before, windows.after):
        # Checks of each phrase stand by day, and all phrases under each other.
        sides.append((stack.day >= low) & (stack.day <= high))
    inside = sides[0] | sides[1]
    least = np.full(n, 255, dtype=np.int64)
    np.minimum.at(least, stack.phrase[inside], stack.depth[inside])
    told = []
    for side in sides:
        phrase, organic = stack.phrase[side], stack.organic[side]
        depth = least[phrase]
        shown = (organic > 0) & (organic <= depth)
        count = np.bincount(phrase, minlength=n)
        with np.errstate(invalid="ignore", divide="ignore"):
            mean = np.bincount(phrase, depth_of(organic, depth), n) / count
            share = np.bincount(phrase, shares[np.where(shown, organic, 0)], n) / count
        told.append((mean, np.bincount(phrase, shown, n) > 0, share, count.astype(np.int64)))
    (before, shown_b, share_b, count_b), (after, shown_a, share_a, count_a) = told
    return Steps(before - after, shown_b, shown_a, share_b, share_a, count_b, count_a)


def wander_of(stack: Stack, piece: Ints, pieces: int, until: int) -> Floats:
    """How far the phrases of each piece wander from check to check while nothing changes.

    Parameters: `stack`; `piece` (n,), of each phrase; `pieces`, how many; `until`, a day: later
    checks are not looked at. Returns: (pieces,), standard deviation of one check in ln of the
    place; of all pieces together where one has too few. Formula: 1.4826 × the median of the steps
    between checks, over √2, so that a jump now and then does not count. Cost: a sort."""
    seen = stack.where((stack.day <= until) & (stack.organic > 0))
    same = seen.phrase[1:] == seen.phrase[:-1]
    steps = np.abs(np.diff(np.log(np.maximum(seen.organic, 1))))[same]
    if not len(steps):
        return np.full(pieces, LEAST_WANDER)
    overall = max(LEAST_WANDER, 1.4826 * float(np.median(steps)) / np.sqrt(2))
    of = piece[seen.phrase[1:][same]]
    order = np.lexsort((steps, of))
    of, steps = of[order], steps[order]
    counts = np.bincount(of, minlength=pieces)
    starts = np.concatenate([[0], np.cumsum(counts)[:-1]])
    wander = np.full(pieces, overall)
    enough = counts >= LEAST_STEPS
    wander[enough] = 1.4826 * steps[(starts + counts // 2)[enough]] / np.sqrt(2)
    return np.maximum(wander, LEAST_WANDER)


LEAST_STEPS = 12
"""Steps between checks from which on a piece's own wander is taken."""
LEAST_WANDER = 0.06
"""A place more or less in the first ten, now and then."""
