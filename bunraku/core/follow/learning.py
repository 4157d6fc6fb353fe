"""Learning from outcomes: how far one's own strength was off, and how sharply strength decides."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.chance import outlook

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

LEAST_OUTCOMES = 30
"""Outcomes from which on anything is learned."""
_OFFSETS = np.arange(-20.0, 20.25, 0.5).tolist()
"""Points of strength that are tried."""
_SHARPNESS = np.exp(np.linspace(np.log(0.5), np.log(2.0), 9)).tolist()
"""Sharpness that is tried, times the usual."""
OFFSET_SPREAD = 9.0
"""How far, in points, an outlet's own strength is mostly off before anything is known: the default
pulls as hard as that says."""
SHARPNESS_SPREAD = 0.25
"""The same of the sharpness, in ln."""
TOGETHER = 4.0
"""Outcomes of phrases of one piece are worth about as much as one in so many of their number were
they apart: they share a page of one's own, and much of what is searched with it. Fitted so that 30
outcomes never make it worse in the practice world."""
NEEDED_GAIN = 2.0
"""By how much, in ln of the posterior, something else must beat the default at `LEAST_OUTCOMES`
outcomes of pieces of their own. It falls evenly to nothing at `ENOUGH_OUTCOMES`: few outcomes that
hardly speak are not listened to."""
ENOUGH_OUTCOMES = 100
DAYS_LEAST = 5
"""Pieces whose days until shown must be known before they say anything."""


@dataclass(frozen=True)
class Learned:
    """What outcomes teach of an outlet: points to add to its own strength, by what to multiply
    sharpness, on how many outcomes that rests, and the mean chance foretold and share reached."""

    offset: float
    sharpness: float
    outcomes: int
    foretold: float
    reached: float


def learn(
    strengths: Floats, own: Floats, places: Ints, pieces: Ints, channel: str
) -> Learned | None:
    """What outcomes teach of an outlet's own strength.

    Parameters: for n phrases, `strengths` (n, 10) of their page as it was when the forecast was
    made, NaN where none stood; `own` (n,), the own strength that was forecast with, without
    anything learned; `places` (n,), where the piece stood once settled, 0 not shown; `pieces` (n,),
    which piece each is of; `channel`. Returns: `Learned`, None under `LEAST_OUTCOMES`. Formula: the
    offset and the sharpness of greatest posterior: likelihood of landing on page one or behind it
    (`outlook`), phrases of a piece counted less (`TOGETHER`), with normal priors about no
    offset and the usual sharpness; so it is shrunk towards the default, and stays there where
    nothing beats it by what so few outcomes need (`NEEDED_GAIN`). Raises: as `outlook`. Cost: some
    seven hundred outlooks of n."""
    known = np.isfinite(strengths).any(axis=1) & np.isfinite(own)
    n = int(known.sum())
    if n < LEAST_OUTCOMES:
        return None
    pages, start = strengths[known], own[known]
    landed = (places[known] > 0) & (places[known] <= 10)
    weight = _weights(pieces[known])

    def posterior(offset: float, sharpness: float) -> float:
        seen = outlook(pages, np.clip(start + offset, 0, 100), channel, sharpness=sharpness)
        odds = np.where(landed, seen.page_one, 1 - seen.page_one)
        likelihood = float((weight * np.log(np.clip(odds, _LEAST_ODDS, 1))).sum())
        pulls = (offset / OFFSET_SPREAD) ** 2 + (np.log(sharpness) / SHARPNESS_SPREAD) ** 2
        return likelihood - 0.5 * float(pulls)

    tried = [(offset, sharpness) for sharpness in _SHARPNESS for offset in _OFFSETS]
    best = max(tried, key=lambda pair: posterior(*pair))
    if posterior(*best) - posterior(*_DEFAULT) <= _needed(float(weight.sum())):
        best = _DEFAULT
    foretold = outlook(pages, start, channel).page_one
    return Learned(best[0], round(best[1], 3), n, float(foretold.mean()), float(landed.mean()))


_DEFAULT = (0.0, 1.0)
"""No offset and the usual sharpness."""
_LEAST_ODDS = 0.01
"""No outcome counts as less likely: one page in a hundred is odd for a reason that nobody sees."""


def _needed(worth: float) -> float:
    """By how much the best must beat the default, for outcomes that are worth so many of pieces of
    their own."""
    few = (ENOUGH_OUTCOMES - worth) / (ENOUGH_OUTCOMES - LEAST_OUTCOMES)
    return NEEDED_GAIN * max(0.0, few)


def _weights(pieces: Ints) -> Floats:
    """What each outcome counts for: one where it is the only one of its piece, less where there are
    several."""
    _, which, counts = np.unique(pieces, return_inverse=True, return_counts=True)
    worth = 1 + (counts - 1) / TOGETHER
    return np.asarray((worth / counts)[which], dtype=np.float64)


def learn_days(days: Sequence[int]) -> int | None:
    """Days within which a new piece of an outlet is shown: the median of those that are known, each
    until the first look that saw it; None under `DAYS_LEAST`."""
    return round(float(np.median(days))) if len(days) >= DAYS_LEAST else None
