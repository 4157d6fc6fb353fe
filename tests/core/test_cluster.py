"""Clustering: what it finds, that it stays, that the user's hand holds."""

from collections import Counter
from itertools import combinations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import sparse

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from bunraku.core.cluster.local_moves import local_moves
from bunraku.core.cluster.members import lead_of, why_alone, why_member
from bunraku.core.cluster.similarity import LEAST_SHARED, shared_results


def made_pages(
    topics: int, each: int, *, seed: int = 1, pool: int = 16, giants: int = 30
) -> tuple[np.ndarray, np.ndarray]:
    """Pages of keywords of known topics: eight results from the topic's own pool, two from giants
    on many pages."""
    rng = np.random.default_rng(seed)
    truth = np.repeat(np.arange(topics), each)
    pages = np.zeros((len(truth), 10), dtype=np.int64)
    for row, topic in enumerate(truth):
        own = 1_000 + topic * pool + rng.permutation(pool)[:8]
        pages[row] = rng.permutation(np.concatenate([own, 1 + rng.permutation(giants)[:2]]))
    return pages, truth


def pair_f1(hits: np.ndarray, truth: np.ndarray) -> float:
    def pairs(labels: np.ndarray) -> int:
        return sum(n * (n - 1) // 2 for n in Counter(labels.tolist()).values())

    both = sum(
        n * (n - 1) // 2 for n in Counter(zip(hits.tolist(), truth.tolist(), strict=True)).values()
    )
    return 2 * both / max(pairs(hits) + pairs(truth), 1)


def given_(
    texts: list[str],
    pages: np.ndarray,
    current: list[int] | None = None,
    pinned: list[bool] | None = None,
) -> ToCluster:
    n = len(texts)
    return ToCluster(
        texts=texts,
        pages=pages,
        intents=np.zeros(n, dtype=np.int64),
        current=np.array(current or [-1] * n, dtype=np.int64),
        pinned=np.array(pinned or [False] * n, dtype=bool),
    )


def test_topics_are_found_by_shared_results() -> None:
    pages, truth = made_pages(60, 12)
    labels = cluster_keywords(given_([f"k{i}" for i in range(len(truth))], pages), "en")
    assert pair_f1(labels, truth) > 0.97


def test_the_same_input_gives_the_same_clusters() -> None:
    pages, truth = made_pages(20, 8)
    texts = [f"k{i}" for i in range(len(truth))]
    once, again = (cluster_keywords(given_(texts, pages), "en") for _ in range(2))
    assert once.tolist() == again.tolist()


def test_new_keywords_join_and_nothing_else_moves() -> None:
    pages, truth = made_pages(40, 10)
    old = len(truth) * 95 // 100
    order = np.random.default_rng(9).permutation(len(truth))
    pages, truth = pages[order], truth[order]
    texts = [f"k{i}" for i in range(len(truth))]
    first = cluster_keywords(given_(texts[:old], pages[:old]), "en")
    current = [*first.tolist(), *[-1] * (len(truth) - old)]
    second = cluster_keywords(given_(texts, pages, current), "en")
    assert second[:old].tolist() == first.tolist()
    assert pair_f1(second, truth) > 0.97


def test_afresh_keeps_labels_by_overlap() -> None:
    pages, truth = made_pages(10, 8)
    texts = [f"k{i}" for i in range(len(truth))]
    current = (truth * 10 + 7).tolist()
    again = cluster_keywords(given_(texts, pages, current), "en", afresh=True)
    assert pair_f1(again, truth) == 1
    assert set(again.tolist()) == set(current)


def test_pinned_keywords_stay_even_afresh() -> None:
    pages, truth = made_pages(4, 6)
    texts = [f"k{i}" for i in range(len(truth))]
    current = truth.tolist()
    current[0] = 3
    pinned = [i == 0 for i in range(len(truth))]
    again = cluster_keywords(given_(texts, pages, current, pinned), "en", afresh=True)
    assert again[0] == again[-1]
    assert again[1] != again[0]


def test_unread_keywords_join_by_words_or_stand_by_themselves() -> None:
    pages = np.zeros((6, 10), dtype=np.int64)
    pages[:2] = np.arange(1, 11)
    pages[2:4] = np.arange(21, 31)
    texts = [
        "telescope repair",
        "repair a telescope",
        "moon map",
        "map of the moon",
        "telescope repairs",
        "sourdough bread",
    ]
    labels = cluster_keywords(given_(texts, pages), "en").tolist()
    assert labels[0] == labels[1] == labels[4]
    assert labels[2] == labels[3]
    assert len(set(labels)) == 3


def test_cluster_edges() -> None:
    none = np.zeros((0, 10), dtype=np.int64)
    assert cluster_keywords(given_([], none), "en").shape == (0,)
    assert cluster_keywords(given_(["one"], np.zeros((1, 10), dtype=np.int64)), "en").tolist() == [
        0
    ]
    with pytest.raises(ValueError, match="one row a keyword"):
        cluster_keywords(given_(["a", "b"], np.zeros((1, 10), dtype=np.int64)), "en")


def plain_similarity(pages: np.ndarray) -> np.ndarray:
    """Cosine of rarity-weighted results, pair by pair."""
    n = len(pages)
    df = Counter(int(r) for page in pages for r in page if r)
    rows = []
    for page in pages:
        row = {
            int(r): np.log1p(n / df[int(r)]) / (place + 1) ** 0.3
            for place, r in enumerate(page)
            if r
        }
        length = np.sqrt(sum(w * w for w in row.values())) or 1.0
        rows.append({r: w / length for r, w in row.items()})
    full = np.zeros((n, n))
    for a, b in combinations(range(n), 2):
        full[a, b] = full[b, a] = sum(w * rows[b].get(r, 0.0) for r, w in rows[a].items())
    return np.where(full >= LEAST_SHARED, full, 0)


@settings(max_examples=30)
@given(st.integers(1, 8), st.integers(0, 1_000))
def test_similarity_matches_going_pair_by_pair(n: int, seed: int) -> None:
    rng = np.random.default_rng(seed)
    pages = np.zeros((n, 10), dtype=np.int64)
    for row in range(n):
        k = int(rng.integers(0, 11))
        pages[row, :k] = 1 + rng.permutation(20)[:k]
    fast = shared_results(pages).toarray()
    plain = plain_similarity(pages)
    close = np.abs(plain - LEAST_SHARED) < 1e-4
    assert fast[~close] == pytest.approx(plain[~close], abs=1e-5)


def test_local_moves_never_lower_the_objective() -> None:
    rng = np.random.default_rng(8)
    dense = np.triu(rng.uniform(0, 1, (40, 40)) * (rng.uniform(0, 1, (40, 40)) < 0.2), 1)
    similarity = sparse.csr_matrix(dense + dense.T)
    gamma = 0.2

    def objective(labels: np.ndarray) -> float:
        same = labels[:, None] == labels[None, :]
        np.fill_diagonal(same, False)
        return float((np.where(same, similarity.toarray() - gamma, 0)).sum() / 2)

    alone = np.arange(40)
    moved = local_moves(similarity, alone, np.ones(40, dtype=bool), gamma)
    assert objective(moved) > objective(alone)
    fixed = local_moves(similarity, alone, np.zeros(40, dtype=bool), gamma)
    assert fixed.tolist() == alone.tolist()
    with pytest.raises(ValueError, match="one entry"):
        local_moves(similarity, alone[:3], np.ones(40, dtype=bool), gamma)


def test_the_lead_is_searched_and_central() -> None:
    pages = np.array([[1, 2, 3], [1, 2, 3], [1, 2, 9], [7, 8, 0]])
    assert lead_of(np.array([10.0, 50, 20, 900]), pages) == 1
    assert lead_of(np.array([np.nan, np.nan]), np.zeros((2, 3), dtype=np.int64)) == 0
    with pytest.raises(ValueError, match="members"):
        lead_of(np.zeros(0), np.zeros((0, 3), dtype=np.int64))


def test_every_member_has_its_reason() -> None:
    assert why_member("a", [], "b", [], "en", pinned=True) == "you put it here"
    assert why_member("a", [1], "a", [1], "en", pinned=False) == "leads the cluster"
    assert (
        why_member("a", [1, 2, 3, 0], "b", [2, 3, 4], "en", pinned=False)
        == "shares 2 of 3 results with “b”"
    )
    assert "none with" in why_member("a", [1], "b", [2], "en", pinned=False)
    assert "telescopes" in why_member("new telescopes", [], "telescope", [], "en", pinned=False)
    assert "close in meaning" in why_member("alpha", [], "beta", [], "en", pinned=False)
    assert "lead's results page not fetched" in why_member(
        "alpha", [1], "beta", [], "en", pinned=False
    )


def test_one_that_stands_alone_is_told_by_what_was_read() -> None:
    assert why_alone([1, 0], pinned=True) == "you put it here"
    assert "the same results" in why_alone([1, 0], pinned=False)
    assert why_alone([0, 0], pinned=False).startswith("results page not fetched")
