"""A plan that comes back from a spreadsheet: read cell by cell, each told where it cannot be
read."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime
from pathlib import Path
from typing import Any

from dateutil import parser as dates

from bunraku.core.channels import KINDS
from bunraku.core.days import FIRST_DAY, LAST_DAY, is_day
from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.figures_in import BadFigure, read_figure
from bunraku.core.formats.mapping import plain_heading
from bunraku.core.formats.table_in import open_table
from bunraku.core.plan.work import STATES

HEADINGS = {
    "id": "id",
    "title": "piece",
    "kind": "kind",
    "outlet": "outlet",
    "month": "month",
    "hours": "hours",
    "state": "status",
    "maker": "owner",
    "due": "due",
    "hours_spent": "hours spent",
    "reserve_title": "alternative title",
    "parked_idea": "idea for later",
    "tags": "tags",
    "address": "url",
    "note": "note",
}
"""What can be changed in a spreadsheet, by the headings of the plan's own export."""
EARLIER_HEADINGS = {
    "state": "state",
    "made by": "maker",
    "title in reserve": "reserve_title",
    "parked idea": "parked_idea",
    "address": "address",
}
"""Headings of exports up to version 0.4, which can still be imported."""
LONGEST = {
    "title": 200, "maker": 80, "reserve_title": 200, "parked_idea": 4_000, "address": 2_000,
    "note": 10_000, "outlet": 120,
}  # fmt: skip
KEPT_WHERE_EMPTY = ("title", "kind", "hours", "state")
"""An empty cell leaves these as they are: a piece has them always."""
_KINDS = {kind.name.casefold(): kind.id for kind in KINDS.values()}


@dataclass(frozen=True)
class WrongCell:
    """A cell, or a row, that could not be read: its row in the file and why."""

    row: int
    why: str


@dataclass
class PlanTable:
    """What a file says of pieces: by id, the row and each field; what could not be read; which
    columns were found."""

    pieces: dict[int, tuple[int, dict[str, Any]]] = field(default_factory=dict)
    wrong: list[WrongCell] = field(default_factory=list)
    columns: list[str] = field(default_factory=list)


def read_plan(path: Path) -> Iterator[PlanTable]:
    """Read a plan that was taken away and edited.

    Parameters: the file, CSV or spreadsheet, with the export's headings in any order; others are
    passed over. Returns: one `PlanTable`. Rows are known by their id; one that stands twice counts
    the first time. Months and days may be written in words. Raises: `BadFile` for what is no table,
    or has no column Id. Cost: linear."""
    out = PlanTable()
    columns: Mapping[str, int] = {}
    for number, cells in open_table(path).rows():
        if isinstance(cells, str):
            out.wrong.append(WrongCell(number, cells))
        elif not columns:
            columns = _columns(cells)
            out.columns = [name for name in columns if name != "id"]
        elif any(cell.strip() for cell in cells):
            _take(out, number, cells, columns)
    if not columns:
        raise BadFile("The file has only empty rows.")
    yield out


def _columns(cells: Sequence[str]) -> dict[str, int]:
    names = EARLIER_HEADINGS | {heading: name for name, heading in HEADINGS.items()}
    found: dict[str, int] = {}
    for column, cell in enumerate(cells):
        name = names.get(plain_heading(cell))
        if name and name not in found:
            found[name] = column
    if "id" not in found:
        raise BadFile("No Id column. Export again and keep that column.")
    return found


def _take(out: PlanTable, number: int, cells: Sequence[str], columns: Mapping[str, int]) -> None:
    def cell(name: str) -> str:
        column = columns[name]
        return cells[column].strip() if column < len(cells) else ""

    try:
        piece = int(float(cell("id")))
    except ValueError:
        shown = cell("id") or "nothing"
        out.wrong.append(WrongCell(number, f"its Id is {shown[:40]}, which is not a number"))
        return
    if piece in out.pieces:
        first = out.pieces[piece][0]
        out.wrong.append(WrongCell(number, f"Id {piece} is also in row {first}, which is used"))
        return
    said: dict[str, Any] = {}
    for name in columns:
        if name == "id":
            continue
        try:
            read = _read(name, cell(name))
        except ValueError as wrong:
            out.wrong.append(WrongCell(number, f"{HEADINGS[name].capitalize()}: {wrong}"))
            continue
        if read is not None or name not in KEPT_WHERE_EMPTY:
            said[name] = read
    out.pieces[piece] = (number, said)


def _read(name: str, text: str) -> Any:
    if not text:
        return (
            []
            if name == "tags"
            else None
            if name in (*KEPT_WHERE_EMPTY, "month", "due")
            else (0.0 if name == "hours_spent" else "")
        )
    if name in ("month", "due"):
        return _day(text, first=name == "month")
    if name in ("hours", "hours_spent"):
        return _hours(text, least=0.0 if name == "hours_spent" else 0.01)
    if name == "kind":
        if text.casefold() not in _KINDS:
            raise ValueError(f"“{text[:40]}” is not a kind of piece")
        return _KINDS[text.casefold()]
    if name == "state":
        if text.casefold() not in STATES:
            raise ValueError(f"“{text[:40]}” is none of {', '.join(STATES)}")
        return text.casefold()
    if name == "tags":
        return [tag.strip()[:200] for tag in text.split(";") if tag.strip()][:200]
    # What the export set before a sign that would run is not the text's own.
    plain = text[1:] if text[:1] == "'" and text[1:2] in "=+-@" else text
    if len(plain) > LONGEST[name]:
        raise ValueError(f"it has {len(plain):,} characters, {LONGEST[name]:,} at most")
    return plain


NO_YEAR = 1904
"""What a day gets that names no year: long ago, and a leap year, so that 29 February is one."""


def _day(text: str, *, first: bool) -> date:
    try:
        # What is not written (a day, where a month is meant) is the first.
        found = dates.parse(text, default=datetime(NO_YEAR, 1, 1), dayfirst=not text[:4].isdigit())
    except (ValueError, OverflowError):
        raise ValueError(f"“{text[:40]}” is not a date") from None
    if found.year == NO_YEAR:
        raise ValueError(f"“{text[:40]}” names no year")
    if not is_day(found.date()):
        raise ValueError(f"“{text[:40]}” is not between {FIRST_DAY.year} and {LAST_DAY.year}")
    return found.date().replace(day=1) if first else found.date()


def _hours(text: str, *, least: float) -> float:
    try:
        figure = read_figure(text, "," if "," in text and "." not in text else ".")
    except BadFigure:
        raise ValueError(f"“{text[:40]}” is not a number of hours") from None
    if figure is None or figure.low != figure.high or not least <= figure.low <= 500:
        raise ValueError(f"“{text[:40]}” is not a number of hours that a piece can take")
    return float(figure.low)
