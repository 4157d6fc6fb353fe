"""Chance where no results page was read: from the position that one has, from a difficulty that a
file states, from the person's own guess, or from searches, bids and words."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from bunraku.core.weigh.chance import Outlook, difficulty, outlook
from bunraku.core.weigh.page import PAGE_ONE

Floats = NDArray[np.float64]

GUESSES = {"easy": 0.8, "even": 0.5, "hard": 0.15}
"""Chance of page one that a person's guess stands for."""
RESTS_ON = ("", "page", "file", "guess", "signs", "own")
"""What a chance rests on: nothing, the results page, a file's difficulty, the person's guess, signs
beside the page (searches, bids, words), or the position that one has already."""
SIGNS, OWN = RESTS_ON.index("signs"), RESTS_ON.index("own")
OWN_FROM_FIRST = 20
"""Down to this position a page of one's own says what can be reached: further down it is mostly one
that is not about the query."""
AT_TOP = 3.5
"""Down to this average position there is next to nothing left to win."""
REACH = 0.75
"""What a position becomes, once the page is worked on, on average: from 12th to 9th. Assumed."""
REACH_SPREAD = 0.5
"""How far, in ln, the position that is reached lies from that. Assumed."""
NOW_SPREAD = 0.35
"""How far, in ln, the positions of a month lie from their average. Assumed."""
STEP = 2.0
"""Points between one result and the next of a page that stands in for an unread one: what read
pages have between their weakest and their strongest, parted evenly."""
_HAIR = 5e-4
"""What a guess is met by at least: an even chance must reach a threshold that is even."""
_LADDER = STEP * np.arange(PAGE_ONE)
_MIDDLE = 50.0
_SHIFTS = np.arange(-100.0, 100.25, 0.5)
_LOW, _HIGH = 2, 7
"""Of ten difficulties those that the interval of a chance reaches to. They leave out a quarter on
each side, and yet hold eight chances of ten: below some difficulty all are near one, above some
other all are near none."""


class Estimate(NamedTuple):
    """Chances without a page, for n keywords: P(position = 1..10) as (n, 10), and between what the
    chance of page one lies eight times of ten (0-1)."""

    positions: Floats
    low: Floats
    high: Floats


@dataclass(frozen=True)
class Beside:
    """What is known of n keywords beside their results pages: difficulty 0-100 that a file states
    and one's own average position (NaN unknown), the person's guesses, and difficulties that such
    keywords have (n, 10), NaN unknown. `could_read`: whether a source could read their pages, so
    that nothing is estimated before it has."""

    stated: Floats
    own_position: Floats
    guesses: Sequence[str]
    likely: Floats
    could_read: bool = False


def rests_on(read: NDArray[np.bool_], beside: Beside) -> NDArray[np.int64]:
    """What the chance of each keyword rests on, as an index into `RESTS_ON`.

    Parameters: `read` (n,), whether its results page was read; `beside`. Returns: (n,). A guess
    outranks everything, a position in the first `OWN_FROM_FIRST` the page that was read, a page a
    difficulty that was stated, and that the signs. Raises: nothing."""
    guessed = np.array([bool(guess) for guess in beside.guesses], dtype=bool)
    ranks = np.nan_to_num(beside.own_position, nan=np.inf) <= OWN_FROM_FIRST
    signs = np.isfinite(beside.likely).all(axis=1) & (not beside.could_read)
    cases = [guessed, ranks, read, np.isfinite(beside.stated), signs]
    return np.select(cases, [3, OWN, 1, 2, SIGNS], 0).astype(np.int64)


def stand_in(
    strengths: Floats, own: Floats, beside: Beside, rests: NDArray[np.int64], channel: str
) -> Floats:
    """Strengths of results for `outlook`, with pages that stand in where none was read.

    Parameters: `strengths` (n, 10), NaN where no page was read; `own` (n,), own strength; `beside`;
    `rests` (n,) of it; `channel`. Returns: (n, 10). Formula: ten results `STEP` points apart, so
    high that the page's difficulty is the one stated, or that the outlet's chance is that of the
    guess. Raises: `ValueError` for another channel or guess. Cost: linear."""
    out = strengths.copy()
    by_file, by_guess = rests == 2, rests == 3
    chances, _, hardest = _of_ladder(channel)
    out[by_file] = _LADDER + (_MIDDLE + beside.stated[by_file] - hardest)[:, None]
    wanted = np.array([GUESSES[guess or "even"] for guess in beside.guesses], dtype=np.float64)
    # Chance falls as the page rises; interpolation wants it rising.
    shift = np.interp(wanted[by_guess] + _HAIR, chances[::-1], _SHIFTS[::-1])
    out[by_guess] = _LADDER + (own[by_guess] + shift)[:, None]
    return out


