"""What a plan brings for what it costs: its worth with a spread, against the hours."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.rough import INTERVAL_Z
from bunraku.core.weigh.verdict import MONTHS_TO_EARN

Floats = NDArray[np.float64]

MOST_SHARE = 0.8
"""What the few that matter bring of the whole."""
COMMON_SPREAD = 0.25
"""Standard deviation of ln of what errs for all pieces at once: shares of clicks, the value of one,
how fast an outlet's pieces settle. However many the pieces, it does not even out."""


def earns_its_hours(worth: float | None, hours: float, hour_value: float) -> bool | None:
    """Whether a settled year of a piece is worth its hours.

    Parameters: `worth` a month, None where it is not known; `hours` that it takes; `hour_value`,
    what one is worth, in the same currency. Returns: None where nobody knows. Raises: nothing."""
    return None if worth is None else worth * MONTHS_TO_EARN >= hours * hour_value


@dataclass(frozen=True)
class Outlay:
    """What a plan brings and costs: `value` over the horizon with `low` and `high` (80 %), `hours`,
    the cost of these; how many pieces are of `unknown` value, which count as nothing; `few`, places
    of the pieces that bring four fifths of it for fewest hours, with their value and hours;
    `times`, by how much more a click would have to be worth for the plan to pay, 0 where it does or
    can never; `estimated`, pieces whose chance is an estimate without a results page: low and high
    go as far as their chances do."""

    value: float
    low: float
    high: float
    hours: float
    cost: float
    unknown: int
    few: tuple[int, ...]
    few_value: float
    few_hours: float
    times: float
    estimated: int = 0

    @property
    def pays(self) -> bool:
        """Whether it brings what its hours cost."""
        return self.value >= self.cost


def outlay_of(
    value: Floats,
    spread: Floats,
    chance: Floats,
    hours: Floats,
    hour_value: float,
    reach: Floats | None = None,
) -> Outlay:
    """What a plan brings for its hours.

    Parameters: `value` (n,) of each piece over the horizon, in its month, NaN counts as nothing;
    `spread` (n,), standard deviation of ln searches, NaN counts as 0.5; `chance` (n,) of page one,
    NaN counts as even; `hours` (n,); `hour_value`, what an hour is worth, in the same currency;
    `reach` (n, 2), an estimated chance's low and high over its middle, NaN where it is read from a
    page; they are taken to err alike, since they have one outlet. Returns: `Outlay`. Formula:
    pieces apart from each other: one shows on page one with its chance and brings then what it
    brings on average there, times a log-normal of searches; variances add up, and the sum is taken
    for log-normal with the same mean, `COMMON_SPREAD` wider. Raises: `ValueError` for shapes that
    do not match. Cost: n log n.
    """
    if not (value.shape == spread.shape == chance.shape == hours.shape):
        raise ValueError("value, spread, chance and hours are (n,)")
    worth = np.nan_to_num(value)
    likely = np.clip(np.where(np.isfinite(chance), chance, 0.5), 0.02, 1.0)
    of_searches = np.exp(np.where(np.isfinite(spread), spread, 0.5) ** 2)
    variance = float((worth**2 * (of_searches / likely - 1)).sum())
    total, spent = float(worth.sum()), float(hours.sum())
    apart = np.log1p(variance / total**2) if total > 0 else -(COMMON_SPREAD**2)
    sigma = float(np.sqrt(apart + COMMON_SPREAD**2))
    middle = total * np.exp(-(sigma**2) / 2)
    few = _few(worth, hours, total)
    cost = spent * hour_value
    reaches = np.full((len(worth), 2), np.nan) if reach is None else reach
    estimated = np.asarray(np.isfinite(reaches).all(axis=1))
    times = np.where(estimated[:, None], reaches, 1.0)
    least, most = (worth @ times) / total if total > 0 else (1.0, 1.0)
    return Outlay(
        value=total,
        low=float(middle * np.exp(-INTERVAL_Z * sigma)) * float(least),
        high=float(middle * np.exp(INTERVAL_Z * sigma)) * float(most),
        hours=spent,
        cost=cost,
        unknown=int(np.isnan(value).sum()),
        few=few,
        few_value=float(worth[list(few)].sum()),
        few_hours=float(hours[list(few)].sum()),
        times=cost / total if 0 < total < cost else 0.0,
        estimated=int((estimated & (worth > 0)).sum()),
    )


def _few(worth: Floats, hours: Floats, total: float) -> tuple[int, ...]:
    """Those of most value an hour until they bring `MOST_SHARE` of all."""
    if total <= 0:
        return ()
    order = np.argsort(-worth / np.maximum(hours, 0.25), kind="stable")
    reached = int(np.searchsorted(np.cumsum(worth[order]), MOST_SHARE * total - 1e-9)) + 1
    return tuple(int(piece) for piece in order[:reached])
