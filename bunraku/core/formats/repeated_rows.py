"""Tables in which a keyword stands on several rows, one for each page, day, month, country or
device: its rows become one."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date

from dateutil.relativedelta import relativedelta

from bunraku.core.formats.days_in import read_day, read_month, writes_day_first
from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.keywords_in import Refused, Shown, Taken, Traffic
from bunraku.core.formats.months_in import PREFIX

SHOWN = ("clicks", "impressions", "position")
_DAYS_A_MONTH = 365.25 / 12
MOST_PAGES = 10
"""Pages kept of one keyword: those shown most; the rest add up into its totals alone."""


def stands_on_several_rows(mapping: Mapping[str, int]) -> bool:
    """Whether a table read like this may hold a keyword on several rows by design: it names pages
    with their figures, or days. Raises: nothing."""
    paged = "page" in mapping and bool({"clicks", "impressions"} & set(mapping))
    dated = "date" in mapping and bool({*SHOWN, "searches"} & set(mapping))
    return paged or dated


@dataclass
class _Sum:
    """Clicks, impressions and position added up; None where no row tells them."""

    clicks: float | None = None
    impressions: float | None = None
    # Position times impressions, and the impressions of rows with a position.
    weighted: float = 0.0
    placed: float = 0.0
    best: float | None = None

    def add(self, figures: Mapping[str, Figure]) -> None:
        clicks, shown, place = (_value(figures, name) for name in SHOWN)
        if clicks is not None:
            self.clicks = (self.clicks or 0.0) + clicks
        if shown is not None:
            self.impressions = (self.impressions or 0.0) + shown
        # Position 0 is how reports write that a page was not shown.
        if place:
            self.weighted += place * (shown or 0.0)
            self.placed += shown or 0.0
            self.best = place if self.best is None else min(self.best, place)

    @property
    def position(self) -> float | None:
        return self.weighted / self.placed if self.placed else self.best

    def shown(self, name: str) -> Shown:
        return Shown(name, self.clicks, self.impressions, self.position)


@dataclass
class _Group:
    """All rows of a keyword."""

    first: Taken
    total: _Sum = field(default_factory=_Sum)
    by_page: dict[str, _Sum] = field(default_factory=dict)
    by_month: dict[str, _Sum] = field(default_factory=dict)
    searches: dict[str, Figure] = field(default_factory=dict)
    figures: dict[str, Figure] = field(default_factory=dict)
    texts: dict[str, str] = field(default_factory=dict)
    unread: list[str] = field(default_factory=list)

    def add(self, row: Taken, month: str) -> None:
        self.total.add(row.figures)
        if page := row.texts.get("page", "").strip():
            self.by_page.setdefault(page, _Sum()).add(row.figures)
        if month:
            self.by_month.setdefault(month, _Sum()).add(row.figures)
            if "searches" in row.figures:
                self.searches.setdefault(month, row.figures["searches"])
        for name, figure in row.figures.items():
            self.figures.setdefault(name, figure)
        for name, text in row.texts.items():
            self.texts.setdefault(name, text)
        self.unread += row.unread

    def whole(self, months_covered: float | None, whole_months: Sequence[str]) -> Taken:
        figures = dict(self.figures)
        for name, value in zip(SHOWN, _totals(self.total), strict=True):
            if value is not None:
                figures[name] = Figure(value, value)
        if len(self.searches) > 1:
            figures.pop("searches", None)
            figures |= {f"{PREFIX}{month}": f for month, f in sorted(self.searches.items())}
        pages = sorted(
            (each.shown(page) for page, each in self.by_page.items()),
            key=lambda page: (-(page.clicks or 0.0), -(page.impressions or 0.0), page.name),
        )
        texts = {name: text for name, text in self.texts.items() if name != "date"}
        if pages:
            texts["page"] = pages[0].name
        silent = Shown("", 0.0, 0.0, None)
        months = tuple(
            self.by_month[month].shown(month)
            if month in self.by_month
            else silent._replace(name=month)
            for month in whole_months
        )
        traffic = Traffic(months_covered, months, tuple(pages[:MOST_PAGES]))
        is_own = self.total.clicks is not None or self.total.impressions is not None
        return self.first._replace(
            figures=figures,
            texts=texts,
            unread=tuple(self.unread),
            traffic=traffic if is_own else None,
        )


def join_repeated(rows: Sequence[Taken | Refused]) -> list[Taken | Refused]:
    """Each keyword once, with the figures of all its rows.

    Parameters: `rows`, of a table with a page, day or month a row. Returns: refused rows as they
    are and of each keyword one row, in the order in which they stood first: clicks and impressions
    added up, the position on average over the impressions (the best one where these are not told),
    the page that brought most clicks; searches of two months or more as a figure a month; other
    figures as the first row tells them. `Taken.traffic` has what the pages got and each month that
    the table covers whole, and how many months it covers. A row whose day cannot be read counts
    without it. Raises: nothing. Cost: linear; memory for each keyword's pages and months."""
    taken = [row for row in rows if isinstance(row, Taken)]
    # A report has few days and many rows: each is read once.
    cells = {row.texts.get("date", "") for row in taken} - {""}
    day_first = writes_day_first(cells)
    spans = {cell: _span(cell, day_first=day_first) for cell in cells}
    known = [span for span in spans.values() if span is not None]
    groups: dict[str, _Group] = {}
    for row in taken:
        span = spans.get(row.texts.get("date", ""))
        month = f"{span[0]:%Y-%m}" if span else ""
        groups.setdefault(row.key, _Group(row)).add(row, month)
    covered, whole_months = None, list[str]()
    if known:
        first, last = min(first for first, _ in known), max(last for _, last in known)
        covered = round(((last - first).days + 1) / _DAYS_A_MONTH, 2)
        whole_months = _months_within(first, last)
    refused = [row for row in rows if isinstance(row, Refused)]
    whole = [group.whole(covered, whole_months) for group in groups.values()]
    return sorted([*refused, *whole], key=lambda row: row.number)


def _span(cell: str, *, day_first: bool) -> tuple[date, date] | None:
    """The first and last day that a cell names: a day, or a whole month."""
    month = read_month(cell)
    if month is not None:
        return month, month + relativedelta(day=31)
    day = read_day(cell, day_first=day_first)
    return None if day is None else (day, day)


def _months_within(first: date, last: date) -> list[str]:
    """The months that lie whole between two days, "2026-03"."""
    month = first if first.day == 1 else first + relativedelta(months=1, day=1)
    out: list[str] = []
    while month + relativedelta(day=31) <= last:
        out.append(f"{month:%Y-%m}")
        month += relativedelta(months=1)
    return out


def _totals(total: _Sum) -> tuple[float | None, float | None, float | None]:
    return total.clicks, total.impressions, total.position


def _value(figures: Mapping[str, Figure], name: str) -> float | None:
    return figures[name].high if name in figures else None
