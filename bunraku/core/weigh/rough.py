"""Rough volumes: what relative interest and wider matches say of how often just these words are
searched."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]

EXACT, PHRASE, BROAD = 0, 1, 2
"""Match types: searches for just these words, for texts that hold them together, for texts that
hold them at all. Exact ≤ phrase ≤ broad."""
INTERVAL_Z = 1.2816
"""Low and high hold the middle 80 %."""
ROUNDED = 1 / 12
"""Variance of what rounding to a whole search takes or adds: it counts where searches are few."""
ROUGH_SPREAD = 0.38
"""Spread, in ln, of a rough volume where nothing was compared that is known: two indices and a
stranger's count stand behind it."""


@dataclass(frozen=True)
class BroadShare:
    """Exact searches as a share of broad ones: how far, in ln, a project's own lie above what is
    usual for phrases of as many words, at the tenth, the middle and the ninth tenth."""

    low: float = 0.0
    middle: float = 0.0
    high: float = 0.0


@dataclass(frozen=True)
class RoughLevel:
    """How far, in ln, known volumes lie above what comparing interest makes of them, and their
    spread around that."""

    shift: float = 0.0
    spread: float = ROUGH_SPREAD


@dataclass
class Estimate:
    """An estimate in ln: the middle, the spread below and above (NaN where there is none), and the
    middle again where it is one single number's."""

    mean: Floats
    below: Floats
    above: Floats
    single: Floats


def of_hints(
    wider: tuple[Floats, Floats, NDArray[np.int64]],
    words: NDArray[np.int64],
    rough: Floats,
    broad: BroadShare,
    level: RoughLevel,
) -> Estimate:
    """What relative interest and a reading of a wider match say together, in ln(v + 1).

    Parameters: `wider`, the low and the high end of one wider reading a keyword and its match type,
    each (n,), NaN where there is none; `words` (n,); `rough` (n,), see `rough_volume`; `broad` and
    `level`, what was learned. Returns: `Estimate`, weighed by precision where both are known.
    Raises: nothing."""
    shifted = rough * np.exp(level.shift)
    few = np.hypot(level.spread * shifted, np.sqrt(ROUNDED)) / (shifted + 1)
    mean = np.log1p(shifted)
    held = _of_wider(*wider, words, broad)
    by_index = 1 / few**2
    by_wider = 4 / (held.below + held.above) ** 2
    seen, known = np.isfinite(mean), np.isfinite(held.mean)
    both = seen & known
    together = (by_index * mean + by_wider * held.mean) / (by_index + by_wider)
    spread = 1 / np.sqrt(by_index + by_wider)
    return Estimate(
        np.where(both, together, np.where(seen, mean, held.mean)),
        np.where(both, spread, np.where(seen, few, held.below)),
        np.where(both, spread, np.where(seen, few, held.above)),
        np.full(len(mean), np.nan),
    )


def usual_share(words: NDArray[np.int64]) -> tuple[Floats, Floats, Floats]:
    """Exact searches as a share of broad ones, in ln, at the tenth, the middle and the ninth tenth.

    Parameters: `words` (n,), how many words each keyword has. Returns: three of (n,): the fewer
    words, the more of the searches that hold them ask for something narrower. Fitted to keywords of
    the practice world. Raises: nothing."""
    short = np.maximum(5 - words, 0).astype(np.float64)
    return -1.35 - 0.4 * short, -0.28 - 0.08 * short, 0.55 - 0.09 * short


def _of_wider(
    low: Floats,
    high: Floats,
    match: NDArray[np.int64],
    words: NDArray[np.int64],
    broad: BroadShare,
) -> Estimate:
    """The exact searches behind wider readings; behind a phrase match half as far, in ln, below it
    as behind a broad one."""
    middle = (np.log1p(low) + np.log1p(high)) / 2
    reach = np.where(match == PHRASE, 0.5, 1.0)
    least, half, most = (
        (usual + learned) * reach
        for usual, learned in zip(
            usual_share(words), (broad.low, broad.middle, broad.high), strict=True
        )
    )
    # Below nothing there is nothing: a share of a band from 0 to 10 can be a part of a search.
    return Estimate(
        np.maximum(middle + half, 0.05),
        np.maximum(half - least, 0.1) / INTERVAL_Z,
        np.maximum(most - half, 0.1) / INTERVAL_Z,
        np.full(len(low), np.nan),
    )


def index_to_volume(index: Floats, average: Floats, covers: int = 12) -> Floats:
    """Searches month by month of terms whose relative interest and average volume are known.

    Parameters: `index` (n, months), relative interest, oldest first, NaN where a month is missing;
    `average` (n,), searches a month, NaN unknown; `covers`, the months at the end that the average
    is of. Returns: (n, months), average × index / mean index over those months; a missing month
    stays missing; NaN throughout where the index is nothing but zeros over those months, for then
    it says nothing of them. Raises: `ValueError` for shapes that do not match or `covers` below
    1."""
    if index.shape[:1] != average.shape or covers < 1:
        raise ValueError("index is (n, months), average (n,), covers 1 or more")
    last = index[:, -covers:]
    there = np.isfinite(last)
    count = there.sum(axis=1)
    mean = np.where(there, last, 0.0).sum(axis=1) / np.maximum(count, 1)
    scale = np.divide(average, mean, out=np.full(len(average), np.nan), where=mean > 0)
    return np.asarray(index * scale[:, None])


def rough_volume(index: Floats, anchor_index: Floats, anchor_volume: Floats) -> Floats:
    """Rough volume of a term without counts, by comparing interest with a known term in one
    request.

    Parameters: `index` (n,), the term's mean relative interest; `anchor_index` (n,), the known
    term's in the same request; `anchor_volume` (n,), the known term's searches a month. NaN where
    unknown. Returns: (n,) searches a month, NaN where any part is unknown or either shows no
    interest: too little to be seen is not nothing. Raises: nothing.
    """
    usable = (index > 0) & (anchor_index > 0) & np.isfinite(anchor_volume)
    ratio = np.divide(index, anchor_index, out=np.full_like(index, np.nan), where=usable)
    return ratio * anchor_volume
