"""Location pages that differ too little: how alike two are, in what they say and in what is found
for them, and what would make one differ."""

from collections.abc import Hashable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse.csgraph import connected_components

from bunraku.core.text import content_stems, tokens

Floats = NDArray[np.float64]

TOO_ALIKE = 0.5
"""From here on two pages differ too little. Two that say the same but for the town always do,
whatever is found for them: at 0.5 where they share no result, at 0.65 where three of ten."""
USUAL_SHARED = 0.3
"""Results that two pages are taken to share where they were not read."""


@dataclass(frozen=True)
class PlacePage:
    """A location page: what it says (its phrases, title, notes) and the place it is for; the ids of
    its main keyword's results, 0 for none."""

    says: Sequence[str]
    place: str = ""
    results: Sequence[int] = ()


@dataclass(frozen=True)
class Alikeness:
    """How alike each two of n pages are, (n, n) each, 0-1: by their `words`, the places left out;
    by the `results` they share, NaN where a page was not read; and in `all`."""

    words: Floats
    results: Floats
    all: Floats

    @property
    def too_alike(self) -> NDArray[np.bool_]:
        """Which pairs differ too little, (n, n)."""
        return np.asarray((self.all >= TOO_ALIKE) & ~np.eye(len(self.all), dtype=bool))


def alikeness(pages: Sequence[PlacePage], language: str) -> Alikeness:
    """How alike location pages are.

    Parameters: `pages`; `language`, two letters. Returns: `Alikeness`. Formula: words are content
    words, stemmed, without those of the place; what both say over what either says (Jaccard).
    Results: those of the shorter page that stand on the other, where both were read. All is words ×
    (1 + results) / 2, `USUAL_SHARED` of the results where they are not known. Two pages that say
    nothing are alike. Raises: nothing. Cost: pairs of pages.
    """
    both, size = _common([_words_of(page, language) for page in pages])
    either = size[:, None] + size[None, :] - both
    words = np.where(either > 0, both / np.maximum(either, 1), 1.0)
    found: list[set[Hashable]] = [{id for id in page.results if id} for page in pages]
    both, size = _common(found)
    results = both / np.maximum(np.minimum(size[:, None], size[None, :]), 1)
    known = np.array([bool(ids) for ids in found], dtype=bool)
    results[~(known[:, None] & known[None, :])] = np.nan
    shared = np.where(np.isnan(results), USUAL_SHARED, results)
    return Alikeness(words, results, words * (1 + shared) / 2)


def alike_groups(alike: Alikeness) -> list[list[int]]:
    """Places of pages that differ too little, in groups: whoever is too alike one of a group
    belongs to it. The largest first; pages that differ enough are in none."""
    pairs = alike.too_alike
    if not pairs.any():
        return []
    _, of = connected_components(sparse.csr_matrix(pairs), directed=False)
    groups: dict[int, list[int]] = {}
    for page in np.flatnonzero(pairs.any(axis=1)).tolist():
        groups.setdefault(int(of[page]), []).append(page)
    return sorted(groups.values(), key=lambda group: (-len(group), group[0]))


def with_more(page: PlacePage, more: Sequence[str]) -> PlacePage:
    """The same page if it also said some phrases."""
    return PlacePage([*page.says, *more], page.place, page.results)


def _words_of(page: PlacePage, language: str) -> set[Hashable]:
    place = set(content_stems(page.place, language))
    # A town's name may be a word with an ending of its own.
    place |= set(tokens(page.place))
    said: set[Hashable] = set()
    for text in page.says:
        said.update(content_stems(text, language))
    return said - place


def _common(sets: Sequence[set[Hashable]]) -> tuple[Floats, Floats]:
    """How many things each two sets have in common, (n, n), and how many each has, (n,)."""
    numbers: dict[Hashable, int] = {}
    rows, columns = [], []
    for row, each in enumerate(sets):
        for thing in each:
            rows.append(row)
            columns.append(numbers.setdefault(thing, len(numbers)))
    n = len(sets)
    has = sparse.csr_matrix((np.ones(len(rows)), (rows, columns)), shape=(n, max(len(numbers), 1)))
    both = (has @ has.T).toarray()
    return both, both.diagonal()
