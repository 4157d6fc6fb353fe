"""The model that reads intent from words: logistic regression on the labelled phrases, linear in
words, so that what a word says is worked out once however many keywords hold it."""

from collections.abc import Sequence
from dataclasses import dataclass
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.text.meaning import KINDS
from bunraku.core.weigh.intent_words import (
    BRAND,
    PLACE,
    Parted,
    Vocabulary,
    meaning_features,
    named,
    part,
    spelling_features,
    stem_of,
)

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

LOCAL = len(INTENTS)
"""The column of local behind those of the intents."""
OUTPUTS = LOCAL + 1
SLOTS = ("any", "first", "last", "head")
"""Where a word stands: anywhere, at the ends, or as what the phrase is about."""
MEAN = "mean"
"""What the words of a phrase mean together."""
NAMED_PLACE = 0.5
"""Log-odds of local that a named place gives at least: a place alone makes a search local."""
LONGEST = 8
"""From so many words on a keyword is simply long."""
MOST_WORDS = 300_000
"""Words that a model remembers; then it begins again, so that a process stays small."""


@dataclass
class IntentModel:
    """What was learned, by the name of each feature: `spelled`, (slots, outputs) a feature; `meant`
    by slot, (features, outputs); `pairs` of neighbouring stems; `shape` of the whole phrase; a
    constant."""

    language: str
    spelled: dict[str, Floats]
    meant: dict[str, Floats]
    pairs: dict[tuple[str, str], Floats]
    shape: Floats
    constant: Floats

    def __post_init__(self) -> None:
        stems = dict.fromkeys(["", *(stem for pair in self.pairs for stem in pair)])
        # The last number is that of every stem which no pair holds.
        self._stems = {stem: number for number, stem in enumerate(stems)}
        count = len(self._stems) + 1
        codes = {
            self._stems[a] * count + self._stems[b]: row for row, (a, b) in enumerate(self.pairs)
        }
        self._codes = np.array(sorted(codes), dtype=np.int64)
        rows = np.array(list(self.pairs.values())).reshape(-1, OUTPUTS)
        self._pair_says = rows[[codes[code] for code in self._codes.tolist()]]
        self._features = {name: number for number, name in enumerate(self.spelled)}
        self._spelled = np.array(list(self.spelled.values())).reshape(
            len(self.spelled), len(SLOTS) * OUTPUTS
        )
        # What words say is remembered, and several threads may read at once.
        self._lock = Lock()
        self._forget()

    def _forget(self) -> None:
        self._vocabulary = Vocabulary(self.language)
        self._stem_of_word = np.zeros(0, dtype=np.int64)
        self._says = {slot: np.zeros((0, OUTPUTS)) for slot in (*SLOTS, MEAN)}

    def read(
        self,
        texts: Sequence[str],
        places: Sequence[str] = (),
        brands: Sequence[str] = (),
    ) -> Floats:
        """(n, outputs) log-odds of keywords, intents and local. One thread reads at a time. Cost:
        linear in words."""
        with self._lock:
            return self._read(texts, places, brands)

    def _read(self, texts: Sequence[str], places: Sequence[str], brands: Sequence[str]) -> Floats:
        if len(self._vocabulary.words) > MOST_WORDS:
            self._forget()
        parted = part(texts, self._vocabulary, named(places, brands))
        self._learn_words()
        odds = self.constant + shape_features(parted, self.language, self._vocabulary) @ self.shape
        for slot in (*SLOTS, MEAN):
            odds += _summed(parted, slot, self._says[slot])
        odds += self._pair_odds(parted)
        place = self._vocabulary.number.get(PLACE)
        if place is not None and len(texts):
            named_place = np.logical_or.reduceat(parted.flat == place, parted.starts[:-1])
            odds[named_place, LOCAL] = np.maximum(odds[named_place, LOCAL], NAMED_PLACE)
        return np.asarray(odds)

    def says_of(self, word: str) -> Floats:
        """(outputs,) what a word says wherever it stands."""
        with self._lock:
            number = self._vocabulary.of(word)
            self._learn_words()
            return np.asarray(self._says["any"][number] + self._says[MEAN][number])

    def _learn_words(self) -> None:
        """Work out what the words met since last time say, by slot."""
        fresh = self._vocabulary.words[len(self._stem_of_word) :]
        if not fresh:
            return
        other = len(self._stems)
        stems = [self._stems.get(stem_of(word, self.language), other) for word in fresh]
        self._stem_of_word = np.concatenate([self._stem_of_word, np.array(stems, dtype=np.int64)])
        holds, _ = feature_table(spelling_features(fresh, self.language), self._features)
        spelled = (holds @ self._spelled).reshape(len(fresh), len(SLOTS), OUTPUTS)
        meant = meaning_features(fresh, self.language)
        for number, slot in enumerate(SLOTS):
            rows = spelled[:, number]
            if slot in self.meant:
                rows = rows + meant @ self.meant[slot]
            self._says[slot] = np.concatenate([self._says[slot], rows])
        mean = meant @ self.meant[MEAN] if MEAN in self.meant else np.zeros((len(fresh), OUTPUTS))
        self._says[MEAN] = np.concatenate([self._says[MEAN], mean])

    def _pair_odds(self, parted: Parted) -> Floats:
        odds = np.zeros((len(parted.starts) - 1, OUTPUTS))
        if not len(self._codes):
            return odds
        rows, pairs = neighbours(parted, self._stem_of_word, 0, len(self._stems) + 1)
        at = np.minimum(np.searchsorted(self._codes, pairs), len(self._codes) - 1)
        hit = self._codes[at] == pairs
        for output in range(OUTPUTS):
            odds[:, output] = np.bincount(
                rows[hit], weights=self._pair_says[at[hit], output], minlength=len(odds)
            )
        return odds


