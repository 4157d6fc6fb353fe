"""What words mean: a small table of word vectors, so that words nobody listed can be told to be
near each other. English only: the other languages have their words alone."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from importlib import resources

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

Floats = NDArray[np.float32]

LANGUAGES = ("en",)
KINDS = (
    *("thing", "food", "animal", "plant", "person", "place", "body", "activity"),
    *("event", "idea", "quality", "substance", "time", "action"),
)
"""What a word can name; the last is a verb. By the lexicographers' files of WordNet."""


_ONE_OF_SEVERAL = (("'s", ""), ("ies", "y"), ("s", ""), ("es", ""))
"""Endings under which the table keeps only the one of several."""
_TEXTS_AT_A_TIME = 5_000


@dataclass(frozen=True)
class Table:
    """The table as it is kept: words in order; for each the number of a piece in each of the
    codebooks (product quantisation); and what makes kinds of vectors."""

    words: NDArray[np.bytes_]
    codes: NDArray[np.uint8]
    codebooks: Floats
    kinds: Floats
    kinds_constant: Floats

    @property
    def width(self) -> int:
        """Numbers of a vector."""
        return int(self.codebooks.shape[0] * self.codebooks.shape[2])

    def vectors(self, places: NDArray[np.int64]) -> Floats:
        """(m, width) vectors of the words at some places, put together of their pieces."""
        parts = [book[self.codes[places, number]] for number, book in enumerate(self.codebooks)]
        return np.concatenate(parts, axis=1)


@cache
def _table() -> Table:
    with (
        resources.files("bunraku.core.text").joinpath("meaning.npz").open("rb") as file,
        np.load(file, allow_pickle=False) as kept,
    ):
        words = np.array(kept["words"].tobytes().split(b"\n"))
        books, kinds = (kept[name].astype(np.float32) for name in ("codebooks", "kinds"))
        return Table(words, kept["codes"], books, kinds, kept["kinds_constant"].astype(np.float32))


def width(language: str) -> int:
    """Numbers of a vector in a language; 0 where there are none."""
    return _table().width if language in LANGUAGES else 0


def word_vectors(words: Sequence[str], language: str) -> Floats:
    """Vectors of words: near each other where the words are used alike, longer for words that say
    more.

    Parameters: `words`, n case-folded words; `language`, two letters. Returns: (n, `width`), zeros
    for a word that the table does not know, not in its singular or other spelling either; (n, 0)
    for a language without a table. Raises: nothing. Cost: n log of the table's words. Source: the
    recipe in `tools/meaning/README.md`; product quantisation after Jégou, Douze & Schmid (2011)."""
    if language not in LANGUAGES:
        return np.zeros((len(words), 0), dtype=np.float32)
    table = _table()
    places = _places(table, words)
    for ending, instead in _ONE_OF_SEVERAL:
        unknown = np.flatnonzero(places < 0)
        single = [_single(words[n], ending, instead) for n in unknown.tolist()]
        places[unknown] = _places(table, single)
    vectors = np.zeros((len(words), table.width), dtype=np.float32)
    known = np.flatnonzero(places >= 0)
    vectors[known] = table.vectors(places[known])
    return vectors


def _single(word: str, ending: str, instead: str) -> str:
    return word.removesuffix(ending) + instead if word.endswith(ending) else ""


def _places(table: Table, words: Sequence[str]) -> NDArray[np.int64]:
    """Where words stand in the table, −1 for those that do not."""
    wanted = np.array([word.encode() for word in words], dtype=np.bytes_)
    if not len(wanted):
        return np.zeros(0, dtype=np.int64)
    at = np.minimum(np.searchsorted(table.words, wanted), len(table.words) - 1)
    return np.where(table.words[at] == wanted, at, -1)


def word_kinds(vectors: Floats) -> Floats:
    """What words name, as probabilities.

    Parameters: `vectors` (n, width) of `word_vectors`. Returns: (n, kinds) in the order of `KINDS`,
    rows sum to 1; even for a word without a vector. Raises: nothing. Formula: multinomial logistic
    regression on the vector, fitted to the nouns and verbs of WordNet."""
    table = _table()
    known = np.linalg.norm(vectors, axis=1, keepdims=True)
    unit = np.divide(vectors, known, out=np.zeros_like(vectors), where=known > 0)
    odds = unit @ table.kinds + np.where(known > 0, table.kinds_constant, 0)
    odds -= odds.max(axis=1, keepdims=True)
    power = np.exp(odds)
    return np.asarray(power / power.sum(axis=1, keepdims=True), dtype=np.float32)


def unit_rows(vectors: Floats, into: Floats | None = None) -> Floats:
    """Rows of length 1; a row of zeros stays as it is. `into`: where to write them, which may be
    `vectors` itself."""
    out = np.zeros_like(vectors) if into is None else into
    length = np.sqrt(np.einsum("ij,ij->i", vectors, vectors))[:, None]
    return np.divide(vectors, length, out=out, where=length > 0)


def text_vectors(holds: sparse.csr_matrix, vectors: Floats) -> Floats:
    """What whole texts mean: the sum of their words' vectors, of length 1.

    Parameters: `holds` (n, words), how often each text holds each word; `vectors` (words, width),
    weighted. Returns: (n, width) float32; a row of zeros where no word has a vector. Raises:
    nothing. Cost: linear; what it takes beside the answer is bounded."""
    held, among = holds.astype(np.float32), np.asarray(vectors, dtype=np.float32)
    out = np.empty((holds.shape[0], among.shape[1]), dtype=np.float32)
    for start in range(0, len(out), _TEXTS_AT_A_TIME):
        out[start : start + _TEXTS_AT_A_TIME] = held[start : start + _TEXTS_AT_A_TIME] @ among
    return unit_rows(out, into=out)
