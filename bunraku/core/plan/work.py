"""How far the work on a piece has come, and what hours spent teach about hours to come."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

STATES = ("idea", "agreed", "writing", "ready", "live")
"""From first to last; each can go on and back."""
STARTED = ("writing", "ready", "live")
"""From where on a piece stays in its month, whatever else is fitted."""
LEAST_DONE = 3
"""Pieces of a kind that must be done before their hours teach anything."""
HELD = 0.8
"""Share of pieces whose hours the range holds."""


@dataclass(frozen=True)
class Learned:
    """Hours that a piece of a kind takes, by those that were made: the median, the range that four
    of five lay in, on how many it rests."""

    hours: float
    low: float
    high: float
    pieces: int


def learn_hours(spent: Sequence[float]) -> Learned | None:
    """What pieces of one kind took.

    Parameters: `spent`, hours of each that is done, those without any left out. Returns: `Learned`,
    None under `LEAST_DONE` pieces. Formula: the median, and the quantiles that hold `HELD` of them;
    hours by the quarter. Raises: nothing. Cost: a sort."""
    told = np.array([hours for hours in spent if hours > 0], dtype=np.float64)
    if len(told) < LEAST_DONE:
        return None
    low, middle, high = np.quantile(told, [(1 - HELD) / 2, 0.5, (1 + HELD) / 2])
    hours, least, most = (float(np.round(4 * each) / 4) for each in (middle, low, high))
    return Learned(hours, least, most, len(told))
