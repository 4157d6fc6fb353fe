"""One's own page-and-query report: what pages are shown for beside what they are meant for."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date

from bunraku.core.channels import channel_named


@dataclass(frozen=True)
class ReportLine:
    """What a page got from a query on a day (or in the days up to it): clicks, times shown, average
    position; None where it is not told. Without a query: all visits of the page."""

    day: date
    page: str
    term: str
    clicks: float | None
    impressions: float | None
    position: float | None


@dataclass(frozen=True)
class Together:
    """Lines of one page and query added up; the position weighted by times shown."""

    page: str
    term: str
    clicks: float
    impressions: float
    position: float | None


@dataclass(frozen=True)
class Shown:
    """A query that a page is shown for: its figures, and the clicks that its place mostly brings
    (None without a place on page one)."""

    page: str
    term: str
    clicks: float
    impressions: float
    position: float | None
    expected: float | None


@dataclass(frozen=True)
class Fading:
    """A page that gets clearly fewer clicks in the later half of a report than in the earlier."""

    page: str
    before: float
    after: float


@dataclass(frozen=True)
class Told:
    """What a report says: queries of pages that are not meant for them, pages that fade, queries
    for which two pages are shown, and queries that bring fewer or more clicks than their place
    mostly does; each the weightiest first."""

    unmeant: list[Shown]
    fading: list[Fading]
    two_pages: list[tuple[str, list[Shown]]]
    below: list[Shown]
    above: list[Shown]
    clicks: float
    impressions: float


LEAST_SHOWN = 10
"""Times that a query must have shown a page to be spoken of."""
LEAST_CLICKS = 20
"""Clicks in the earlier half from which on a page can be said to fade."""
FADED = 0.6
"""Share of the earlier clicks below which a page fades: about what season and luck leave alone."""
APART = 0.5
"""Share of the expected clicks below which, and its inverse above which, a query is named."""
SECOND = 0.2
"""Share of times shown that a second page must have for a query to be one of two pages."""


def tell(lines: Iterable[ReportLine], meant: Mapping[str, set[str]], channel: str) -> Told:
    """What a report says.

    Parameters: `lines`, each page, query and day once; `meant`, by page the identity keys of the
    queries that it is meant for; `channel`. Returns: `Told`. Formula: clicks against times shown ×
    the click share of the average position, ads and features left aside; halves by day. Raises:
    `ValueError` for another channel. Cost: linear."""
    every = list(lines)
    together = add_up([line for line in every if line.term])
    shown = [_shown(one, channel) for one in together]
    spoken = [one for one in shown if one.impressions >= LEAST_SHOWN]
    unmeant = [one for one in spoken if one.page in meant and one.term not in meant[one.page]]
    judged = [
        one for one in spoken if one.expected is not None and (one.expected >= 3 or one.clicks >= 3)
    ]
    below = [one for one in judged if one.clicks < APART * (one.expected or 0)]
    above = [one for one in judged if one.clicks > (one.expected or 0) / APART]
    return Told(
        sorted(unmeant, key=_weight),
        _fading(every),
        _two_pages(spoken),
        sorted(below, key=lambda one: (one.clicks - (one.expected or 0), one.term)),
        sorted(above, key=lambda one: ((one.expected or 0) - one.clicks, one.term)),
        sum(one.clicks for one in together),
        sum(one.impressions for one in together),
    )


def add_up(lines: Sequence[ReportLine]) -> list[Together]:
    """Lines of each page and query added up over the days, in the order of their first line."""
    parts: dict[tuple[str, str], list[ReportLine]] = defaultdict(list)
    for line in lines:
        parts[line.page, line.term].append(line)
    out = []
    for (page, term), mine in parts.items():
        placed = [line for line in mine if line.position]
        weights = [line.impressions or 1.0 for line in placed]
        position = (
            sum((line.position or 0) * w for line, w in zip(placed, weights, strict=True))
            / sum(weights)
            if placed
            else None
        )
        out.append(
            Together(
                page,
                term,
                sum(line.clicks or 0 for line in mine),
                sum(line.impressions or 0 for line in mine),
                position,
            )
        )
    return out


def _shown(one: Together, channel: str) -> Shown:
    curve = channel_named(channel).clicks.positions
    place = None if one.position is None else round(one.position)
    expected = one.impressions * curve[place - 1] if place and 1 <= place <= len(curve) else None
    return Shown(one.page, one.term, one.clicks, one.impressions, one.position, expected)


def _weight(one: Shown) -> tuple[float, float, str]:
    return (-one.clicks, -one.impressions, one.term)


def _fading(lines: Sequence[ReportLine]) -> list[Fading]:
    # All visits of a page say more than those from queries; both together would count twice.
    whole = {line.page for line in lines if not line.term}
    lines = [line for line in lines if not line.term or line.page not in whole]
    days = sorted({line.day for line in lines})
    if len(days) < 2:
        return []
    half = days[len(days) // 2]
    before: dict[str, float] = defaultdict(float)
    after: dict[str, float] = defaultdict(float)
    # Of an odd number of days the later half has one more, and gets as much less.
    later, earlier = sum(day >= half for day in days), sum(day < half for day in days)
    for line in lines:
        (after if line.day >= half else before)[line.page] += line.clicks or 0
    found = [
        Fading(page, clicks, after[page] * earlier / later)
        for page, clicks in before.items()
        if clicks >= LEAST_CLICKS and after[page] * earlier / later < FADED * clicks
    ]
    return sorted(found, key=lambda one: (one.after - one.before, one.page))


def _two_pages(shown: Sequence[Shown]) -> list[tuple[str, list[Shown]]]:
    by_term: dict[str, list[Shown]] = defaultdict(list)
    for one in shown:
        by_term[one.term].append(one)
    found = []
    for term, pages in by_term.items():
        pages.sort(key=lambda one: -one.impressions)
        if len(pages) > 1 and pages[1].impressions >= SECOND * pages[0].impressions:
            found.append((term, pages))
    return sorted(found, key=lambda pair: (-sum(p.impressions for p in pair[1]), pair[0]))
