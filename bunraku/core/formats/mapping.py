"""Which column of a table is what: guessed from its heading and its cells, to be put right by the
user."""

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass

from bunraku.core.formats.figures_in import BadFigure, read_figure


@dataclass(frozen=True)
class Meaning:
    """What a column can mean: its name, what it tells, words of headings that say so (parted by
    commas), whether it holds figures."""

    name: str
    about: str
    headings: str
    figures: bool = True


MEANINGS: dict[str, Meaning] = {
    "keyword": Meaning(
        "Keyword",
        "The keyword itself, up to 200 characters. Every table needs one such column.",
        "keyword, keywords, query, queries, search term, search query, term, phrase, "
        "suchbegriff, suchanfrage, schlüsselwort, "
        "mot clé, requête, palabra clave, consulta, parola chiave, zoekwoord, palavra chave",
        figures=False,
    ),
    "searches": Meaning(
        "Searches a month",
        "A number is read as exact searches a month, a range as broad ones.",
        "volume, search volume, searches, monthly searches, searches a month, suchvolumen, "
        "suchanfragen, zoekvolume, volumen, "
        "recherches, volume de recherche, ricerche, buscas",
    ),
    "cpc": Meaning(
        "Cost per click",
        "In the project's currency; signs of currencies are skipped.",
        "cpc, cost per click, click cost, bid, klickpreis, kosten pro klick, coût par clic",
    ),
    "competition": Meaning(
        "Ad competition",
        "A share from 0 to 1, a percentage, or a number up to 100.",
        "competition, ad competition, wettbewerb, concurrence, competencia, concorrenza, "
        "concurrentie",
    ),
    "clicks": Meaning(
        "Clicks you had",
        "From a report on your own pages.",
        "clicks, klicks, clics, clic, klikken, cliques",
    ),
    "impressions": Meaning(
        "Times you were shown",
        "From a report on your own pages.",
        "impressions, impressionen, times shown, impresiones, impressioni, vertoningen, impressões",
    ),
    "position": Meaning(
        "Your position",
        "Your average position on results pages, 1 is the top.",
        "position, average position, avg position, rank, durchschnittliche position, posición, "
        "posizione, positie",
    ),
    "page": Meaning(
        "Your page",
        "The address of your own page that was shown.",
        "page, address, landing page, seite, página, pagina, adresse",
        figures=False,
    ),
    "note": Meaning(
        "Note",
        "Kept with the keyword as its note.",
        "note, notes, comment, notiz, remarque",
        figures=False,
    ),
}


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
                if suits and _says(heading, meant.headings, whole=whole):
                    mapping[meaning] = column
                    break
    if "keyword" not in mapping:
        free = (c for c in range(width) if numeric[c] is False and c not in mapping.values())
        first = next(free, None)
        if first is not None:
            mapping["keyword"] = first
    return mapping


def _says(heading: str, meant: str, *, whole: bool) -> bool:
    words = meant.split(", ")
    if whole:
        return heading in words
    return any(f" {word} " in f" {heading} " for word in words)


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
            _says(heading, MEANINGS["keyword"].headings, whole=True) for heading in headings
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
