"""A plan as a linear and as an integer program."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.plan.problem import TINY, Floats, Ints, Problem
from bunraku.core.solvers import bounds, constraint, linprog, milp

GAP_WANTED = 0.009
"""Stop when the plan is proven within 0.9 % of the best possible: estimates are far coarser than
that."""
MOST_NODES = 400
"""Branch-and-bound nodes at most: a count, not a time, so that the answer is the same on every
machine."""


@dataclass(frozen=True)
class Part:
    """What is free of a problem, as a program: value (n, m), what each takes of each limit (l, n),
    what is left of these by month (l, m) and which are of all months together (l,), the months that
    each may stand in (n, m), pairs among them (piece, first)."""

    value: Floats
    takes: Floats
    left: Floats
    whole: NDArray[np.bool_]
    may: NDArray[np.bool_]
    after: Sequence[tuple[int, int]]


def part_of(problem: Problem, free: Ints, month: Ints, left: Floats) -> Part:
    place = {int(piece): number for number, piece in enumerate(free)}
    takes = problem.takes[:, free]
    # A piece that does not fit into a month at all cannot stand there, not even in part: a tighter
    # bound, and it prunes most of the tree before it grows.
    fits = (takes[:, :, None] <= left[:, None, :] + TINY) | (takes[:, :, None] <= 0)
    may = fits.all(axis=0) & (problem.value[free] > 0)
    months = np.arange(left.shape[1])
    after: list[tuple[int, int]] = []
    for piece, first in problem.after:
        if piece in place and first in place:
            after.append((place[piece], place[first]))
        elif piece in place:
            # Its first is pinned, or is never placed: it is worth nothing.
            may[place[piece]] &= (months >= month[first]) if month[first] >= 0 else False
        elif first in place and month[piece] >= 0:
            may[place[first]] &= months <= month[piece]
    return Part(problem.value[free], takes, left, problem.whole, may, after)


def _constraints(part: Part) -> tuple[sparse.csr_matrix, Floats]:
    """Each piece once, each month its hours and its other limits, no piece by a month without its
    first by then."""
    n, m = part.value.shape
    rows = [sparse.kron(sparse.identity(n), np.ones((1, m)))]
    limits = [np.ones(n)]
    for takes, left, whole in zip(part.takes, part.left, part.whole, strict=True):
        months = np.ones((1, m)) if whole else sparse.identity(m)
        rows.append(sparse.kron(sparse.csr_matrix(takes[None, :]), months))
        limits.append(np.maximum(left[:1] if whole else left, 0))
    if part.after:
        pairs = np.array(part.after, dtype=np.int64)
        numbers = np.arange(len(pairs))
        ones = np.ones(len(pairs))
        shape = (len(pairs), n)
        apart = sparse.csr_matrix((ones, (numbers, pairs[:, 0])), shape=shape) - sparse.csr_matrix(
            (ones, (numbers, pairs[:, 1])), shape=shape
        )
        rows.append(sparse.kron(apart, np.tril(np.ones((m, m)))))
        limits.append(np.zeros(len(pairs) * m))
    return sparse.vstack(rows, format="csr"), np.concatenate(limits)


def relaxation(part: Part) -> tuple[Floats, float]:
    n, m = part.value.shape
    matrix, limits = _constraints(part)
    bounds = np.stack([np.zeros(n * m), part.may.astype(float).ravel()], axis=1)
    solved = linprog(
        -part.value.ravel(), A_ub=matrix, b_ub=limits, bounds=bounds, method="highs-ds"
    )
    if solved.x is None:
        return np.zeros_like(part.value), float(part.value.max(axis=1).sum())
    return solved.x.reshape(n, m), -float(solved.fun)


def integer_program(part: Part) -> tuple[Ints | None, float]:
    n, m = part.value.shape
    matrix, limits = _constraints(part)
    solved = milp(
        -part.value.ravel(),
        constraints=constraint(matrix, -np.inf, limits),
        integrality=np.ones(n * m),
        bounds=bounds(0, part.may.astype(float).ravel()),
        options={"mip_rel_gap": GAP_WANTED, "node_limit": MOST_NODES},
    )
    bound = -float(solved.mip_dual_bound) if solved.mip_dual_bound is not None else float("inf")
    if solved.x is None:
        return None, bound
    x = solved.x.reshape(n, m)
    return np.where(x.max(axis=1) > 0.5, x.argmax(axis=1), -1).astype(np.int64), bound
