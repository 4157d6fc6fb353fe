"""Filling months with pieces, and moving and swapping them until nothing gains."""

import numpy as np
from numpy.typing import NDArray

from bunraku.core.plan.problem import (
    TINY,
    Floats,
    Ints,
    Problem,
    left_of,
    move,
    room_for,
    span_of,
    value_of,
)


def fill(problem: Problem, month: Ints, left: Floats) -> tuple[Ints, Floats]:
    month, left = month.copy(), left.copy()
    best = problem.value.max(axis=1, initial=0)
    rate = _rates(problem, best)
    months = np.arange(left.shape[1])
    # What waits for another has its turn once that one stands; a chain as long as it is.
    for _ in range(1 + len({first for _, first in problem.after})):
        low, high, _ = span_of(problem, month)
        placed = False
        # Of equal rates the earlier piece first, so that a plan is the same each time.
        for piece in np.lexsort((np.arange(len(rate)), -rate)):
            if month[piece] >= 0 or best[piece] <= 0:
                continue
            room = room_for(problem, left, piece)
            if problem.after:
                room = room & (months >= low[piece]) & (months <= high[piece])
            if room.any():
                target = int(np.where(room, problem.value[piece], -np.inf).argmax())
                if problem.value[piece, target] > 0:
                    month[piece] = target
                    move(problem, left, piece, -1, target)
                    placed = True
                    if problem.after:
                        low, high, _ = span_of(problem, month)
        if not placed:
            break
    return month, left


def _rates(problem: Problem, best: Floats) -> Floats:
    """Value an hour of each piece; of one that others wait for at least that of the best chain that
    it opens."""
    # A quarter of an hour at least: a piece of nothing would otherwise come before everything.
    hours = np.maximum(problem.hours, 0.25)
    rate = best / hours
    if not problem.after:
        return rate
    value, spent = best.astype(float), hours.astype(float)
    for _ in range(len(problem.after)):
        changed = False
        for piece, first in problem.after:
            opened = (best[first] + value[piece]) / (hours[first] + spent[piece])
            if opened > rate[first] + TINY:
                rate[first] = opened
                value[first], spent[first] = best[first] + value[piece], hours[first] + spent[piece]
                changed = True
        if not changed:
            break
    return rate


def improve(problem: Problem, month: Ints) -> Ints:
    """Fill, move and swap until nothing gains: free pieces to better months, left-out ones in for
    placed ones."""
    month, left = fill(problem, *left_of(problem, month))
    movable = problem.pinned < 0
    months = np.arange(left.shape[1])
    # Each round gains or ends it; twenty only bounds the time.
    for _ in range(20):
        before = value_of(problem, month)
        for piece in np.flatnonzero(movable & (month >= 0)).tolist():
            here = int(month[piece])
            room = room_for(problem, left, piece, there=True)
            room[here] = True
            if problem.after:
                low, high, _ = span_of(problem, month)
                room &= (months >= low[piece]) & (months <= high[piece])
                room[here] = True
            target = int(np.where(room, problem.value[piece], -np.inf).argmax())
            if problem.value[piece, target] > problem.value[piece, here] + TINY:
                move(problem, left, piece, here, target)
                month[piece] = target
        month, left = _swap(problem, month, left, movable)
        month, left = fill(problem, month, left)
        if value_of(problem, month) <= before + TINY:
            break
    return month


def _swap(
    problem: Problem, month: Ints, left: Floats, movable: NDArray[np.bool_]
) -> tuple[Ints, Floats]:
    """For each left-out or placed piece: trade places with the one that gains most, if anything
    does."""
    value, takes, whole = problem.value, problem.takes, problem.whole
    for piece in np.flatnonzero(movable):
        placed = np.flatnonzero(movable & (month >= 0) & (month != month[piece]))
        if not len(placed):
            continue
        theirs = month[placed]
        here = month[piece]
        # What the one that comes takes more than the one that goes leaves, by every limit; where
        # both are placed, those of all months together are as they were.
        more = takes[:, piece, None] - takes[:, placed]
        asked = (more > TINY) & ~(whole[:, None] & (here >= 0))
        fits = ((left[:, theirs] >= more - TINY) | ~asked).all(axis=0)
        fits &= value[piece, theirs] > 0
        gain = value[piece, theirs] - value[placed, theirs]
        if here >= 0:
            asked = (more < -TINY) & ~whole[:, None]
            fits &= ((left[:, [here]] >= -more - TINY) | ~asked).all(axis=0)
            fits &= value[placed, here] > 0
            gain = gain + value[placed, here] - value[piece, here]
        if problem.after:
            fits &= _may_trade(problem, month, int(piece), placed)
        gain = np.where(fits, gain, -np.inf)
        pick = int(gain.argmax())
        if gain[pick] > TINY:
            other, there = placed[pick], theirs[pick]
            month[piece], month[other] = there, here
            _, left = left_of(problem, month)
    return month, left


def _may_trade(problem: Problem, month: Ints, piece: int, others: Ints) -> NDArray[np.bool_]:
    """With which others a piece may trade places as far as what waits for what goes."""
    low, high, held = span_of(problem, month)
    here, theirs = int(month[piece]), month[others]
    may = (theirs >= low[piece]) & (theirs <= high[piece])
    if here < 0:
        may &= ~held[others]
    else:
        may &= (here >= low[others]) & (here <= high[others])
    # The spans are as both stand now: two that wait for each other are left as they are.
    pieces, firsts = problem.pairs
    related = np.concatenate([pieces[firsts == piece], firsts[pieces == piece]])
    return np.asarray(may & ~np.isin(others, related)) if len(related) else np.asarray(may)
