"""How strong an outlet must be, to judge by where it already stands."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels import channel_named
from bunraku.core.weigh.chance import outlook, own_strength
from bunraku.core.weigh.landing import STRENGTHS
from bunraku.core.weigh.page import PAGE_ONE

Floats = NDArray[np.float64]

LEAST_PLACES = 5
"""Places below which nothing is said: one lucky page is no measure."""
UNSURE = 12.0
"""How far, in points of strength, what a person said of their outlet is believed to be off."""
LEAST_ODDS = 0.02
"""Share of places that are taken to have reasons of their own (an old page, a link from a friend):
without it a single odd place would decide."""
HELD = 0.8
"""Share of the belief that the range holds."""


@dataclass(frozen=True)
class Implied:
    """Own strength by places: the likeliest, the range that holds four fifths of the belief, on how
    many places it rests."""

    strength: float
    low: float
    high: float
    places: int


def implied_strength(
    strengths: Floats, positions: Floats, short: Floats, said: float, channel: str
) -> Implied | None:
    """An outlet's own strength, to judge by where it stands already.

    Parameters: `strengths` (n, 10) of others on n pages that were read, NaN where none stands;
    `positions` (n,), where one stands oneself, 1 and more, beyond ten is below page one; `short`
    (n,), points by which the piece that stands there falls short of one whose title says the
    phrase; `said`, own strength by what the person told, 0-100; `channel`. Returns: `Implied`, None
    under `LEAST_PLACES` places that can be judged. Formula: for each strength 0-100 the chance of
    these places by `outlook`, times a belief about what was told that is `UNSURE` points wide,
    evened by `LEAST_ODDS`; the mean of that, and the range that holds `HELD` of it. Raises:
    `ValueError` for another channel. Cost: 101 outlooks of n pages."""
    known = np.isfinite(strengths).any(axis=1) & (positions >= 1)
    pages, places = strengths[known], np.floor(positions[known]).astype(np.int64)
    lacks = short[known]
    if len(pages) < LEAST_PLACES:
        return None
    belief = -((STRENGTHS - said) ** 2) / (2 * UNSURE**2)
    rows = np.arange(len(pages))
    on_page = places <= PAGE_ONE
    at = np.minimum(places, PAGE_ONE) - 1
    for number, own in enumerate(STRENGTHS):
        seen = outlook(pages, np.clip(own - lacks, 0, 100), channel)
        # Places beside the very one count too: a page wanders by one from day to day.
        near = _smoothed(seen.positions)[rows, at]
        odds = np.where(on_page, near, 1 - seen.page_one)
        belief[number] += np.log((1 - LEAST_ODDS) * odds + LEAST_ODDS / PAGE_ONE).sum()
    weight = np.exp(belief - belief.max())
    weight /= weight.sum()
    sums = np.cumsum(weight)
    low, high = np.searchsorted(sums, [(1 - HELD) / 2, (1 + HELD) / 2])
    return Implied(float(weight @ STRENGTHS), float(low), float(high), len(pages))


def _smoothed(positions: Floats) -> Floats:
    padded = np.pad(positions, ((0, 0), (1, 1)), mode="edge")
    mixed: Floats = 0.25 * padded[:, :-2] + 0.5 * padded[:, 1:-1] + 0.25 * padded[:, 2:]
    return mixed


def standing_for(strength: float, channel: str, pull: float | None = None) -> float:
    """The standing (authority, followers, reviews) whose own strength is this: `own_strength` the
    other way round.

    Parameters: `strength`, 0-100; `channel`; `pull`, as there. Returns: the least such standing,
    authority to the whole point, counts to two digits; the greatest there is where none is enough.
    Raises: as `own_strength`. Cost: forty halvings."""
    ranking = channel_named(channel).ranking
    low, high = 0.0, ranking.most_standing
    for _ in range(40):
        middle = (low + high) / 2
        if float(own_strength(middle, 1, channel, pull)[0]) < strength:
            low = middle
        else:
            high = middle
    return float(round(high)) if ranking.standing_top is None else float(f"{high:.1e}")
