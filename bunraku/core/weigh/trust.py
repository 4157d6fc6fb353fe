"""What a project's own readings teach about its sources: how far off each is, exact searches per
broad one, and how far rough volumes are off."""

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.difficulty_signs import Usual
from bunraku.core.weigh.rough import BroadShare, Floats, RoughLevel, usual_share
from bunraku.core.weigh.volume import DEFAULT_SPREAD

LEARNED_STEP = 0.05
"""Step, in ln, to which learned values are settled: finer than what they rest on tells apart."""
ENOUGH_TO_TELL = 10
"""Searches from which a number tells how far its source is off: below, rounding is most of it."""
LEAST_SHARED = 30
"""Keywords that must be known twice before anything is learned from them."""


@dataclass(frozen=True)
class Learned:
    """What readings taught: each exact source's spread in ln, what broad figures and relative
    interest say of exact ones, and what bids and ad competition are usual (`beside_usual`)."""

    spreads: Floats = field(default_factory=lambda: np.zeros(0))
    broad: BroadShare = field(default_factory=BroadShare)
    level: RoughLevel = field(default_factory=RoughLevel)
    usual: tuple[Usual, Usual] = (None, None)


def learn(
    exact: Floats,
    stated: Floats,
    broad_low: Floats,
    broad_high: Floats,
    words: NDArray[np.int64],
    rough: Floats,
) -> Learned:
    """What a project's own readings teach.

    Parameters: `exact` (n, s), exact numbers, one column a source, NaN where it has none; `stated`
    (s,), the spread in ln that a source states of itself, NaN where it states none; `broad_low`,
    `broad_high` (n,), a broad band, NaN where none; `words` (n,); `rough` (n,), volumes guessed
    from relative interest, NaN where none. Returns: `Learned`, in steps of 5 %, so that one reading
    more does not move every other figure. Raises: nothing."""
    usual = np.where(np.isfinite(stated), stated, DEFAULT_SPREAD)
    spreads = learn_spreads(exact, stated)
    # One source's figure as it is, not the mean of several: the mean already leans on these.
    first, by = _first_known(exact)
    share = learn_share(first, broad_low, broad_high, words)
    level = learn_level(first, rough, spreads[by] if len(spreads) else np.zeros(0))
    return Learned(
        usual * np.exp(_settled(np.log(spreads / usual))),
        BroadShare(*_settled(np.array([share.low, share.middle, share.high])).tolist()),
        RoughLevel(*_settled(np.array([level.shift, level.spread])).tolist()),
    )


def learn_spreads(
    exact: Floats, stated: Floats | None = None, *, least: int = LEAST_SHARED
) -> Floats:
    """Each source's own spread in ln, learned from how it disagrees with the others.

    Parameters: `exact` (n, s), NaN where a source has none; `stated` (s,), what a source states of
    itself, NaN where nothing; `least`, keywords that two sources must share. Returns: (s,), what is
    stated, else `DEFAULT_SPREAD`, where too little is shared. Formula: the robust spread of ln
    differences of a pair is the root of the two variances' sum; a stated variance is one equation
    more, and the least that its source is given; solved by least squares, halved for a lone pair of
    which nothing is stated. Raises: nothing. Cost: pairs of sources × n.
    """
    sources = exact.shape[1]
    told = np.full(sources, np.nan) if stated is None else stated
    spread = np.where(np.isfinite(told), told, DEFAULT_SPREAD)
    from_pairs = _pair_variances(exact, least)
    if not from_pairs:
        return np.asarray(spread)
    rows: list[Floats] = []
    target: list[float] = []
    for a, b, variance in from_pairs:
        row = np.zeros(sources)
        row[[a, b]] = 1.0
        rows.append(row)
        target.append(variance)
    for source in np.flatnonzero(np.isfinite(told)):
        row = np.zeros(sources)
        row[source] = 1.0
        rows.append(row)
        target.append(float(told[source] ** 2))
    # The least-norm solution shares a lone pair's variance evenly between the two.
    solved = np.linalg.lstsq(np.array(rows), np.array(target), rcond=None)[0]
    seen = np.array(rows)[: len(from_pairs)].any(axis=0)
    # 2 % is finer than any count is rounded to; beyond sevenfold a source says nothing.
    spread[seen] = np.sqrt(np.clip(solved[seen], 0.02**2, 2.0**2))
    # That others happen to agree with it does not make a source better than it says it is.
    return np.fmax(spread, told)


