"""Why a piece has no month."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from bunraku.core.plan.problem import TINY, Ints, Problem, left_of, span_of

Why = Literal["nothing", "first", "limit", "hours", "least", "room"]


@dataclass(frozen=True)
class LeftOut:
    """Why a piece has no month: it brings `nothing` in any that it may have; its `first` (`of`) has
    none; a `limit` (`of`, by place among the problem's) is reached; no month is left with so many
    `hours`, and it brings the `least` an hour (`rate` against `beside`, the least of what stands in
    its months) or not; or there is `room`, and fitting again would place it."""

    why: Why
    of: int = -1
    rate: float = 0.0
    beside: float = 0.0


def why_left_out(problem: Problem, month: Ints, piece: int) -> LeftOut:
    """Why a piece of a plan has no month.

    Parameters: `problem`; `month` (n,), the plan, −1 none; `piece`, its place. Returns: `LeftOut`.
    Raises: nothing. Cost: pieces and limits × months.
    """
    wanted = problem.value[piece] > 0
    if not wanted.any():
        return LeftOut("nothing")
    for waits, first in problem.after:
        if waits == piece and month[first] < 0:
            return LeftOut("first", first)
    _, left = left_of(problem, month)
    low, high, _ = span_of(problem, month)
    months = np.arange(len(problem.capacity))
    wanted &= (months >= low[piece]) & (months <= high[piece])
    takes = problem.takes[:, piece]
    holds = (left >= takes[:, None] - TINY) | (takes[:, None] <= 0)
    if (wanted & holds.all(axis=0)).any():
        return LeftOut("room")
    by_hours = wanted & holds[0]
    if by_hours.any():
        # The hours would hold it: what stands in its way in the best month that they leave.
        best = int(np.where(by_hours, problem.value[piece], -np.inf).argmax())
        return LeftOut("limit", int(np.flatnonzero(~holds[:, best])[0]) - 1)
    hours = np.maximum(problem.hours, 0.25)
    rate = float(problem.value[piece].max() / hours[piece])
    placed = np.flatnonzero((month >= 0) & (problem.pinned < 0))
    beside = problem.value[placed, month[placed]] / hours[placed]
    least = float(beside.min()) if len(beside) else 0.0
    return LeftOut("least" if rate <= least else "hours", -1, rate, least)
