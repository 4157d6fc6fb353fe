"""What would change an order: what alone would bring a thing among the first, and what moves
between two orders."""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from bunraku.core.plan.ranking import PARTS, TOP, Ranking, Things, Weights, parts_of, rank_things


@dataclass(frozen=True)
class Lever:
    """What alone would bring a thing among the first: which figure, what it is and what it would
    have to be."""

    part: str
    now: float
    then: float


def what_it_takes(
    things: Things, weights: Weights, place: int, top: int = TOP
) -> tuple[Lever, ...]:
    """What would have to be true for one thing to be among the first, each by itself.

    Parameters: `things`, n of them; `weights`; `place` of the one; `top`. Returns: levers that do
    it, in the order of `PARTS`; none where it is among them, or nothing alone does it. Formula: the
    figure is moved and the score worked out again, until it reaches that of the last of the first:
    searches (worth with them) up to a thousandfold, the chance (likewise) to 1, priority high,
    hours down to one. Raises: `IndexError` for a place that is none. Cost: some thirty scores of
    one."""
    ranking = rank_things(things, weights)
    if ranking.rank[place] <= top:
        return ()
    others = np.delete(ranking.score, place)
    needed = float(np.sort(others)[::-1][top - 1])
    one = things.only(np.array([place]))
    found: list[Lever] = []
    volume, chance = float(one.volume[0]), float(one.chance[0])
    if volume > 0:
        times = _least(lambda k: _score(_searched(one, 10**k), weights), needed, 0.0, 3.0)
        if times is not None:
            found.append(Lever("demand", volume, volume * 10**times))
    if 0 < chance < 1:
        then = _least(lambda c: _score(_likelier(one, c), weights), needed, chance, 1.0)
        if then is not None:
            found.append(Lever("chance", chance, then))
    if one.priority[0] < 1:
        marked = replace(one, priority=np.ones(1))
        if _score(marked, weights) >= needed:
            found.append(Lever("priority", float(one.priority[0]), 1.0))
    hours = float(one.hours[0])
    if hours > 1:
        spent = _least(
            lambda h: _score(replace(one, hours=np.array([-h])), weights), needed, -hours, -1.0
        )
        if spent is not None:
            found.append(Lever("hours", hours, -spent))
    return tuple(found)


def _score(one: Things, weights: Weights) -> float:
    told = np.array([getattr(weights, part) for part in PARTS], dtype=np.float64)
    return float(parts_of(one)[0] @ told * (100 / (told.sum() or 1.0)))


def _searched(one: Things, times: float) -> Things:
    return replace(one, volume=one.volume * times, worth=one.worth * times)


def _likelier(one: Things, chance: float) -> Things:
    return replace(one, chance=np.array([chance]), worth=one.worth * (chance / one.chance))


def _least(score: Callable[[float], float], needed: float, low: float, high: float) -> float | None:
    """The least value between two at which a rising score is enough; None where none is."""
    if score(high) < needed:
        return None
    for _ in range(40):
        middle = (low + high) / 2
        if score(middle) >= needed:
            high = middle
        else:
            low = middle
    return high


@dataclass(frozen=True)
class Moved:
    """A thing whose rank differs between two orders, and the part that moves it most."""

    place: int
    before: int
    after: int
    because: str


def what_moves(one: Ranking, other: Ranking, most: int = TOP) -> tuple[list[Moved], list[Moved]]:
    """What rises and what falls from one order to another.

    Parameters: two rankings of the same things; `most` of each. Returns: those that rise, and those
    that fall, by how much that matters: from or to places near the first. Each with the part whose
    share of the score changes most in its direction. Raises: nothing. Cost: linear."""
    # A place near the first is worth more than one far from it.
    if not len(one.rank):
        return [], []
    moved = 1 / np.log2(1 + other.rank) - 1 / np.log2(1 + one.rank)
    change = other.parts - one.parts
    # What everything gains by other weights tells nothing of one thing.
    change = change - change.mean(axis=0)
    rising = [int(k) for k in np.argsort(-moved, kind="stable")[:most] if moved[k] > 0]
    falling = [int(k) for k in np.argsort(moved, kind="stable")[:most] if moved[k] < 0]
    return (
        [
            Moved(k, int(one.rank[k]), int(other.rank[k]), PARTS[int(change[k].argmax())])
            for k in rising
        ],
        [
            Moved(k, int(one.rank[k]), int(other.rank[k]), PARTS[int(change[k].argmin())])
            for k in falling
        ],
    )
