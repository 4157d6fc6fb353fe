"""The content stems of many texts at once, as numbers: what fit and relevance count with."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.text.tokens import content_stems


@dataclass(frozen=True)
class StemTable:
    """Content stems of n texts: `rows` (m,) the text and `places` (m,) the stem of each occurrence;
    `names`, the stems by place."""

    rows: NDArray[np.int64]
    places: NDArray[np.int64]
    names: tuple[str, ...]
    texts: int

    def sums(self, of_stem: NDArray[np.float64]) -> NDArray[np.float64]:
        """(n,) the sum of a value a stem over each text's stems."""
        return np.asarray(
            np.bincount(self.rows, weights=of_stem[self.places], minlength=self.texts),
            dtype=np.float64,
        )

    def texts_with(self) -> NDArray[np.int64]:
        """In how many texts each stem stands."""
        pairs = (
            np.unique(self.rows * len(self.names) + self.places) if len(self.rows) else self.rows
        )
        return np.bincount(pairs % max(len(self.names), 1), minlength=len(self.names))


def stem_table(texts: Sequence[str], language: str) -> StemTable:
    """Content stems of texts (as `content_stems`, a hyphen parting words), each word worked out
    once. Cost: a dictionary look-up a word."""
    places: dict[str, int] = {}
    known: dict[str, tuple[int, ...]] = {}
    counts: list[int] = []
    flat: list[int] = []
    for text in texts:
        before = len(flat)
        # No token reaches across a space, so a stretch without spaces always has the same stems.
        for stretch in text.casefold().split():
            placed = known.get(stretch)
            if placed is None:
                stems = content_stems(stretch.replace("-", " "), language)
                placed = known[stretch] = tuple(
                    places.setdefault(stem, len(places)) for stem in stems
                )
            flat += placed
        counts.append(len(flat) - before)
    rows = np.repeat(np.arange(len(texts)), counts)
    return StemTable(rows, np.array(flat, dtype=np.int64), tuple(places), len(texts))
