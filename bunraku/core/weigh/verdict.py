"""The verdict: Go, Try, Hard or Skip."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named

Floats = NDArray[np.float64]

VERDICTS = ("", "go", "try", "hard", "skip")


@dataclass(frozen=True)
class Thresholds:
    """When a project says Go: searches a month, chance of page one (0-1) for Go and for Try, worth
    a month. And how many pages that say the exact phrase are few. `cost`, what the least piece
    costs in hours: where a click's value is known, that and not the searches says what is too
    little, unless `by_volume` (the person set a least number of searches)."""

    least_volume: float
    go_chance: float
    try_chance: float
    least_worth: float
    few_pages: float = 500
    cost: float | None = None
    by_volume: bool = False


PRESETS: dict[str, Thresholds] = {
    # A new outlet takes what it can get and cannot be choosy about worth.
    "new": Thresholds(
        least_volume=20, go_chance=0.5, try_chance=0.25, least_worth=0.5, few_pages=200
    ),
    "growing": Thresholds(least_volume=40, go_chance=0.5, try_chance=0.2, least_worth=2.0),
    "established": Thresholds(
        least_volume=100, go_chance=0.6, try_chance=0.3, least_worth=8.0, few_pages=2_000
    ),
}


MONTHS_TO_EARN = 12
"""Months in which a piece is to earn its hours."""


def best_of_year(volume: Floats, click_value: Floats, channel: str) -> Floats:
    """What the first position would be worth in a year, (n,) in the project's currency; NaN where
    the searches or the value of a click are unknown. Raises: `ValueError` for another channel."""
    first = channel_named(channel).clicks.positions[0]
    return np.asarray(MONTHS_TO_EARN * volume * first * click_value)


def verdicts(
    volume: Floats,
    chance: Floats,
    worth: Floats,
    at: Thresholds,
    *,
    best: Floats | None = None,
    estimated: NDArray[np.bool_] | bool = False,
    at_top: NDArray[np.bool_] | bool = False,
) -> NDArray[np.int64]:
    """Verdict of each keyword, as an index into `VERDICTS`; 0 where a figure that decides is
    missing.

    Parameters: `volume`, `chance`, `worth` (n,), NaN unknown; `at`, the project's thresholds;
    `best` (n,), `best_of_year`, None unknown for all; `estimated` (n,) or for all, whether the
    chance is estimated from signs beside the results page; `at_top`, whether a page of one's
    own stands so far up that nothing is left to win. Returns: (n,). Skip: too little to win
    even in the first position (else too few searches), whatever else is known, or at the top.
    Hard: the chance is under the Try threshold. Go: chance and worth reach theirs, and the
    chance is not estimated. Try: all others. An unknown worth does not stop a verdict but keeps
    it from Go. Raises: nothing.
    """
    known = np.isfinite(volume) & np.isfinite(chance)
    skip = too_little(volume, at, best) | np.asarray(at_top)
    hard = known & ~skip & (chance < at.try_chance)
    # An estimate is a reason to check the results page, not to write.
    seen = known & ~skip & ~np.asarray(estimated)
    go = seen & (chance >= at.go_chance) & (np.nan_to_num(worth) >= at.least_worth)
    result = np.where(known, 2, 0)
    # The last one wins: too few searches outweigh any chance.
    for mask, code in ((go, 1), (hard, 3), (skip, 4)):
        result = np.where(mask, code, result)
    return result.astype(np.int64)


def too_little(volume: Floats, at: Thresholds, best: Floats | None = None) -> NDArray[np.bool_]:
    """Whether there is too little to win, (n,): a year in the first position is worth less than the
    least piece costs; where that is not known, or the person said how many searches are few, there
    are fewer. Raises: nothing."""
    few = np.asarray(volume < at.least_volume)
    if best is None or at.cost is None or at.by_volume:
        return few
    return np.where(np.isfinite(best), best < at.cost, few)


def hands(volume: Floats, chance: Floats, worth: Floats, at: Thresholds) -> NDArray[np.int64]:
    """Hands: heights 0-100 of the three columns demand, chance and worth; -1 where the figure is
    missing.

    Parameters: as `verdicts`. Returns: (n, 3). Formula: demand and worth by logarithm, half height
    at the project's threshold and full at a hundred times it; chance as it is. Raises: nothing.
    """

    def by_threshold(value: Floats, threshold: float) -> Floats:
        # A threshold of nothing is allowed, and so is a worth of nothing.
        times = np.maximum(value, 1e-9) / max(threshold, 1e-9)
        # At least 4: a column of nothing would look as if the figure were missing.
        return np.clip(50 + 25 * np.log10(times), 4, 100)

    columns = (
        by_threshold(volume, at.least_volume),
        np.clip(100 * chance, 4, 100),
        by_threshold(worth, at.least_worth),
    )
    return np.stack(
        [np.where(np.isfinite(c), np.round(np.nan_to_num(c)), -1) for c in columns], axis=1
    ).astype(np.int64)
