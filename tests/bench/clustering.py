"""Clustering 10,000 keywords with pages, beside comparing every pair of pages as sets; how right it
is; and 200,000."""

import resource
from collections import Counter
from collections.abc import Iterator
from dataclasses import replace
from multiprocessing import get_context

import numpy as np

from bunraku.core.cluster.clustering import ToCluster, cluster_keywords
from tests.bench.timing import Result, seconds

COUNT = 10_000
PAIRED = 1_500
LARGE = 200_000


def made(n: int) -> tuple[np.ndarray, np.ndarray]:
    """Pages of keywords of some 1,200 topics: most results from the topic's pool, some from its
    neighbour's, some giants."""
    rng = np.random.default_rng(3)
    truth = rng.integers(0, n // 8, n)
    pages = np.zeros((n, 10), dtype=np.int64)
    for row, topic in enumerate(truth):
        own = 10_000 + topic * 14 + rng.permutation(14)[:7]
        near = 10_000 + ((topic + 1) % (n // 8)) * 14 + rng.permutation(14)[:1]
        pages[row] = rng.permutation(np.concatenate([own, near, 1 + rng.permutation(60)[:2]]))
    return pages, truth


def given(pages: np.ndarray) -> ToCluster:
    n = len(pages)
    return ToCluster(
        texts=[f"keyword {i}" for i in range(n)],
        pages=pages,
        intents=np.zeros(n, dtype=np.int64),
        current=np.full(n, -1),
        pinned=np.zeros(n, dtype=bool),
    )


def pair_f1(hits: np.ndarray, truth: np.ndarray) -> float:
    def pairs(labels: list[object]) -> int:
        return sum(n * (n - 1) // 2 for n in Counter(labels).values())

    both = pairs(list(zip(hits.tolist(), truth.tolist(), strict=True)))
    return 2 * both / (pairs(hits.tolist()) + pairs(truth.tolist()))


def pairwise(pages: np.ndarray) -> int:
    """How many pairs share three results or more, pair by pair."""
    sets = [set(page) for page in pages.tolist()]
    return sum(len(a & b) >= 3 for i, a in enumerate(sets) for b in sets[i + 1 :])


def at_large() -> tuple[float, float, float]:
    """Seconds for 200,000 keywords, the process's memory at its highest (MB), and the share of old
    keywords that are elsewhere when 5 % more come and everything may move."""
    pages, _ = made(LARGE)
    order = np.random.default_rng(5).permutation(LARGE)
    all_of_them = given(pages[order])
    took = seconds(lambda: cluster_keywords(all_of_them, "en"))
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    old = LARGE * 95 // 100
    first = cluster_keywords(given(pages[order][:old]), "en")
    current = np.concatenate([first, np.full(LARGE - old, -1)])
    again = cluster_keywords(replace(all_of_them, current=current), "en", afresh=True)
    return took, memory, float((again[:old] != first).mean())


def run() -> Iterator[Result]:
    pages, truth = made(COUNT)
    fast = seconds(lambda: cluster_keywords(given(pages), "en"), times=3)
    plain = seconds(lambda: pairwise(pages[:PAIRED])) * (COUNT / PAIRED) ** 2
    yield (
        "cluster 10,000 keywords with pages",
        f"{fast:.2f} s; pairwise sets {plain:.0f} s, {plain / fast:.0f} times",
        "under 0.5 s",
        fast < 0.5,
    )
    labels = cluster_keywords(given(pages), "en")
    score = pair_f1(labels, truth)
    yield ("  pairs put together rightly (F1)", f"{score:.3f}", "over 0.90", score > 0.9)
    order = np.random.default_rng(5).permutation(COUNT)
    old = COUNT * 95 // 100
    first = cluster_keywords(given(pages[order][:old]), "en")
    again = ToCluster(
        **{
            **given(pages[order]).__dict__,
            "current": np.concatenate([first, np.full(COUNT - old, -1)]),
        }
    )
    moved = float((cluster_keywords(again, "en")[:old] != first).mean())
    yield ("  old keywords that move when 5 % are added", f"{100 * moved:.1f} %", "0 %", moved == 0)
    # In a process of its own: its memory is nobody else's.
    with get_context("spawn").Pool(1) as pool:
        took, memory, elsewhere = pool.apply(at_large)
    yield (f"cluster {LARGE:,} keywords with pages", f"{took:.1f} s", "5 s", took <= 5)
    yield ("  memory of the process at its highest", f"{memory:.0f} MB", "350 MB", memory <= 350)
    yield (
        "  old ones elsewhere when 5 % more come and all may move",
        f"{100 * elsewhere:.2f} %",
        "under 1 %",
        elsewhere < 0.01,
    )
