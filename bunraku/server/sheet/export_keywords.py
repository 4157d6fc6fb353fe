"""Keywords as CSV: the columns of the sheet that are exported, and the rows as filtered."""

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from bunraku.core.channels import IN_WORDS
from bunraku.core.formats.csv_out import Cell, csv_lines, tab_lines
from bunraku.core.formats.csv_out import Column as Heading
from bunraku.server.errors import not_found
from bunraku.server.projects.models import Project
from bunraku.server.sheet.actions import rows_of
from bunraku.server.sheet.column import MONTHS
from bunraku.server.sheet.columns import COLUMNS as ALL
from bunraku.server.sheet.filters import SheetQuery, filtered
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.sheet.ordering import ordered

_FIRST, *_REST = (column for column in ALL if column.export)
COLUMNS = (
    Heading(_FIRST.export, _FIRST.help),
    Heading("Channel", f"{IN_WORDS}."),
    Heading("Locale", "Language and country the figures are for."),
    *(Heading(column.export, column.help) for column in _REST),
    *(Heading(f"{month} (share)", "Share of the year's searches.") for month in MONTHS),
)


Form = Literal["csv", "tabs", "lines"]
_READ = [_FIRST.id, *(column.id for column in _REST), "month_share"]


def keywords_csv(scope: Scope, wanted: SheetQuery) -> Iterator[str]:
    """The keywords of a filter, all of them, in the order of the sheet."""
    rows = ordered(filtered(scope, wanted), wanted.sort, descending=wanted.descending)
    # Columns and not rows: a hundred thousand objects would take most of the time.
    read = rows.values_list(*_READ).iterator(chunk_size=2_000)
    return csv_lines(COLUMNS, (_cells(scope, *values) for values in read))


def picked_lines(
    project: Project, channel: str, row_ids: Sequence[int], form: Form, sort: str, *, falls: bool
) -> Iterator[str]:
    """Chosen keywords of a channel in the order of the sheet: as CSV, parted by tabs for the
    clipboard, or just the keywords, one a line. Raises: not_found for one that is not there."""
    rows = rows_of(project, row_ids)
    scope = rows[0].scope
    if any(row.scope_id != scope.pk for row in rows) or scope.channel != channel:
        raise not_found("keyword on this channel")
    scope.project = project
    picked = ordered(Row.objects.filter(pk__in=row_ids), sort, descending=falls)
    if form == "lines":
        return (f"{text}\n" for text in picked.values_list("text", flat=True))
    cells = (_cells(scope, *values) for values in picked.values_list(*_READ))
    return csv_lines(COLUMNS, cells) if form == "csv" else tab_lines(COLUMNS, cells)


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
