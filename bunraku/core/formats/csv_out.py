"""Writing CSV that every spreadsheet reads and none can be made to run."""

import csv
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from functools import lru_cache
from io import StringIO
from itertools import chain

Cell = str | int | float | bool | date | None
_SIGNS = "=+\\-@\uff1d\uff0b\uff0d\uff20\u2212\ufe62\ufe63\ufe66\ufe6b"
"""What a formula begins with, and what programs take for it: full-width and small forms, the sign
for minus."""
_NOTHING = r"[\s\x00-\x20\x7f-\xa0\xad\u061c\u180e\u200b-\u200f\u2028-\u202f\u205f-\u206f\ufeff\"']"
"""What some programs pass over before they look at a cell: blanks of all kinds, controls, invisible
marks, quotation marks."""
_RUNS = re.compile(rf"^(?:[\t\r\n]|{_NOTHING}*+[{_SIGNS}])")
_RUNS_WHEN_CUT = re.compile(rf"([,;|\t\r\n]{_NOTHING}*+)(?=[{_SIGNS}])")
"""The same behind a sign that another program may part cells by."""


@dataclass(frozen=True)
class Column:
    """A column of an export: its name in the heading row and what stands in it."""

    name: str
    about: str


def safe_cell(cell: Cell) -> str | int | float:
    """A cell that cannot run as a formula, however the file is opened.

    Parameters: `cell`. Returns: numbers as they are (they stay numbers, negative ones too); None as
    an empty text; dates as ISO 8601; texts with an apostrophe before a `=`, `+`, `-` or `@` (or
    their other forms) that stands first, whatever blanks or invisible marks stand before it, or
    first behind a comma, semicolon, bar, tab or line end: a program that parts cells by another
    sign than ours would begin a cell there. Raises: nothing. Cost: linear.
    """
    if cell is None:
        return ""
    # Told by their very type: this is asked of five million cells of a large project.
    kind = type(cell)
    if kind is float or kind is int:
        return cell  # type: ignore[return-value]
    if isinstance(cell, str):
        return cell if cell.isalnum() else _safe_text(cell)
    if isinstance(cell, bool):
        return "yes" if cell else "no"
    return cell.isoformat() if isinstance(cell, date) else cell


@lru_cache(maxsize=1_000)
def _safe_text(cell: str) -> str:
    # Kept, since most columns hold the same few texts again and again.
    safe = f"'{cell}" if _RUNS.match(cell) else cell
    return _RUNS_WHEN_CUT.sub(r"\1'", safe)


_SET_BEFORE = re.compile(
    rf"^'(?=[\t\r\n]|{_NOTHING}*+[{_SIGNS}])|(?<=[,;|\t\r\n])({_NOTHING}*?)'(?=[{_SIGNS}])"
)
"""Apostrophes that `safe_cell` sets."""


def plain_cell(text: str) -> str:
    """A text as it was before `safe_cell` made it safe: for what comes back.

    Parameters: `text`, a cell as it was written. Returns: it without the apostrophes that stand
    before signs where `safe_cell` sets them. One that somebody typed there goes with them. Raises:
    nothing. Cost: linear."""
    return _SET_BEFORE.sub(lambda found: found.group(1) or "", text)


def csv_lines(columns: Sequence[Column], rows: Iterable[Sequence[Cell]]) -> Iterator[str]:
    """CSV as text, a heading row first, in pieces for streaming (RFC 4180; the first begins with a
    byte-order mark so that spreadsheets read UTF-8; texts stand in quotation marks and numbers do
    not, so that a keyword like "007" can be told from one).

    Parameters: `columns`; `rows`, one cell a column. Returns: an iterator of text. Raises:
    `ValueError` for a row of another length.
    """
    buffer = StringIO()
    writer = csv.writer(buffer, quoting=csv.QUOTE_NONNUMERIC)
    writer.writerow([safe_cell(column.name) for column in columns])
    yield "\ufeff" + _take(buffer)
    for number, row in enumerate(rows, start=1):
        if len(row) != len(columns):
            raise ValueError(f"row {number} has {len(row)} cells, not {len(columns)}")
        writer.writerow([safe_cell(cell) for cell in row])
        if number % 500 == 0:
            yield _take(buffer)
    yield _take(buffer)


def tab_lines(columns: Sequence[Column], rows: Iterable[Sequence[Cell]]) -> Iterator[str]:
    """The same parted by tabs, as spreadsheets take it from the clipboard: no marks, no quotation
    marks; a tab or a line end inside a cell becomes a space."""
    heads: list[Cell] = [column.name for column in columns]
    for row in chain([heads], rows):
        yield "\t".join(" ".join(str(safe_cell(cell)).split()) for cell in row) + "\n"


def _take(buffer: StringIO) -> str:
    text = buffer.getvalue()
    buffer.seek(0)
    buffer.truncate()
    return text
