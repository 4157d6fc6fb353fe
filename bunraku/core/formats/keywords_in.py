"""From the rows of a table to keywords with their figures; what cannot be taken is refused with its
reason."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import chain, islice

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.countries_in import country_name, country_of
from bunraku.core.formats.figures_in import decimal_sign, has_thousands_points
from bunraku.core.formats.list_signs import signs_of
from bunraku.core.formats.mapping import find_heading, guess_mapping, plain_heading
from bunraku.core.formats.meanings import meaning_of
from bunraku.core.formats.months_in import PREFIX
from bunraku.core.formats.no_keywords import NoKeywords
from bunraku.core.formats.row_in import Refused, RowReader, Taken
from bunraku.core.formats.table_in import TableFile
from bunraku.core.formats.unused_columns import note_label, unused_columns

LOOKED_AT = 200
"""Rows at the top that a mapping is guessed from."""
COUNTED = ("searches", "clicks", "impressions")
"""Meanings that are whole numbers."""


@dataclass(frozen=True)
class Plan:
    """How a table is to be read: the row number of its heading (0: none), meaning to column, each
    figure column's decimal sign, whether titles of sections, totals and notes are keywords, columns
    kept as a note with what stands before their cells, and the only country whose rows are taken
    ("": of all)."""

    heading: int
    mapping: Mapping[str, int]
    decimals: Mapping[int, str] = field(default_factory=dict)
    titles: bool = False
    notes: Mapping[int, str] = field(default_factory=dict)
    country: str = ""


@dataclass(frozen=True)
class Preview:
    """What a table looks like: its headings ("" where it has none), its first rows below the
    heading, how it would be read, and the cells of all rows that were looked at."""

    headings: tuple[str, ...]
    rows: tuple[tuple[int, tuple[str, ...]], ...]
    plan: Plan
    cells: Sequence[Sequence[str]] = ()


def look_at(table: TableFile, heading: int | None = None) -> Preview:
    """Look at the beginning of a table and guess how to read it.

    Parameters: `table`; `heading`, the row number of its heading where the user told it (0: none).
    Returns: `Preview`. Raises: `BadFile` as `TableFile.rows` does."""
    top = list(islice(table.rows(), LOOKED_AT))
    first = [(number, cells) for number, cells in top if not isinstance(cells, str)]
    if heading is None:
        place = find_heading([cells for _, cells in first[:30]])
        heading = first[place][0] if place is not None else None
        if place is not None and table.kind == "json":
            heading = 0
    named = (
        next((cells for number, cells in first if number == heading), [])
        if heading is not None
        else []
    )
    if table.kind == "json" and first and first[0][0] == 0:
        heading, named = 0, first[0][1]
        below = first[1:]
    else:
        below = [(number, cells) for number, cells in first if number > (heading or 0)]
    if heading and top[-1][0] == heading and any(named):
        told = ", ".join(cell for cell in named if cell)
        raise BadFile(f"There is a heading ({told}) and nothing below it.")
    cells = [cells for _, cells in below]
    mapping = guess_mapping(named, cells)
    # Any number of columns may be notes; what a note is called is no reason to have one alone.
    noted = mapping.pop("note", None)
    unused = unused_columns(named, cells, mapping)
    notes = notes_of(named, [u.column for u in unused if u.is_kept or u.column == noted])
    return Preview(
        tuple(named),
        tuple((number, tuple(cells)) for number, cells in below[:20]),
        Plan(heading or 0, mapping, decimals_of(cells, mapping), notes=notes),
        cells,
    )


def notes_of(headings: Sequence[str], columns: Sequence[int]) -> dict[int, str]:
    """Columns that are kept as a note, each with what stands before its cells. Raises: nothing."""
    return {
        column: note_label(headings[column] if column < len(headings) else "")
        for column in sorted(set(columns))
    }


def decimals_of(rows: Sequence[Sequence[str]], mapping: Mapping[str, int]) -> dict[int, str]:
    """The decimal sign of each figure column of a mapping: what the column says, else what the
    whole table says, else a comma in a column of counts whose points part thousands ("1.300")."""
    columns = {
        column: meaning for meaning, column in mapping.items() if meaning_of(meaning).figures
    }
    cells = {column: [row[column] for row in rows if column < len(row)] for column in columns}
    of_table = decimal_sign(chain.from_iterable(cells.values()))
    out: dict[int, str] = {}
    for column, meaning in columns.items():
        counts = meaning.startswith((*COUNTED, PREFIX)) and has_thousands_points(cells[column])
        out[column] = decimal_sign(cells[column]) or of_table or ("," if counts else ".")
    return out


def keywords_in(table: TableFile, plan: Plan) -> Iterator[Taken | Refused]:
    """The keywords of a table, row by row.

    Parameters: `table`; `plan`. Returns: for each row below the heading what was taken or why not:
    `total` rows, a row of an `other_country`, the `heading` again, the title of a `section`, a
    `formula` or an `error` of a spreadsheet, a `ragged` row of more cells than headings, an empty,
    overlong or wordless keyword, and a row that is `broken`. A cell that should be a figure and is
    none leaves the figure unknown, and is told with the row. Raises: `BadFile` where the file
    breaks off; `KeyError` for a plan without a keyword column. Cost: linear, memory for one row."""
    column = plan.mapping["keyword"]
    heading: str | None = None
    rows = table.rows()
    first = list(islice(rows, plan.heading + LOOKED_AT))
    below = [
        cells for number, cells in first if number > plan.heading and not isinstance(cells, str)
    ]
    signs = signs_before(table, below, column)
    none = NoKeywords(
        column,
        plan.mapping,
        in_capitals=not any(_is_small(row, column) for row in below),
        titles=plan.titles,
    )
    read = RowReader(plan.mapping, plan.decimals, plan.notes, signs).read
    for number, cells in chain(first, rows):
        if isinstance(cells, str):
            yield Refused(number, "", "broken", cells)
            continue
        if number == plan.heading and heading is None:
            heading = plain_heading(cells[column]) if column < len(cells) else ""
            width = len(cells) if table.kind == "csv" and any(cells) else 0
            # Where most rows are longer it is the heading that is short.
            if 2 * sum(any(row[width:]) for row in below) > len(below):
                width = 0
            none = replace(none, heading=heading, width=width)
            continue
        if number < plan.heading or number == 0:
            continue
        said = cells[column] if column < len(cells) else ""
        if why := none.why(cells):
            yield Refused(number, said[:60], *why)
        elif abroad := _abroad(cells, plan):
            yield Refused(number, said[:60], OTHER_COUNTRY, abroad)
        else:
            yield read(number, cells)


OTHER_COUNTRY = "other_country"


def _abroad(cells: Sequence[str], plan: Plan) -> str:
    """Why a row is not for the plan's country; "" where it is, or where the plan takes all."""
    if not plan.country:
        return ""
    column = plan.mapping["country"]
    cell = cells[column] if column < len(cells) else ""
    if country_of(cell) == plan.country:
        return ""
    return (
        f"Another country ({cell[:40] or 'none'}); this project's is {country_name(plan.country)}."
    )


def _is_small(cells: Sequence[str], column: int) -> bool:
    return column < len(cells) and any(sign.islower() for sign in cells[column])


def signs_before(
    table: TableFile, rows: Sequence[Sequence[str]], column: int
) -> list[re.Pattern[str]]:
    """What stands before the keywords of a table, by its first rows, and is no part of them; a
    plain list is rid of it already."""
    if table.kind == "text":
        return []
    return signs_of([cells[column] for cells in rows if column < len(cells)])
