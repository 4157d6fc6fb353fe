"""From the rows of a table to keywords with their figures; what cannot be taken is refused with its
reason."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import chain, islice
from typing import NamedTuple

from bunraku.core.formats.bad_file import BadFile
from bunraku.core.formats.figures_in import (
    BadFigure,
    Figure,
    decimal_sign,
    has_thousands_points,
    read_figure,
)
from bunraku.core.formats.list_signs import signs_of, without_signs
from bunraku.core.formats.mapping import find_heading, guess_mapping, plain_heading
from bunraku.core.formats.meanings import meaning_of
from bunraku.core.formats.months_in import PREFIX
from bunraku.core.formats.no_keywords import NoKeywords
from bunraku.core.formats.planner_in import level_of, match_marked, match_of, priority_of
from bunraku.core.formats.table_in import TableFile
from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.names import clean_text

LOOKED_AT = 200
"""Rows at the top that a mapping is guessed from."""
COUNTED = ("searches", "clicks", "impressions")
"""Meanings that are whole numbers."""


@dataclass(frozen=True)
class Plan:
    """How a table is to be read: the row number of its heading (0: none), meaning to column, each
    figure column's decimal sign, and whether titles of sections, totals and notes are keywords."""

    heading: int
    mapping: Mapping[str, int]
    decimals: Mapping[int, str] = field(default_factory=dict)
    titles: bool = False


class Shown(NamedTuple):
    """What a page or a month ("2026-03") got from a query: clicks, impressions, average position;
    None where that is not told."""

    name: str
    clicks: float | None
    impressions: float | None
    position: float | None


class Traffic(NamedTuple):
    """What one's own report tells of a query beside its totals: how many months the report covers,
    None where it has no days; what each whole month and each page got, pages of most clicks
    first."""

    months_covered: float | None
    by_month: tuple[Shown, ...]
    by_page: tuple[Shown, ...]


class Taken(NamedTuple):
    """A row taken: its number, the keyword, its key, its figures by meaning, its texts by meaning,
    why figures of it could not be read (they are unknown), and what one's own report tells of
    it."""

    number: int
    text: str
    key: str
    figures: dict[str, Figure]
    texts: dict[str, str]
    unread: tuple[str, ...] = ()
    traffic: Traffic | None = None


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
    mapping = guess_mapping(named, [cells for _, cells in below])
    return Preview(
        tuple(named),
        tuple((number, tuple(cells)) for number, cells in below[:20]),
        Plan(heading or 0, mapping, decimals_of([cells for _, cells in below], mapping)),
    )


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
    `total` rows, the `heading` again, the title of a `section`, a `formula` or an `error` of a
    spreadsheet, a `ragged` row of more cells than headings, an empty, overlong or wordless keyword,
    and a row that is `broken`. A cell that should be a figure and is
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
        else:
            yield _row(number, cells, column, plan, signs)


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


def _row(
    number: int,
    cells: Sequence[str],
    column: int,
    plan: Plan,
    signs: Sequence[re.Pattern[str]],
) -> Taken | Refused:
    said = cells[column]
    shown = said[:60]
    try:
        text = clean_keyword(without_signs(said, signs))
    except BadKeyword as bad:
        return Refused(number, shown, bad.code, str(bad))
    key = identity_key(text)
    if not key:
        return Refused(
            number, shown, "keyword_no_word", "There is no letter and no digit to search for."
        )
    figures: dict[str, Figure] = {}
    texts: dict[str, str] = {}
    unread: list[str] = []
    # A column that says the match type has the last word.
    if marked := match_marked(said):
        texts["match"] = marked
    for meaning, place in plan.mapping.items():
        cell = cells[place] if place < len(cells) and meaning != "keyword" else ""
        if not cell:
            continue
        if meaning == "priority":
            if priority := priority_of(cell):
                texts[meaning] = priority
            else:
                unread.append(f"Priority: “{cell[:40]}” is not high, normal or low, nor A, B or C.")
            continue
        if meaning == "match":
            if found := match_of(cell):
                texts[meaning] = found
            else:
                unread.append(f"Match type: “{cell[:40]}” is not exact, phrase or broad.")
            continue
        if not meaning_of(meaning).figures:
            texts[meaning] = clean_text(cell)[:500]
            continue
        try:
            figure = (level_of(cell) if meaning == "competition" else None) or read_figure(
                cell, plan.decimals.get(place, ".")
            )
        except BadFigure as bad:
            unread.append(f"{meaning_of(meaning).name}: {bad}")
            continue
        if figure is not None and figure.low < 0:
            unread.append(f"{meaning_of(meaning).name}: “{cell[:40]}” is below zero.")
        elif figure is not None:
            figures[meaning] = figure
    return Taken(number, text, key, figures, texts, tuple(unread))
