"""Clustering a channel's keywords: by shared results first, the rest by words, stable from run to
run."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.cluster.by_meaning import cluster_by_meaning, nothing_done
from bunraku.core.cluster.local_moves import local_moves
from bunraku.core.cluster.pairs import Phrases
from bunraku.core.cluster.similarity import numbered, shared_results
from bunraku.core.cluster.wording import Wording, alike, between, same_names, wording_of

Ints = NDArray[np.int64]

GAMMA_RESULTS = 0.15
"""Similarity of results that a keyword must have with the members on average to gain by joining:
the best where up to a third of a page is anybody's; at 0.04 topics of one subject ran together by
what stands on all their pages."""
GAMMA_WORDS = 0.3
"""The same for wording, on its own scale; chosen on subjects grouped by hand."""
LEAST_SHARED_RESULTS = 3
"""Results that a member must share with at least one other: one or two of ten stand on any page
near by."""
NEIGHBOURS = 5
"""An unread keyword is told by the five read ones next to it: enough to outvote one that is odd."""
LEAST_VOTER = 0.6
"""How alike a read keyword must be to have a vote."""
LEAST_NAMED = 0.9
"""How much of what an unread one names it must name in the same words: beside pages that were
read, a word that is only near ("eclipse", "meteor") is another topic's."""
LEAST_VOTE = 0.7
"""Share of its nearest neighbours' similarity that must speak for one cluster before an unread
keyword joins it."""


@dataclass(frozen=True)
class ToCluster:
    """n keywords: texts, page result ids (n, k) with 0 for none, intent codes (n,), the cluster
    each is in now (−1 none), whether the user pinned it there, whether each is local (None: none
    is); `meant`, what they mean (None: words alone tell)."""

    texts: Sequence[str]
    pages: Ints
    intents: Ints
    current: Ints
    pinned: NDArray[np.bool_]
    local: NDArray[np.bool_] | None = None
    meant: "Meant | None" = None


@dataclass(frozen=True)
class Meant:
    """What n keywords mean: their `texts` without the places that the project serves, `vectors`
    (n, width) of these by the sentence model, and `places` (n,), a number for the served place that
    each names, 0 for none."""

    texts: Sequence[str]
    vectors: NDArray[np.float32]
    places: Ints


def cluster_keywords(
    given: ToCluster,
    language: str,
    *,
    afresh: bool = False,
    strictness: float = 1.0,
    done: Callable[[int, int], None] = nothing_done,
) -> Ints:
    """Cluster keywords: which can be served by one piece.

    Parameters: `given`; `language`, two letters; `afresh`, whether keywords already in a cluster
    may move; `strictness`, how alike members must be, times the usual (0.25-4); `done`, told how
    much of the last part is done, of how much. Returns: (n,) cluster labels. A label that occurs in
    `current` means that same cluster, a higher one is new. Pinned keywords stay where they are.
    Without `afresh` everything already in a cluster stays and new keywords join or form clusters of
    their own. With `afresh` labels are matched to the current ones by the greatest overlap.
    Formula: local moves on shared results (γ = 0.15 × strictness); a member that shares one or two
    results with each other member is let go. Keywords whose page was not read join these and each
    other by what they mean (`cluster_by_meaning`); where that is not known, by a vote of the five
    nearest by wording, and by local moves on wording (γ = 0.3 × strictness). Raises: `ValueError`
    for shapes that do not match. Cost: about n log n."""
    n = len(given.texts)
    if given.pages.shape[0] != n or given.current.shape != (n,) or given.pinned.shape != (n,):
        raise ValueError("pages, current and pinned have one row a keyword")
    if n == 0:
        return np.zeros(0, dtype=np.int64)
    # Without `afresh` a keyword is where people have seen it; only what is new may look for a
    # place.
    stays = given.pinned | ((given.current >= 0) & (not afresh))
    highest = int(given.current.max(initial=-1))
    labels = np.where(stays, given.current, highest + 1 + np.arange(n))
    read = (given.pages != 0).any(axis=1)
    rows = np.flatnonzero(read)
    pages = _small_ids(given.pages[rows])
    labels[rows] = local_moves(
        shared_results(pages), labels[rows], ~stays[rows], GAMMA_RESULTS * strictness
    )
    loose = rows[_shares_little(pages, labels[rows]) & ~stays[rows]]
    labels[loose] = labels.max() + 1 + np.arange(len(loose))
    if not (read | stays).all():
        _place_unread(given, language, labels, read, stays, strictness, done)
    if afresh:
        labels = _match_to_current(labels, given.current, given.pinned, highest)
    return _renumber_new(labels, highest)


def _place_unread(
    given: ToCluster,
    language: str,
    labels: Ints,
    read: NDArray[np.bool_],
    stays: NDArray[np.bool_],
    strictness: float,
    done: Callable[[int, int], None],
) -> None:
    """Write into `labels` where those belong whose page was not read: with what was read and with
    each other, by what they mean; by wording, with what was read by a vote."""
    local = np.zeros(len(labels), dtype=bool) if given.local is None else given.local
    waiting = ~read & ~stays
    if given.meant:
        of = given.meant
        labels[:] = cluster_by_meaning(
            Phrases(of.texts, of.vectors, given.intents, local, of.places),
            labels,
            waiting,
            language,
            strictness=strictness,
            done=done,
        )
        return
    wording = wording_of(given.texts, given.intents, local, language)
    asking = np.flatnonzero(waiting)
    joined = _vote(wording, asking, np.flatnonzero(~waiting), labels)
    labels[asking[joined >= 0]] = joined[joined >= 0]
    rest = asking[joined < 0]
    gamma, every = GAMMA_WORDS * strictness, np.ones(len(rest), dtype=bool)
    labels[rest] = local_moves(alike(wording.rows(rest)), labels[rest], every, gamma)


