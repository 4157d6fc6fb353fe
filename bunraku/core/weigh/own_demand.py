"""Searches by one's own search performance report: how often a page was shown tells how often its
query is searched for."""

import math
from bisect import bisect_left
from collections.abc import Mapping
from typing import Any, NamedTuple

from bunraku.core.weigh.page import PAGE_ONE

_POSITIONS = (1.0, 8.0, 10.0, 13.0, 20.0, 30.0, 50.0)
_MOST_SEEN = (1.0, 1.0, 1.0, 0.8, 0.4, 0.2, 0.1)
_LEAST_SEEN = (0.85, 0.65, 0.5, 0.15, 0.03, 0.012, 0.005)
"""Share of searches in which a result at that average position is seen, at most and at least: all
who search get page one, though not always with this page on it; few ask for page two, and fewer for
each one after. Assumed: published shares of page two lie between one and ten in a hundred."""
UNKNOWN_MONTHS = (0.92, 16.0)
"""Months that a report without days may cover: between 28 days and sixteen months."""
SEASON_TO = 12.0
"""Months in which the page stood further down say more of its position than of the season."""
RECENT_MONTHS = 3
"""Months that tell where a page stands now: one alone may be a few searches."""
SILENT_FROM = 100
"""Impressions on page one from which a month without any is one without searches."""


class Demand(NamedTuple):
    """Searches a month, from `low` to `high`, and month by month ("2026-03") as far as told."""

    low: float
    high: float
    history: list[tuple[str, int]]


def demand_of(report: Mapping[str, Any]) -> Demand | None:
    """Searches a month by what one's own report tells of a query.

    Parameters: `report`, with `impressions` (in all), `position` (average, 1 the top),
    `months_covered` (None or absent: not told, so anything from 28 days to sixteen months), and
    `by_month`: month, clicks, impressions and position of each. Returns: `Demand`; None without
    impressions or position. Formula: impressions a month over the share of searches in which
    such a position is seen, at most and at least, of the last twelve months where the report
    has as many; low is never less than the impressions themselves, for each of them was a
    search. A month's searches are its impressions over the middle of these shares, where the
    page stood in the first `SEASON_TO`; months of the report without impressions are 0 for a
    page on page one with `SILENT_FROM` or more. Raises: nothing. Cost: linear in the months."""
    months = report.get("months_covered")
    impressions, position = report.get("impressions"), report.get("position")
    # More than a year counts some of its months twice.
    year = (report.get("by_month") or ())[-12:]
    if len(year) == 12 and (seen := sum(shown or 0.0 for _, _, shown, _ in year)):
        months, impressions = 12.0, seen
        placed = [(shown, place) for _, _, shown, place in year if shown and place]
        position = sum(shown * place for shown, place in placed) / seen if placed else position
    if not impressions or not position:
        return None
    shortest, longest = (months, months) if months else UNKNOWN_MONTHS
    most, least = seen_share(position)
    # A page on page one that nobody saw for a month was not searched for; another may have sunk.
    silence_counts = position <= PAGE_ONE and impressions >= SILENT_FROM
    history = [
        (month, round(shown / math.sqrt(math.prod(seen_share(place)))) if shown else 0)
        for month, _, shown, place in report.get("by_month") or ()
        if (place and place <= SEASON_TO) or (silence_counts and not shown)
    ]
    return Demand(
        round(impressions / longest / most, 2), round(impressions / shortest / least, 2), history
    )


def position_now(report: Mapping[str, Any]) -> float | None:
    """Where a page of one's own stands now.

    Parameters: `report`, as `demand_of`. Returns: its average position, 1 the top, over the last
    `RECENT_MONTHS` months in which it was shown, by impressions, where the report has twice as many
    such months or more; else the one that the report tells, None where it tells none. Raises:
    nothing."""
    placed = [(shown, place) for _, _, shown, place in report.get("by_month") or () if place]
    recent = placed[-RECENT_MONTHS:]
    seen = sum(shown or 0.0 for shown, _ in recent)
    told: float | None = report.get("position")
    if len(placed) < 2 * RECENT_MONTHS or not seen:
        return told
    return round(sum((shown or 0.0) * place for shown, place in recent) / seen, 2)


def seen_share(position: float) -> tuple[float, float]:
    """Share of searches in which a result is seen, at most and at least, by its average position (1
    or more). Between the known positions the logarithm is straight. Raises: nothing."""
    place = max(position, 1.0)
    after = bisect_left(_POSITIONS, place)
    if after == 0:
        return _MOST_SEEN[0], _LEAST_SEEN[0]
    if after == len(_POSITIONS):
        return _MOST_SEEN[-1], _LEAST_SEEN[-1]
    before = after - 1
    way = (place - _POSITIONS[before]) / (_POSITIONS[after] - _POSITIONS[before])
    most, least = (
        share[before] * (share[after] / share[before]) ** way for share in (_MOST_SEEN, _LEAST_SEEN)
    )
    return most, least
