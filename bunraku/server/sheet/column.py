"""What can be said of a column of the sheet."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, Literal

from bunraku.core.formats.csv_out import Cell

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")

Type = Literal["text", "number", "count", "flag", "code", "month", "list", "marks"]
Unit = Literal["", "searches", "share", "points", "money", "clicks", "position", "words"]
Filter = Literal["", "range", "any_of", "flag", "known", "is"]


@dataclass(frozen=True)
class Column:
    """A column of the sheet.

    `id` is its field in `Row`, its name over HTTP and what it sorts by. `type` is text, number
    (unknown unless `always` known), count (whole, known unless `optional`), flag, code (an index
    into `names`), month (1-12, 0 none), list, or marks (bits, a name of `names` each). `told`: it
    is a part of a row over HTTP; `shown`: the sheet has it. `low` and `high` bound it. `filter` is
    how it can be narrowed: by a range, to any of its names, to a flag, to whether it is known, to
    one value; `filter_id` under which name, if not its own. `rises`: it is first sorted from the
    least. `export` is its heading in the export, "" where it is not exported, `digits` how it is
    rounded there. `figure` names the figure whose help text is its own; `help` says in a sentence
    what stands in it."""

    id: str
    type: Type
    heading: str
    help: str
    unit: Unit = ""
    low: float | None = None
    high: float | None = None
    names: tuple[str, ...] = ()
    always: bool = False
    optional: bool = False
    told: bool = True
    shown: bool = False
    sorts: bool = False
    rises: bool = False
    filter: Filter = ""
    filter_id: str = ""
    export: str = ""
    digits: int | None = None
    figure: str = ""

    @property
    def can_be_null(self) -> bool:
        """Whether it can be unknown."""
        return self.optional or (self.type == "number" and not self.always)

    @property
    def asked_as(self) -> str:
        """The name under which it is filtered."""
        return self.filter_id or self.id

    def name_of(self, code: int) -> str:
        """The name of a code; nothing known is -1, and empty."""
        return self.names[code] if code >= 0 else ""

    def told_as(self, value: int) -> str | list[str]:
        """A code or marks in names."""
        return self.names_in(value) if self.type == "marks" else self.name_of(value)

    def names_in(self, bits: int) -> list[str]:
        """The names of marks."""
        return [name for place, name in enumerate(self.names) if bits >> place & 1]

    def bits_of(self, names: Iterable[str]) -> int:
        """Marks of names."""
        return sum(1 << self.names.index(name) for name in set(names))

    def code_of(self, name: str) -> int:
        """The code of a name; that nothing is known is asked for as "none"."""
        return self.names.index("" if name == "none" else name) if name else -1

    def cell(self, value: Any) -> Cell:
        """A value as it stands in the export."""
        if value is None:
            return None
        if self.type == "code":
            return self.name_of(value) or None
        if self.type == "marks":
            return ", ".join(name.replace("_", " ") for name in self.names_in(value)) or None
        if self.type == "month":
            return MONTHS[value - 1] if value else None
        return round(value, self.digits) if self.digits is not None else value
