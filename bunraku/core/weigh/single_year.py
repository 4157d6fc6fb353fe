"""The season of keywords of which one year alone is known."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.floating[Any]]

YEAR = 12
"""Months from which on a season is claimed of one year alone: it has no second year to agree with,
so it must be smooth and wide."""
UNEVEN = 0.7
"""Mean square step from month to month over the variance, round the year, below which a single year
is smooth: chance gives two, a rise that does not come back nine tenths."""
UNEVEN_BUT_ONE = 0.4
"""The same without the greatest step, as after Christmas: not that from the last month of the
series to the first, which a rise that does not come back has too."""
LEAST_OF_ONE = 0.4
"""From the quietest to the busiest month of a single year, in ln (half as much again), below which
no season is claimed of it."""


def has_year(known: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Whether twelve months in a row are known, (n,). Parameters: `known` (n, m)."""
    if known.shape[1] < YEAR:
        return np.zeros(len(known), dtype=bool)
    sums = np.cumsum(np.pad(known, ((0, 0), (1, 0))), axis=1)
    return np.asarray((sums[:, YEAR:] - sums[:, :-YEAR] == YEAR).any(axis=1))


def season_of_one_year(share: Floats, last_month: int) -> Floats:
    """Season strength of single years.

    Parameters: `share` (n, 12), share of the year of each month; `last_month`, calendar month
    (1-12) in which the series ends. Returns: (n,) 0-1, the part of the variance that is no step
    from month to month; 0 where the year is uneven (`UNEVEN`, `UNEVEN_BUT_ONE`) or hardly moves
    (`LEAST_OF_ONE`). Chance passes in two of a thousand, a rise that does not come back in one or
    two of a hundred. Raises: nothing."""
    # A month of nothing is little, not endlessly little.
    logs = np.log(share * YEAR + 0.05)
    steps = (np.roll(logs, -1, axis=1) - logs) ** 2
    spread = np.maximum(((logs - logs.mean(axis=1, keepdims=True)) ** 2).sum(axis=1), 1e-9)
    ratio = steps.sum(axis=1) / spread
    within = steps.copy()
    within[:, last_month - 1] = 0
    but_one = (steps.sum(axis=1) - within.max(axis=1)) / spread
    smooth = (ratio < UNEVEN) | (but_one < UNEVEN_BUT_ONE)
    told = smooth & (np.ptp(logs, axis=1) > LEAST_OF_ONE)
    return np.where(told, 1 - np.minimum(ratio, but_one + UNEVEN_BUT_ONE) / 2, 0.0)
