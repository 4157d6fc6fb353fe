"""For how many keywords a page stands, and about how many visits that brings it."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.landing import clicks_of_places

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]


@dataclass(frozen=True)
class Reach:
    """Of m pages, each (m,): keywords that it stands for in the first ten, visits a month that
    these bring it, the place of the keyword that brings most among those looked at, −1 where it
    stands for none."""

    keywords: Ints
    visits: Floats
    most: Ints


def reach_of(pages: Ints, volume: Floats, wanted: Sequence[int], channel: str) -> Reach:
    """For how many of n keywords some pages stand, and what that brings them.

    Parameters: `pages` (n, 10), ids of the results of each keyword's page, 0 for none; `volume`
    (n,), searches a month, NaN unknown; `wanted`, m ids; `channel`. Returns: `Reach`. Formula:
    searches × click share of the place, added up, ads and features left aside; it is a part of a
    page's visits, from the keywords that were looked at. Raises: `ValueError` for another channel.
    Cost: m passes over the ids, a hundred thousand keywords in some milliseconds each."""
    shares = clicks_of_places(channel, 1.0, 1.0)
    known = np.nan_to_num(volume)
    keywords, visits, most = [], [], []
    for page in wanted:
        rows, places = np.nonzero(pages == page) if page else (np.zeros(0, int), np.zeros(0, int))
        brings = known[rows] * shares[places]
        keywords.append(len(np.unique(rows)))
        visits.append(float(brings.sum()))
        most.append(int(rows[brings.argmax()]) if len(rows) else -1)
    return Reach(np.array(keywords), np.array(visits), np.array(most))
