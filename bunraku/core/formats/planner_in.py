"""What lists of advertising planners tell in their own manner: the two ends of a bid in two
columns, the competition in words."""

import re
from collections.abc import Callable, Sequence

from bunraku.core.formats.figures_in import Figure

_BRACKETS = re.compile(r"[(\[]([^)\]]*)[)\]]")
_LOW = re.compile(
    r"\b(?:low|lower|min|minimum|niedrig\w*|unter\w*|bas|basse|baj[ao]|bass[oa]|inferior\w*|laag|lage|"
    r"m[ií]n|baix[oa])\b",
    re.IGNORECASE,
)
_HIGH = re.compile(
    r"\b(?:high|higher|upper|max|maximum|hoch|hohe\w*|höchst\w*|ober\w*|haut|haute|élevée?|"
    r"alt[oa]|superior\w*|hoog|hoge|m[aá]x)\b",
    re.IGNORECASE,
)
_LEVELS = {
    word: share
    for share, words in (
        (1 / 6, "low niedrig gering tief faible basse bas baja bajo bassa basso laag baixa baixo"),
        (1 / 2, "medium moderate mittel moyen moyenne media medio gemiddeld média médio"),
        (5 / 6, "high hoch stark élevé élevée haute haut alta alto hoog"),
    )
    for word in words.split()
}


def level_of(cell: str) -> Figure | None:
    """A level in words as a share: the middle of its third; None where the cell says no level.

    Parameters: `cell`, as it is written, in any of seven languages. Returns: a figure in 0-1.
    Raises: nothing."""
    share = _LEVELS.get(cell.strip().casefold())
    return None if share is None else Figure(share, share)


_PRIORITIES = {
    **dict.fromkeys(("a", "1", "p1", "must", "top"), "high"),
    **dict.fromkeys(("b", "2", "p2", "normal", "normale", "normaal"), "normal"),
    **dict.fromkeys(("c", "3", "p3"), "low"),
}


def priority_of(cell: str) -> str:
    """The priority that a cell tells: high, normal or low, of A to C, 1 to 3 or a word; "" where it
    tells none. Raises: nothing."""
    said = cell.strip().casefold()
    share = _LEVELS.get(said)
    if share is None:
        return _PRIORITIES.get(said, "")
    return "low" if share < 1 / 3 else "normal" if share < 2 / 3 else "high"


_MATCHES = {
    **dict.fromkeys(
        ("exact", "exact match", "genau passend", "exact", "exacte", "exacta", "esatta", "exata"),
        "exact",
    ),
    **dict.fromkeys(
        ("phrase", "phrase match", "passende wortgruppe", "expression exacte", "de frase", "frase",
         "a frase", "woordgroep", "expressão"),
        "phrase",
    ),
    **dict.fromkeys(
        ("broad", "broad match", "weitgehend passend", "large", "amplia", "generica", "breed",
         "ampla"),
        "broad",
    ),
}  # fmt: skip


def match_of(cell: str) -> str:
    """The match type that a cell names: exact, phrase or broad; "" where it names none. Raises:
    nothing."""
    return _MATCHES.get(cell.strip().casefold(), "")


MATCH_MARKS = frozenset('["“„+')
"""What a keyword with the mark of a match type begins with."""


def match_marked(keyword: str) -> str:
    """The match type that a keyword is marked with as planners write it: [exact], "phrase",
    +broad +match; "" for one without such a mark. Raises: nothing."""
    said = keyword.strip()
    # Most keywords have none: a look at the first sign tells.
    if said[:1] not in MATCH_MARKS:
        return ""
    if re.fullmatch(r"\[[^\[\]]+\]", said):
        return "exact"
    if re.fullmatch(r"\"[^\"]+\"|“[^“”]+”|„[^„“]+“", said):
        return "phrase"
    return "broad" if re.fullmatch(r"\+\w\S*(?:\s+\+?\w\S*)*", said) else ""


def mostly(cells: Sequence[str], read: Callable[[str], object]) -> bool:
    """Whether half of the filled cells of a column or more can be read: `read` gives nothing for
    one that cannot."""
    filled = [cell for cell in cells if cell.strip()]
    return bool(filled) and 2 * sum(bool(read(cell)) for cell in filled) >= len(filled)


def ends_of_bids(columns: Sequence[int], headings: Sequence[str]) -> tuple[int, int] | None:
    """Which of some columns of bids tells the low end and which the high one, by their headings.

    Parameters: `columns`, their numbers; `headings` of the table. Returns: both, or None where one
    end or the other is not told exactly once. Raises: nothing."""
    # "Top of page bid (low range)": what stands in brackets tells more than the rest.
    said = {c: " ".join(_BRACKETS.findall(headings[c])) or headings[c] for c in columns}
    low = [c for c in columns if _LOW.search(said[c]) and not _HIGH.search(said[c])]
    high = [c for c in columns if _HIGH.search(said[c]) and not _LOW.search(said[c])]
    return (low[0], high[0]) if len(low) == len(high) == 1 else None
