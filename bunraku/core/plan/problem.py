"""What is to be fitted to one's hours, and a plan of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
Bools = NDArray[np.bool_]

TINY = 1e-9
"""Below it a difference in worth or hours is rounding."""


@dataclass(frozen=True)
class Limit:
    """What some pieces may take together, besides everybody's hours: `weight` (n,), what each takes
    of it where it stands, 0 what it says nothing about; `most` (m,) of each month or, with `whole`,
    (1,) of all months together. A person's hours, videos a month, pages that are too alike."""

    weight: Floats
    most: Floats
    whole: bool = False


@dataclass(frozen=True)
class Problem:
    """n pieces: value if published in each of m months (n, m), hours each (n,), hours to spend a
    month (m,), the month each is pinned to (n,) or −1; a piece pinned to a month is placed there
    whatever it costs, any other one never in a month where it is worth nothing. `after` are pairs
    (piece, first): a piece never stands without its first, nor in an earlier month. `limits` hold
    as the hours do. A pin outranks all of that."""

    value: Floats
    hours: Floats
    capacity: Floats
    pinned: Ints
    after: Sequence[tuple[int, int]] = ()
    limits: Sequence[Limit] = ()

    @cached_property
    def takes(self) -> Floats:
        """What each piece takes of each limit, (l, n): of the hours first."""
        return np.stack([self.hours, *(limit.weight for limit in self.limits)]).astype(float)

    @cached_property
    def most(self) -> Floats:
        """The limits by month, (l, m): those of all months together stand in each."""
        m = len(self.capacity)
        most = (np.broadcast_to(limit.most, m) for limit in self.limits)
        return np.stack([self.capacity, *most]).astype(float)

    @cached_property
    def whole(self) -> NDArray[np.bool_]:
        """Which limits are of all months together, (l,)."""
        return np.array([False, *(limit.whole for limit in self.limits)])

    @cached_property
    def pairs(self) -> tuple[Ints, Ints]:
        """`after` as arrays: those that wait, and what each of them waits for."""
        told = np.array(self.after, dtype=np.int64).reshape(-1, 2)
        return told[:, 0], told[:, 1]


@dataclass(frozen=True)
class Fit:
    """A plan: month of each piece (−1 left out), its value, an upper bound on any plan's value, and
    their gap (share)."""

    month: Ints
    value: float
    bound: float

    @property
    def gap_share(self) -> float:
        """How far the plan may be from the best possible, 0-1."""
        return max(0.0, 1 - self.value / self.bound) if self.bound > TINY else 0.0


def check_shapes(problem: Problem) -> None:
    n, m = problem.value.shape
    if (
        problem.hours.shape != (n,)
        or problem.capacity.shape != (m,)
        or problem.pinned.shape != (n,)
    ):
        raise ValueError("value is (n, m), hours and pinned (n,), capacity (m,)")
    for limit in problem.limits:
        if limit.weight.shape != (n,) or limit.most.shape != ((1,) if limit.whole else (m,)):
            raise ValueError("a limit's weight is (n,), its most (m,), of the whole (1,)")


def value_of(problem: Problem, month: Ints) -> float:
    """What a plan is worth."""
    placed = np.flatnonzero(month >= 0)
    return float(problem.value[placed, month[placed]].sum())


def left_of(problem: Problem, month: Ints) -> tuple[Ints, Floats]:
    """A plan with what it leaves of each limit in each month, (l, m), the hours first; below
    nothing where pins take more."""
    placed = np.flatnonzero(month >= 0)
    used = np.zeros_like(problem.most)
    np.add.at(used.T, month[placed], problem.takes[:, placed].T)
    whole = problem.whole
    used[whole] = used[whole].sum(axis=1, keepdims=True)
    return month, problem.most - used


def room_for(problem: Problem, left: Floats, piece: int, *, there: bool = False) -> Bools:
    """Which months have room for a piece by every limit, (m,); for one that is `there` already,
    those of all months together hold anyhow."""
    takes = problem.takes[:, piece]
    asked = (takes > 0) & ~(problem.whole & there)
    asked[0] = True
    return np.asarray((left[asked] >= takes[asked, None] - TINY).all(axis=0))


def move(problem: Problem, left: Floats, piece: int, here: int, there: int) -> None:
    """Change what is left as a piece goes from a month to another; −1 is none."""
    takes, whole = problem.takes[:, piece], problem.whole
    for month, sign in ((here, 1.0), (there, -1.0)):
        if month >= 0:
            left[~whole, month] += sign * takes[~whole]
            left[whole] += sign * takes[whole, None]


def place_pinned(problem: Problem) -> tuple[Ints, Floats]:
    """Pinned pieces in their months; what is left may be below nothing, for a pin outranks the
    hours."""
    return left_of(problem, problem.pinned.copy())


def span_of(problem: Problem, month: Ints) -> tuple[Ints, Ints, NDArray[np.bool_]]:
    """Between which months each piece may stand as the others do, (n,) each: none before its
    firsts, none after those that wait for it; and whether any of these are placed, so that it may
    not go. A piece whose first is not placed may stand nowhere: from m on."""
    n, m = problem.value.shape
    low, high = np.zeros(n, dtype=np.int64), np.full(n, m - 1, dtype=np.int64)
    held = np.zeros(n, dtype=bool)
    if problem.after:
        pieces, firsts = problem.pairs
        np.maximum.at(low, pieces, np.where(month[firsts] >= 0, month[firsts], m))
        placed = month[pieces] >= 0
        np.minimum.at(high, firsts[placed], month[pieces[placed]])
        held[firsts[placed]] = True
    return low, high, held


def misplaced(problem: Problem, month: Ints) -> list[tuple[int, int]]:
    """Pairs of a plan of which the piece stands without its first, or before it: only pins can make
    such."""
    return [
        (piece, first)
        for piece, first in problem.after
        if month[piece] >= 0 and not 0 <= month[first] <= month[piece]
    ]


def freed(problem: Problem, month: Ints) -> Ints:
    """The same plan without pieces that stand before or without their first, pinned ones apart."""
    month = month.copy()
    # Each round takes out at least one, and what waits for it is looked at again.
    while wrong := [p for p, _ in misplaced(problem, month) if problem.pinned[p] < 0]:
        month[wrong] = -1
    return month
