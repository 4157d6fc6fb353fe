"""Local moves: every keyword goes to the cluster it is most alike, until nothing moves."""

from collections import deque

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

MOST_VISITS = 12
"""Visits per keyword before it stays: the objective only grows, so this bounds time, it does not
decide."""
TIE = 1e-9
"""Gains closer than this are the same gain: what is left between them is rounding."""


def local_moves(
    similarity: sparse.csr_matrix,
    labels: NDArray[np.int64],
    free: NDArray[np.bool_],
    gamma: float,
) -> NDArray[np.int64]:
    """Cluster by local moves, deterministic.

    Parameters: `similarity` (n, n) symmetric, empty diagonal; `labels` (n,), the clusters to start
    from, 0 or more; `free` (n,), whether a keyword may move; `gamma`, how alike a member must be on
    average, in units of similarity. Returns: (n,) labels. Formula: a keyword moves to the cluster
    with the greatest Σ similarity to members − γ × members; ties go to the lower label, and it
    leaves for a cluster of its own where none is above zero. Keywords are visited by falling total
    similarity, then by number, and again when one has moved that they are more alike than γ.
    Raises: `ValueError` for shapes that do not match. Cost: about linear in the number of
    similarities.
    """
    n = similarity.shape[0]
    if labels.shape != (n,) or free.shape != (n,):
        raise ValueError("labels and free have one entry a keyword")
    # Plain lists: ten million single look-ups are several times faster than in arrays. Of a
    # keyword's neighbours one is made each time it is visited, once or twice: all of them at once
    # take ten times the memory.
    begins = similarity.indptr.tolist()
    neighbours, weights = memoryview(similarity.indices), memoryview(similarity.data)
    label: list[int] = labels.tolist()
    next_label = max(label, default=-1) + 1
    size = [0] * next_label
    for cluster in label:
        size[cluster] += 1
    # What the keyword that is looked at gains with each cluster; nothing between two of them.
    gain = [0.0] * next_label
    degree = np.asarray(similarity.sum(axis=1)).ravel()
    order = np.lexsort((np.arange(n), -degree))
    queue = deque(int(node) for node in order if free[node])
    waiting = free.tolist()
    may_move = free.tolist()
    visits = [0] * n
    while queue:
        node = queue.popleft()
        waiting[node] = False
        if visits[node] >= MOST_VISITS:
            continue
        visits[node] += 1
        here = label[node]
        begin, end = begins[node], begins[node + 1]
        around = neighbours[begin:end].tolist()
        met: list[int] = []
        alike = weights[begin:end].tolist()
        for other, weight in zip(around, alike, strict=True):
            there = label[other]
            if not gain[there]:
                met.append(there)
            gain[there] += weight
        best, best_gain = here, gain[here] - gamma * (size[here] - 1)
        stay_gain = best_gain
        gain[here] = 0.0
        for there in met:
            total, gain[there] = gain[there], 0.0
            if total < best_gain or there == here:
                continue
            value = total - gamma * size[there]
            if value > best_gain + TIE or (
                value > best_gain - TIE and value > stay_gain + TIE and there < best
            ):
                best, best_gain = there, value
        if best_gain < -TIE and size[here] > 1:
            best = next_label
            next_label += 1
            size.append(0)
            gain.append(0.0)
        if best == here:
            continue
        size[here] -= 1
        size[best] += 1
        label[node] = best
        for other, weight in zip(around, alike, strict=True):
            # Less than γ of likeness draws nobody along.
            if weight > gamma and not waiting[other] and label[other] != best and may_move[other]:
                waiting[other] = True
                queue.append(other)
    return np.array(label, dtype=np.int64)
