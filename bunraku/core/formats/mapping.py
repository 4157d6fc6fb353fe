"""Which column of a table is what: guessed from its heading and its cells, to be put right by the
user."""

import re
import unicodedata
from collections.abc import Sequence

from bunraku.core.formats.countries_in import country_of
from bunraku.core.formats.days_in import read_day, read_month
from bunraku.core.formats.figures_in import BadFigure, Figure, read_figure
from bunraku.core.formats.meanings import MEANINGS
from bunraku.core.formats.months_in import month_columns
from bunraku.core.formats.planner_in import ends_of_bids, level_of, match_of, mostly, priority_of

_MONEY = re.compile(r"[£$€¥]|\b(?:kr|zł|Kč|CHF)\b")


def column_type(rows: Sequence[Sequence[str]], column: int) -> str:
    """What the cells of a column are, in a word or two: words, whole numbers, numbers, money, per
    cent, ranges, addresses, or empty."""
    cells = [row[column].strip() for row in rows if column < len(row) and row[column].strip()]
    if not cells:
        return "empty"
    figures: list[Figure] = []
    for cell in cells:
        try:
            figure = read_figure(cell)
        except BadFigure:
            continue
        if figure is not None:
            figures.append(figure)
    if len(figures) * 2 < len(cells):
        web = sum(bool(re.match(r"(?:https?://|www\.|/)\S+$", cell)) for cell in cells)
        return "addresses" if web * 2 > len(cells) else "words"
    if sum(figure.is_pct for figure in figures) * 2 > len(figures):
        return "per cent"
    if sum(bool(_MONEY.search(cell)) for cell in cells) * 2 > len(cells):
        return "money"
    if sum(figure.low != figure.high for figure in figures) * 3 > len(figures):
        return "ranges"
    return "whole numbers" if all(f.low.is_integer() for f in figures) else "numbers"


def plain_heading(text: str) -> str:
    """A heading without capitals, accents, units in brackets, signs and figures."""
    bare = re.sub(r"\([^)]*\)|\[[^\]]*\]", " ", text[:200].casefold())
    return " ".join(re.findall(r"[^\W\d_]+", unicodedata.normalize("NFKC", bare)))


def guess_mapping(headings: Sequence[str], rows: Sequence[Sequence[str]]) -> dict[str, int]:
    """What each column is.

    Parameters: `headings`, one a column, empty where there is no heading row; `rows`, some rows
    below. Returns: meaning to column number, the surest first: a heading that is one of the known
    words, then one that holds such words; a column of figures never becomes the keyword and one of
    words never a figure. Without a fitting heading the keyword is the first column whose cells are
    words. Empty where there is no such column either. Raises: nothing."""
    plain = [plain_heading(text) for text in headings]
    width = max([len(headings), *(len(row) for row in rows)], default=0)
    numeric = [_is_numeric(rows, column) for column in range(width)]
    mapping: dict[str, int] = {}
    # First everything that is certain: "searches" must not be taken by a column that merely
    # mentions them.
    for whole in (True, False):
        for meaning, meant in MEANINGS.items():
            if meaning in mapping:
                continue
            for column, heading in enumerate(plain):
                if column in mapping.values():
                    continue
                suits = (
                    numeric[column] is not False
                    if meant.figures
                    else whole or numeric[column] is not True
                )
                if suits and says(heading, meant.headings, whole=whole):
                    mapping[meaning] = column
                    break
    words = MEANINGS["cpc"].headings
    bids = [
        c for c, h in enumerate(plain) if numeric[c] is not False and says(h, words, whole=False)
    ]
    ends = ends_of_bids(bids, headings)
    if ends and mapping.get("cpc", ends[0]) in ends:
        mapping |= dict(zip(("cpc", "cpc_high"), ends, strict=True))
    words = MEANINGS["competition"].headings
    for column, heading in enumerate(plain):
        cells = [row[column] for row in rows if column < len(row)]
        is_free = column not in mapping.values() and says(heading, words, whole=False)
        if is_free and mostly(cells, level_of):
            mapping.setdefault("competition", column)
    mapping |= {
        meaning: column
        for meaning, column in month_columns(headings).items()
        if column not in mapping.values() and numeric[column] is not False
    }
    for meaning, read in (
        ("priority", priority_of),
        ("match", match_of),
        ("date", _read_period),
        ("country", country_of),
    ):
        column = mapping.get(meaning, width)
        if not mostly([row[column] for row in rows if column < len(row)], read):
            mapping.pop(meaning, None)
    rank = mapping.get("position")
    if rank is not None and counts_rows(rows, rank):
        del mapping["position"]
    if "page" not in mapping and {"clicks", "impressions", "position"} & set(mapping):
        # Whatever a report calls it: a column of addresses is that of the pages.
        free = (c for c in range(width) if c not in mapping.values())
        page = next((c for c in free if column_type(rows, c) == "addresses"), None)
        if page is not None:
            mapping["page"] = page
    if "keyword" not in mapping:
        free = (c for c in range(width) if numeric[c] is False and c not in mapping.values())
        first = next(free, None)
        if first is not None:
            mapping["keyword"] = first
    if not any(plain) and "keyword" in mapping:
        mapping |= _guess_figures(rows, numeric, set(mapping.values()))
    return mapping


