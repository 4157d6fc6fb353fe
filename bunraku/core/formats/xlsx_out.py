"""Writing XLSX whose texts stay texts."""

from collections.abc import Iterable, Sequence
from datetime import date
from io import BytesIO
from typing import Any

from openpyxl import Workbook
from openpyxl.cell import WriteOnlyCell
from openpyxl.cell.cell import ILLEGAL_CHARACTERS_RE
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter

from bunraku.core.formats.csv_out import Cell, Column

WIDEST = 60
"""Characters of the widest column."""


def xlsx_bytes(name: str, columns: Sequence[Column], rows: Iterable[Sequence[Cell]]) -> bytes:
    """A workbook of one sheet, its heading row in bold and kept in sight.

    Parameters: `name` of the sheet; `columns`; `rows`, one cell a column. Returns: the file. Texts
    are written as texts, whatever they begin with; numbers as numbers, dates as dates. Raises:
    `ValueError` for a row of another length. Cost: linear."""
    told = [list(row) for row in rows]
    for number, row in enumerate(told, start=1):
        if len(row) != len(columns):
            raise ValueError(f"row {number} has {len(row)} cells, not {len(columns)}")
    book = Workbook(write_only=True)
    sheet = book.create_sheet(name[:31])
    sheet.freeze_panes = "A2"
    for number, column in enumerate(columns, start=1):
        widest = max((len(str(row[number - 1] or "")) for row in told[:200]), default=0)
        width = min(WIDEST, max(len(column.name), widest)) + 2
        sheet.column_dimensions[get_column_letter(number)].width = width
    heads = []
    for column in columns:
        head = WriteOnlyCell(sheet, value=column.name)
        head.font = Font(bold=True)
        heads.append(head)
    sheet.append(heads)
    for row in told:
        sheet.append([_cell(sheet, cell) for cell in row])
    written = BytesIO()
    book.save(written)
    return written.getvalue()


def _cell(sheet: object, value: Cell) -> Any:
    if isinstance(value, bool):
        value = "yes" if value else "no"
    if not isinstance(value, str):
        return value if value is None or isinstance(value, int | float | date) else str(value)
    cell = WriteOnlyCell(sheet, value=ILLEGAL_CHARACTERS_RE.sub("", value))
    # Else what begins with an equals sign would be a formula.
    cell.data_type = "s"
    return cell
