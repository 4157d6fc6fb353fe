"""Files looked at and read from their path alone: what can be handed to another process whole."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import islice
from pathlib import Path

from bunraku.core.formats.bad_file import BadMapping
from bunraku.core.formats.countries_in import country_of
from bunraku.core.formats.keywords_in import (
    OTHER_COUNTRY,
    Plan,
    Preview,
    decimals_of,
    keywords_in,
    look_at,
    notes_of,
    signs_before,
)
from bunraku.core.formats.list_signs import without_signs
from bunraku.core.formats.mapping import column_type
from bunraku.core.formats.meanings import meaning_of
from bunraku.core.formats.no_keywords import LEFT_OUT
from bunraku.core.formats.row_in import Refused, Taken
from bunraku.core.formats.table_in import TableFile, open_table
from bunraku.core.formats.unused_columns import Unused, unused_columns

COUNTED_UP_TO = 50_000
"""Rows that are counted before a file is brought in: about a second; of more it is said that there
are more."""


@dataclass(frozen=True)
class Wanted:
    """How a person wants a table read: its sheet ("": the first with something in it), the row of
    its heading (None: guess), meaning to column (None: guess), whether titles, totals and notes are
    keywords, the columns kept as a note (None: guess), the project's country, and whether rows of
    other countries are taken too."""

    sheet: str = ""
    heading: int | None = None
    mapping: Mapping[str, int] | None = None
    titles: bool = False
    notes: Sequence[int] | None = None
    country: str = ""
    all_countries: bool = False


@dataclass(frozen=True)
class Look:
    """A file looked at: the table, its beginning, how it would be read, and which of its first rows
    would then be refused or taken without a figure; what the cells of each column are; how many
    rows it has and how many would come, up to `COUNTED_UP_TO` of them; how many of these are left
    out as titles, totals and notes, and how many for their country; the countries of the rows, and
    the columns that are not used."""

    table: TableFile
    seen: Preview
    plan: Plan
    refused: tuple[Refused, ...]
    types: tuple[str, ...] = ()
    rows: int = 0
    will_come: int = 0
    counted: bool = True
    left_out: int = 0
    abroad: int = 0
    countries: tuple[str, ...] = ()
    unused: tuple[Unused, ...] = ()


def look_into(path: Path, wanted: Wanted) -> Iterator[Look]:
    """Look into a file.

    Parameters: `path`; `wanted`. Returns: one `Look`. Raises: `BadFile`; `BadMapping` for a column
    that the table does not have. Cost: of the file's first rows, but for what a spreadsheet has
    aside from them."""
    table = open_table(path, wanted.sheet, leave_open=True)
    seen = look_at(table, wanted.heading)
    plan = _plan(seen, wanted)
    countries = _countries(table, plan)
    if wanted.country in countries and not wanted.all_countries:
        plan = replace(plan, country=wanted.country)
    refused: list[Refused] = []
    rows = will_come = left_out = abroad = 0
    if "keyword" in plan.mapping:
        seen = _without_signs(seen, table, plan.mapping["keyword"])
        last = seen.rows[-1][0] if seen.rows else 0
        for row in islice(keywords_in(table, plan), COUNTED_UP_TO):
            rows += 1
            will_come += isinstance(row, Taken)
            left_out += isinstance(row, Refused) and row.code in LEFT_OUT
            abroad += isinstance(row, Refused) and row.code == OTHER_COUNTRY
            if row.number > last:
                continue
            if isinstance(row, Refused):
                refused.append(row)
            elif row.unread:
                why = "Imported without this figure. " + " ".join(row.unread)
                refused.append(Refused(row.number, row.text[:60], "figure_unread", why))
    cells = [cells for _, cells in seen.rows]
    width = max([len(seen.headings), *map(len, cells)], default=0)
    yield Look(
        replace(table, left_open=None),
        seen,
        plan,
        tuple(refused),
        tuple(column_type(cells, column) for column in range(width)),
        rows,
        will_come,
        rows < COUNTED_UP_TO,
        left_out,
        abroad,
        countries,
        unused_columns(seen.headings, seen.cells, plan.mapping),
    )


def _countries(table: TableFile, plan: Plan) -> tuple[str, ...]:
    """The countries of a table's first rows, most rows first."""
    column = plan.mapping.get("country")
    if column is None:
        return ()
    cells = (
        cells[column]
        for number, cells in islice(table.rows(), COUNTED_UP_TO)
        if number > plan.heading and not isinstance(cells, str) and column < len(cells)
    )
    named = Counter({code: n for cell, n in Counter(cells).items() if (code := country_of(cell))})
    return tuple(code for code, _ in named.most_common())


def _without_signs(seen: Preview, table: TableFile, column: int) -> Preview:
    """A preview whose keywords are as they will be imported: without what a list puts before
    them."""
    signs = signs_before(table, [cells for _, cells in seen.rows], column)
    return replace(
        seen,
        rows=tuple(
            (
                number,
                tuple(
                    without_signs(cell, signs) if place == column else cell
                    for place, cell in enumerate(cells)
                ),
            )
            for number, cells in seen.rows
        ),
    )


def _plan(seen: Preview, wanted: Wanted) -> Plan:
    if wanted.mapping is None:
        return replace(seen.plan, titles=wanted.titles)
    mapping = dict(wanted.mapping)
    noted = list(wanted.notes or ())
    if "note" in mapping:
        noted.append(mapping.pop("note"))
    width = max([len(seen.headings), *(len(cells) for _, cells in seen.rows)], default=0)
    for meaning, column in [*mapping.items(), *(("note", column) for column in noted)]:
        if not _is_meaning(meaning):
            raise BadMapping(f"A column cannot mean “{meaning}”.")
        if not 0 <= column < width:
            raise BadMapping(f"There is no column {column + 1} for {meaning}.")
    decimals = decimals_of(seen.cells, mapping)
    free = [column for column in noted if column not in mapping.values()]
    if wanted.notes is None:
        unused = unused_columns(seen.headings, seen.cells, mapping)
        free += [each.column for each in unused if each.is_kept]
    notes = notes_of(seen.headings, free)
    return Plan(seen.plan.heading, mapping, decimals, wanted.titles, notes)


def _is_meaning(id: str) -> bool:
    try:
        meaning_of(id)
    except KeyError:
        return False
    return True


def read_rows(path: Path, sheet: str, plan: Plan, batch: int) -> Iterator[list[Taken | Refused]]:
    """The rows of a file as keywords, so many at a time; few first and then twice as many as
    before, so that what is to be done with them can begin and need not wait again.

    Parameters: `path`; `sheet`; `plan`; `batch`, rows in a part. Returns: parts of what
    `keywords_in` gives. Raises: `BadFile`, for what breaks off after the parts before it. Cost:
    linear, memory for one part."""
    rows = keywords_in(open_table(path, sheet, leave_open=True), plan)
    size = max(batch // 16, 1)
    while part := list(islice(rows, size)):
        yield part
        size = min(2 * size, batch)