def _read_period(cell: str) -> object:
    return read_month(cell) or read_day(cell, day_first=False) or read_day(cell)


def counts_rows(rows: Sequence[Sequence[str]], column: int) -> bool:
    """Whether a column says how many-eth each row is: 1, 2, 3 and so on. That is a place in the
    list, not on a results page."""
    said = [row[column].strip().rstrip(".") for row in rows if column < len(row)]
    return len(said) > 2 and said == [str(n) for n in range(1, len(said) + 1)]


def _guess_figures(
    rows: Sequence[Sequence[str]], numeric: Sequence[bool | None], taken: set[int]
) -> dict[str, int]:
    """What columns of figures without a heading are: money is the cost of a click, the first of
    whole numbers that does not count the rows is searches."""
    found: dict[str, int] = {}
    for column in (c for c, figures in enumerate(numeric) if figures and c not in taken):
        cells = [row[column] for row in rows if column < len(row) and row[column].strip()]
        if any(re.search(r"[£$€]", cell) for cell in cells):
            found.setdefault("cpc", column)
        elif not counts_rows(rows, column) and all(_is_whole(cell) for cell in cells):
            found.setdefault("searches", column)
    return found


def _is_whole(cell: str) -> bool:
    try:
        figure = read_figure(cell)
    except BadFigure:
        return False
    return figure is None or (figure.low.is_integer() and not figure.is_pct)


def says(heading: str, meant: str, *, whole: bool) -> bool:
    """Whether a plain heading is one of the words `meant` (or their initials), or contains one."""
    words = meant.split(", ")
    if whole:
        return bool(heading) and (heading in words or heading in map(_initials, words))
    return any(f" {word} " in f" {heading} " for word in words)


def _initials(words: str) -> str:
    """ "kd" of "keyword difficulty", as headings shorten it; empty for a single word."""
    parts = words.split()
    return "".join(part[0] for part in parts) if len(parts) > 1 else ""


def _is_numeric(rows: Sequence[Sequence[str]], column: int) -> bool | None:
    """Whether half of the cells of a column or more are figures; None where all are empty."""
    cells = [row[column] for row in rows if column < len(row) and row[column].strip()]
    if not cells:
        return None
    # Half, because real columns have notes, totals and blanks among their figures.
    return sum(is_figure(cell) for cell in cells) * 2 >= len(cells)


def is_figure(cell: str) -> bool:
    """Whether a cell can be read as a figure, or says that there is none."""
    try:
        read_figure(cell)
    except BadFigure:
        return False
    return True


def names_keywords(rows: Sequence[Sequence[str]]) -> bool:
    """Whether one of some rows is a heading that names a column of keywords."""
    return any(
        says(plain_heading(cell), MEANINGS["keyword"].headings, whole=True)
        for row in rows
        for cell in row
    )


def find_heading(rows: Sequence[Sequence[str]]) -> int | None:
    """Which of the first rows is the heading: the first with a known word for the keyword column,
    else the first row without figures above rows with figures; None for a table without a heading.

    Parameters: `rows`, the first rows, from the top. Returns: a place in `rows` or None. Raises:
    nothing."""
    for place, row in enumerate(rows):
        headings = [plain_heading(cell) for cell in row]
        # A lone cell such as "keyword" may be a keyword; with a second one beside it, or at the
        # very top, it is a heading.
        likely = place == 0 or sum(bool(heading) for heading in headings) > 1
        if likely and any(
            says(heading, MEANINGS["keyword"].headings, whole=True) for heading in headings
        ):
            return place
    for place, row in enumerate(rows[:-1]):
        filled = [cell for cell in row if cell.strip()]
        below = rows[place + 1]
        if (
            len(filled) > 1
            and not any(is_figure(cell) for cell in filled)
            and any(is_figure(c) for c in below if c.strip())
        ):
            return place
    return None