def estimate(own: Floats, beside: Beside, rests: NDArray[np.int64], channel: str) -> Estimate:
    """Positions and chances of keywords whose chance rests on signs or on one's own position.

    Parameters: `own` (n,), own strength; `beside`; `rests` (n,) of it; `channel`. Returns:
    `Estimate`, NaN where the chance rests on anything else. Formula: by signs the mean over ten
    pages that stand in, of the difficulties that such keywords have; by position as
    `within_reach`, with the interval from staying where one is to rising twice as far as is usual.
    Raises: `ValueError` for another channel. Cost: linear."""
    positions = np.full((len(own), PAGE_ONE), np.nan)
    low, high = np.full(len(own), np.nan), np.full(len(own), np.nan)
    by_signs, by_own = (rests == SIGNS) & np.isfinite(own), rests == OWN
    if by_signs.any():
        chances, table, hardest = _of_ladder(channel)
        shift = _MIDDLE + beside.likely[by_signs] - hardest - own[by_signs, None]
        nearest = np.clip(np.rint((shift - _SHIFTS[0]) / 0.5), 0, len(_SHIFTS) - 1).astype(int)
        positions[by_signs] = table[nearest].mean(axis=1)
        # The mean of some near one and many near none lies above most of them.
        mean = positions[by_signs].sum(axis=1)
        low[by_signs] = np.minimum(chances[nearest[:, _HIGH]], mean)
        high[by_signs] = np.maximum(chances[nearest[:, _LOW]], mean)
    if by_own.any():
        place = beside.own_position[by_own]
        positions[by_own] = within_reach(place)
        low[by_own] = _around(place, REACH_SPREAD).sum(axis=1)
        high[by_own] = _around(place * REACH**2, REACH_SPREAD).sum(axis=1)
    return Estimate(positions, low, high)


def within_reach(position: Floats) -> Floats:
    """P(position = 1..10), (n, 10), once a page that stands at an average `position` (n,) is worked
    on: log-normal around `REACH` times it, σ = `REACH_SPREAD`. Raises: nothing."""
    return _around(position * REACH, REACH_SPREAD)


def as_it_stands(position: Floats) -> Floats:
    """P(position = 1..10), (n, 10), of a page that is left alone at an average `position` (n,):
    log-normal around it, σ = `NOW_SPREAD`. Raises: nothing."""
    return _around(position, NOW_SPREAD)


def with_estimate(seen: Outlook, of: Estimate) -> Outlook:
    """An outlook with the positions of an estimate where there is one; weak spots are none there,
    for nobody saw the page. Raises: nothing."""
    chosen = np.asarray(np.isfinite(of.positions).all(axis=1))
    positions = np.where(chosen[:, None], of.positions, seen.positions)
    page_one = positions.sum(axis=1)
    order = np.arange(1, PAGE_ONE + 1)
    expected = np.divide(
        positions @ order, page_one, out=np.full(len(page_one), np.nan), where=page_one > 1e-9
    )
    return Outlook(
        positions,
        page_one,
        positions[:, :3].sum(axis=1),
        expected,
        np.where(chosen, 0, seen.weak_spots),
        seen.own,
    )


def _around(middle: Floats, spread: float) -> Floats:
    ends = np.log(np.arange(PAGE_ONE + 1) + 0.5)
    below = ndtr((ends[None, :] - np.log(np.maximum(middle, 0.5))[:, None]) / spread)
    # What lies above the first place is the first place.
    below[:, 0] = 0.0
    return np.asarray(np.diff(below, axis=1))


@cache
def _of_ladder(channel: str) -> tuple[Floats, Floats, float]:
    """Chance and P(position) of an outlet of middling strength on the ladder at each shift, and the
    difficulty of the ladder that begins at that strength."""
    pages = _LADDER + _MIDDLE + _SHIFTS[:, None]
    seen = outlook(pages, np.full(len(_SHIFTS), _MIDDLE), channel)
    middle = np.asarray(_LADDER + _MIDDLE, dtype=np.float64)[None, :]
    return seen.page_one, seen.positions, float(difficulty(middle, channel)[0])
