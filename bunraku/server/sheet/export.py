"""Keywords as CSV: the columns of the sheet that are exported, and the rows as filtered."""

from collections.abc import Iterator
from typing import Any

from bunraku.core.formats.csv_out import Cell, csv_lines
from bunraku.core.formats.csv_out import Column as Heading
from bunraku.server.sheet.column import MONTHS
from bunraku.server.sheet.columns import COLUMNS as ALL
from bunraku.server.sheet.filters import SheetQuery, filtered
from bunraku.server.sheet.models import Scope
from bunraku.server.sheet.ordering import ordered

_FIRST, *_REST = (column for column in ALL if column.export)
COLUMNS = (
    Heading(_FIRST.export, _FIRST.help),
    Heading("Channel", "web, video or marketplace."),
    Heading("Locale", "Language and country the figures are for."),
    *(Heading(column.export, column.help) for column in _REST),
    *(Heading(f"{month} (share)", "Share of the year's searches.") for month in MONTHS),
)


_READ = [_FIRST.id, *(column.id for column in _REST), "month_share"]


def keywords_csv(scope: Scope, wanted: SheetQuery) -> Iterator[str]:
    """The keywords of a filter, all of them, in the order of the sheet."""
    rows = ordered(filtered(scope, wanted), wanted.sort, descending=wanted.descending)
    # Columns and not rows: a hundred thousand objects would take most of the time.
    read = rows.values_list(*_READ).iterator(chunk_size=2_000)
    return csv_lines(COLUMNS, (_cells(scope, *values) for values in read))


def _cells(scope: Scope, first: Any, *rest: Any) -> list[Cell]:
    *values, month_share = rest
    shares: list[Cell] = [share / 1000 for share in month_share] or [None] * 12
    return [
        _FIRST.cell(first),
        scope.channel,
        scope.locale,
        *(column.cell(value) for column, value in zip(_REST, values, strict=True)),
        *shares,
    ]
