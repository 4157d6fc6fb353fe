"""Columns of a table that mean nothing to us: why, and which of them are kept as notes."""

import re
from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple

from bunraku.core.formats.mapping import counts_rows, plain_heading, says
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.months_in import PREFIX

_FOLLOWS = (
    (
        "ctr, click through rate, klickrate, taux de clics, cliccate, porcentaje de clics, "
        "tasso di clic, klikfrequentie, doorklikpercentage, taxa de cliques",
        {"clicks", "impressions"},
        "it follows from clicks and impressions",
    ),
    (
        "change, yoy, yoy change, three month change, trend, veränderung, änderung, "
        "dreimonatige änderung, variation, évolution, cambio, variación, variazione, wijziging, "
        "verandering, variação, alteração",
        {PREFIX},
        "it follows from the months",
    ),
    (
        "currency, währung, devise, moneda, valuta, moeda",
        {"cpc"},
        "costs are read in the project's currency",
    ),
)
"""Headings of columns that say again what others say: the words, what must be there for it, and
why they are not needed."""


NO_STEP = "no step uses it"


class Unused(NamedTuple):
    """A column that means nothing to us: its number, its heading, why (the end of a sentence), and
    whether its cells are worth keeping as a note."""

    column: int
    heading: str
    why: str
    is_kept: bool


def unused_columns(
    headings: Sequence[str], rows: Sequence[Sequence[str]], mapping: Mapping[str, int]
) -> tuple[Unused, ...]:
    """The columns of a table that none of its meanings takes.

    Parameters: `headings` ("" or missing where there is none); `rows`, some rows below; `mapping`,
    meaning to column. Returns: those columns from the left. An empty one, one that numbers the
    rows, one that is the same everywhere, and one that follows from others is not worth a note; any
    other is. Raises: nothing."""
    width = max([len(headings), *map(len, rows)], default=0)
    taken = set(mapping.values())
    there = {PREFIX if name.startswith(PREFIX) else name for name in mapping}
    out: list[Unused] = []
    for column in range(width):
        if column in taken:
            continue
        heading = headings[column].strip() if column < len(headings) else ""
        cells = [row[column].strip() for row in rows if column < len(row) and row[column].strip()]
        why = _not_needed(plain_heading(heading), cells, rows, column, there)
        if heading or cells:
            double = _read_elsewhere(plain_heading(heading), mapping)
            out.append(Unused(column, heading, why or double or NO_STEP, not why))
    return tuple(out)


def _read_elsewhere(heading: str, mapping: Mapping[str, int]) -> str:
    """That a figure is read from another column, for one that is called the same."""
    for name in mapping:
        meaning = MEANINGS.get(name)
        if meaning and meaning.figures and says(heading, meaning.headings, whole=False):
            return f"{meaning.name[0].lower()}{meaning.name[1:]} is read from another column"
    return ""


def _not_needed(
    heading: str,
    cells: Sequence[str],
    rows: Sequence[Sequence[str]],
    column: int,
    there: Collection[str],
) -> str:
    if not cells:
        return "it is empty"
    if counts_rows(rows, column):
        return "it numbers the rows"
    if len(cells) == len(rows) > 1 and len(set(cells)) == 1:
        return f"it says “{cells[0][:30]}” in every row"
    for words, needed, why in _FOLLOWS:
        if needed <= set(there) and says(heading, words, whole=False):
            return why
    return ""


def note_label(heading: str) -> str:
    """What stands before the cells of a column in a note: its heading, none where it says no more
    than "note". Raises: nothing."""
    plain = plain_heading(heading)
    if says(plain, MEANINGS["note"].headings, whole=True):
        return ""
    return re.sub(r"\s+", " ", heading).strip()[:40]


MOST_NOTE = 500
"""Characters that are kept of a note."""


def note_of(cells: Sequence[str], notes: Mapping[int, str]) -> str:
    """The note that the cells of a row make: "Owner: Ana; Season: spring". Raises: nothing."""
    said = (
        f"{label}: {cells[column]}" if label else cells[column]
        for column, label in notes.items()
        if column < len(cells) and cells[column].strip()
    )
    return "; ".join(said)[:MOST_NOTE]
