"""Coverage: which phrases stand in which places, how exactly, where, how often."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from bunraku.core.languages import language_named
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.fields import Fields, Place
from bunraku.core.write.finding import (
    LEVELS,
    MOST_SPANS,
    NONE,
    Cell,
    Level,
    Span,
    cell_of,
    stem_of,
    tokens_of,
    wanted_of,
)

STUFFED = 0.04
"""Share of a text's words from which a phrase said `LEAST_TIMES` or more is said too often: twice
what plain writing about one thing has."""
LEAST_TIMES = 5
_EMPTY = re.compile(r"\n[ \t]*\n\s*")


@dataclass(frozen=True)
class Coverage:
    """Phrases (rows) by places (columns), and of all the words of a place the share that each
    phrase takes in it, where it is said too often."""

    cells: list[list[Cell]]
    stuffed: dict[int, float]

    def best(self, phrase: int) -> Level:
        """How exactly a phrase is said where it is said best."""
        return max((cell.level for cell in self.cells[phrase]), key=LEVELS.index, default="none")


def cover(
    phrases: Sequence[str], places: Sequence[Place], fields: Fields, language: str
) -> Coverage:
    """Which phrases stand in which places.

    Parameters: `phrases`, the main keyword first; `places` of `fields`; their `language`. Returns:
    `Coverage`. A phrase is parted by signs between its words, as a search engine takes it. Words
    are compared without case and accents, forms by stem; for all words and some, a long text is
    looked at sentence by sentence. Raises: nothing. Cost: linear in the text and, for each phrase,
    in the places of its rarest word."""
    said = tuple(phrases)
    columns = [_column(said, place, fields.get(place.field, ""), language) for place in places]
    stuffed: dict[int, float] = {}
    for place, column in zip(places, columns, strict=True):
        for row, cell in enumerate(column.cells if place.long else ()):
            if cell.level == "exact" and cell.count >= LEAST_TIMES:
                share = cell.count * len(wanted_of(said[row], language).words) / column.words
                if share > STUFFED:
                    stuffed[row] = max(share, stuffed.get(row, 0.0))
    cells = [[column.cells[row] for column in columns] for row in range(len(said))]
    return Coverage(cells, stuffed)


@dataclass(frozen=True)
class _Column:
    """A place, or a block of one: a cell for each phrase, and how many words it has."""

    cells: Sequence[Cell]
    words: int


def _column(phrases: tuple[str, ...], place: Place, text: str, language: str) -> _Column:
    """All phrases in a place: block by block, since of a long text one is being typed in."""
    blocks = [
        (start, _block(phrases, text[start:end], place.long, language))
        for first, behind in place.stretches
        for start, end in (_blocks(text, first, behind) if place.long else ((first, behind),))
    ]
    best: list[Cell] = [NONE] * len(phrases)
    words = 0
    for start, block in blocks:
        for row, cell in block.told.items():
            best[row] = _joined(best[row], cell, start, first=not words)
        words += block.words
    return _Column(best, max(words, 1))


def _joined(one: Cell, other: Cell, start: int, *, first: bool) -> Cell:
    """A cell of blocks before, and that of one more that begins at `start`."""
    better = LEVELS.index(other.level) - LEVELS.index(one.level)
    if better < 0 or (not better and other.level in ("all", "part")):
        return one
    spans = tuple((start + begin, start + end) for begin, end in other.spans)
    early = first and other.early
    if better:
        return Cell(other.level, other.count, early, spans)
    spans = (*one.spans, *spans)[:MOST_SPANS]
    return Cell(one.level, one.count + other.count, one.early or early, spans)


def _blocks(text: str, first: int, behind: int) -> list[Span]:
    """Stretches between empty lines."""
    ends = [(found.start(), found.end()) for found in _EMPTY.finditer(text, first, behind)]
    starts = [first, *(end for _, end in ends)]
    return list(zip(starts, [*(start for start, _ in ends), behind], strict=True))


@dataclass(frozen=True)
class _Block:
    """A stretch of text: cells of the phrases that are told of in it, by their place, with spans
    from its beginning; and how many words it has."""

    told: dict[int, Cell]
    words: int


@lru_cache(maxsize=4_096)
def _block(phrases: tuple[str, ...], text: str, long: bool, language: str) -> _Block:
    tokens = tokens_of(text, long, language)
    cells = (cell_of(wanted_of(phrase, language), tokens) for phrase in phrases)
    return _Block(
        {row: cell for row, cell in enumerate(cells) if cell is not NONE}, len(tokens.words)
    )


def said_twice(texts: Sequence[str], language: str) -> list[str]:
    """Words that stand more than once in places where a marketplace counts them once, by stem;
    small words aside. In order of appearance. Raises: nothing. Cost: linear."""
    small = language_named(language).stop_words
    seen: dict[str, str] = {}
    twice: dict[str, str] = {}
    for text in texts:
        for word in plain_words(text):
            stem = stem_of(word, language)
            if stem in seen and word not in small:
                twice.setdefault(stem, seen[stem])
            seen.setdefault(stem, word)
    return list(twice.values())
