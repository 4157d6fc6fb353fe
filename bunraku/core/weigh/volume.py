"""Search volume: one taken-as figure, with low and high, from readings that disagree."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr, ndtri

from bunraku.core.weigh.rough import (
    EXACT,
    INTERVAL_Z,
    ROUNDED,
    BroadShare,
    Estimate,
    Flags,
    Floats,
    RoughLevel,
    of_hints,
)

BESIDE, ADJUSTS, STANDS = 0, 1, 2
"""What a source may do: be shown beside figures that stand, be weighed with them, or stand."""
DEFAULT_SPREAD = 0.25
"""Spread, in ln, of an exact reading from a source we cannot yet judge: about a quarter up or
down."""
SPREAD_PER_YEAR = 0.35
"""How much an ageing reading is worth: added in quadrature per year of age, since demand drifts."""
DISAGREE_FACTOR = 2.0
"""Sources twofold apart: more than their own spreads explain, so the person should know."""
CHANCE = (3.84, 3.00, 2.60)
"""Squared distance between two, three, four or more sources, a degree of freedom, that chance
exceeds once in twenty: what lies beyond it widens the interval."""


@dataclass(frozen=True)
class Told:
    """What s sources, the most trusted first, tell of n keywords: arrays (n, s) of searches a
    month from `low` to `high` (the same for a number; NaN where a source has none), the match type
    and the age of each; and of each source its spread in ln and what it may do."""

    low: Floats
    high: Floats
    match: NDArray[np.int8]
    age_days: Floats
    spread: Floats
    may: NDArray[np.int8]

    def __post_init__(self) -> None:
        n, s = self.low.shape
        several = (self.high, self.match, self.age_days)
        if any(a.shape != (n, s) for a in several) or any(
            a.shape != (s,) for a in (self.spread, self.may)
        ):
            raise ValueError("low, high, match and age_days are (n, s), spread and may (s,)")


@dataclass(frozen=True)
class TakenAs:
    """Searches a month for n keywords: value, low, high (NaN unknown); readings used; whether
    sources disagree; whether no source told a number of just these words."""

    value: Floats
    low: Floats
    high: Floats
    made_from: NDArray[np.int64]
    disagree: Flags
    rough: Flags


def taken_as(
    told: Told,
    words: NDArray[np.int64],
    rough: Floats,
    *,
    broad: BroadShare | None = None,
    level: RoughLevel | None = None,
) -> TakenAs:
    """Taken-as volume: the one figure made of several readings, exact match, searches a month.

    Parameters: `told`; `words` (n,), how many words each keyword has; `rough` (n,), a volume
    guessed from relative interest, NaN where none; `broad` and `level`, what the project's own
    readings teach. Returns: `TakenAs`.

    Of the sources whose figures stand (a person's own files) the first that tells a number of
    exact match has it: that is the value, unless the person lets others adjust it. Else it is the
    precision-weighted mean of ln(v + 1) of all exact numbers; else it is rough: what relative
    interest and wider matches say together, or an exact band's geometric middle. An exact band
    holds the value where bands overlap, the most trusted one where they do not; a number above a
    wider match is cut to it, unless it stands. Low and high hold the middle 80 %; they widen where
    sources disagree by more than chance explains, and where they are twofold apart, or a band shuts
    a number out by more than its spread explains, that is flagged and the interval reaches from the
    lowest to the highest of them. Low ≤ value ≤ high; with nothing: NaN. Raises: `ValueError` for
    shapes that do not match. Cost: linear, vectorised.
    """
    n = told.low.shape[0]
    if words.shape != (n,) or rough.shape != (n,):
        raise ValueError("words and rough are (n,)")
    known = np.isfinite(told.low) & np.isfinite(told.high)
    low, high = (np.log1p(np.where(known, end, 0.0)) for end in (told.low, told.high))
    spread = _spreads(told, known)
    exact = known & (told.match == EXACT)
    numbers, bands, wider = exact & (low == high), exact & (low < high), known & ~exact
    stands = np.asarray(told.may == STANDS)[None, :]
    own = _first(numbers & stands)
    has_own = np.asarray(own.any(axis=1))
    adjusting = numbers & np.asarray(told.may == ADJUSTS)[None, :]
    votes = np.where(has_own[:, None], own | adjusting, numbers)
    # A number that stands is held by bands that are trusted more than it, and by no others.
    holds = bands & (~has_own[:, None] | (stands & (np.cumsum(own, axis=1) == 0)))
    floor, ceiling = _shared_band(low, high, holds)
    cap = np.where(wider, high, np.inf).min(axis=1, initial=np.inf)

    estimate = _of_numbers(low, spread, numbers, votes)
    guess = of_hints(
        _first_wider(told, wider), words, rough, broad or BroadShare(), level or RoughLevel()
    )
    counted = votes.any(axis=1)
    for name in ("mean", "below", "above"):
        setattr(estimate, name, np.where(counted, getattr(estimate, name), getattr(guess, name)))

    value, least, most = _within(estimate, floor, ceiling)
    # A figure that stands is what it is, and an exact band holds it, whatever wider matches say.
    cut = np.where(has_own, np.inf, cap)
    value, least = np.maximum(np.minimum(value, cut), floor), np.minimum(least, cut)
    most = np.maximum(np.minimum(most, cap), value)

    gap_of, apart = _apart(low, high, spread, numbers, bands, wider)
    lowest, highest = gap_of
    least = np.where(apart, np.minimum(least, lowest), least)
    most = np.where(apart, np.maximum(most, highest), most)
    # Cut off by others, it may as well lie as far below as its spread says.
    pressed = apart & (least >= value)
    least = np.where(pressed, value - INTERVAL_Z * DEFAULT_SPREAD, least)
    pressed = apart & (most <= value)
    most = np.where(pressed, value + INTERVAL_Z * DEFAULT_SPREAD, most)

    plain = _searches(value)
    # A number that nothing moved is that number to the digit, not what a logarithm gives back.
    alone = counted & np.isclose(value, estimate.single, rtol=0, atol=1e-12)
    digits = np.where(votes, np.where(known, told.low, 0.0), 0.0).max(axis=1, initial=0.0)
    plain = np.where(alone, digits, plain)
    return TakenAs(
        value=plain,
        low=np.minimum(np.maximum(_searches(least), 0.0), plain),
        high=np.maximum(_searches(most), plain),
        made_from=known.sum(axis=1) + (np.isfinite(rough) & ~counted),
        disagree=apart,
        rough=np.isfinite(plain) & ~counted,
    )


def _searches(logs: Floats) -> Floats:
    """Searches from ln(v + 1), without the last digits that a logarithm there and back adds."""
    return np.asarray(np.round(np.expm1(logs), 6))


def _spreads(told: Told, known: Flags) -> Floats:
    """(n, s) spread in ln of each reading: its source's, its age's, and of a number its
    rounding's."""
    drift = SPREAD_PER_YEAR * np.where(known, told.age_days, 0.0) / 365.0
    number = known & (told.low == told.high)
    searches = np.where(number, told.low, 0.0)
    off = np.sqrt(told.spread[None, :] ** 2 + drift**2)
    # An error by a factor moves ln(v + 1) by less where v is small; rounding moves it by more.
    few = np.hypot(off * searches, np.sqrt(ROUNDED)) / (searches + 1)
    return np.asarray(np.where(number, few, off))


def _first(flags: Flags) -> Flags:
    """Of each row the first that is set."""
    return flags & (np.cumsum(flags, axis=1) == 1)


def _first_wider(told: Told, wider: Flags) -> tuple[Floats, Floats, NDArray[np.int64]]:
    """Low, high and match type of the most trusted reading of a wider match."""
    chosen = _first(wider)
    held = chosen.any(axis=1)
    low, high = (
        np.where(held, np.where(chosen, end, 0.0).sum(axis=1), np.nan)
        for end in (told.low, told.high)
    )
    return low, high, np.where(chosen, told.match, 0).sum(axis=1)


def _shared_band(low: Floats, high: Floats, bands: Flags) -> tuple[Floats, Floats]:
    """The range that bands have in common, each taken in as long as it leaves one; infinite where
    there is none."""
    floor, ceiling = np.full(len(low), -np.inf), np.full(len(low), np.inf)
    for column in range(low.shape[1]):
        narrower = np.maximum(floor, low[:, column]), np.minimum(ceiling, high[:, column])
        fits = bands[:, column] & (narrower[0] <= narrower[1])
        floor, ceiling = np.where(fits, narrower[0], floor), np.where(fits, narrower[1], ceiling)
    return floor, ceiling


def _of_numbers(logs: Floats, spread: Floats, numbers: Flags, votes: Flags) -> Estimate:
    """The precision-weighted mean of those that have a vote; all that there are widen it where they
    lie further apart than chance explains."""
    weight = np.where(votes, 1.0 / spread**2, 0.0)
    total = weight.sum(axis=1)
    count = votes.sum(axis=1)
    safe = np.where(total > 0, total, 1.0)
    mean = np.where(total > 0, (weight * logs).sum(axis=1) / safe, np.nan)
    sigma = 1 / np.sqrt(safe)
    # A source beside is as far off as both spreads say; one that has a vote has drawn the mean.
    own = np.where(votes, 0.0, sigma[:, None] ** 2)
    squares = np.where(numbers, (logs - mean[:, None]) ** 2 / (spread**2 + own), 0.0)
    free = np.maximum(numbers.sum(axis=1) - 1, 1)
    beyond = squares.sum(axis=1) / free - np.array(CHANCE)[np.minimum(free, len(CHANCE)) - 1]
    sigma = sigma * np.sqrt(1 + np.maximum(np.where(total > 0, beyond, 0.0), 0.0))
    return Estimate(mean, sigma, sigma, np.where(count == 1, mean, np.nan))


def _within(estimate: Estimate, floor: Floats, ceiling: Floats) -> tuple[Floats, Floats, Floats]:
    """Value, tenth and ninth tenth, in ln, of an estimate that lies in a band: the estimate cut off
    at its ends; without an estimate, evenly spread over it."""
    flat = np.isnan(estimate.mean) & np.isfinite(floor)
    width = np.where(flat, ceiling - floor, 0.0)
    with np.errstate(invalid="ignore"):
        start = np.where(flat, floor, 0.0)
        least = _cut_off(estimate.mean, estimate.below, floor, ceiling, 0.1)
        most = _cut_off(estimate.mean, estimate.above, floor, ceiling, 0.9)
        # One that lies outside speaks for that side of the band; far outside it says nothing.
        held = _cut_off(estimate.mean, estimate.below, floor, ceiling, 0.5)
        inside = (estimate.mean >= floor) & (estimate.mean <= ceiling)
        value = np.where(inside | np.isnan(held), np.clip(estimate.mean, floor, ceiling), held)
    return (
        np.where(flat, start + width / 2, value),
        np.where(flat, start + 0.1 * width, np.minimum(least, value)),
        np.where(flat, start + 0.9 * width, np.maximum(most, value)),
    )


def _cut_off(mean: Floats, spread: Floats, floor: Floats, ceiling: Floats, share: float) -> Floats:
    """A quantile of a normal distribution that is cut off at both ends; where next to nothing of it
    lies between them, that quantile of an even one."""
    below, above = ndtr((floor - mean) / spread), ndtr((ceiling - mean) / spread)
    left = above - below
    inside = mean + spread * ndtri(below + share * left)
    even = np.where(np.isfinite(floor + ceiling), floor + share * (ceiling - floor), mean)
    return np.asarray(np.where(left > 1e-3, inside, even))


def _apart(
    low: Floats, high: Floats, spread: Floats, numbers: Flags, bands: Flags, wider: Flags
) -> tuple[tuple[Floats, Floats], Flags]:
    """The lowest and the highest that readings stand for, in ln, and whether they disagree."""

    def most(flags: Flags) -> Floats:
        return np.where(flags, low, -np.inf).max(axis=1, initial=-np.inf)

    def least(flags: Flags) -> Floats:
        return np.where(flags, high, np.inf).min(axis=1, initial=np.inf)

    between_numbers = most(numbers) - least(numbers)
    # A band, or a wider match from above, shuts out what lies beyond it.
    shut_out = np.maximum(
        most(numbers | bands) - least(bands | wider), most(bands) - least(numbers)
    )
    explained = 2 * np.where(numbers, spread, 0.0).max(axis=1, initial=0.0)
    twofold = np.log(DISAGREE_FACTOR)
    apart = (between_numbers > twofold) | (shut_out > np.minimum(explained, twofold))
    return (least(numbers | bands | wider), most(numbers | bands)), apart
