"""Opening a table as people have it: CSV with any delimiter and encoding, plain text, spreadsheets,
JSON lines."""

import zipfile
from collections.abc import Iterator, Mapping
from contextlib import ExitStack, closing, contextmanager, nullcontext
from dataclasses import dataclass, field
from itertools import islice
from pathlib import Path
from typing import Any, NamedTuple
from xml.etree.ElementTree import ParseError

import openpyxl
from openpyxl.reader import excel
from openpyxl.utils.exceptions import InvalidFileException
from openpyxl.worksheet._read_only import ReadOnlyWorksheet

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.delimited import delimited_rows, guess_delimiter
from bunraku.core.formats.encoding import MARKS, encoding_of
from bunraku.core.formats.json_in import json_rows
from bunraku.core.formats.list_signs import signs_of, without_signs
from bunraku.core.formats.mapping import names_keywords

MOST_UNPACKED_BYTES = 120_000_000
"""Most bytes that a spreadsheet may unpack to: three times what 100,000 rows of ten columns
need."""
MOST_TEXTS_BYTES = 40_000_000
"""Most bytes that the texts of a spreadsheet may unpack to: they are read whole, whichever sheet
is wanted."""
MOST_CELLS = 20_000_000
"""Most cells of a sheet, empty ones between and before others too: 100,000 rows of 200 columns."""
_EMPTY_ROW = 10
"""Cells that an empty row counts as: a million of them, as many as a sheet can have, are no
mischief."""
MOST_COLUMNS = 200
"""More columns than any report has: a table this wide lies on its side."""
MOST_CELL_CHARACTERS = 5_000
"""Far longer than anything searched for; what is longer is text, not a keyword."""
BROKEN_SIGN = (
    "A sign in this row cannot be read: its bytes are not a letter of the file's encoding."
)
_LOOKED_AT_BYTES = 200_000
"""Enough to tell encoding and delimiter by."""
_LINES_LOOKED_AT = 200
_MAGIC = {
    b"\x89PNG": "a picture",
    b"\xff\xd8\xff": "a picture",
    b"GIF8": "a picture",
    b"%PDF": "a PDF",
    b"\xd0\xcf\x11\xe0": "a spreadsheet of the old binary kind; save it as .xlsx or CSV",
    b"\x1f\x8b": "a compressed file; unpack it first",
    b"7z\xbc\xaf": "a compressed file; unpack it first",
}
_BROKEN = (
    zipfile.BadZipFile,
    InvalidFileException,
    ParseError,
    KeyError,
    ValueError,
    OSError,
    EOFError,
    IndexError,
)
Cells = list[str]


class _Unmeasured(ReadOnlyWorksheet):  # type: ignore[misc]
    """A sheet that is not measured when it is opened: where a file does not say its size, the
    library would read all of it to look for one, and what files say is not believed anyway."""

    def _get_size(self) -> None:
        self.reset_dimensions()


excel.ReadOnlyWorksheet = _Unmeasured


class LeftOpen(NamedTuple):
    """A spreadsheet that was left open, and what closes it."""

    book: Any
    closed_by: ExitStack


@dataclass(frozen=True)
class TableFile:
    """A file understood: its kind (csv, text, xlsx, json), its encoding and delimiter where it has
    them, its sheets, the sheet looked at."""

    path: Path
    kind: str
    encoding: str = ""
    delimiter: str = ""
    sheets: tuple[str, ...] = ()
    sheet: str = ""
    longest: int = MOST_CELL_CHARACTERS
    left_open: "LeftOpen | None" = field(default=None, compare=False, repr=False)

    def rows(self) -> Iterator[tuple[int, Cells | str]]:
        """Each row with its number in the file, from 1: its cells, or, as a text, why it cannot be
        read. Rows are read as they are asked for, so that memory does not grow with the file.
        Raises: `BadFile` where the file breaks off."""
        readers = {"csv": _delimited, "text": _text, "xlsx": _spreadsheet, "json": _json}
        return readers[self.kind](self)


def open_table(path: Path, sheet: str = "", *, leave_open: bool = False) -> TableFile:
    """Understand a file by what is in it, whatever its name says.

    Parameters: `path`; `sheet`, the sheet wanted ("" takes the first that has something in it);
    `leave_open`, for a process of its own that reads it several times: opening a spreadsheet reads
    all its texts, which takes most of the time.
    Returns: `TableFile`. Raises: `BadFile` for an empty file, one that is no table, a spreadsheet
    that is broken, locked or unpacks to more than `MOST_UNPACKED_BYTES`, and a sheet that is not
    there."""
    with path.open("rb") as file:
        head = file.read(_LOOKED_AT_BYTES)
    if not head.strip(b"\x00\r\n\t ") or head in [mark for mark, _ in MARKS]:
        raise BadFile("The file is empty.")
    for magic, what in _MAGIC.items():
        if head.startswith(magic):
            raise BadFile(f"This is {what}, not a table.")
    if head.startswith(b"PK\x03\x04"):
        return _open_spreadsheet(path, sheet, leave_open=leave_open)
    encoding = encoding_of(head)
    text = head.decode(encoding, errors="replace").lstrip("\ufeff")
    if not text.strip():
        raise BadFile("The file is empty.")
    if text.lstrip()[:1] in ("{", "["):
        return TableFile(path, "json", encoding)
    delimiter = guess_delimiter(text, whole=len(head) < _LOOKED_AT_BYTES)
    return (
        TableFile(path, "csv", encoding, delimiter)
        if delimiter
        else TableFile(path, "text", encoding)
    )


