"""Visible searches: what places are likely to bring, on one scale over time."""

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]


def shares_of_places(channel: str, most: int = 100) -> Floats:
    """Share of clicks by place, (most + 1,), the one of place 0 (not shown) is 0. Places behind
    page one bring nothing here. Raises: `ValueError` for another channel."""
    curve = channel_named(channel).clicks.positions
    shares = np.zeros(most + 1)
    shares[1 : len(curve) + 1] = curve
    return shares


def visible_searches(positions: Ints, searches: Floats, channel: str) -> Floats:
    """Visible searches of phrases: searches a month × share of clicks at the position.

    Parameters: `positions` (n,), 1-100, 0 where it is not shown; `searches` (n,) a month, one
    figure over the whole time, so that a season is not taken for a gain; NaN unknown; `channel`.
    Returns: (n,), NaN where the searches are unknown. Raises: `ValueError` for another channel."""
    return np.asarray(searches * shares_of_places(channel)[positions], dtype=np.float64)
