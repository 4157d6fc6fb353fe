"""Search volume: one taken-as figure, with low and high, from readings that disagree."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

DEFAULT_SPREAD = 0.25
"""Spread, in ln, of an exact reading from a source we cannot yet judge: about a quarter up or
down."""
SPREAD_PER_YEAR = 0.35
"""How much an ageing reading is worth: added in quadrature per year of age, since demand drifts."""
BROAD_RATIO = 0.3
"""Exact searches per broad search where a project has nothing to learn it from."""
BROAD_RATIO_SPREAD = 0.9
"""Spread, in ln, of that ratio from keyword to keyword: a broad figure says little of the exact
one."""
INTERVAL_Z = 1.2816
"""Low and high hold the middle 80 %."""
DISAGREE_FACTOR = 2.0
"""Sources twofold apart: more than their own spreads explain, so the person should know."""


@dataclass(frozen=True)
class TakenAs:
    """Searches a month for n keywords: value, low, high (NaN unknown); readings used; disagreement
    flag."""

    value: Floats
    low: Floats
    high: Floats
    made_from: NDArray[np.int64]
    disagree: NDArray[np.bool_]
    rough: NDArray[np.bool_]


def taken_as(
    exact: Floats,
    spread: Floats,
    age_days: Floats,
    broad_low: Floats,
    broad_high: Floats,
    rough: Floats,
    *,
    broad_ratio: float = BROAD_RATIO,
) -> TakenAs:
    """Taken-as volume: the one figure made of several readings, exact match, searches a month.

    Parameters: `exact` (n, s), one column a source, NaN where it has none; `spread` (s,), each
    source's spread in ln; `age_days` (n, s), 0 or more; `broad_low`, `broad_high` (n,), a
    broad-match band, NaN where none; `rough` (n,), a volume guessed from relative interest, NaN
    where none; `broad_ratio`, exact per broad. Returns: `TakenAs`. With one exact reading the value
    is that reading. The value never exceeds the upper end of a broad band (exact ≤ broad); low ≤
    value ≤ high; the interval widens where sources disagree, and a factor over two between them is
    flagged. With a broad band alone the value is the band's middle times the ratio; with a rough
    guess alone it is the guess; both are marked rough. With nothing: NaN. Formula:
    precision-weighted mean of ln(v + 1), the interval by the Birge ratio. Raises: `ValueError` for
    shapes that do not match. Cost: linear, vectorised.
    """
    n = exact.shape[0]
    if (
        spread.shape != (exact.shape[1],)
        or age_days.shape != exact.shape
        or broad_low.shape != (n,)
    ):
        raise ValueError("exact is (n, s), spread (s,), age_days (n, s), bands (n,)")
    known = np.isfinite(exact)
    # In logarithms, because sources err by a factor; + 1, because none is an answer too.
    logs = np.log1p(np.where(known, exact, 0.0))
    variance = (
        spread[None, :] ** 2 + (SPREAD_PER_YEAR * np.where(known, age_days, 0.0) / 365.0) ** 2
    )
    weight = np.where(known, 1.0 / variance, 0.0)
    total = weight.sum(axis=1)
    count = known.sum(axis=1)
    safe = np.where(total > 0, total, 1.0)
    mean = (weight * logs).sum(axis=1) / safe
    chi = (weight * (logs - mean[:, None]) ** 2).sum(axis=1)
    # Never below one: that two sources happen to agree does not make them surer than they are.
    birge = np.sqrt(np.maximum(1.0, chi / np.maximum(count - 1, 1)))
    sigma = birge / np.sqrt(safe)
    gap = np.where(known, logs, -np.inf).max(axis=1, initial=-np.inf) - np.where(
        known, logs, np.inf
    ).min(axis=1, initial=np.inf)
    disagree = (count > 1) & (gap > np.log(DISAGREE_FACTOR))

    has_exact = total > 0
    banded = np.isfinite(broad_low) & np.isfinite(broad_high)
    only_band = ~has_exact & banded & ~np.isfinite(rough)
    only_rough = ~has_exact & np.isfinite(rough)
    middle = (
        np.log1p(np.where(banded, broad_low, 0)) + np.log1p(np.where(banded, broad_high, 0))
    ) / 2
    width = np.log1p(np.where(banded, broad_high, 0)) - np.log1p(np.where(banded, broad_low, 0))
    mean = np.where(only_band, np.maximum(middle + np.log(broad_ratio), 0), mean)
    # A band says that the figure is somewhere in it: the spread of an even distribution.
    sigma = np.where(only_band, np.hypot(width / np.sqrt(12), BROAD_RATIO_SPREAD), sigma)
    mean = np.where(only_rough, np.log1p(np.where(np.isfinite(rough), rough, 0)), mean)
    # 0.7 in ln is twofold either way: two indices and a stranger's count stand behind it.
    sigma = np.where(only_rough, 0.7, sigma)

    any_known = has_exact | only_band | only_rough
    ceiling = np.where(banded, broad_high, np.inf)
    value = np.minimum(np.expm1(mean), ceiling)
    # The band's ceiling cuts value and high alike; each end stays on its side of the value.
    low = np.minimum(np.maximum(np.expm1(mean - INTERVAL_Z * sigma), 0), value)
    high = np.maximum(np.minimum(np.expm1(mean + INTERVAL_Z * sigma), ceiling), value)
    # A single reading is that reading to the digit, not what a logarithm gives back.
    single = (count == 1) & (np.nansum(np.where(known, exact, 0), axis=1) <= ceiling)
    value = np.where(single, np.where(known, exact, 0.0).sum(axis=1), value)
    low, high = np.minimum(low, value), np.maximum(high, value)
    blank = np.where(any_known, 0.0, np.nan)
    return TakenAs(
        value=value + blank,
        low=low + blank,
        high=high + blank,
        made_from=count + (banded & any_known) + only_rough,
        disagree=disagree,
        rough=only_band | only_rough,
    )


def learn_spreads(exact: Floats, *, least: int = 30) -> Floats:
    """Each source's own spread in ln, learned from how it disagrees with the others.

    Parameters: `exact` (n, s), NaN where a source has none; `least`, keywords that two sources
    must share. Returns: (s,), `DEFAULT_SPREAD` where too little is shared. Formula: the robust
    spread of ln differences of a pair is the root of the two variances' sum; solved by
    non-negative least squares for three or more sources, halved for two. Raises: nothing. Cost:
    pairs of sources × n.
    """
    from_pairs = _pair_variances(exact, least)
    sources = exact.shape[1]
    spread = np.full(sources, DEFAULT_SPREAD)
    if not from_pairs:
        return spread
    rows = np.zeros((len(from_pairs), sources))
    target = np.zeros(len(from_pairs))
    for row, (a, b, variance) in enumerate(from_pairs):
        rows[row, [a, b]] = 1.0
        target[row] = variance
    # The least-norm solution shares a lone pair's variance evenly between the two.
    solved = np.linalg.lstsq(rows, target, rcond=None)[0]
    seen = rows.any(axis=0)
    # 2 % is finer than any count is rounded to; beyond sevenfold a source says nothing.
    spread[seen] = np.sqrt(np.clip(solved[seen], 0.02**2, 2.0**2))
    return spread


def _pair_variances(exact: Floats, least: int) -> list[tuple[int, int, float]]:
    logs = np.log1p(exact)
    pairs = []
    for a in range(exact.shape[1]):
        for b in range(a + 1, exact.shape[1]):
            difference = (logs[:, a] - logs[:, b])[
                np.isfinite(logs[:, a]) & np.isfinite(logs[:, b])
            ]
            if len(difference) >= least:
                # The median, because a tenth of the terms is off by far more than the rest.
                deviation = 1.4826 * float(np.median(np.abs(difference - np.median(difference))))
                pairs.append((a, b, deviation**2))
    return pairs


def learn_broad_ratio(
    exact: Floats, broad_low: Floats, broad_high: Floats, *, least: int = 30
) -> float:
    """Exact searches per broad search, from keywords where both are known, 0-1.

    Parameters: (n,) arrays with NaN where unknown; `least`, how many must have both. Returns: the
    median ratio to the band's geometric middle, at most 1, or `BROAD_RATIO` with too few. Raises:
    nothing.
    """
    both = np.isfinite(exact) & np.isfinite(broad_low) & np.isfinite(broad_high) & (exact > 0)
    if both.sum() < least:
        return BROAD_RATIO
    middle = (np.log1p(broad_low[both]) + np.log1p(broad_high[both])) / 2
    return float(np.clip(np.exp(np.median(np.log1p(exact[both]) - middle)), 0.01, 1.0))


def rough_volume(index: Floats, anchor_index: Floats, anchor_volume: Floats) -> Floats:
    """Rough volume of a term without counts, by comparing interest with a known term in one
    request.

    Parameters: `index` (n,), the term's mean relative interest; `anchor_index` (n,), the known
    term's in the same request; `anchor_volume` (n,), the known term's searches a month. NaN where
    unknown. Returns: (n,) searches a month, NaN where any part is unknown or the anchor shows no
    interest. Raises: nothing.
    """
    usable = np.isfinite(index) & (anchor_index > 0) & np.isfinite(anchor_volume)
    ratio = np.divide(index, anchor_index, out=np.full_like(index, np.nan), where=usable)
    return ratio * anchor_volume
