"""When a piece must be out, and what publishing it in each month would bring within the horizon."""

from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from dateutil.relativedelta import relativedelta
from numpy.typing import NDArray

Floats = NDArray[np.float64]

HORIZON_MONTHS = 12
"""A year: every season comes once."""
GROWTH_MONTHS = 12
"""Months over which a piece is followed as it grows; by then it has settled."""
HORIZONS = (6, 12, 18, 24)
"""How many months a plan may hold."""
SEASON_MONTHS = 3
"""How long a season lasts from the start of its climb, for telling that one has just been
missed."""


@dataclass(frozen=True)
class PublishBy:
    """The day a piece must be out, the month its searches climb (1-12, 0 without a season), whether
    it comes too late for a season that is going on, and the first days of the climb that it is in
    time for and of the one it has missed."""

    day: date | None
    climb_month: int
    late: bool
    climb: date | None = None
    missed: date | None = None


def months_ahead(today: date, count: int = HORIZON_MONTHS) -> list[date]:
    """First days of the next `count` months, beginning with the month after `today`."""
    return [today.replace(day=1) + relativedelta(months=1 + step) for step in range(count)]


def publish_by(climb_month: int, days_ahead: int, out: date) -> PublishBy:
    """Publish-by: the start of the climb less the days that a piece needs to show and to settle.

    Parameters: `climb_month` 1-12, 0 where there is no season; `days_ahead`, 0 or more: days until
    the outlet's pieces show and until they have settled; `out`, the first day on which the piece
    can be out: that of the month it is planned for, today where it has none. Returns: `PublishBy`;
    no day without a season. The day is the next one to come from `out`; `late` is set while the
    season whose day was missed goes on (three months from its climb). Raises: `ValueError` for a
    month outside 0-12.
    """
    if not 0 <= climb_month <= 12:
        raise ValueError("climb_month is 0 to 12")
    if climb_month == 0:
        return PublishBy(None, 0, False)
    # With a delay of months the climb to be out for may be that of next year or the year after.
    climbs = [date(out.year + step, climb_month, 1) for step in (-1, 0, 1, 2)]
    delay = timedelta(days=days_ahead)
    coming = next(climb for climb in climbs if climb - delay >= out)
    missed = coming - relativedelta(years=1)
    late = out < missed + relativedelta(months=SEASON_MONTHS)
    return PublishBy(coming - delay, climb_month, late, coming, missed if late else None)


def value_by_month(
    worth_a_month: Floats,
    month_share: Floats,
    days_until_shown: Floats,
    first_month: int,
    growth: Floats | None = None,
    horizon: int = HORIZON_MONTHS,
) -> Floats:
    """What a piece brings within the horizon if it is published at the start of each month.

    Parameters: `worth_a_month` (n,), once settled, in the project's currency, NaN counts as
    nothing; `month_share` (n, 12), January to December, rows sum to 1, NaN rows mean an even year;
    `days_until_shown` (n,); `first_month`, calendar month (1-12) of the first month of the horizon;
    `growth` (n, 12), the share of its settled worth that a piece has in each month since it is
    first shown, 0-1 (`chance_by_week`), later ones as the last; without it all from the first day;
    `horizon`, months h. Returns: (n, h), the sum over the months in which it shows of worth × 12 ×
    share of the month × growth; the first month counts for the part in which it shows. Raises:
    `ValueError` for a month outside 1-12 or a growth of another shape.
    """
    if not 1 <= first_month <= 12:
        raise ValueError("first_month is 1 to 12")
    n = len(worth_a_month)
    grown = np.ones((n, GROWTH_MONTHS)) if growth is None else growth
    if grown.shape != (n, GROWTH_MONTHS):
        raise ValueError("growth is (n, 12)")
    even = np.full(12, 1 / 12)
    shares = np.where(np.isfinite(month_share).all(axis=1, keepdims=True), month_share, even)
    by_horizon = shares[:, (first_month - 1 + np.arange(horizon)) % 12]
    monthly = 12 * np.nan_to_num(worth_a_month)[:, None] * by_horizon
    value = np.zeros_like(monthly)
    # Days in a month on average; a plan by the month needs no finer one.
    delay = np.asarray(days_until_shown, dtype=float) / 30.4
    for start in range(horizon):
        since = np.arange(horizon)[None, :] - start - delay[:, None]
        shown = np.clip(since + 1, 0, 1)
        # In the middle of the month: half of it lies before, half behind.
        age = np.clip(np.floor(since + 0.5), 0, GROWTH_MONTHS - 1).astype(np.int64)
        share = np.take_along_axis(grown, age, axis=1)
        value[:, start] = (monthly * shown * share).sum(axis=1)
    return value
