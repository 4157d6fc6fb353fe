"""What to do with pages that one has, by one's own report: improve, merge, refresh or leave."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.reasons import count_words
from bunraku.core.weigh.without_page import OWN_FROM_FIRST, within_reach
from bunraku.core.weigh.worth import clicks_won, expected_clicks

Floats = NDArray[np.float64]

What = Literal["improve", "merge", "refresh", "leave"]

HOURS_SHARE: Mapping[What, float] = {"improve": 0.4, "merge": 0.4, "refresh": 0.4, "leave": 0.0}
"""Share of the hours of a new piece: what is there is read again, cut and added to. Assumed, until
a person's own hours say otherwise."""
LEAST_HOURS = 0.5
"""Hours that any work on a page takes."""
LEAST_VISITS = 1.0
"""Visits a month to be won below which a page is left alone: a forecast of less is noise."""
SHARED = 0.5
"""Share of a page's impressions that must go to queries which a stronger page is shown for too, so
that the two are one."""
BESIDE = 0.2
"""Share of a query's impressions from which on a page stands beside another for it."""
FADED = 0.7
"""Clicks of three months over those of the same months a year before, below which a page fades."""
LEAST_CLICKS = 20
"""Clicks in the earlier three months from which on it can be said that a page fades."""
_QUARTER, _YEAR = 3, 12


@dataclass(frozen=True)
class Query:
    """A query that a page is shown for: clicks and impressions in the report, average position of
    this page, searches a month (None unknown); whether it brings this page more clicks than any
    other page of one's own."""

    text: str
    clicks: float
    impressions: float
    position: float | None
    volume: float | None = None
    is_main: bool = True


@dataclass(frozen=True)
class Page:
    """A page of one's own with its queries and, oldest first, the clicks of each month."""

    address: str
    queries: Sequence[Query]
    clicks_by_month: Sequence[float] = ()


@dataclass(frozen=True)
class Advice:
    """What to do with a page: with `merge`, into which one; queries that could bring more, the most
    first, each with visits a month to be won; all of these together; and of one that fades, its
    clicks of three months a year ago and now."""

    what: What
    into: str = ""
    to_win: Sequence[tuple[Query, float]] = ()
    visits: float = 0.0
    faded: tuple[float, float] | None = field(default=None)


def visits_to_win(volume: Floats, position: Floats, channel: str) -> Floats:
    """Visits a month that improving a page would add for a query.

    Parameters: `volume` (n,), searches a month; `position` (n,), the page's average position; NaN
    unknown; `channel`. Returns: (n,), 0 where it ranks at the top already, ranks beyond the first
    `OWN_FROM_FIRST`, or something is unknown. Formula: searches × (click curve over the positions
    within reach − over those of today). Raises: `ValueError` for another channel."""
    searched, whole = np.nan_to_num(volume), np.ones(len(volume))
    place = np.where(position <= OWN_FROM_FIRST, position, np.inf)
    reached = expected_clicks(searched, within_reach(place), whole, channel)
    return clicks_won(reached, searched, place, whole, channel)


def hours_of_work(what: What, usual: float) -> float:
    """Hours that work on a page takes, in halves, where a new piece of its kind takes `usual`;
    none where it is left alone. Raises: nothing."""
    share = HOURS_SHARE[what]
    return max(round(2 * usual * share) / 2, LEAST_HOURS) if share else 0.0


def advise(pages: Sequence[Page], channel: str) -> list[Advice]:
    """What to do with each page, in their order.

    Parameters: `pages`, of one's own report; `channel`. Returns: an `Advice` a page. `merge` where
    most of its impressions go to queries that a page of more clicks on them is shown for too;
    `refresh` where its clicks are well below those of the same months a year before (fifteen
    months or more are needed: a shorter report cannot tell fading from season); `improve` where
    queries in positions 4 to 20 would bring `LEAST_VISITS` or more; else `leave`. Raises:
    `ValueError` for another channel. Cost: linear in the queries of all pages."""
    mains = [query for page in pages for query in page.queries if query.is_main]
    won = visits_to_win(
        np.array([np.nan if q.volume is None else q.volume for q in mains], dtype=np.float64),
        np.array([np.nan if q.position is None else q.position for q in mains], dtype=np.float64),
        channel,
    )
    at = 0
    into = _stronger(pages)
    out: list[Advice] = []
    for page in pages:
        own = [query for query in page.queries if query.is_main]
        here = won[at : at + len(own)].tolist()
        at += len(own)
        ranked = sorted(zip(own, here, strict=True), key=lambda pair: -pair[1])
        to_win = [(query, visits) for query, visits in ranked if visits >= 0.1]
        visits = sum(visits for _, visits in to_win)
        faded = _faded(page.clicks_by_month)
        if page.address in into:
            out.append(Advice("merge", into[page.address], to_win, visits))
        elif faded:
            out.append(Advice("refresh", "", to_win, max(visits, (faded[0] - faded[1]) / 3), faded))
        elif visits >= LEAST_VISITS:
            out.append(Advice("improve", "", to_win, visits))
        else:
            out.append(Advice("leave", "", to_win, visits))
    return out


def _stronger(pages: Sequence[Page]) -> dict[str, str]:
    """Of each page that is better merged, the page that it goes into."""
    shown: dict[str, list[tuple[str, Query]]] = defaultdict(list)
    for page in pages:
        for query in page.queries:
            if query.position is not None and query.position <= OWN_FROM_FIRST:
                shown[query.text].append((page.address, query))
    lost: dict[str, dict[str, float]] = defaultdict(lambda: defaultdict(float))
    for several in shown.values():
        whole = sum(query.impressions for _, query in several)
        rivals = [pair for pair in several if pair[1].impressions >= BESIDE * whole]
        best, _ = max(rivals, key=lambda pair: (pair[1].clicks, pair[1].impressions))
        for address, query in rivals:
            if address != best:
                lost[address][best] += query.impressions
    out: dict[str, str] = {}
    for page in pages:
        whole = sum(query.impressions for query in page.queries)
        stronger = lost.get(page.address)
        if stronger and whole:
            best, shared = max(stronger.items(), key=lambda pair: pair[1])
            # Not where the other one is to go into this page, or into a third.
            if shared >= SHARED * whole and best not in out:
                out[page.address] = best
    return {address: into for address, into in out.items() if into not in out}


def _faded(clicks: Sequence[float]) -> tuple[float, float] | None:
    """Clicks of three months a year ago and of the last three, where the page fades."""
    if len(clicks) < _YEAR + _QUARTER:
        return None
    before = sum(clicks[-_YEAR - _QUARTER : -_YEAR])
    after = sum(clicks[-_QUARTER:])
    return (before, after) if before >= LEAST_CLICKS and after < FADED * before else None


def advice_words(advice: Advice) -> str:
    """An advice as a sentence for people. Raises: nothing."""
    if advice.what == "merge":
        return f"Merge it into {advice.into}: both rank for the same queries."
    if advice.what == "refresh" and advice.faded:
        before, after = advice.faded
        return (
            f"Refresh it: {count_words(after)} clicks in the last three months, "
            f"{count_words(before)} in the same months a year earlier."
        )
    if advice.what == "leave":
        return "Leave it as it is: there is little to gain."
    named = ", ".join(
        f"“{query.text}” (position {query.position:.0f})" for query, _ in advice.to_win[:3]
    )
    more = len(advice.to_win) - 3
    rest = f" and {more} more" if more > 0 else ""
    return f"Improve it for {named}{rest}: about {count_words(advice.visits)} more visits a month."
