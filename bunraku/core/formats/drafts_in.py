"""Fields of pieces that come back from a spreadsheet: read cell by cell, by the headings of their
own export."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from pathlib import Path

from bunraku.core.channels import FORMS
from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.csv_out import plain_cell
from bunraku.core.formats.mapping import plain_heading
from bunraku.core.formats.plan_in import WrongCell
from bunraku.core.formats.table_in import open_table

LONGEST = 200_000
"""Characters of a cell: a field of some thirty thousand words."""
SPREADSHEET_CELL = 32_000
"""Characters from which a spreadsheet may have cut a cell off: none holds more than 32,767."""
_HEADINGS = {
    plain_heading(field.name): field.id for form in FORMS.values() for field in form.fields
}
# Headings of exports up to version 0.4.
_HEADINGS |= {"spoken first": "spoken", "address": "address"}


@dataclass
class FieldsTable:
    """What a file says of pieces: by id, the row and the text of each field; what could not be
    read."""

    pieces: dict[int, tuple[int, dict[str, str]]] = field(default_factory=dict)
    wrong: list[WrongCell] = field(default_factory=list)


def read_fields(path: Path) -> Iterator[FieldsTable]:
    """Read fields that were taken away and edited.

    Parameters: the file, CSV or spreadsheet, with the export's headings in any order; others are
    passed over. Returns: one `FieldsTable`. Rows are known by their id; one that stands twice
    counts the first time. Raises: `BadFile` for what is no table, or has no column Id. Cost:
    linear."""
    out = FieldsTable()
    columns: Mapping[str, int] = {}
    for number, cells in replace(open_table(path), longest=LONGEST).rows():
        if isinstance(cells, str):
            out.wrong.append(WrongCell(number, cells))
        elif not columns:
            columns = _columns(cells)
        elif any(cell.strip() for cell in cells):
            _take(out, number, cells, columns)
    if not columns:
        raise BadFile("The file has only empty rows.")
    yield out


def _columns(cells: Sequence[str]) -> dict[str, int]:
    found: dict[str, int] = {}
    for column, cell in enumerate(cells):
        heading = plain_heading(cell)
        name = "id" if heading == "id" else _HEADINGS.get(heading)
        if name and name not in found:
            found[name] = column
    if "id" not in found:
        raise BadFile("No Id column. Export again and keep that column.")
    if len(found) == 1:
        raise BadFile("It has a column Id and none of a field, such as Title or Description.")
    return found


def _take(out: FieldsTable, number: int, cells: Sequence[str], columns: Mapping[str, int]) -> None:
    told = cells[columns["id"]].strip() if columns["id"] < len(cells) else ""
    try:
        piece = int(float(told))
    except (ValueError, OverflowError):
        why = f"its Id is {told[:40] or 'nothing'}, which is not a number"
        out.wrong.append(WrongCell(number, why))
        return
    if piece in out.pieces:
        first = out.pieces[piece][0]
        why = f"Id {piece} is also in row {first}, which is used"
        out.wrong.append(WrongCell(number, why))
        return
    out.pieces[piece] = (
        number,
        {
            name: plain_cell(cells[column].replace("\r\n", "\n").replace("\r", "\n")).strip()
            if column < len(cells)
            else ""
            for name, column in columns.items()
            if name != "id"
        },
    )
