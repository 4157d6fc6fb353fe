"""Packing as a program: what a text is, phrase by phrase. Its linear form bounds every text and
tells what a character of room is worth; in whole numbers it finds the best."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.solvers import bounds, constraint, linprog, milp
from bunraku.core.write.phrase_table import Floats, PhraseTable

GAP = 0.01
"""Share of the best of the phrases looked at that may be missing when the program stops."""
MOST_ROUNDS = 2
"""Times that the program is solved, each with the circles of those before forbidden. Most are
solved once."""
TINY = 1e-6
Ints = NDArray[np.int64]


@dataclass(frozen=True)
class PhraseProgram:
    """Variables: n phrases that are set, n that are contained, and which of them follow each
    other sharing words, `source` and `target` (m,). `matrix` times these stays below `limits`; the
    value of those contained is made as great as can be.

    A text is the phrases in it that stand in no other, in their order; each takes its length less
    the words that it shares with the one before, and is followed by one at most. What is left out:
    that followers make lines and no circles, but for circles of two."""

    n: int
    source: Ints
    target: Ints
    matrix: sparse.csr_matrix
    limits: Floats
    value: Floats
    first: int | None
    must: tuple[int, ...] = ()


@dataclass(frozen=True)
class Relaxed:
    """The program with parts of phrases allowed: the value that no text exceeds; what one unit
    more of room would bring; which phrases are set at all, and what each of the others lacks to
    be (n,)."""

    bound: float
    price: float
    lacks: Floats


def phrase_program(
    table: PhraseTable, most: float, first: int | None, must: Sequence[int] = ()
) -> PhraseProgram:
    """The program of a table within a limit, with `first` at the head where one is given, and all
    that a text `must` contain. Raises: nothing. Cost: phrases squared."""
    n = len(table.words)
    may = (table.shared > 0) & ~table.holds & ~table.holds.T
    if first is not None:
        # A longer phrase may take up the one that leads; nothing stands before that.
        may[first] |= table.shared[first] == len(table.words[first])
        may[:, first] = False
    np.fill_diagonal(may, False)
    source, target = np.nonzero(may)
    m = len(source)
    saved = table.takes[target] + table.joint - table.adds[source, target]
    each, arcs = np.arange(n), 2 * n + np.arange(m)
    held, holder = np.nonzero(table.holds.T)
    twos = np.array(_circles_of_two(source, target), dtype=np.int64).reshape(-1, 2)
    rows: list[tuple[Ints, Ints, Floats | float]] = [
        # The room; what is contained; what follows each, and what each follows; circles of two.
        (0 * each, each, table.takes + table.joint),
        (0 * arcs, arcs, -saved),
        (1 + held, holder, -1.0),
        (1 + each, n + each, 1.0),
        *((1 + n + each, each, -1.0), (1 + n + source, arcs, 1.0)),
        *((1 + 2 * n + each, each, -1.0), (1 + 2 * n + target, arcs, 1.0)),
        (1 + 3 * n + np.repeat(np.arange(len(twos)), 2), 2 * n + twos.ravel(), 1.0),
    ]
    matrix = sparse.csr_matrix(
        (
            np.concatenate([np.broadcast_to(value, len(row)) for row, _, value in rows]),
            (np.concatenate([row for row, *_ in rows]), np.concatenate([at for _, at, _ in rows])),
        ),
        shape=(1 + 3 * n + len(twos), 2 * n + m),
    )
    limits = np.concatenate([[most + table.joint + TINY], np.zeros(3 * n), np.ones(len(twos))])
    return PhraseProgram(n, source, target, matrix, limits, table.value, first, tuple(must))


def _circles_of_two(source: Ints, target: Ints) -> list[tuple[int, int]]:
    pairs = {pair: k for k, pair in enumerate(zip(source.tolist(), target.tolist(), strict=True))}
    return [(k, pairs[b, a]) for (a, b), k in pairs.items() if a < b and (b, a) in pairs]


def least_of(program: PhraseProgram) -> Floats:
    """The least of each variable: what leads and what must be said is there."""
    least = np.zeros(program.matrix.shape[1])
    if program.first is not None:
        least[program.first] = 1.0
    least[[program.n + place for place in program.must]] = 1.0
    return least


def _worth(program: PhraseProgram) -> Floats:
    worth = np.zeros(program.matrix.shape[1])
    worth[program.n : 2 * program.n] = -program.value
    return worth


def relaxed(program: PhraseProgram) -> Relaxed | None:
    """The program with parts of phrases allowed; None where nothing is within the limit. Raises:
    nothing. Cost: some 10 ms for 60 phrases."""
    least = least_of(program)
    solved = linprog(
        _worth(program),
        A_ub=program.matrix,
        b_ub=program.limits,
        bounds=np.stack([least, np.ones(len(least))], axis=1),
        method="highs-ds",
    )
    if solved.x is None:
        return None
    n = program.n
    lacks = np.where(solved.x[:n] > TINY, 0.0, np.maximum(solved.lower.marginals[:n], 0.0))
    return Relaxed(-float(solved.fun), -float(solved.ineqlin.marginals[0]), lacks)


def best_order(program: PhraseProgram) -> tuple[tuple[int, ...], float]:
    """The best order there is of the phrases of a program, to within `GAP`.

    Returns: places in order, and the value that none exceeds; the order is empty where nothing is
    within the limit. Phrases that follow each other in a circle make no line, and are forbidden to
    once they do; circles that remain after `MOST_ROUNDS` are opened, and the order may take more
    than there is by what they saved. Raises: nothing. Cost: exponential at worst, stopped at
    `GAP`."""
    matrix, limits = program.matrix, program.limits
    size = matrix.shape[1]
    whole = np.ones(size)
    # What is contained follows from what is set.
    whole[program.n : 2 * program.n] = 0
    bound = float(program.value.sum())
    order: tuple[int, ...] = ()
    for _ in range(MOST_ROUNDS):
        solved = milp(
            _worth(program),
            constraints=constraint(matrix, -np.inf, limits),
            integrality=whole,
            bounds=bounds(least_of(program), np.ones(size)),
            options={"mip_rel_gap": GAP},
        )
        if solved.x is None:
            return order, bound
        bound = min(bound, -float(solved.mip_dual_bound))
        order, circles = order_in(program, solved.x)
        if not circles:
            return order, bound
        order = (*order, *(place for circle in circles for place in circle))
        rows = [no_circle(program, circle) for circle in circles]
        matrix = sparse.vstack([matrix, np.array(rows)]).tocsr()
        limits = np.concatenate([limits, [len(circle) - 1.0 for circle in circles]])
    return order, bound


def order_in(program: PhraseProgram, found: Floats) -> tuple[tuple[int, ...], list[list[int]]]:
    """The order that a solution of a program tells, and circles in it that hang on nothing."""
    chosen = [place for place in range(program.n) if found[place] > 0.5]
    on = found[2 * program.n :] > 0.5
    follows = dict(zip(program.source[on].tolist(), program.target[on].tolist(), strict=True))
    led = set(follows.values())
    starts = sorted(
        (place for place in chosen if place not in led),
        key=lambda place: (place != program.first, place),
    )
    order = [place for start in starts for place in _line(follows, start)]
    left = sorted(set(chosen) - set(order))
    circles: list[list[int]] = []
    while left:
        circles.append(list(_line(follows, left[0])))
        left = [place for place in left if place not in circles[-1]]
    return tuple(order), circles


def _line(follows: dict[int, int], start: int) -> Sequence[int]:
    """Who follows whom from one on, once each."""
    line = dict.fromkeys([start])
    place = follows.get(start)
    while place is not None and place not in line:
        line[place] = None
        place = follows.get(place)
    return list(line)


def no_circle(program: PhraseProgram, circle: Sequence[int]) -> Floats:
    """A row that keeps phrases from following each other in a circle: it stays below their number
    less one."""
    inside = np.isin(program.source, circle) & np.isin(program.target, circle)
    return np.concatenate([np.zeros(2 * program.n), inside.astype(float)])