def feature_table(
    rows: Sequence[dict[str, float]], names: dict[str, int] | None = None
) -> tuple[Any, dict[str, int]]:
    """(n, features) named features as a matrix, and the column of each name; with `names`, those
    alone."""
    columns: dict[str, int] = {} if names is None else names
    entries = [
        (value, row, columns.setdefault(name, len(columns)) if names is None else columns[name])
        for row, features in enumerate(rows)
        for name, value in features.items()
        if names is None or name in columns
    ]
    shape = (len(rows), len(columns))
    if not entries:
        return sparse.csr_matrix(shape), columns
    values, at, place = (np.array(part) for part in zip(*entries, strict=True))
    return sparse.csr_matrix((values, (at, place)), shape=shape), columns


def neighbours(parted: Parted, code: Ints, edge: int, count: int) -> tuple[Ints, Ints]:
    """Each pair of neighbouring stems, the edges of a keyword included: its row, and the pair as
    one number."""
    n = len(parted.starts) - 1
    lengths = parted.lengths
    padded = np.full(len(parted.flat) + 2 * n, edge, dtype=np.int64)
    rows = np.repeat(np.arange(n), lengths)
    padded[np.arange(len(parted.flat)) + 2 * rows + 1] = code[parted.flat]
    pairs = padded[:-1] * count + padded[1:]
    owner = np.repeat(np.arange(n), lengths + 2)
    inside = owner[:-1] == owner[1:]
    return owner[:-1][inside], pairs[inside]


def shape_features(parted: Parted, language: str, vocabulary: Vocabulary) -> Floats:
    """(n, features) of whole keywords: how long, whether they name alternatives and of what kind
    these are, whether they are a brand and nothing else."""
    n = len(parted.starts) - 1
    features = np.zeros((n, LONGEST + 4 + len(KINDS)))
    lengths = np.minimum(parted.lengths, LONGEST)
    features[np.arange(n), lengths] = 1
    brand = vocabulary.number.get(BRAND)
    if brand is not None and n:
        count = np.add.reduceat((parted.flat == brand).astype(np.int64), parted.starts[:-1])
        features[:, LONGEST + 1] = np.minimum(count, 1)
        features[:, LONGEST + 2] = count >= lengths
    rows = np.flatnonzero(parted.either)
    if len(rows):
        features[rows, LONGEST + 3] = 1
        last = [vocabulary.words[number] for number in parted.flat[parted.starts[rows + 1] - 1]]
        meant = meaning_features(last, language)
        if meant.shape[1]:
            features[rows, LONGEST + 4 :] = meant[:, -len(KINDS) :]
    return features


def _summed(parted: Parted, slot: str, says: Floats) -> Floats:
    """(n, outputs) what the words of keywords say in a slot, summed."""
    n = len(parted.starts) - 1
    if slot in ("any", MEAN):
        if not n:
            return np.zeros((0, OUTPUTS))
        total = np.add.reduceat(says[parted.flat], parted.starts[:-1], axis=0)
        # The mean of many words is as long as that of few.
        return total if slot == "any" else total / np.sqrt(parted.lengths)[:, None]
    at = {"first": parted.starts[:-1], "last": parted.starts[1:] - 1, "head": parted.heads}[slot]
    return np.asarray(says[parted.flat[at]])
