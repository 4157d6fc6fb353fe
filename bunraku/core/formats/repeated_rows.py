"""Tables in which a keyword stands on several rows, one for each page, day, month, country or
device: its rows become one."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date

from dateutil.relativedelta import relativedelta

from bunraku.core.formats.days_in import read_day, read_month, writes_day_first
from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.months_in import PREFIX
from bunraku.core.formats.row_in import Refused, Shown, Taken, Traffic

SHOWN = ("clicks", "impressions", "position")
_PARTS = ("date", "country", "device")
"""What the rows of one keyword differ by, beside its page."""
_DAYS_A_MONTH = 365.25 / 12
MOST_PAGES = 10
"""Pages kept of one keyword: those shown most; the rest add up into its totals alone."""


def stands_on_several_rows(mapping: Mapping[str, int]) -> bool:
    """Whether a table read like this may hold a keyword on several rows by design: it names pages
    with their figures, days, countries or devices. Raises: nothing."""
    paged = "page" in mapping and bool({"clicks", "impressions"} & set(mapping))
    parted = bool({"date", "country", "device"} & set(mapping))
    return paged or (parted and bool({*SHOWN, "searches"} & set(mapping)))


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

    def join(self, other: "_Sum") -> None:
        self.clicks = _added((self.clicks, other.clicks))
        self.impressions = _added((self.impressions, other.impressions))
        self.weighted += other.weighted
        self.placed += other.placed
        self.best = min((p for p in (self.best, other.best) if p is not None), default=None)

    @property
    def position(self) -> float | None:
        return self.weighted / self.placed if self.placed else self.best

    def shown(self, name: str) -> Shown:
        return Shown(name, self.clicks, self.impressions, self.position)


@dataclass
class _Group:
    """All rows of a keyword, by page and month ("" where it has none)."""

    first: Taken
    parts: dict[tuple[str, str], _Sum] = field(default_factory=dict)
    # Searches by month ("" for rows without one) and by country with device, the first of each.
    searches: dict[str, dict[str, Figure]] = field(default_factory=dict)
    figures: dict[str, Figure] = field(default_factory=dict)
    texts: dict[str, str] = field(default_factory=dict)
    unread: list[str] = field(default_factory=list)

    def add(self, row: Taken, month: str) -> None:
        page = row.texts.get("page", "").strip()
        self.parts.setdefault((page, month), _Sum()).add(row.figures)
        if "searches" in row.figures:
            where = "\n".join(row.texts.get(name, "") for name in ("country", "device"))
            self.searches.setdefault(month, {}).setdefault(where, row.figures["searches"])
        for name, figure in row.figures.items():
            self.figures.setdefault(name, figure)
        for name, text in row.texts.items():
            self.texts.setdefault(name, text)
        self.unread += row.unread

    def whole(self, months_covered: float | None, whole_months: Sequence[str]) -> Taken:
        figures = dict(self.figures)
        pages = self._pages()
        # Where two pages are shown for one search, that is one search, seen at the better place.
        seen, clicks = pages[0], _added(page.clicks for page in pages)
        for name, value in zip(SHOWN, (clicks, seen.impressions, seen.position), strict=True):
            if value is not None:
                figures[name] = Figure(value, value)
        by_month = {month: _all_of(parts.values()) for month, parts in self.searches.items()}
        months = {month: figure for month, figure in sorted(by_month.items()) if month}
        if len(months) > 1:
            figures.pop("searches", None)
            figures |= {f"{PREFIX}{month}": figure for month, figure in months.items()}
        elif by_month:
            figures["searches"] = next(iter(by_month.values()))
        texts = {name: text for name, text in self.texts.items() if name not in _PARTS}
        if seen.name:
            texts["page"] = seen.name
        traffic = Traffic(
            months_covered,
            tuple(self._month(month) for month in whole_months),
            tuple(page for page in pages[:MOST_PAGES] if page.name),
        )
        is_own = clicks is not None or seen.impressions is not None
        return self.first._replace(
            figures=figures,
            texts=texts,
            unread=tuple(self.unread),
            traffic=traffic if is_own else None,
        )

    def _pages(self) -> list[Shown]:
        """What each page got in all, that of most clicks first."""
        sums: dict[str, _Sum] = {}
        for (page, _), part in self.parts.items():
            sums.setdefault(page, _Sum()).join(part)
        pages = [each.shown(page) for page, each in sums.items()]
        return sorted(pages, key=lambda p: (-(p.clicks or 0.0), -(p.impressions or 0.0), p.name))

    def _month(self, month: str) -> Shown:
        """What a month brought: clicks of all pages, and the page that was shown most."""
        parts = [part for (_, of), part in self.parts.items() if of == month]
        if not parts:
            return Shown(month, 0.0, 0.0, None)
        most = max(parts, key=lambda part: part.impressions or 0.0)
        clicks = _added(part.clicks for part in parts)
        return most.shown(month)._replace(clicks=clicks)


def join_repeated(rows: Sequence[Taken | Refused]) -> list[Taken | Refused]:
    """Each keyword once, with the figures of all its rows.

    Parameters: `rows`, of a table with a page, day, month, country or device a row. Returns:
    refused rows as they are and of each keyword one row, in the order in which they stood first:
    clicks of all its pages added up; the page that brought most clicks, its impressions added up
    (another page beside it is shown for the same searches) and its average position over them (the
    best one where these are not told); searches of two months or more as a figure a month, those of
    countries and devices added up; other figures as the first row tells them. `Taken.traffic` has
    what the pages got and each month that the table covers whole, and how many months it covers. A
    row whose day cannot be read counts without it. Raises: nothing. Cost: linear; memory for each
    keyword's pages and months."""
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


def _added(values: Iterable[float | None]) -> float | None:
    """The sum of what is known; None where nothing is."""
    known = [value for value in values if value is not None]
    return sum(known) if known else None


def _all_of(figures: Iterable[Figure]) -> Figure:
    """What several countries or devices have together."""
    parts = list(figures)
    return Figure(sum(part.low for part in parts), sum(part.high for part in parts))


def _value(figures: Mapping[str, Figure], name: str) -> float | None:
    return figures[name].high if name in figures else None
