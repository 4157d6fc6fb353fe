"""Clustering by what phrases mean: a long list in cells of phrases that are near each other, each
like a list of its own."""

from collections.abc import Callable, Iterator

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.cluster.local_moves import local_moves
from bunraku.core.cluster.pairs import Phrases, chance_together

Ints = NDArray[np.int64]

GAMMA = 0.25
"""How likely a phrase must be for one page with the members, on average, to gain by joining."""
LEAST_CHANCE = 0.03
"""A pair that is less likely than this says nothing."""
CELL = 60
"""Phrases of a cell, about: the lists that the chances were learned from are of this length."""
MOST_IN_A_CELL = 150
SHORT = 100
"""A list of so many is one cell."""


def nothing_done(done: int, of: int) -> None:
    """Ignore the progress."""


def cluster_by_meaning(
    phrases: Phrases,
    labels: Ints,
    free: NDArray[np.bool_],
    language: str,
    *,
    strictness: float = 1.0,
    done: Callable[[int, int], None] = nothing_done,
) -> Ints:
    """Cluster phrases by what they mean.

    Parameters: `phrases` (n); `labels` (n,), where each is now, those to be placed in a cluster of
    their own; `free` (n,), which may move; `strictness`, times the usual; `done`, told after each
    cell how many of all cells are done, which may raise to stop. Returns: (n,) labels, those above
    the given ones new. Raises: nothing of its own. Formula: k-means on the vectors into cells of
    about `CELL`; within each local moves on the chances of pairs (γ = `GAMMA` × strictness). Cells
    without a free phrase are left out. Deterministic. Cost: n log n for the cells, then linear."""
    labels, beyond = labels.copy(), int(labels.max(initial=-1))
    cells = [cell for cell in _cells(phrases.vectors) if free[cell].any()]
    for number, cell in enumerate(cells):
        chance = chance_together(phrases.rows(cell), language)
        chance[chance < LEAST_CHANCE] = 0
        # Small labels, in the same order: what is made for each of them is made for few.
        there, small = np.unique(labels[cell], return_inverse=True)
        moved = local_moves(sparse.csr_matrix(chance), small, free[cell], GAMMA * strictness)
        # One that leaves for a cluster of its own has the label that it came with, or a new one.
        fresh = moved >= len(there)
        labels[cell[~fresh]] = there[moved[~fresh]]
        new, which = np.unique(moved[fresh], return_inverse=True)
        labels[cell[fresh]] = beyond + 1 + which
        beyond += len(new)
        done(number + 1, len(cells))
    return labels


def _cells(vectors: NDArray[np.float32]) -> Iterator[Ints]:
    """Places of phrases that are near each other, about `CELL` at a time."""
    if len(vectors) <= SHORT:
        yield np.arange(len(vectors))
        return
    # Loaded where a list is long: it takes a second.
    from sklearn.cluster import MiniBatchKMeans

    waiting = [np.arange(len(vectors))]
    while waiting:
        places = waiting.pop()
        if len(places) <= MOST_IN_A_CELL and len(places) < len(vectors):
            yield places
            continue
        means = MiniBatchKMeans(
            max(2, round(len(places) / CELL)), random_state=0, n_init=1, batch_size=4_096
        )
        # Of all of a long list no second copy is made.
        parts = means.fit_predict(vectors if len(places) == len(vectors) else vectors[places])
        split = [places[parts == part] for part in np.unique(parts)]
        # Phrases with one and the same vector are split in their order.
        if len(split) == 1:
            split = list(np.array_split(places, -(-len(places) // CELL)))
        waiting.extend(split)
