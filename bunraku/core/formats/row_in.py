"""One row of a table as a keyword with its figures, by a plan that is worked out once."""

import re
from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple

from bunraku.core.formats.figures_in import BadFigure, Figure, read_figure
from bunraku.core.formats.list_signs import without_signs
from bunraku.core.formats.meanings import meaning_of
from bunraku.core.formats.planner_in import (
    MATCH_MARKS,
    level_of,
    match_marked,
    match_of,
    priority_of,
)
from bunraku.core.formats.unused_columns import note_of
from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.names import clean_text


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


_CHOICES: dict[str, tuple[Callable[[str], str], str]] = {
    "priority": (priority_of, "Priority: “{}” is not high, normal or low, nor A, B or C."),
    "match": (match_of, "Match type: “{}” is not exact, phrase or broad."),
}


class RowReader:
    """Reads rows of one table; what is the same for all of them is looked up once."""

    def __init__(
        self,
        mapping: Mapping[str, int],
        decimals: Mapping[int, str],
        notes: Mapping[int, str],
        signs: Sequence[re.Pattern[str]],
    ) -> None:
        self.column = mapping["keyword"]
        self.signs = signs
        self.notes = notes
        others = [(name, place) for name, place in mapping.items() if name != "keyword"]
        self.figures = [
            (name, place, decimals.get(place, "."))
            for name, place in others
            if meaning_of(name).figures
        ]
        self.texts = [(name, place) for name, place in others if not meaning_of(name).figures]

    def read(self, number: int, cells: Sequence[str]) -> Taken | Refused:
        """A row with a keyword cell as what is taken, or why not. Raises: nothing."""
        cell = cells[self.column]
        try:
            text = clean_keyword(without_signs(cell, self.signs))
        except BadKeyword as bad:
            return Refused(number, cell[:60], bad.code, str(bad))
        key = identity_key(text)
        if not key:
            return Refused(
                number,
                cell[:60],
                "keyword_no_word",
                "There is no letter and no digit to search for.",
            )
        unread: list[str] = []
        texts = self._texts(cell, cells, unread) if self.texts or cell[0] in MATCH_MARKS else {}
        if self.notes and (note := note_of(cells, self.notes)):
            texts["note"] = clean_text(note)
        return Taken(number, text, key, self._figures(cells, unread), texts, tuple(unread))

    def _figures(self, cells: Sequence[str], unread: list[str]) -> dict[str, Figure]:
        figures: dict[str, Figure] = {}
        width = len(cells)
        for name, place, decimal in self.figures:
            cell = cells[place] if place < width else ""
            if not cell:
                continue
            try:
                figure = (level_of(cell) if name == "competition" else None) or read_figure(
                    cell, decimal
                )
            except BadFigure as bad:
                unread.append(f"{meaning_of(name).name}: {bad}")
                continue
            if figure is None:
                continue
            if figure.low < 0:
                unread.append(f"{meaning_of(name).name}: “{cell[:40]}” is below zero.")
            else:
                figures[name] = figure
        return figures

    def _texts(self, keyword: str, cells: Sequence[str], unread: list[str]) -> dict[str, str]:
        texts: dict[str, str] = {}
        # A column that says the match type has the last word.
        if marked := match_marked(keyword):
            texts["match"] = marked
        for name, place in self.texts:
            cell = cells[place] if place < len(cells) else ""
            if not cell:
                continue
            if name not in _CHOICES:
                texts[name] = clean_text(cell)[:500]
                continue
            read, problem = _CHOICES[name]
            if choice := read(cell):
                texts[name] = choice
            else:
                unread.append(problem.format(cell[:40]))
        return texts