def _delimited(table: TableFile) -> Iterator[tuple[int, Cells | str]]:
    with table.path.open(encoding=table.encoding, errors="replace", newline="") as file:
        lines = (line.replace("\x00", "") if "\x00" in line else line for line in file)
        for number, cells in delimited_rows(lines, table.delimiter):
            if isinstance(cells, str):
                yield number, cells
            elif any("\ufffd" in cell for cell in cells):
                yield number, BROKEN_SIGN
            else:
                yield number, [cell[: table.longest] for cell in cells[:MOST_COLUMNS]]


def _text(table: TableFile) -> Iterator[tuple[int, Cells | str]]:
    with table.path.open(encoding=table.encoding, errors="replace") as file:
        top = [line.strip() for line in islice(file, _LINES_LOOKED_AT) if line.strip()]
        file.seek(0)
        signs = signs_of(top)
        for number, line in enumerate(file, start=1):
            text = without_signs(line.strip().lstrip("\ufeff"), signs)
            if text:
                yield number, [text[1:-1] if text[0] == text[-1] == '"' and len(text) > 1 else text]


def _json(table: TableFile) -> Iterator[tuple[int, Cells | str]]:
    with table.path.open(encoding=table.encoding, errors="replace") as file:
        yield from json_rows(file)


def _open_spreadsheet(path: Path, sheet: str, *, leave_open: bool) -> TableFile:
    try:
        with zipfile.ZipFile(path) as packed:
            unpacked = sum(entry.file_size for entry in packed.infolist())
            sizes = {entry.filename: entry.file_size for entry in packed.infolist()}
        if unpacked > MOST_UNPACKED_BYTES:
            raise BadFile(
                f"The spreadsheet unpacks to {unpacked / 1e6:,.0f} MB; "
                f"{MOST_UNPACKED_BYTES / 1e6:,.0f} MB are the most. "
                "Save the sheet as CSV, or split it."
            )
        texts = sizes.get("xl/sharedStrings.xml", 0)
        if texts > MOST_TEXTS_BYTES:
            raise BadFile(
                f"The texts of the spreadsheet unpack to {texts / 1e6:,.0f} MB; "
                f"{MOST_TEXTS_BYTES / 1e6:,.0f} MB are the most. "
                "Save the sheet that is wanted as CSV."
            )
        if "xl/workbook.xml" not in sizes:
            raise BadFile("This is a ZIP file but not a spreadsheet.")
        with ExitStack() as closed:
            book = closed.enter_context(_opened(path))
            # Hidden ones last: they hold what the others are made from.
            shown = sorted(book.worksheets, key=lambda ws: ws.sheet_state != "visible")
            sheets = {worksheet.title: worksheet for worksheet in shown}
            if sheet and sheet not in sheets:
                raise BadFile(f"There is no sheet “{sheet}”. The sheets are {', '.join(sheets)}.")
            chosen = sheet or _likeliest(sheets)
            left = LeftOpen(book, closed.pop_all()) if leave_open else None
    except BadFile:
        raise
    except _BROKEN as error:
        raise BadFile("The spreadsheet is broken or locked; it could not be opened.") from error
    if not chosen:
        raise BadFile("The spreadsheet is empty.")
    return TableFile(path, "xlsx", sheets=tuple(sheets), sheet=chosen, left_open=left)


@contextmanager
def _opened(path: Path) -> Iterator[Any]:
    # As an open file, since by its name the library would refuse a spreadsheet that is called
    # something else.
    with (
        path.open("rb") as file,
        closing(openpyxl.load_workbook(file, read_only=True, data_only=True)) as book,
    ):
        yield book


def _likeliest(sheets: Mapping[str, Any]) -> str:
    """The first sheet with a column of keywords by its heading, else the first that holds a table,
    else the first with something in it; "" where there is none."""
    tops = {
        name: [
            [_cell(value) for value in row[:MOST_COLUMNS]]
            for row in islice(worksheet.iter_rows(values_only=True), 50)
        ]
        for name, worksheet in sheets.items()
    }
    filled = {name: [row for row in rows if any(row)] for name, rows in tops.items()}
    named = (n for n, rows in filled.items() if names_keywords(rows[:30]))
    tables = (n for n, rows in filled.items() if sum(sum(map(bool, row)) > 1 for row in rows) > 2)
    anything = (n for n, worksheet in sheets.items() if _has_something(worksheet))
    return next(named, None) or next(tables, None) or next(anything, "")


def _has_something(sheet: "openpyxl.worksheet._read_only.ReadOnlyWorksheet") -> bool:
    return any(
        cell is not None for row in islice(sheet.iter_rows(values_only=True), 50) for cell in row
    )


def _spreadsheet(table: TableFile) -> Iterator[tuple[int, Cells | str]]:
    try:
        left = table.left_open
        opened = _opened(table.path) if left is None else nullcontext(left.book)
        with opened as book:
            sheet = book[table.sheet]
            seen = 0
            for number, row in enumerate(sheet.iter_rows(values_only=True), start=1):
                seen += len(row) or _EMPTY_ROW
                if seen > MOST_CELLS:
                    raise BadFile(
                        f"The sheet has more than {MOST_CELLS / 1e6:.0f} million cells, most of "
                        "them empty. Copy what is wanted into a new sheet."
                    )
                cells = [_cell(value, table.longest) for value in row[:MOST_COLUMNS]]
                if any(cells):
                    yield number, cells
    except BadFile:
        raise
    except _BROKEN as error:
        raise BadFile("The spreadsheet breaks off: the rest of it could not be read.") from error


def _cell(value: object, longest: int = MOST_CELL_CHARACTERS) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float) and value.is_integer():
        return str(int(value))
    return str(value)[:longest].strip()
