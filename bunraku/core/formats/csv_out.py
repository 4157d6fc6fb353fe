"""Writing CSV that every spreadsheet reads and none can be made to run."""

import csv
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from io import StringIO

Cell = str | int | float | bool | date | None
_RUNS_AS_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\uff1d", "\uff0b", "\uff0d", "\uff20")


@dataclass(frozen=True)
class Column:
    """A column of an export: its name in the heading row and what stands in it."""

    name: str
    about: str


def safe_cell(cell: Cell) -> str | int | float:
    """A cell that cannot run as a formula.

    Parameters: `cell`. Returns: numbers as they are (they stay numbers, negative ones too); None as
    an empty text; dates as ISO 8601; texts that begin with `=`, `+`, `-`, `@`, tab or return (or
    their full-width forms) with an apostrophe before them, which spreadsheets show as text. Raises:
    nothing.
    """
    if cell is None:
        return ""
    if isinstance(cell, bool):
        return "yes" if cell else "no"
    if isinstance(cell, (int, float)):
        return cell
    if isinstance(cell, date):
        return cell.isoformat()
    return f"'{cell}" if cell.startswith(_RUNS_AS_FORMULA) else cell


def csv_lines(columns: Sequence[Column], rows: Iterable[Sequence[Cell]]) -> Iterator[str]:
    """CSV as text, a heading row first, in pieces for streaming (RFC 4180; the first begins with a
    byte-order mark so that spreadsheets read UTF-8).

    Parameters: `columns`; `rows`, one cell a column. Returns: an iterator of text. Raises:
    `ValueError` for a row of another length.
    """
    buffer = StringIO()
    writer = csv.writer(buffer)
    writer.writerow([column.name for column in columns])
    yield "\ufeff" + _take(buffer)
    for number, row in enumerate(rows, start=1):
        if len(row) != len(columns):
            raise ValueError(f"row {number} has {len(row)} cells, not {len(columns)}")
        writer.writerow([safe_cell(cell) for cell in row])
        if number % 500 == 0:
            yield _take(buffer)
    yield _take(buffer)


def _take(buffer: StringIO) -> str:
    text = buffer.getvalue()
    buffer.seek(0)
    buffer.truncate()
    return text
