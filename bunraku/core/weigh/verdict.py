"""The verdict: Go, Try, Hard or Skip, and the sentence that says why."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

VERDICTS = ("", "go", "try", "hard", "skip")


@dataclass(frozen=True)
class Thresholds:
    """When a project says Go: searches a month, chance of page one (0-1) for Go and for Try, worth
    a month."""

    least_volume: float
    go_chance: float
    try_chance: float
    least_worth: float


PRESETS: dict[str, Thresholds] = {
    # A new outlet takes what it can get and cannot be choosy about worth.
    "new": Thresholds(least_volume=20, go_chance=0.5, try_chance=0.25, least_worth=0.5),
    "growing": Thresholds(least_volume=40, go_chance=0.5, try_chance=0.2, least_worth=2.0),
    "established": Thresholds(least_volume=100, go_chance=0.6, try_chance=0.3, least_worth=8.0),
}


@dataclass(frozen=True)
class Judged:
    """The figures of one keyword that a verdict is made from; None is unknown."""

    volume: float | None
    chance: float | None
    worth: float | None
    difficulty: float | None = None
    own: float | None = None
    weak_spots: int | None = None


def verdicts(volume: Floats, chance: Floats, worth: Floats, at: Thresholds) -> NDArray[np.int64]:
    """Verdict of each keyword, as an index into `VERDICTS`; 0 where a figure that decides is
    missing.

    Parameters: `volume`, `chance`, `worth` (n,), NaN unknown; `at`, the project's thresholds.
    Returns: (n,). Skip: too few searches. Hard: the chance is under the Try threshold. Go: chance
    and worth reach theirs. Try: all others. An unknown worth does not stop a verdict but keeps it
    from Go. Raises: nothing.
    """
    known = np.isfinite(volume) & np.isfinite(chance)
    skip = known & (volume < at.least_volume)
    hard = known & ~skip & (chance < at.try_chance)
    go = known & ~skip & (chance >= at.go_chance) & (np.nan_to_num(worth) >= at.least_worth)
    result = np.where(known, 2, 0)
    # The last one wins: too few searches outweigh any chance.
    for mask, code in ((go, 1), (hard, 3), (skip, 4)):
        result = np.where(mask, code, result)
    return result.astype(np.int64)


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


def explain_verdict(verdict: str, figures: Judged, at: Thresholds, currency: str = "£") -> str:
    """The reasons for a verdict as a sentence, with the one thing that would change it.

    Parameters: `verdict`, one of `VERDICTS`; `figures`; `at`, the project's thresholds; `currency`,
    a sign. Returns: one to three sentences without the verdict's own name. Raises: nothing.
    """
    if not verdict:
        missing = [
            name
            for name, value in (("searches", figures.volume), ("the results page", figures.chance))
            if value is None
        ]
        return f"Not weighed yet: {' and '.join(missing) or 'figures'} not measured."
    volume, chance = figures.volume or 0.0, figures.chance or 0.0
    asked = f"{_count(volume)} searches a month"
    odds = f"{_odds(chance)} to reach page one"
    money = (
        "the worth of a click is unknown"
        if figures.worth is None
        else f"worth about {currency}{_amount(figures.worth)} a month"
    )
    spots = (
        "no weak spot stands out"
        if not figures.weak_spots
        else "1 weak spot stands there"
        if figures.weak_spots == 1
        else f"{figures.weak_spots} weak spots stand there"
    )
    if verdict == "go":
        return f"{asked}, {odds}, {money}; {spots}."
    if verdict == "skip":
        return (
            f"Only {asked}, under your {_count(at.least_volume)}. More searches would change it; "
            f"the chance is {round(100 * chance)}%."
        )
    if verdict == "hard":
        short = ""
        if (
            figures.difficulty is not None
            and figures.own is not None
            and figures.difficulty > figures.own
        ):
            short = (
                f" You would need about {round(figures.difficulty - figures.own)} more "
                f"points of strength."
            )
        return f"{asked}, but {odds}; {spots}.{short}"
    if chance < at.go_chance:
        return (
            f"{asked}, {odds}, {money}. A chance of {round(100 * at.go_chance)}% would make it Go."
        )
    if figures.worth is None:
        return (
            f"{asked}, {odds}, but {money}. Say what a click is worth to you and it can become Go."
        )
    return (
        f"{asked}, {odds}, but only {money}. {currency}{_amount(at.least_worth)} a month "
        f"would make it Go."
    )


def _count(value: float) -> str:
    if value < 1000:
        return f"{round(value):,}"
    # Three digits that count: more would promise what an estimate cannot hold.
    digits = 2 - math.floor(math.log10(value))
    return f"{round(value, digits):,.0f}"


def _amount(value: float) -> str:
    return f"{value:,.2f}" if value < 10 else f"{round(value):,}"


def _odds(chance: float) -> str:
    if chance >= 0.95:
        return "almost sure"
    if chance < 0.05:
        return "hardly a chance"
    return f"a {round(100 * chance)}% chance"
