"""What comes first: things put into an order by plain weights, and how firm that order is."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text import content_stems

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

DEMAND_DECADES, WORTH_DECADES, HOURS_DECADES = 5.0, 4.0, 1.6
"""Tenfold steps from nothing to all on a scale: a hundred thousand searches, a thousand a month (in
tenths), forty hours."""
EVEN_SEASON = 0.5
"""What the year counts for what has no season: any month will do."""
PRIORITY = {"high": 1.0, "normal": 0.5, "": 0.5, "low": 0.0}
TOP = 10
"""The first that a firm place is one of."""
SUBSETS_OF = 5
"""Words of a name of which the foundations are looked for; of longer ones the first."""


@dataclass(frozen=True)
class Weights:
    """How much each part counts, 0 and more: searches, chance, worth, how soon its season comes,
    priority, fit, hours (few are good), and how much else builds on it."""

    demand: float = 0.0
    chance: float = 0.0
    worth: float = 0.0
    season: float = 0.0
    priority: float = 0.0
    fit: float = 0.0
    hours: float = 0.0
    foundation: float = 0.0


PARTS = tuple(part.name for part in fields(Weights))
WAYS: dict[str, Weights] = {
    # Worth less hours, both by decades, is worth an hour; what is in season sooner pays sooner.
    "soonest": Weights(worth=4.0, hours=1.6, season=1.5, chance=1.0, priority=0.5),
    "most": Weights(worth=4.0, priority=0.5),
    "foundations": Weights(foundation=4.0, demand=1.5, worth=1.0, chance=0.5, priority=0.5),
}


@dataclass(frozen=True)
class Things:
    """n things to put into an order, each (n,): searches a month with the range that holds them
    (80 %), chance of page one 0-1, worth a month, NaN unknown; months until its season climbs (NaN
    without one); priority 0-1; fit 0-1; hours; how many others build on it."""

    volume: Floats
    low: Floats
    high: Floats
    chance: Floats
    worth: Floats
    months: Floats
    priority: Floats
    fit: Floats
    hours: Floats
    built_on: Floats

    def only(self, places: Ints) -> "Things":
        """Some of them."""
        return Things(*(getattr(self, each.name)[places] for each in fields(self)))


@dataclass(frozen=True)
class Ranking:
    """An order of n things: their score (n,), each part of it (n, parts), the rank of each from 1
    (things of one score have one rank), and the order, first to last."""

    score: Floats
    parts: Floats
    rank: Ints
    order: Ints


def parts_of(things: Things) -> Floats:
    """Each part of n things on a scale of 0-1, (n, parts) in the order of `PARTS`.

    Searches, worth and hours by their logarithm, tenfold a step; hours the fewer the better; a
    season the sooner it comes; what is unknown counts as nothing, no season as half. Raises:
    nothing."""
    demand = np.log10(1 + np.nan_to_num(things.volume)) / DEMAND_DECADES
    worth = np.log10(1 + 10 * np.nan_to_num(things.worth)) / WORTH_DECADES
    season = np.where(np.isnan(things.months), EVEN_SEASON, 1 - np.nan_to_num(things.months) / 12)
    hours = 1 - np.log10(np.maximum(things.hours, 1.0)) / HOURS_DECADES
    foundation = np.log2(1 + things.built_on) / 7
    stacked = np.stack(
        [
            demand,
            np.nan_to_num(things.chance),
            worth,
            season,
            things.priority,
            things.fit,
            hours,
            foundation,
        ],
        axis=1,
    )
    return np.asarray(np.clip(stacked, 0, 1), dtype=np.float64)


def rank_things(things: Things, weights: Weights) -> Ranking:
    """Put things into an order.

    Parameters: `things`, n of them; `weights`. Returns: `Ranking`. Formula: the score is the sum of
    each part on its scale (`parts_of`) times its weight, over the sum of the weights, 0-100. Of one
    score the one that is searched more comes first, but their rank is the same. Raises: nothing.
    Cost: a sort."""
    told = np.array([getattr(weights, part) for part in PARTS], dtype=np.float64)
    parts = parts_of(things) * told * (100 / (told.sum() or 1.0))
    score = parts.sum(axis=1)
    rounded = np.round(score, 6)
    order = np.lexsort((np.arange(len(score)), -np.nan_to_num(things.volume), -rounded))
    in_order = rounded[order]
    first = np.searchsorted(-in_order, -in_order, side="left") + 1
    rank = np.empty(len(score), dtype=np.int64)
    rank[order] = first
    return Ranking(score, parts, rank, order)


def built_on(texts: Sequence[str], language: str) -> Floats:
    """How many others build on each of some keywords: those that name all that it names and more.

    Parameters: `texts`, n of them; `language`. Returns: (n,). Raises: nothing. Cost: some thirty
    look-ups a keyword."""
    names = [frozenset(content_stems(text, language)[:SUBSETS_OF]) for text in texts]
    holders: dict[frozenset[str], int] = {}
    for name in names:
        for part in _subsets(name):
            holders[part] = holders.get(part, 0) + 1
    same: dict[frozenset[str], int] = {}
    for name in names:
        same[name] = same.get(name, 0) + 1
    return np.array(
        [holders.get(name, 0) - same[name] if name else 0 for name in names], dtype=np.float64
    )


def _subsets(name: frozenset[str]) -> list[frozenset[str]]:
    words = sorted(name)
    return [
        frozenset(word for place, word in enumerate(words) if chosen >> place & 1)
        for chosen in range(1, 1 << len(words))
    ]


def weights_from(told: Mapping[str, float]) -> Weights:
    """Weights as somebody told them; what is not a part is left out, what is negative is nothing.
    Raises: nothing."""
    return Weights(**{part: max(0.0, float(told[part])) for part in PARTS if part in told})
