"""Keywords taken apart for reading their intent: which words stand where, with places and brands as
signs of their own and synonyms of asking as one word."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import language_named
from bunraku.core.text import stems, tokens
from bunraku.core.text.known_words import known_words
from bunraku.core.text.meaning import word_kinds, word_vectors

Ints = NDArray[np.int64]
Floats = NDArray[np.float64]

PLACE, BRAND = "<place>", "<brand>"
SIGNS = (PLACE, BRAND)
LONGEST_NAME = 4
"""Words of a place or brand at most: longer names are hardly ever typed whole."""


@cache
def _one_word(language: str) -> dict[str, str]:
    """What is asked alike is read alike: a word to the one that stands for it."""
    lines = [line.split() for line in language_named(language).same]
    return {word: words[0] for words in lines for word in words[1:]}


@dataclass(frozen=True)
class Parted:
    """n keywords as the numbers of their words in a vocabulary, one after another (`flat`), with
    where each begins (`starts`, n + 1); of each its head's place in `flat`, and whether it names
    alternatives."""

    flat: Ints
    starts: Ints
    heads: Ints
    either: NDArray[np.bool_]

    @property
    def lengths(self) -> Ints:
        """Words of each keyword, at least 1."""
        return np.diff(self.starts)


@dataclass
class Vocabulary:
    """Distinct words of one language as they are met, with what is known of each."""

    language: str
    number: dict[str, int] = field(default_factory=dict)
    words: list[str] = field(default_factory=list)

    def of(self, word: str) -> int:
        """The number of a word, a new one where it was not met before; synonyms of asking have
        one."""
        found = self.number.get(word)
        if found is None:
            same = _one_word(self.language).get(word)
            if same is not None:
                found = self.number[word] = self.of(same)
            else:
                found = self.number[word] = len(self.words)
                self.words.append(word)
        return found


def named(places: Sequence[str], brands: Sequence[str]) -> dict[str, str]:
    """The sign of each name, by its words; what is both a place and a brand is taken for the
    brand."""
    signs = {" ".join(tokens(name)): PLACE for name in places}
    signs |= {" ".join(tokens(name)): BRAND for name in brands}
    signs.pop("", None)
    return signs


def part(texts: Sequence[str], vocabulary: Vocabulary, signs: dict[str, str]) -> Parted:
    """Take keywords apart.

    Parameters: `texts`, n keywords; `vocabulary`, which learns the words it did not know; `signs`,
    of `named`. Returns: `Parted`; a keyword without a word has one that is empty. Cost: linear."""
    language = vocabulary.language
    around = language_named(language).around
    either_words = language_named(language).either
    numbers = vocabulary.number
    begins = {name.split()[0] for name in signs}
    flat: list[int] = []
    starts, heads = [0], []
    either = np.zeros(len(texts), dtype=bool)
    for row, text in enumerate(texts):
        words = tokens(text) or [""]
        if begins and not begins.isdisjoint(words):
            words = _with_signs(words, signs)
        head = len(words) - 1
        if not around.isdisjoint(words):
            head = next((n for n, word in enumerate(words) if n and word in around), head + 1) - 1
            either[row] = not either_words.isdisjoint(words[1:-1])
        while head > 0 and words[head].replace(".", "").isdigit():
            head -= 1
        heads.append(starts[-1] + head)
        flat += [numbers[word] if word in numbers else vocabulary.of(word) for word in words]
        starts.append(len(flat))
    as_ints = [np.array(numbers, dtype=np.int64) for numbers in (flat, starts, heads)]
    return Parted(as_ints[0], as_ints[1], as_ints[2], either)


def _with_signs(words: list[str], signs: dict[str, str]) -> list[str]:
    out: list[str] = []
    at = 0
    while at < len(words):
        for length in range(min(LONGEST_NAME, len(words) - at), 0, -1):
            sign = signs.get(" ".join(words[at : at + length]))
            if sign:
                out.append(sign)
                at += length
                break
        else:
            out.append(words[at])
            at += 1
    return out


@lru_cache(maxsize=300_000)
def stem_of(word: str, language: str) -> str:
    """What a word is counted as: its stem, a sign as it is, a number by how many digits it has."""
    if word in SIGNS or not word:
        return word
    if word.isdigit():
        return f"<{min(len(word), 5)} digits>"
    return stems(word, language)[0]


def spelling_features(words: Sequence[str], language: str) -> list[dict[str, float]]:
    """What the letters of each of m words say: its stem, pieces of three to five letters, whether
    it is a known word or holds digits."""
    known = known_words(language)
    means = np.asarray(word_vectors(words, language).any(axis=1), dtype=bool)
    return [
        _spelling_of(word, language, known=has_meaning or word in known)
        for word, has_meaning in zip(words, means, strict=True)
    ]


def _spelling_of(word: str, language: str, *, known: bool) -> dict[str, float]:
    said = {f"stem {stem_of(word, language)}": 1.0}
    if word in SIGNS or not word:
        return said
    edged = f"<{word}>"
    for size in (3, 4, 5):
        for at in range(len(edged) - size + 1):
            # Pieces are many and say the same several times, so each counts for less than a word.
            name = f"piece {edged[at : at + size]}"
            said[name] = said.get(name, 0.0) + 0.3
    if any(char.isdigit() for char in word):
        said["digit"] = 1.0
    elif not known:
        said["unknown word"] = 1.0
    return said


def meaning_features(words: Sequence[str], language: str) -> Floats:
    """(m, width + kinds) what words mean: their vectors and the kinds of thing they name; (m, 0)
    for a language without a table."""
    vectors = word_vectors(words, language)
    if not vectors.shape[1]:
        return np.zeros((len(words), 0))
    return np.hstack([vectors, word_kinds(vectors)]).astype(np.float64)
