"""From the rows of a table to keywords with their figures; what cannot be taken is refused with its
reason."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import chain, islice
from typing import NamedTuple

from bunraku.core.formats.figures_in import (
    BadFigure,
    Figure,
    decimal_sign,
    has_thousands_points,
    read_figure,
)
from bunraku.core.formats.mapping import MEANINGS, find_heading, guess_mapping, plain_heading
from bunraku.core.formats.table_in import TableFile
from bunraku.core.text import BadKeyword, clean_keyword, identity_key

LOOKED_AT = 200
"""Rows at the top that a mapping is guessed from."""
_TOTALS = frozenset(
    [
        "total",
        "totals",
        "sum",
        "grand total",
        "gesamt",
        "summe",
        "gesamtsumme",
        "somme",
        "totale",
        "totaal",
    ]
)
COUNTED = ("searches", "clicks", "impressions")
"""Meanings that are whole numbers."""
_FORMULA = ("=", "@")


@dataclass(frozen=True)
class Plan:
    """How a table is to be read: the row number of its heading (0: none), meaning to column, and
    each figure column's decimal sign."""

    heading: int
    mapping: Mapping[str, int]
    decimals: Mapping[int, str] = field(default_factory=dict)


class Taken(NamedTuple):
    """A row taken: its number, the keyword, its key, its figures by meaning, its texts by
    meaning."""

    number: int
    text: str
    key: str
    figures: dict[str, Figure]
    texts: dict[str, str]


class Refused(NamedTuple):
    """A row refused: its number, what stood in it, a stable code and the reason for people."""

    number: int
    text: str
    code: str
    message: str


@dataclass(frozen=True)
class Preview:
    """What a table looks like: its headings ("" where it has none), its first rows below the
    heading, and how it would be read."""

    headings: tuple[str, ...]
    rows: tuple[tuple[int, tuple[str, ...]], ...]
    plan: Plan


def look_at(table: TableFile, heading: int | None = None) -> Preview:
    """Look at the beginning of a table and guess how to read it.

    Parameters: `table`; `heading`, the row number of its heading where the user told it (0: none).
    Returns: `Preview`. Raises: `BadFile` as `TableFile.rows` does."""
    first = [
        (number, cells)
        for number, cells in islice(table.rows(), LOOKED_AT)
        if not isinstance(cells, str)
    ]
    if heading is None:
        place = find_heading([cells for _, cells in first[:30]])
        heading = first[place][0] if place is not None else None
        if place is not None and table.kind == "json":
            heading = 0
    top = (
        next((cells for number, cells in first if number == heading), [])
        if heading is not None
        else []
    )
    if table.kind == "json" and first and first[0][0] == 0:
        heading, top = 0, first[0][1]
        below = first[1:]
    else:
        below = [(number, cells) for number, cells in first if number > (heading or 0)]
    mapping = guess_mapping(top, [cells for _, cells in below])
    return Preview(
        tuple(top),
        tuple((number, tuple(cells)) for number, cells in below[:20]),
        Plan(heading or 0, mapping, decimals_of([cells for _, cells in below], mapping)),
    )


def decimals_of(rows: Sequence[Sequence[str]], mapping: Mapping[str, int]) -> dict[int, str]:
    """The decimal sign of each figure column of a mapping: what the column says, else what the
    whole table says, else a comma in a column of counts whose points part thousands ("1.300")."""
    columns = {column: meaning for meaning, column in mapping.items() if MEANINGS[meaning].figures}
    cells = {column: [row[column] for row in rows if column < len(row)] for column in columns}
    of_table = decimal_sign(chain.from_iterable(cells.values()))
    out: dict[int, str] = {}
    for column, meaning in columns.items():
        counts = meaning in COUNTED and has_thousands_points(cells[column])
        out[column] = decimal_sign(cells[column]) or of_table or ("," if counts else ".")
    return out


def keywords_in(table: TableFile, plan: Plan) -> Iterator[Taken | Refused]:
    """The keywords of a table, row by row.

    Parameters: `table`; `plan`. Returns: for each row below the heading what was taken or why not:
    `total` rows, the `heading` again, a `formula`, an empty, overlong or wordless keyword, a row
    that is `broken`, and a cell that should be a figure and is none (`bad_figure`, with its
    column). Raises: `BadFile` where the file breaks off; `KeyError` for a plan without a keyword
    column. Cost: linear, memory for one row."""
    column = plan.mapping["keyword"]
    heading: str | None = None
    for number, cells in table.rows():
        if isinstance(cells, str):
            yield Refused(number, "", "broken", cells)
            continue
        if number == plan.heading and heading is None:
            heading = plain_heading(cells[column]) if column < len(cells) else ""
            continue
        if number < plan.heading or number == 0:
            continue
        yield _row(number, cells, column, heading, plan)


def _row(
    number: int, cells: Sequence[str], column: int, heading: str | None, plan: Plan
) -> Taken | Refused:
    said = cells[column] if column < len(cells) else ""
    shown = said[:60]
    lower = said.strip().casefold()
    if not said.strip():
        return Refused(
            number,
            "",
            "keyword_empty",
            "No keyword in this row: the cell is empty, or a formula without its value.",
        )
    if (
        heading
        and lower[:1] == heading[:1]
        and plain_heading(said) == heading
        and _same_heading(cells, column, plan)
    ):
        return Refused(number, shown, "heading", "The heading again.")
    if lower.rstrip(":") in _TOTALS:
        return Refused(number, shown, "total", "A total, not a keyword.")
    if said.startswith(_FORMULA):
        return Refused(number, shown, "formula", "A formula, not a keyword.")
    try:
        text = clean_keyword(said)
    except BadKeyword as bad:
        return Refused(number, shown, bad.code, str(bad))
    key = identity_key(text)
    if not key:
        return Refused(
            number, shown, "keyword_no_word", "There is no letter and no digit to search for."
        )
    figures: dict[str, Figure] = {}
    texts: dict[str, str] = {}
    for meaning, place in plan.mapping.items():
        cell = cells[place] if place < len(cells) and meaning != "keyword" else ""
        if not cell:
            continue
        if not MEANINGS[meaning].figures:
            texts[meaning] = cell[:500]
            continue
        try:
            figure = read_figure(cell, plan.decimals.get(place, "."))
        except BadFigure as bad:
            return Refused(number, shown, "bad_figure", f"{MEANINGS[meaning].name}: {bad}")
        if figure is not None and figure.low < 0:
            return Refused(
                number,
                shown,
                "bad_figure",
                f"{MEANINGS[meaning].name}: “{cell[:40]}” is below zero.",
            )
        if figure is not None:
            figures[meaning] = figure
    return Taken(number, text, key, figures, texts)


def _same_heading(cells: Sequence[str], column: int, plan: Plan) -> bool:
    """Whether no figure column holds a figure: a keyword that happens to be called like the heading
    has some."""
    for meaning, place in plan.mapping.items():
        if MEANINGS[meaning].figures and place < len(cells) and place != column:
            try:
                if read_figure(cells[place]) is not None:
                    return False
            except BadFigure:
                pass
    return True