def _small_ids(pages: Ints) -> Ints:
    """The same results under small ids, 0 for none: to be sorted once."""
    small = np.zeros(pages.shape, dtype=np.int64)
    small[pages != 0] = 1 + numbered(pages[pages != 0])
    return small


def _shares_little(pages: Ints, labels: Ints) -> NDArray[np.bool_]:
    """Which keywords share fewer than `LEAST_SHARED_RESULTS` with each other member of their
    cluster, those alone apart."""
    n = len(pages)
    there = pages != 0
    owners, _ = np.nonzero(there)
    if not len(owners):
        return np.zeros(n, dtype=bool)
    # A result in a cluster: only within one do counts matter, which keeps the product small.
    place = numbered(labels[owners] * (int(pages.max()) + 1) + pages[there])
    uses = np.bincount(place)
    shared_by = uses[place] > 1
    entries = (np.ones(int(shared_by.sum()), dtype=np.int16), (owners[shared_by], place[shared_by]))
    holds = sparse.csr_matrix(entries, shape=(n, len(uses)))
    other_way = holds.T.tocsr()
    most = np.zeros(n, dtype=np.int64)
    for start in range(0, n, 2_000):
        shared = (holds[start : start + 2_000] @ other_way).tocoo()
        other = shared.col != shared.row + start
        np.maximum.at(most, shared.row[other] + start, shared.data[other])
    size = np.bincount(labels)[labels]
    return np.asarray((size > 1) & (most < LEAST_SHARED_RESULTS))


def _named_alike(asked: Wording, there: Wording, block: sparse.csr_matrix) -> sparse.csr_matrix:
    """Those likenesses whose keywords name their topic in the same words."""
    pairs = block.tocoo()
    alike_enough = pairs.data >= LEAST_VOTER
    row, column = pairs.row[alike_enough], pairs.col[alike_enough]
    same = same_names(asked, there, row, column) >= LEAST_NAMED
    entries = (pairs.data[alike_enough][same], (row[same], column[same]))
    return sparse.csr_matrix(entries, shape=block.shape)


def _vote(wording: Wording, asking: Ints, settled: Ints, labels: Ints) -> Ints:
    """Cluster of each asking keyword by the vote of its nearest settled ones; −1 where they do not
    agree."""
    result = np.full(len(asking), -1, dtype=np.int64)
    if not len(settled):
        return result
    there = wording.rows(settled)
    # A block at a time: all against all of 100,000 would not fit into memory.
    for start in range(0, len(asking), 1_000):
        asked = wording.rows(asking[start : start + 1_000])
        block = _named_alike(asked, there, between(asked, there))
        for row in range(block.shape[0]):
            span = slice(block.indptr[row], block.indptr[row + 1])
            weights, columns = block.data[span], block.indices[span]
            near = np.lexsort((columns, -weights))[:NEIGHBOURS]
            if not len(near):
                continue
            votes: dict[int, float] = {}
            for label, weight in zip(labels[settled[columns[near]]], weights[near], strict=True):
                votes[int(label)] = votes.get(int(label), 0.0) + float(weight)
            # On a tie the older cluster.
            winner = max(votes, key=lambda label: (votes[label], -label))
            if votes[winner] >= LEAST_VOTE * sum(votes.values()):
                result[start + row] = winner
    return result


def _match_to_current(labels: Ints, current: Ints, pinned: NDArray[np.bool_], highest: int) -> Ints:
    """Give each new cluster the current label it overlaps most, each label once.

    What gathered around a pinned keyword has its label already; the cluster that holds most of that
    label's other members takes it too, so that a pin means "with these", wherever they go."""
    loose = (current >= 0) & ~pinned
    around_pins = np.bincount(current[loose & (labels == current)], minlength=highest + 1)
    new = loose & (labels > highest)
    pairs, counts = np.unique(np.stack([labels[new], current[new]]), axis=1, return_counts=True)
    taken: dict[int, int] = {}
    used: set[int] = set()
    # The greatest overlap first; ties by number, so that a run is the same each time.
    for column in np.lexsort((pairs[1], pairs[0], -counts)):
        fresh, old = int(pairs[0, column]), int(pairs[1, column])
        if fresh not in taken and old not in used and counts[column] > around_pins[old]:
            taken[fresh] = old
            used.add(old)
    return np.array([taken.get(label, label) for label in labels.tolist()], dtype=np.int64)


def _renumber_new(labels: Ints, highest: int) -> Ints:
    """New labels as highest + 1, + 2, … in order of first appearance, so that a run is the same
    each time."""
    lookup: dict[int, int] = {}
    for label in labels.tolist():
        if label > highest and label not in lookup:
            lookup[label] = highest + 1 + len(lookup)
    return np.array([lookup.get(label, label) for label in labels.tolist()], dtype=np.int64)
