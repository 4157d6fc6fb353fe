"""The grid of combinations: what a theme is made of, base terms by modifiers and places, and which
combinations there are."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import language_named
from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import stems, tokens

Floats = NDArray[np.float64]

MOST_ROWS = 24
"""Base terms of a grid, those searched most."""
MOST_COLUMNS = 30
"""Modifiers and places of a grid, likewise."""
LEAST_USES = 2
"""Keywords that a modifier must stand in: one alone is part of its keyword."""
LONGEST = 4
"""Words of a modifier at most."""
FEW = 120
"""Keywords below which every modifier counts."""


@dataclass(frozen=True)
class Cell:
    """A combination: its row and column (−1: the base term alone), the keyword that says it (place
    among those given), the searches of all that do."""

    row: int
    column: int
    keyword: int
    volume: float


@dataclass(frozen=True)
class Grid:
    """Base terms, modifiers (`places` of them are places, the first), and the combinations that
    there are, each once."""

    rows: tuple[str, ...]
    columns: tuple[str, ...]
    places: int
    cells: tuple[Cell, ...]


def grid_of(
    texts: Sequence[str], volume: Floats, language: str, places: Sequence[str] = ()
) -> Grid:
    """Take keywords of a theme apart into base terms, modifiers and places.

    Parameters: `texts`, n keywords; `volume` (n,), searches a month, NaN unknown; `language`;
    `places`, towns of the project. Returns: `Grid`; rows and columns by what is searched, places
    before modifiers. Formula: of a keyword's words those that name its topic, in their order, are
    the base term; what is left, with the small words inside it, is the modifier ("near me", "for
    beginners", "cost"); a place of the project is a modifier of its own. A base term or a modifier
    of one keyword alone is none, but where nothing else is. Raises: `ValueError` for shapes that do
    not match. Cost: linear in the words."""
    if volume.shape != (len(texts),):
        raise ValueError("volume has one entry a keyword")
    towns = {tuple(tokens(place)): place for place in places if tokens(place)}
    parts = [_parts(text, towns, language) for text in texts]
    known = np.nan_to_num(volume)
    fitting = [(k, part) for k, part in enumerate(parts) if part.fits]
    bases, uses_of_base = _summed([(part.base, k) for k, part in fitting], known)
    mods, uses = _summed([(part.modifier, k) for k, part in fitting if part.modifier], known)
    least = LEAST_USES if len(texts) >= FEW else 1
    rows = [base for base in bases if base and uses_of_base[base] >= least][:MOST_ROWS]
    is_place = {part.modifier for _, part in fitting if part.place}
    wanted = [mod for mod in mods if mod in is_place or uses[mod] >= least]
    columns = [m for m in wanted if m in is_place] + [m for m in wanted if m not in is_place]
    columns = columns[:MOST_COLUMNS]
    row_of = {base: n for n, base in enumerate(rows)}
    column_of = {"": -1, **{mod: n for n, mod in enumerate(columns)}}
    best: dict[tuple[int, int], tuple[float, int]] = {}
    total: dict[tuple[int, int], float] = {}
    for k, part in fitting:
        if part.base not in row_of or part.modifier not in column_of:
            continue
        at = (row_of[part.base], column_of[part.modifier])
        total[at] = total.get(at, 0.0) + float(known[k])
        if at not in best or known[k] > best[at][0]:
            best[at] = (float(known[k]), k)
    shown = _shown(parts)
    cells = [Cell(*at, best[at][1], total[at]) for at in sorted(total)]
    return Grid(
        tuple(shown.get(base, base) for base in rows),
        tuple(columns),
        sum(mod in is_place for mod in columns),
        tuple(cells),
    )


def combination(base: str, modifier: str, language: str) -> str:
    """What a combination would be searched as: words that ask stand before, qualities too, all else
    behind. Raises: nothing."""
    first = tokens(modifier)[:1]
    before = language_named(language).grid_before
    return f"{modifier} {base}" if first and first[0] in before else f"{base} {modifier}"


class _Parted(NamedTuple):
    """A keyword taken apart: its base term by stems and as it says it, its modifier, whether that
    is a place, whether it has a place in a grid at all."""

    base: str
    said: str
    modifier: str
    place: bool
    fits: bool


def _parts(text: str, towns: dict[tuple[str, ...], str], language: str) -> _Parted:
    words = tokens(text)
    asks = bool(language_named(language).grid_asking & set(words))
    for town, name in towns.items():
        for start in range(len(words) - len(town) + 1):
            if tuple(words[start : start + len(town)]) == town:
                left = words[:start] + words[start + len(town) :]
                base, said, _ = _apart(left, language)
                return _Parted(base, said, name, place=True, fits=not asks)
    base, said, rest = _apart(words, language)
    small = language_named(language).stop_words - language_named(language).grid_prepositions
    modifier = [word for word in rest if word not in small or word in _KEPT]
    return _Parted(
        base, said, " ".join(modifier), place=False, fits=not asks and len(modifier) <= LONGEST
    )


def _apart(words: Sequence[str], language: str) -> tuple[str, str, list[str]]:
    """What is named by its stems, the same as it is said, and the words that modify it."""
    behind = False
    named: list[str] = []
    rest: list[str] = []
    for word in words:
        if is_frame(word, language):
            rest.append(word)
            # What follows a preposition behind the topic modifies it ("for city balcony").
            behind = behind or (bool(named) and word in language_named(language).grid_prepositions)
        elif behind:
            rest.append(word)
        else:
            named.append(word)
    if not named:
        named, rest = list(words), []
    stem = " ".join(sorted(each for word in named for each in stems(word, language)))
    return stem, " ".join(named), rest


_KEPT = frozenset(("me", "my"))


def _summed(told: Sequence[tuple[str, int]], volume: Floats) -> tuple[list[str], dict[str, int]]:
    """Parts by their searches, the most first, and in how many keywords each stands."""
    total: dict[str, float] = {}
    uses: dict[str, int] = {}
    for part, k in told:
        total[part] = total.get(part, 0.0) + float(volume[k])
        uses[part] = uses.get(part, 0) + 1
    return sorted(total, key=lambda part: (-total[part], -uses[part], part)), uses


def _shown(parts: Sequence[_Parted]) -> dict[str, str]:
    """A base term as it is said most often, of equals the shortest."""
    said: dict[str, dict[str, int]] = {}
    for part in parts:
        uses = said.setdefault(part.base, {})
        uses[part.said] = uses.get(part.said, 0) + 1
    return {
        base: min(uses, key=lambda text: (-uses[text], len(text), text))
        for base, uses in said.items()
    }
