"""Round the fit: its months made even, and what the next hours would bring."""

import numpy as np

from bunraku.core.plan.problem import (
    TINY,
    Fit,
    Floats,
    Ints,
    Problem,
    left_of,
    move,
    span_of,
    value_of,
)

LEVEL_SHARE = 0.01
"""Share of a plan's value that evening its months may cost: what a plan brings is known far less
exactly than that."""


def leveled(problem: Problem, fit: Fit) -> Fit:
    """A fit with its months as even as `level` makes them; its gap is to the same bound."""
    month = level(problem, fit.month)
    return Fit(month, value_of(problem, month), fit.bound)


def level(problem: Problem, month: Ints) -> Ints:
    """The same plan with its months as even as they can be for hardly any of its value.

    Parameters: `problem`; `month`, a plan. Returns: a plan of the same pieces whose value is at
    most `LEVEL_SHARE` lower: pieces that lose least by it are moved from full months to emptier
    ones, the piece and month of most evening per value first. Pinned pieces stay, and no month
    holds more than its hours by it. Raises: nothing. Cost: pieces squared × months at worst.
    """
    month = month.copy()
    _, left = left_of(problem, month)
    # What a plan brings is an estimate; below that it says nothing about one month or another.
    purse = LEVEL_SHARE * value_of(problem, month)
    movable = np.flatnonzero((problem.pinned < 0) & (month >= 0) & (problem.hours > TINY))
    # Every piece moves a few times at most; the count only bounds the time.
    for _ in range(4 * len(movable)):
        here = month[movable]
        hours = problem.hours[movable][:, None]
        value = problem.value[movable]
        loss = np.maximum(value[np.arange(len(movable)), here][:, None] - value, 0.0)
        # Half of how much less uneven the two months are: hours × (what is left there − here).
        spare = left[0]
        evened = hours * (spare[None, :] - spare[here][:, None] - hours)
        possible = (evened > TINY) & (loss <= purse) & (value > 0)
        for takes, free in zip(problem.takes[~problem.whole], left[~problem.whole], strict=True):
            wanted = takes[movable][:, None]
            possible &= (free[None, :] >= wanted - TINY) | (wanted <= 0)
        if problem.after:
            low, high, _ = span_of(problem, month)
            months = np.arange(left.shape[1])
            possible &= (months >= low[movable][:, None]) & (months <= high[movable][:, None])
        if not possible.any():
            break
        gain = np.where(possible, evened / (loss + TINY + 1e-6 * abs(purse)), -np.inf)
        row, target = np.unravel_index(int(gain.argmax()), gain.shape)
        piece = movable[row]
        move(problem, left, int(piece), int(month[piece]), int(target))
        purse -= float(loss[row, target])
        month[piece] = target
    return month


def next_hours(value: Floats, hours: Floats, extra: float = 10.0) -> tuple[list[int], float]:
    """What the next hours would add: of what is not in the plan, what brings most in `extra` hours.

    Parameters: `value` (n,) of each in its best month; `hours` (n,); `extra`, hours. Returns: which
    ones, the most valuable an hour first, and their value; none where nothing of value takes so
    few. Formula: the better of filling by value an hour and of the single best one. Raises:
    nothing. Cost: n log n.
    """
    fits = (hours <= extra + TINY) & (value > 0)
    chosen: list[int] = []
    left = extra
    for piece in np.argsort(-value / np.maximum(hours, 0.25), kind="stable").tolist():
        if fits[piece] and hours[piece] <= left + TINY:
            chosen.append(piece)
            left -= float(hours[piece])
    if not chosen:
        return [], 0.0
    single = int(np.where(fits, value, -1.0).argmax())
    if value[single] > value[chosen].sum():
        chosen = [single]
    return chosen, float(value[chosen].sum())
