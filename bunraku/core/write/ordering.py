"""The best order of phrases for a field: followed along the most promising beginnings, then made
better piece by piece."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.write.phrase_table import Bools, Floats, PhraseTable

WIDTH = 24
"""Beginnings that are followed at a time."""
MOST_ROUNDS = 6
"""Times that an order is gone through to be made better."""
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


def best_order(table: PhraseTable, most: float, first: int | None) -> tuple[int, ...]:
    """The best order found along the most promising beginnings, with `first` at its head where one
    is given; empty where none fits."""
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
        ways = _followed(table, ways, most)
        if not ways.orders:
            break
    return best


def _followed(table: PhraseTable, ways: _Ways, most: float) -> _Ways:
    """Each beginning with one phrase more, the most promising of them."""
    takes = ways.takes[:, None] + table.adds[ways.last]
    # (b, n, n): what a beginning holds with each phrase behind it.
    holds = ways.holds[:, None, :] | table.met[ways.last]
    worth = holds @ table.value
    gains = worth - ways.worth[:, None]
    may = (takes <= most + TINY) & (gains > TINY)
    row, column = np.nonzero(may)
    if not len(row):
        return _Ways([], ways.holds[:0], ways.takes[:0], ways.worth[:0], ways.last[:0])
    value, spent = worth[row, column], takes[row, column]
    # What is left could bring as much for its room as what is there has brought at best.
    rate = float((table.value / np.maximum(table.takes, 1.0)).max())
    hopes = (value, value + 0.5 * rate * (most - spent), value / np.maximum(spent, 1.0))
    picked: dict[tuple[int, bytes], int] = {}
    for hope in hopes:
        order = np.lexsort((column, row, spent, -hope))
        kept = 0
        for k in order.tolist():
            key = (int(column[k]), np.packbits(holds[row[k], column[k]]).tobytes())
            if key not in picked:
                picked[key] = k
                kept += 1
            elif spent[picked[key]] > spent[k] + TINY:
                picked[key] = k
            if kept >= WIDTH // 3:
                break
    chosen = np.array(sorted(picked.values()), dtype=np.int64)
    return _Ways(
        [(*ways.orders[row[k]], int(column[k])) for k in chosen],
        holds[row[chosen], column[chosen]],
        spent[chosen],
        value[chosen],
        column[chosen],
    )


def improved(
    table: PhraseTable, order: tuple[int, ...], most: float, *, fixed: bool
) -> tuple[int, ...]:
    """An order with one or two of its phrases taken out and whatever gains most put in anywhere,
    again and again until nothing gains."""
    best, worth, takes = order, *_told(table, order)
    for _ in range(MOST_ROUNDS):
        before = worth
        begin = 1 if fixed else 0
        for size in (1, 2, 3):
            at = begin
            while at + size <= len(best):
                left = best[:at] + best[at + size :]
                if left or not fixed:
                    other = _filled(table, left, most, begin)
                    value, spent = _told(table, other)
                    if value > worth + TINY or (value > worth - TINY and spent < takes - TINY):
                        best, worth, takes = other, value, spent
                at += 1
        if worth <= before + TINY:
            break
    return best


def _told(table: PhraseTable, order: Sequence[int]) -> tuple[float, float]:
    """What an order is worth, and what it takes."""
    if not order:
        return 0.0, 0.0
    at = np.array(order)
    takes = float(table.takes[at[0]] + table.adds[at[:-1], at[1:]].sum())
    return float(table.value[_holds(table, order)].sum()), takes


def _filled(table: PhraseTable, order: tuple[int, ...], most: float, begin: int) -> tuple[int, ...]:
    """An order with phrases put in where they gain most for their room, until none fits."""
    n = len(table.words)
    for _ in range(MOST_STEPS):
        worth, takes = _told(table, order)
        at = np.array(order, dtype=np.int64)
        # Places to put something in: before the first, between two, behind the last; n is nothing.
        before = np.concatenate([[n], at])[begin:]
        after = np.concatenate([at, [n]])[begin:]
        adds = (
            table.adds_at[before][:, :n]
            + table.adds_at.T[after][:, :n]
            - table.adds_at[before, after][:, None]
        )
        may = takes + adds <= most + TINY
        if not may.any():
            return order
        # What does not stand in it yet can gain; what two that are parted held together goes, and
        # is looked at in the end.
        value = np.where(_holds(table, order), 0.0, table.value).astype(np.float32)
        holds = table.met_at[before] | table.met_back[after]
        gains = holds.view(np.uint8).astype(np.float32) @ value
        rate = np.where(may & (gains > TINY), gains / np.maximum(adds, 1.0), -np.inf)
        row, place = divmod(int(rate.argmax()), n)
        if not np.isfinite(rate[row, place]):
            return order
        cut = row + begin
        other = (*order[:cut], place, *order[cut:])
        if _told(table, other)[0] <= worth + TINY:
            return order
        order = other
    return order


def _holds(table: PhraseTable, order: Sequence[int]) -> Bools:
    """Which phrases an order holds."""
    held = np.zeros(len(table.words), dtype=bool)
    for number, place in enumerate(order):
        held |= table.met[order[number - 1], place] if number else table.holds[place]
    return held