def _pair_variances(exact: Floats, least: int) -> list[tuple[int, int, float]]:
    logs = np.log(np.maximum(exact, 1.0))
    pairs = []
    for a in range(exact.shape[1]):
        for b in range(a + 1, exact.shape[1]):
            # By their middle: to ask it of each would leave out those that lie furthest apart.
            both = (logs[:, a] + logs[:, b]) / 2 >= np.log(ENOUGH_TO_TELL)
            difference = (logs[:, a] - logs[:, b])[both]
            if len(difference) >= least:
                pairs.append((a, b, _robust_spread(difference) ** 2))
    return pairs


def learn_share(
    exact: Floats,
    broad_low: Floats,
    broad_high: Floats,
    words: NDArray[np.int64],
    *,
    least: int = LEAST_SHARED,
) -> BroadShare:
    """Exact searches per broad search, from keywords where both are known.

    Parameters: (n,) arrays with NaN where unknown; `words` (n,); `least`, how many must have both.
    Returns: how far they lie above what is usual for as many words; nothing with too few. Raises:
    nothing.
    """
    both = np.isfinite(exact) & np.isfinite(broad_low) & np.isfinite(broad_high)
    if both.sum() < least:
        return BroadShare()
    middle = (np.log1p(broad_low[both]) + np.log1p(broad_high[both])) / 2
    share = np.log1p(exact[both]) - middle
    offs = [
        float(np.quantile(share - usual, place))
        for usual, place in zip(usual_share(words[both]), (0.1, 0.5, 0.9), strict=True)
    ]
    return BroadShare(*offs)


def learn_level(
    exact: Floats, rough: Floats, spread: Floats, *, least: int = LEAST_SHARED
) -> RoughLevel:
    """How far rough volumes are off, from keywords that were compared although they are known.

    Parameters: (n,) arrays: exact numbers, rough volumes (NaN where unknown), spread in ln of the
    exact ones; `least`, how many must have both. Returns: the shift and the spread left when the
    exact ones' own is taken off; what is usual with too few. Raises: nothing."""
    both = np.isfinite(exact) & np.isfinite(rough) & (exact > 0) & (rough > 0)
    if both.sum() < least:
        return RoughLevel()
    off = np.log(exact[both] / rough[both])
    own = float(np.median(spread[both]))
    # 10 % is less than comparing on a scale of 0-100 can tell.
    left = float(np.sqrt(np.clip(_robust_spread(off) ** 2 - own**2, 0.1**2, 2.0**2)))
    return RoughLevel(float(np.median(off)), left)


def _robust_spread(values: Floats) -> float:
    """Spread by the middle half, because a tenth of the terms is off by far more than the rest."""
    quarters = np.quantile(values, (0.25, 0.75))
    return float((quarters[1] - quarters[0]) / 1.349)


def _settled(values: Floats) -> Floats:
    """Values, in ln, in whole steps."""
    return np.asarray(np.round(values / LEARNED_STEP) * LEARNED_STEP)


def _first_known(exact: Floats) -> tuple[Floats, NDArray[np.int64]]:
    """Of each row the first number that there is, and its column."""
    if not exact.shape[1]:
        return np.full(len(exact), np.nan), np.zeros(len(exact), dtype=np.int64)
    column = np.argmax(np.isfinite(exact), axis=1)
    return exact[np.arange(len(exact)), column], column
