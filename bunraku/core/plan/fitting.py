"""Fit to my hours: which pieces in which month, for the most value under the hours of each
month."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.optimize import Bounds, LinearConstraint, linprog, milp

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

GAP_WANTED = 0.009
"""Stop when the plan is proven within 0.9 % of the best possible: estimates are far coarser than
that."""
MOST_NODES = 400
"""Branch-and-bound nodes at most: a count, not a time, so that the answer is the same on every
machine."""
EXACT_UP_TO = 80
"""Pieces up to which the integer program itself is solved; above, its relaxation is rounded and
improved."""
TINY = 1e-9
"""Below it a difference in worth or hours is rounding."""


@dataclass(frozen=True)
class Problem:
    """n pieces: value if published in each of m months (n, m), hours each (n,), hours to spend a
    month (m,), the month each is pinned to (n,) or −1; a piece pinned to a month is placed there
    whatever it costs."""

    value: Floats
    hours: Floats
    capacity: Floats
    pinned: Ints


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


def fit_greedily(problem: Problem) -> Fit:
    """The answer at once: pieces by value an hour, each into its best month that has room.

    Parameters: `problem`. Returns: `Fit` with the bound of the linear relaxation's simplest form
    (all hours pooled). Raises: `ValueError` for shapes that do not match. Cost: n log n + n × m.
    """
    _check(problem)
    month, left = _place_pinned(problem)
    month, left = _fill(problem, month, left)
    return Fit(month, value_of(problem, month), _pooled_bound(problem))


def fit_hours(problem: Problem) -> Fit:
    """Fit to my hours: pieces into months for the most value, with the gap to the best possible
    proven.

    Parameters: `problem`. Returns: `Fit`; deterministic. Up to 80 pieces by a mixed-integer program
    (HiGHS) to a gap of 0.9 %; above by rounding the linear relaxation, filling, and re-solving
    pairs of months. Never worse than the greedy answer. A solver that gives up is no error: the
    best plan found is returned with its gap. Raises: `ValueError` for shapes that do not match.
    Cost: seconds for 300 pieces.
    """
    greedy = fit_greedily(problem)
    month, left = _place_pinned(problem)
    free = np.flatnonzero((problem.pinned < 0) & (problem.value.max(axis=1, initial=0) > 0))
    if not len(free):
        return Fit(month, value_of(problem, month), value_of(problem, month))
    pinned_value = value_of(problem, month)
    relaxed, relaxed_bound = _relaxation(problem.value[free], problem.hours[free], left)
    bound = min(pinned_value + relaxed_bound, greedy.bound)
    rounded = month.copy()
    sure = relaxed.max(axis=1) > 0.99
    # In the relaxation nearly every piece stands whole in one month; at most one a month is
    # parted, and those the filling decides.
    rounded[free[sure]] = relaxed[sure].argmax(axis=1)
    # Both starts are cheap and neither is always the better one.
    best = max((greedy.month, _improve(problem, rounded)), key=lambda m: value_of(problem, m))
    best = _improve(problem, best)
    # The integer program costs most, so it only runs where what we have is not proven yet.
    if len(free) <= EXACT_UP_TO and value_of(problem, best) < bound * (1 - GAP_WANTED):
        exact, dual = _integer_program(problem.value[free], problem.hours[free], left)
        bound = min(bound, pinned_value + dual)
        if exact is not None:
            candidate = month.copy()
            candidate[free] = exact
            # It stops within the gap it was given, so a swap may still gain.
            candidate = _improve(problem, candidate)
            best = max((best, candidate), key=lambda m: value_of(problem, m))
    # A solver's bound may lie a rounding below its own answer.
    return Fit(best, value_of(problem, best), max(bound, value_of(problem, best)))


def _check(problem: Problem) -> None:
    n, m = problem.value.shape
    if (
        problem.hours.shape != (n,)
        or problem.capacity.shape != (m,)
        or problem.pinned.shape != (n,)
    ):
        raise ValueError("value is (n, m), hours and pinned (n,), capacity (m,)")


def value_of(problem: Problem, month: Ints) -> float:
    """What a plan is worth."""
    placed = np.flatnonzero(month >= 0)
    return float(problem.value[placed, month[placed]].sum())


def left_of(problem: Problem, month: Ints) -> tuple[Ints, Floats]:
    """A plan with the hours that it leaves in each month; below nothing where pins take more."""
    placed = month >= 0
    used = np.bincount(
        month[placed], weights=problem.hours[placed], minlength=len(problem.capacity)
    )
    return month, problem.capacity - used


def _place_pinned(problem: Problem) -> tuple[Ints, Floats]:
    """Pinned pieces in their months; what is left may be below nothing, for a pin outranks the
    hours."""
    return left_of(problem, problem.pinned.copy())


def _fill(problem: Problem, month: Ints, left: Floats) -> tuple[Ints, Floats]:
    month, left = month.copy(), left.copy()
    best = problem.value.max(axis=1, initial=0)
    # A quarter of an hour at least: a piece of nothing would otherwise come before everything.
    rate = best / np.maximum(problem.hours, 0.25)
    # Of equal rates the earlier piece first, so that a plan is the same each time.
    for piece in np.lexsort((np.arange(len(rate)), -rate)):
        if month[piece] >= 0 or best[piece] <= 0:
            continue
        room = left >= problem.hours[piece] - TINY
        if room.any():
            target = int(np.where(room, problem.value[piece], -np.inf).argmax())
            if problem.value[piece, target] > 0:
                month[piece] = target
                left[target] -= problem.hours[piece]
    return month, left


def _pooled_bound(problem: Problem) -> float:
    """Upper bound with all months' hours in one pool and every piece at its best month, the last
    one in part."""
    pinned = problem.pinned >= 0
    fixed = float(problem.value[pinned, problem.pinned[pinned]].sum())
    _, left = _place_pinned(problem)
    hours, best = problem.hours[~pinned], problem.value[~pinned].max(axis=1, initial=0)
    order = np.argsort(-best / np.maximum(hours, 0.25), kind="stable")
    before = np.concatenate([[0.0], np.cumsum(hours[order])[:-1]]) if len(order) else np.zeros(0)
    part = np.clip((np.maximum(left, 0).sum() - before) / np.maximum(hours[order], TINY), 0, 1)
    return fixed + float((best[order] * part).sum())


def _constraints(hours: Floats, months: int) -> sparse.csr_matrix:
    n = len(hours)
    once = sparse.kron(sparse.identity(n), np.ones((1, months)))
    spent = sparse.kron(hours[None, :], sparse.identity(months))
    return sparse.vstack([once, spent], format="csr")


def _relaxation(value: Floats, hours: Floats, left: Floats) -> tuple[Floats, float]:
    n, m = value.shape
    limits = np.concatenate([np.ones(n), np.maximum(left, 0)])
    # A piece that does not fit into a month at all cannot stand there, not even in part: a tighter
    # bound.
    upper = (hours[:, None] <= left[None, :] + TINY).astype(float)
    bounds = np.stack([np.zeros(n * m), upper.ravel()], axis=1)
    solved = linprog(
        -value.ravel(), A_ub=_constraints(hours, m), b_ub=limits, bounds=bounds, method="highs-ds"
    )
    if solved.x is None:
        return np.zeros_like(value), float(value.max(axis=1).sum())
    return solved.x.reshape(n, m), -float(solved.fun)


def _integer_program(value: Floats, hours: Floats, left: Floats) -> tuple[Ints | None, float]:
    n, m = value.shape
    limits = np.concatenate([np.ones(n), np.maximum(left, 0)])
    # As in the relaxation: it prunes most of the tree before it grows.
    upper = (hours[:, None] <= left[None, :] + TINY).astype(float).ravel()
    solved = milp(
        -value.ravel(),
        constraints=LinearConstraint(_constraints(hours, m), -np.inf, limits),
        integrality=np.ones(n * m),
        bounds=Bounds(0, upper),
        options={"mip_rel_gap": GAP_WANTED, "node_limit": MOST_NODES},
    )
    bound = -float(solved.mip_dual_bound) if solved.mip_dual_bound is not None else float("inf")
    if solved.x is None:
        return None, bound
    x = solved.x.reshape(n, m)
    return np.where(x.max(axis=1) > 0.5, x.argmax(axis=1), -1).astype(np.int64), bound


def _improve(problem: Problem, month: Ints) -> Ints:
    """Fill, move and swap until nothing gains: free pieces to better months, left-out ones in for
    placed ones."""
    month, left = _fill(problem, *left_of(problem, month))
    movable = problem.pinned < 0
    # Each round gains or ends it; twenty only bounds the time.
    for _ in range(20):
        before = value_of(problem, month)
        for piece in np.flatnonzero(movable & (month >= 0)):
            here = month[piece]
            room = left >= problem.hours[piece] - TINY
            room[here] = True
            target = int(np.where(room, problem.value[piece], -np.inf).argmax())
            if problem.value[piece, target] > problem.value[piece, here] + TINY:
                left[here] += problem.hours[piece]
                left[target] -= problem.hours[piece]
                month[piece] = target
        month, left = _swap(problem, month, left, movable)
        month, left = _fill(problem, month, left)
        if value_of(problem, month) <= before + TINY:
            break
    return month


def _swap(
    problem: Problem, month: Ints, left: Floats, movable: NDArray[np.bool_]
) -> tuple[Ints, Floats]:
    """For each left-out or placed piece: trade places with the one that gains most, if anything
    does."""
    value, hours = problem.value, problem.hours
    for piece in np.flatnonzero(movable):
        placed = np.flatnonzero(movable & (month >= 0) & (month != month[piece]))
        if not len(placed):
            continue
        theirs = month[placed]
        here = month[piece]
        fits = left[theirs] + hours[placed] - hours[piece] >= -TINY
        gain = value[piece, theirs] - value[placed, theirs]
        if here >= 0:
            fits &= left[here] + hours[piece] - hours[placed] >= -TINY
            gain = gain + value[placed, here] - value[piece, here]
        gain = np.where(fits, gain, -np.inf)
        pick = int(gain.argmax())
        if gain[pick] > TINY:
            other, there = placed[pick], theirs[pick]
            month[piece], month[other] = there, here
            _, left = left_of(problem, month)
    return month, left
