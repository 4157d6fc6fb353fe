"""An order of phrases for a field, at once: followed along the most promising beginnings."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.write.phrase_table import Bools, Floats, PhraseTable

WIDTH = 24
"""Beginnings that are followed at a time."""
MOST_STEPS = 60
"""Phrases of a field at most."""
TINY = 1e-9


@dataclass
class _Ways:
    """Beginnings that are followed: the phrases of each in order, what each holds (b, n), takes
    (b,) and is worth (b,), and its last phrase (b,)."""

    orders: list[tuple[int, ...]]
    holds: Bools
    takes: Floats
    worth: Floats
    last: NDArray[np.int64]


def good_order(table: PhraseTable, most: float, price: float, first: int | None) -> tuple[int, ...]:
    """The best order found along the most promising beginnings, with `first` at its head where one
    is given; empty where none fits. A beginning promises what it is worth less what its room costs
    at a `price`. Cost: steps times beginnings times phrases."""
    n = len(table.words)
    starts = [first] if first is not None else list(range(n))
    starts = [place for place in starts if table.takes[place] <= most + TINY]
    if not starts:
        return ()
    at = np.array(starts, dtype=np.int64)
    holds = table.holds[at]
    ways = _Ways([(int(place),) for place in at], holds, table.takes[at], holds @ table.value, at)
    best: tuple[int, ...] = ()
    best_worth, best_takes = -1.0, 0.0
    for _ in range(MOST_STEPS):
        top = int(np.lexsort((ways.takes, -ways.worth))[0])
        worth, takes = float(ways.worth[top]), float(ways.takes[top])
        if worth > best_worth + TINY or (worth > best_worth - TINY and takes < best_takes):
            best, best_worth, best_takes = ways.orders[top], worth, takes
        ways = _followed(table, ways, most, price)
        if not ways.orders:
            break
    return best


def _followed(table: PhraseTable, ways: _Ways, most: float, price: float) -> _Ways:
    """Each beginning with one phrase more, the most promising of them."""
    takes = ways.takes[:, None] + table.adds[ways.last]
    # (b, n): what each phrase brings that a beginning does not hold yet.
    gains = np.where(ways.holds, 0.0, table.value) @ table.holds.T.astype(float)
    worth = ways.worth[:, None] + gains
    row, column = np.nonzero((takes <= most + TINY) & (gains > TINY))
    value, spent = worth[row, column], takes[row, column]
    # Those that hold the same and end alike are one, the shortest of them.
    picked: dict[tuple[int, bytes], int] = {}
    for k in np.argsort(price * spent - value, kind="stable").tolist():
        held = ways.holds[row[k]] | table.holds[column[k]]
        picked.setdefault((int(column[k]), held.tobytes()), k)
        if len(picked) == WIDTH:
            break
    chosen = np.array(list(picked.values()), dtype=np.int64)
    return _Ways(
        [(*ways.orders[row[k]], int(column[k])) for k in chosen],
        ways.holds[row[chosen]] | table.holds[column[chosen]],
        spent[chosen],
        value[chosen],
        column[chosen],
    )
