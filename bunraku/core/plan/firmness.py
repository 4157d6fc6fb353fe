"""How firm an order is: how often each thing stays among the first when figures vary."""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from bunraku.core.plan.ranking import (
    DEMAND_DECADES,
    PARTS,
    TOP,
    WORTH_DECADES,
    Things,
    Weights,
    parts_of,
    rank_things,
)

Floats = NDArray[np.float64]

CHANCE_UNSURE = 0.6
"""How far, in ln of the odds, a chance is believed to be off where its page was read."""
DRAWS = 500


def how_firm(
    things: Things, weights: Weights, top: int = TOP, draws: int = DRAWS, seed: int = 7
) -> Floats:
    """How firm an order is: how often each thing is among the first when figures vary.

    Parameters: `things`, n of them; `weights`; `top`, how many are first; `draws`. Returns: (n,)
    shares of draws, 0-1. Formula: searches are drawn log-normally from the range that holds them,
    chances about their odds (σ = 0.6 in ln), worth follows both; priorities, seasons, hours are as
    they are. What cannot come among the first whatever is drawn is not drawn. The same seed gives
    the same. Raises: nothing. Cost: draws × those near the first."""
    n = len(things.volume)
    if n <= top:
        return np.ones(n)
    ranking = rank_things(things, weights)
    spread = _spread(things)
    # How far a score can move: four deviations each way of all that varies.
    reach = _reach(things, weights, spread)
    least_first = np.sort(ranking.score - reach)[::-1][top - 1]
    near = np.flatnonzero(ranking.score + reach >= least_first)
    share = np.zeros(n)
    some = things.only(near)
    dice = np.random.default_rng(seed)
    counts = np.zeros(len(near), dtype=np.int64)
    for start in range(0, draws, 50):
        many = min(50, draws - start)
        score = _drawn(some, weights, spread[near], dice, many)
        # Ties are broken by order, the same each time.
        score -= np.arange(len(near)) * 1e-9
        first = np.argpartition(-score, top - 1, axis=1)[:, :top]
        counts += np.bincount(first.ravel(), minlength=len(near))
    share[near] = counts / draws
    return share


def _spread(things: Things) -> Floats:
    """σ of ln of the searches, from the range that holds eight of ten; 0 where none is known."""
    with np.errstate(invalid="ignore", divide="ignore"):
        wide = (np.log1p(things.high) - np.log1p(things.low)) / (2 * 1.2816)
    return np.asarray(np.nan_to_num(wide, posinf=0.0, neginf=0.0), dtype=np.float64)


def _reach(things: Things, weights: Weights, spread: Floats) -> Floats:
    whole = sum(getattr(weights, part) for part in PARTS) or 1.0
    ln10 = np.log(10)
    # Searches move demand and worth together, and what is unsure of a chance apart from that.
    a_decade = weights.demand / DEMAND_DECADES + weights.worth / WORTH_DECADES
    by_searches = 4 * spread / ln10 * a_decade
    by_worth = 4 * CHANCE_UNSURE / ln10 * (weights.worth / WORTH_DECADES)
    by_chance = (by_worth + 0.6 * weights.chance) * (np.nan_to_num(things.chance) > 0)
    return np.asarray(100 * np.hypot(by_searches, by_chance) / whole, dtype=np.float64)


def _drawn(
    things: Things, weights: Weights, spread: Floats, dice: np.random.Generator, many: int
) -> Floats:
    """Scores of n things in some draws, (draws, n)."""
    n = len(things.volume)

    # Half the digits are more than enough for what is drawn, and twice as fast.
    def drawn_from(values: Floats) -> NDArray[np.float32]:
        return np.nan_to_num(values).astype(np.float32)

    normal = dice.standard_normal((2, many, n), dtype=np.float32)
    times = np.exp(drawn_from(spread) * normal[0])
    chance = np.clip(drawn_from(things.chance), 1e-4, 1 - 1e-4)
    odds = np.log(chance / (1 - chance)) + np.float32(CHANCE_UNSURE) * normal[1]
    drawn = np.where(drawn_from(things.chance) > 0, 1 / (1 + np.exp(-odds)), np.float32(0))
    whole = sum(getattr(weights, part) for part in PARTS) or 1.0
    still = replace(weights, demand=0.0, chance=0.0, worth=0.0)
    told = np.array([getattr(still, part) for part in PARTS], dtype=np.float64)
    score = np.broadcast_to((parts_of(things) @ told).astype(np.float32), (many, n)).copy()
    if weights.demand:
        volume = drawn_from(things.volume) * times
        score += weights.demand * np.clip(np.log10(1 + volume) / DEMAND_DECADES, 0, 1)
    if weights.chance:
        score += weights.chance * drawn
    if weights.worth:
        worth = drawn_from(things.worth) * times * (drawn / chance)
        score += weights.worth * np.clip(np.log10(1 + 10 * worth) / WORTH_DECADES, 0, 1)
    return np.asarray(100 * score / whole, dtype=np.float64)
