"""What the figures of a row of a file are as readings."""

from collections.abc import Mapping
from datetime import date
from typing import Any

from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.months_in import PREFIX, month_before
from bunraku.core.formats.row_in import Taken
from bunraku.server.readings.kinds import OWN_REPORT, Answered
from bunraku.sources.protocol import Match, What

MOST_SEARCHES = 10**10
"""More than there are people to search: such a column holds something else."""
MATCHES: Mapping[str, Match] = {"exact": "exact", "phrase": "phrase", "broad": "broad"}
"""Match types that a file tells at a keyword."""
OWN = ("clicks", "impressions", "position")
"""What only a report on one's own pages tells."""


def readings_of(
    row: Taken, match: Match, on: date, months_covered: float | None = None
) -> list[Answered]:
    """The readings that a row's figures are, its searches of a match type and of a day; a report
    without days covers so many months (None: that is not told)."""
    figures, key = row.figures, row.key
    match = MATCHES.get(row.texts.get("match", ""), match)
    out: list[Answered] = []
    searches = figures.get("searches")
    months = _months(figures, on)
    exact = searches is not None and searches.low == searches.high
    banded = searches is not None and not exact
    beside = _beside(figures)
    if months or (searches is not None and exact):
        average = searches.low if searches and exact else sum(n for _, n in months) / len(months)
        counts = {
            "monthly": round(min(average, MOST_SEARCHES)),
            # A single number has no months: an empty history says so.
            "history": [list(month) for month in months],
            "match": match,
        }
        # What stands beside a number is told with it: a reading a row, not two.
        out.append((What.COUNTS.value, key, counts if banded else {**counts, **beside}))
    if searches is not None and banded:
        bands = {
            "low": round(min(searches.low, MOST_SEARCHES)),
            "high": round(min(searches.high, MOST_SEARCHES)),
            "match": match,
        }
        out.append((What.BANDS.value, key, {**bands, **beside}))
    if beside and not out:
        out.append((What.BANDS.value, key, beside))
    # Position 0 is how reports write that a page was not shown.
    own = {
        name: figures[name].high
        for name in OWN
        if name in figures and (name != "position" or figures[name].high > 0)
    }
    if own:
        out.append((OWN_REPORT, key, {**own, **_traffic(row, months_covered)}))
    return out


def _traffic(row: Taken, months_covered: float | None) -> dict[str, Any]:
    """What one's own report tells beside a query's totals, as a reading keeps it."""
    told, page = row.traffic, row.texts.get("page", "")
    if told is None:
        return {"page": page, "months_covered": months_covered}
    return {
        "page": page,
        "months_covered": told.months_covered or months_covered,
        "by_month": [list(month) for month in told.by_month],
        # One page alone has the totals.
        "by_page": [list(each) for each in told.by_page] if len(told.by_page) > 1 else [],
    }


def _beside(figures: dict[str, Figure]) -> dict[str, float]:
    """What stands beside searches: cost per click, ad competition, difficulty."""
    beside: dict[str, float] = {}
    cpc, most = figures.get("cpc"), figures.get("cpc_high")
    if bid := cpc or most:
        ends = (bid.low, bid.high, *((most.low, most.high) if most else ()))
        beside |= {"cpc_low": min(ends), "cpc_high": max(ends)}
    if competition := figures.get("competition"):
        beside["ad_competition"] = _share(competition)
    if difficulty := figures.get("difficulty"):
        beside["difficulty"] = _points(difficulty)
    return beside


def _months(figures: dict[str, Figure], on: date) -> list[tuple[str, int]]:
    """Searches month by month, oldest first; most files tell none."""
    names = [name for name in figures if name.startswith(PREFIX)]
    return sorted(
        (month_before(name.removeprefix(PREFIX), on), round(min(figures[name].high, MOST_SEARCHES)))
        for name in names
    )


def _points(difficulty: Figure) -> float:
    """Difficulty, 0-100; a percentage was read as a share."""
    scale = 100 if difficulty.is_pct else 1
    return min(scale * (difficulty.low + difficulty.high) / 2, 100.0)


def _share(competition: Figure) -> float:
    """Ad competition, 0-1; above 1 it is told in per cent, if without the sign."""
    in_pct = competition.high > 1 and not competition.is_pct
    return min(competition.high / 100 if in_pct else competition.high, 1.0)
