"""Rows of a table that hold no keyword: headings again, titles of sections, totals, notes,
formulas, rows that slipped."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from bunraku.core.formats.figures_in import BadFigure, read_figure
from bunraku.core.formats.mapping import plain_heading
from bunraku.core.formats.meanings import meaning_of

_TOTAL = re.compile(
    r"^(?:grand )?(?:totals?|sum|overall|gesamt(?:summe|ergebnis)?|summe|somme|totale?|suma|"
    r"totaal|soma)\b(?:[\s:(\[]*(?:of|der|aller|all|alle|tous|toutes|de|keywords?|queries|searches|"
    r"terms|clicks|rows|suchbegriffe|suchanfragen|klicks|mots|clés|requêtes|palabras|clave|"
    r"consultas|\d[\d.,' ]*)[\s)\]:]*)*$",
    re.IGNORECASE,
)
"""A line that adds up the others, whatever it says of what it adds up; "total station" is none."""
_FOOTNOTE = re.compile(
    r"^(?:[*†‡]\s|(?:notes?|sources?|hinweise?|quellen?|anmerkung(?:en)?|remarques?|nota|notas|"
    r"fuentes?|fonti?|bron(?:nen)?|fontes?)\s*:)",
    re.IGNORECASE,
)
"""How a line about the table begins; it is one where it has no figure either."""
_SECTION = re.compile(r"^[^\W\d_][^:]*:$|^(?=(?:.*[^\W\d_]){3})[^a-zà-öø-ÿ]+$")
"""How the title of a section of a table is written: with a colon, or in capitals; it is one where
it stands alone in its row."""
_FORMULA = re.compile(r"^=\s*(?:[A-Z][A-Z0-9.]+\(|\$?[A-Z]{1,3}\$?\d|[+-]?\$?[A-Z]{1,3}\$?\d)")
"""A formula that was saved as its text: it calls a function or names a cell. Other cells that begin
with = or @ are what somebody searches for."""
_ERROR = re.compile(r"^#(?:N/?A|NV|REF!|BEZUG!|VALUE!|WERT!|DIV/0!|NAME\?|NULL!|NUM!|ZAHL!)")

_THOUSANDS = re.compile(r"[-+]?\d{1,3}")
LEFT_OUT = frozenset({"total", "footnote", "section"})
"""Codes of rows that a person may want as keywords all the same."""


@dataclass(frozen=True)
class NoKeywords:
    """What tells that a row of a table holds no keyword: the column of keywords, what the columns
    mean, the plain heading of that column and how many headings there are (None and 0 without),
    whether the keywords are all in capitals, so that a title is not told by them, and whether
    titles, totals and notes are wanted as keywords all the same."""

    column: int
    mapping: Mapping[str, int]
    heading: str | None = None
    width: int = 0
    in_capitals: bool = False
    titles: bool = False

    def why(self, cells: Sequence[str]) -> tuple[str, str] | None:
        """A stable code and the reason for people; None for a row that may hold a keyword. Raises:
        nothing."""
        said = cells[self.column] if self.column < len(cells) else ""
        bare = said.strip()
        if self.width and any(cells[self.width :]) and self._slipped(cells):
            return "ragged", (
                f"It has {len(cells)} cells under {self.width} headings: a comma in a number or in "
                "a keyword may have split it. Put that cell in quotes."
            )
        if not bare:
            return "keyword_empty", (
                "No keyword in this row: the cell is empty, or a formula without its value."
            )
        if self.heading and self._is_heading(cells, bare):
            return "heading", "The heading again."
        if not self.titles and _TOTAL.match(bare.casefold()):
            return "total", "A total, not a keyword."
        if said[0] == "=" and _FORMULA.match(said):
            return "formula", "A formula, not a keyword."
        if said[0] == "#" and _ERROR.match(said):
            return "error", "An error of the spreadsheet, not a keyword."
        if not self.titles and len(self.mapping) > 1 and not self._is_beside(cells):
            if _FOOTNOTE.match(bare):
                return "footnote", "A note about the table, not a keyword."
            if not self.in_capitals and _SECTION.match(bare):
                return "section", "The title of a section, not a keyword."
        return None

    def _slipped(self, cells: Sequence[str]) -> bool:
        """Whether figures of a row that is too long stand in other columns than theirs: a number
        that a comma parted, or words where a figure should be. What is left over after a note
        belongs to the note."""
        for meaning, place in self.mapping.items():
            if not meaning_of(meaning).figures or place >= len(cells):
                continue
            after = cells[place + 1] if place + 1 < len(cells) else ""
            if _THOUSANDS.fullmatch(cells[place].strip()) and re.fullmatch(r"\d{3}", after.strip()):
                return True
            try:
                read_figure(cells[place])
            except BadFigure:
                return True
        return False

    def _is_heading(self, cells: Sequence[str], said: str) -> bool:
        """Whether it is called like the heading and no figure column holds a figure: a keyword that
        happens to be called so has some."""
        heading = self.heading or ""
        if said[:1].casefold() != heading[:1] or plain_heading(said) != heading:
            return False
        for meaning, place in self.mapping.items():
            if meaning_of(meaning).figures and place < len(cells) and place != self.column:
                try:
                    if read_figure(cells[place]) is not None:
                        return False
                except BadFigure:
                    pass
        return True

    def _is_beside(self, cells: Sequence[str]) -> bool:
        return any(cells[: self.column]) or any(cells[self.column + 1 :])
