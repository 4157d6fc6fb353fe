"""The month's report: which figures it has, and what checks say at the end of a month."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from numpy.typing import NDArray

from bunraku.core.follow.checks import EPOCH, Stack
from bunraku.core.follow.visible import visible_searches


@dataclass(frozen=True)
class ReportFigure:
    """A figure of the month that is typed or brought in: its id, name, what it is, whether it adds
    up over outlets."""

    id: str
    name: str
    about: str
    adds_up: bool = True


REPORT_FIGURES = (
    ReportFigure("visits", "Visits", "From wherever they came."),
    ReportFigure("organic", "Visits from search", "Without advertisements."),
    ReportFigure("paid", "Paid visits", "Those that were paid for."),
    ReportFigure("referral", "Visits from other sites", "By a link somewhere else."),
    ReportFigure("direct", "Direct visits", "From a typed URL or a bookmark."),
    ReportFigure("social", "Social visits", "From social networks."),
    ReportFigure("inquiries", "Inquiries", "Messages, calls, forms."),
    ReportFigure("sales", "Sales", "Orders, bookings."),
    ReportFigure("indexed", "Indexed pages", "As the search engine reports them."),
    ReportFigure("links", "Referring sites", "Other sites that link to one of the pages."),
    ReportFigure("authority", "Authority", "Of the site, 0-100.", adds_up=False),
    ReportFigure("reviews", "Reviews", "At the end of the month."),
    ReportFigure("stars", "Stars on average", "At the end of the month.", adds_up=False),
    ReportFigure("followers", "Followers", "At the end of the month."),
)
"""The figures of a month's report, in their order."""
TOPS = (3, 10, 20, 100)
"""Up to which places phrases are counted."""


@dataclass(frozen=True)
class MonthEnd:
    """Of phrases at the end of a month: how many were looked at, how many stood in the first 3, 10,
    20 and 100, and visible searches (None where none are known)."""

    looked: int
    tops: tuple[int, int, int, int]
    visible: float | None


def month_end(stack: Stack, searches: NDArray[np.float64], channel: str, month: date) -> MonthEnd:
    """What checks say at the end of a month.

    Parameters: `stack`, the checks of n phrases; `searches` (n,) a month, NaN unknown; `channel`;
    `month`, any day of it. Returns: `MonthEnd`. Formula: the last check of each phrase on or before
    the month's last day counts, at most `OLD_DAYS` old; visible searches as `visible_searches`.
    Raises: `ValueError` for another channel. Cost: linear."""
    # A month may lie before all checks, and before the first day that one can have.
    last = (end_of(month) - EPOCH).days
    inside = stack.where((stack.day <= last) & (stack.day > last - OLD_DAYS))
    place = np.full(stack.count, -1, dtype=np.int64)
    # Checks stand by day: the last is written last.
    place[inside.phrase] = inside.organic
    looked = place >= 0
    shown = place > 0
    known = looked & np.isfinite(searches)
    visible = visible_searches(np.maximum(place, 0), searches, channel)
    counts = tuple(int((shown & (place <= top)).sum()) for top in TOPS)
    return MonthEnd(
        int(looked.sum()),
        (counts[0], counts[1], counts[2], counts[3]),
        round(float(visible[known].sum()), 1) if known.any() else None,
    )


OLD_DAYS = 62
"""Days after which a check says nothing of the end of a month any more."""


def together(ends: Sequence[MonthEnd]) -> MonthEnd:
    """Ends of one month on several channels added up."""
    visible = [end.visible for end in ends if end.visible is not None]
    tops = tuple(sum(end.tops[n] for end in ends) for n in range(len(TOPS)))
    return MonthEnd(
        sum(end.looked for end in ends),
        (tops[0], tops[1], tops[2], tops[3]),
        round(sum(visible), 1) if visible else None,
    )


def end_of(month: date) -> date:
    """The last day of the month of a day."""
    return (month.replace(day=28) + timedelta(days=4)).replace(day=1) - timedelta(days=1)


def months_back(month: date, count: int) -> date:
    """The first day of the month so many months before (after, where negative)."""
    number = month.year * 12 + month.month - 1 - count
    return date(number // 12, number % 12 + 1, 1)
