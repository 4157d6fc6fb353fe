"""Keywords as CSV: the columns of the sheet that are exported, and the rows as filtered."""

from collections.abc import Iterator

from bunraku.core.formats.csv_out import Cell, csv_lines
from bunraku.core.formats.csv_out import Column as Heading
from bunraku.server.sheet.column import MONTHS
from bunraku.server.sheet.columns import COLUMNS as ALL
from bunraku.server.sheet.filters import SheetQuery, filtered
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.sheet.ordering import ordered

_FIRST, *_REST = (column for column in ALL if column.export)
COLUMNS = (
    Heading(_FIRST.export, _FIRST.help),
    Heading("Channel", "web, video or marketplace."),
    Heading("Locale", "Language and country the figures are for."),
    *(Heading(column.export, column.help) for column in _REST),
    *(Heading(f"{month} (share)", "Share of the year's searches.") for month in MONTHS),
)


def keywords_csv(scope: Scope, wanted: SheetQuery) -> Iterator[str]:
    """The keywords of a filter, all of them, in the order of the sheet."""
    rows = ordered(filtered(scope, wanted), wanted.sort, descending=wanted.descending)
    return csv_lines(COLUMNS, (_cells(scope, row) for row in rows.iterator(chunk_size=2_000)))


def _cells(scope: Scope, row: Row) -> list[Cell]:
    shares: list[Cell] = [share / 1000 for share in row.month_share] or [None] * 12
    return [
        _FIRST.cell(getattr(row, _FIRST.id)),
        scope.channel,
        scope.locale,
        *(column.cell(getattr(row, column.id)) for column in _REST),
        *shares,
    ]
