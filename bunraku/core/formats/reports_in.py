"""Reports on one's own pages, a page and a query a line; and figures of months."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from itertools import islice
from pathlib import Path

from bunraku.core.follow.month import REPORT_FIGURES
from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.days_in import (
    DAY_HEADINGS,
    MONTH_HEADINGS,
    read_day,
    read_month,
    writes_day_first,
)
from bunraku.core.formats.figures_in import (
    BadFigure,
    Figure,
    decimal_sign,
    has_thousands_points,
    read_figure,
)
from bunraku.core.formats.keywords_in import Preview, keywords_in, look_at
from bunraku.core.formats.mapping import column_type, plain_heading
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.row_in import Refused
from bunraku.core.formats.table_in import TableFile, open_table

_DAYS, _MONTHS = (frozenset(names.split(", ")) for names in (DAY_HEADINGS, MONTH_HEADINGS))
VISIT_HEADINGS = frozenset(
    "visits,sessions,views,page views,pageviews,visitors,users,besuche,sitzungen,seitenaufrufe,"
    "visites,visitas,sesiones,visite,bezoeken,clicks,klicks,clics".split(",")
)
TITLE_HEADINGS = frozenset("title,page title,name,titel,seitentitel,titre,título,titolo".split(","))
OUTLET_HEADINGS = frozenset("outlet site channel shop kanal".split())
MOST_LINES = 500_000
"""Lines of a report that are read."""
_FIGURES = {name: f.id for f in REPORT_FIGURES for name in (plain_heading(f.name), f.id)}


@dataclass(frozen=True)
class QueryLine:
    """A line of a report: page, query by its identity key ("" where it is of all visits of the
    page), day (None: not told), clicks, times shown, position."""

    page: str
    term: str
    day: date | None
    clicks: float | None
    impressions: float | None
    position: float | None


@dataclass
class PageReport:
    """What a report says; how many lines of it were not taken; and why, or what of others could not
    be read: the first twenty."""

    lines: list[QueryLine] = field(default_factory=list)
    refused: int = 0
    why: list[str] = field(default_factory=list)


def read_page_report(path: Path) -> Iterator[PageReport]:
    """Read a page-and-query report, or visits by page, in any of the forms that tables come in.

    Parameters: the file. Returns: one `PageReport`. Columns are guessed as for keywords; a column
    called date, day or the like gives the day. A table of pages and visits without a query is taken
    as all visits of each page. Raises: `BadFile` for what is no table, has no
    column of queries or pages, or neither clicks nor times shown. Cost: linear."""
    table = open_table(path)
    preview = look_at(table)
    plan = preview.plan
    visits, queries = _visits_column(preview.headings), _query_column(preview)
    if "page" in plan.mapping and visits is not None and queries is None:
        yield _visits_by_page(table, preview, plan.mapping["page"], visits)
        return
    if queries is not None:
        plan = replace(plan, mapping={**plan.mapping, "keyword": queries})
    lacks = [
        name
        for name, there in (
            ("the query", "keyword" in plan.mapping),
            ("the page", "page" in plan.mapping),
            ("clicks or impressions", {"clicks", "impressions"} & set(plan.mapping)),
        )
        if not there
    ]
    if lacks:
        said = ", ".join(heading for heading in preview.headings if heading) or "no headings"
        raise BadFile(
            f"A page-and-query report has the page, the query, and clicks or impressions. This one "
            f"has no column for {' and '.join(lacks)}; its headings are: {said}."
        )
    days = _days_of(table, preview.headings, plan.heading)
    out = PageReport()
    for row in keywords_in(table, plan):
        if isinstance(row, Refused):
            _refuse(out, row.number, row.message)
        elif not row.texts.get("page", "").strip():
            _refuse(out, row.number, "It names no page.")
        elif days is not None and row.number not in days:
            _refuse(out, row.number, "Its day cannot be read.")
        elif len(out.lines) == MOST_LINES:
            _refuse(out, row.number, f"Only the first {MOST_LINES:,} lines are imported.")
        else:
            figures = row.figures
            if row.unread:
                _tell(out, row.number, f"Imported without this figure. {' '.join(row.unread)}")
            out.lines.append(
                QueryLine(
                    row.texts["page"].strip()[:2_000],
                    row.key,
                    days[row.number] if days is not None else None,
                    _value(figures, "clicks"),
                    _value(figures, "impressions"),
                    _value(figures, "position"),
                )
            )
    yield out


def _visits_column(headings: Sequence[str]) -> int | None:
    plain = [plain_heading(text) for text in headings]
    return next((n for n, text in enumerate(plain) if text in VISIT_HEADINGS), None)


def _query_column(preview: Preview) -> int | None:
    """The column of queries: by its heading; or, where times shown or positions say that it is a
    report of searches, the first of words that is neither page, title nor day."""
    plain = [plain_heading(text) for text in preview.headings]
    known = MEANINGS["keyword"].headings.split(", ")
    named = next((n for n, text in enumerate(plain) if text in known), None)
    mapping = preview.plan.mapping
    if named is not None or not {"impressions", "position"} & set(mapping):
        return named
    others = _DAYS | TITLE_HEADINGS
    return next(
        (
            n
            for n, text in enumerate(plain)
            if text not in others
            and n != mapping.get("page")
            and column_type([cells for _, cells in preview.rows], n) == "words"
        ),
        None,
    )


def _visits_by_page(table: TableFile, preview: Preview, page: int, visits: int) -> PageReport:
    """A report of pages and their visits, whatever brought them."""
    out = PageReport()
    days = _days_of(table, preview.headings, preview.plan.heading)
    rows = list(islice(table.rows(), MOST_LINES))
    said = [c[visits] for _, c in rows[1:] if not isinstance(c, str) and visits < len(c)]
    decimal = decimal_sign(said) or ("," if has_thousands_points(said) else ".")
    for number, cells in rows:
        if isinstance(cells, str) or number <= preview.plan.heading or not any(cells):
            continue
        told = cells[page].strip() if page < len(cells) else ""
        try:
            figure = read_figure(cells[visits], decimal) if visits < len(cells) else None
        except BadFigure as bad:
            _refuse(out, number, str(bad))
            continue
        if not re.search(r"[./]", told):
            _refuse(out, number, "It names no page.")
        elif days is not None and number not in days:
            _refuse(out, number, "Its day cannot be read.")
        elif figure is not None:
            day = days[number] if days is not None else None
            value = (figure.low + figure.high) / 2
            out.lines.append(QueryLine(told[:2_000], "", day, value, None, None))
    return out


def _refuse(out: PageReport, number: int, why: str) -> None:
    out.refused += 1
    _tell(out, number, why)


def _tell(out: PageReport, number: int, why: str) -> None:
    if len(out.why) < 20:
        out.why.append(f"Row {number}: {why}")


def _value(figures: Mapping[str, Figure], name: str) -> float | None:
    figure = figures.get(name)
    return None if figure is None else (figure.low + figure.high) / 2


def _days_of(table: TableFile, headings: Sequence[str], heading: int) -> dict[int, date] | None:
    """The day of each row by its number; None where no column tells one."""
    plain = [plain_heading(text) for text in headings]
    column = next((n for n, text in enumerate(plain) if text in _DAYS), None)
    if column is None:
        return None
    cells = {
        number: row[column]
        for number, row in table.rows()
        if not isinstance(row, str) and number > heading and column < len(row)
    }
    day_first = writes_day_first(cells.values())
    days = {number: read_day(cell, day_first=day_first) for number, cell in cells.items()}
    return {number: day for number, day in days.items() if day is not None}


@dataclass(frozen=True)
class MonthRow:
    """Figures of a month, of an outlet by its name ("" all of them)."""

    row: int
    month: date
    outlet: str
    values: dict[str, float]


@dataclass
class MonthTable:
    """What a file says of months, and what of it could not be read."""

    rows: list[MonthRow] = field(default_factory=list)
    wrong: list[str] = field(default_factory=list)


def read_months(path: Path) -> Iterator[MonthTable]:
    """Read figures of months: a column Month, one called Outlet where there are several, and a
    column for each figure, named as in the report. Returns: one `MonthTable`. Raises: `BadFile` for
    what is no table, has no column of months or of no figure that is known. Cost: linear."""
    out = MonthTable()
    columns: dict[str, int] = {}
    for number, cells in open_table(path).rows():
        if isinstance(cells, str):
            out.wrong.append(f"Row {number}: {cells}")
        elif not columns:
            columns = _month_columns(cells)
        elif any(cell.strip() for cell in cells):
            _take_month(out, number, cells, columns)
    if not columns:
        raise BadFile("The file has only empty rows.")
    yield out


def _month_columns(cells: Sequence[str]) -> dict[str, int]:
    columns: dict[str, int] = {}
    for column, cell in enumerate(cells):
        plain = plain_heading(cell)
        name = (
            "month"
            if plain in _MONTHS or plain in _DAYS
            else "outlet"
            if plain in OUTLET_HEADINGS
            else _FIGURES.get(plain)
        )
        if name and name not in columns:
            columns[name] = column
    if "month" not in columns:
        raise BadFile("It has no column Month.")
    if not set(columns) - {"month", "outlet"}:
        known = ", ".join(figure.name for figure in REPORT_FIGURES)
        raise BadFile(f"It has no column of a figure. These are known: {known}.")
    return columns


def _take_month(
    out: MonthTable, number: int, cells: Sequence[str], columns: Mapping[str, int]
) -> None:
    def cell(name: str) -> str:
        at = columns.get(name)
        return cells[at].strip() if at is not None and at < len(cells) else ""

    month = _month_of(cell("month"))
    if month is None:
        out.wrong.append(f"Row {number}: “{cell('month')[:40]}” is not a month.")
        return
    values: dict[str, float] = {}
    for name in columns:
        if name in ("month", "outlet") or not cell(name):
            continue
        try:
            figure = read_figure(cell(name))
        except BadFigure as bad:
            out.wrong.append(f"Row {number}: {bad}")
            continue
        if figure is not None:
            values[name] = (figure.low + figure.high) / 2
    out.rows.append(MonthRow(number, month, cell("outlet"), values))


def _month_of(text: str) -> date | None:
    """The first day of a month: "2026-10", "October 2026", or any day of it."""
    day = read_month(text) or read_day(text)
    return day.replace(day=1) if day else None
