"""Themes, proposals, what comes first with how firm it is, the grid, and a plan in which pieces
wait for others: each beside what one would write without thinking of speed."""

import random
from collections.abc import Iterator
from math import exp, log, log10

import numpy as np

from bunraku.core.cluster.grid import grid_of
from bunraku.core.cluster.proposals import Clustered, propose
from bunraku.core.cluster.themes import find_themes
from bunraku.core.plan.firmness import DRAWS, how_firm
from bunraku.core.plan.ranking import TOP, WAYS, Things, rank_things
from bunraku.core.plan.scheduling import fit_greedily, fit_hours
from tests.bench.timing import Result, seconds
from tests.core.test_dependencies import problem
from tests.core.test_ranking import things

CLUSTERS = 20_000
LOOPED = 10
"""Draws of the plain loop: the rest would take minutes."""


def made_texts(n: int) -> list[str]:
    """Keywords of some six hundred words, most of them of few."""
    dice = np.random.default_rng(3)
    words = [f"word{k}" for k in range(600)]
    frames = "best for beginners near me kit cost reviews under 50 how to".split()
    return [
        f"{words[dice.zipf(1.5) % 600]} {words[dice.zipf(1.3) % 600]} {frames[k % len(frames)]}"
        for k in range(n)
    ]


def looped(some: Things, draws: int) -> None:
    """Firmness draw by draw and thing by thing."""
    weights = WAYS["soonest"]
    rows = list(
        zip(
            some.volume.tolist(), some.low.tolist(), some.high.tolist(), some.chance.tolist(),
            some.worth.tolist(), some.months.tolist(), some.priority.tolist(),
            some.hours.tolist(), strict=True,
        )
    )  # fmt: skip
    dice = random.Random(1)
    for _ in range(draws):
        scores = []
        for volume, low, high, chance, worth, months, priority, hours in rows:
            sigma = (log(1 + high) - log(1 + low)) / 2.5632
            times = exp(sigma * dice.gauss(0, 1))
            odds = log(chance / (1 - chance)) + 0.6 * dice.gauss(0, 1)
            drawn = 1 / (1 + exp(-odds))
            brings = worth * times * drawn / chance
            season = 0.5 if months != months else 1 - months / 12
            scores.append(
                weights.worth * min(1.0, log10(1 + 10 * brings) / 4)
                + weights.hours * (1 - log10(hours) / 1.6)
                + weights.season * season
                + weights.chance * drawn
                + weights.priority * priority
                + 0 * volume
            )
        sorted(range(len(scores)), key=lambda k: -scores[k])[:TOP]


def run() -> Iterator[Result]:
    some = things(CLUSTERS)
    fast = seconds(
        lambda: (rank_things(some, WAYS["soonest"]), how_firm(some, WAYS["soonest"])), times=3
    )
    plain = seconds(lambda: looped(some, LOOPED)) * DRAWS / LOOPED
    yield (
        f"rank {CLUSTERS:,} clusters with {DRAWS} draws",
        f"{fast:.2f} s; a loop {plain:.0f} s, {plain / fast:.0f} times",
        "1.5 s, 50 times",
        fast <= 1.5 and plain / fast >= 50,
    )
    texts = made_texts(CLUSTERS)
    searched = np.random.default_rng(1).pareto(1.0, CLUSTERS) * 50
    themes = seconds(lambda: find_themes(texts, searched, "en"))
    yield (f"themes of {CLUSTERS:,} clusters", f"{themes:.1f} s", "10 s", themes <= 10)
    n = 6_000
    clusters = np.random.default_rng(2).integers(0, n // 3, n)
    leads = np.zeros(n, dtype=bool)
    leads[np.unique(clusters, return_index=True)[1]] = True
    given = Clustered(
        texts[:n], np.zeros((n, 10), np.int64), np.arange(n) % 4, np.zeros(n, bool), clusters,
        leads, searched[:n],
    )  # fmt: skip
    proposals = seconds(lambda: propose(given, "en"))
    yield (f"proposals among {n:,} keywords", f"{proposals:.1f} s", "6 s", proposals <= 6)
    grid = seconds(lambda: grid_of(texts, searched, "en", ("Harrowby", "Tenwick")))
    yield (f"grid of {CLUSTERS:,} keywords", f"{grid:.2f} s", "2 s", grid <= 2)
    large = problem(1_000, 24, 1, pairs=300, pins=20)
    at_once = seconds(lambda: fit_greedily(large))
    fit = None

    def solve() -> None:
        nonlocal fit
        fit = fit_hours(large)

    took = seconds(solve)
    gap = fit.gap_share if fit else 1.0
    yield (
        "fit 1,000 pieces × 24 months, 300 waiting",
        f"{took:.1f} s, gap {100 * gap:.1f}%; at once {at_once:.2f} s",
        "4 s, 2%",
        took <= 4 and gap <= 0.02,
    )
