"""Phrases to pack as arrays: what each takes, what it adds behind each other, what it holds."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bunraku.core.channels.form import Unit
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import length

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]


@dataclass(frozen=True)
class PhraseTable:
    """Phrases to pack: their words and those as they are written, values, what each takes, how many
    words each shares with the end of each other (n, n), what each adds behind it (n, n) and which
    stand in which (n, n); what stands between two that share nothing, and its length.

    A phrase that stands only where two others meet is one that can be put between them for nothing:
    so it needs no table of its own."""

    words: list[tuple[str, ...]]
    written: list[list[str]]
    value: Floats
    takes: Floats
    shared: NDArray[np.int64]
    adds: Floats
    holds: Bools
    joint: float


def table_of(
    phrases: Sequence[str], values: Sequence[float], unit: Unit, joint: str
) -> PhraseTable:
    """The table of phrases of at least a word each; `joint` stands between those that share
    nothing. Cost: arrays of phrases squared, all else linear."""
    n = len(phrases)
    written = [phrase.split() for phrase in phrases]
    # Words as they are compared; a phrase whose own punctuation parts it is taken as it is.
    words = [tuple(" ".join(plain_words(word)) for word in each) for each in written]
    joiner, blank = length(joint, unit), length(" ", unit)
    longest = max((len(each) for each in words), default=0)
    # What is left of a phrase behind its first k words, blanks between them.
    rest = np.zeros((n, longest + 1))
    for place, each in enumerate(written):
        takes = [length(word, unit) for word in each]
        for k in range(len(each)):
            rest[place, k] = sum(takes[k:]) + blank * (len(each) - k - 1)
    shared = _shared(words)
    left = rest[np.arange(n)[None, :], shared]
    adds = left + np.where(left > 0, np.where(shared > 0, blank, joiner), 0.0)
    value = np.array(values, dtype=float)
    return PhraseTable(words, written, value, rest[:, 0], shared, adds, _holds(words), joiner)


def _shared(words: Sequence[tuple[str, ...]]) -> NDArray[np.int64]:
    """How many words the end of each and the beginning of each other have in common, as many as
    can be."""
    shared = np.zeros((len(words), len(words)), dtype=np.int64)
    begun: dict[tuple[str, ...], list[int]] = {}
    for place, each in enumerate(words):
        for k in range(1, len(each) + 1):
            begun.setdefault(each[:k], []).append(place)
    for place, each in enumerate(words):
        for k in range(1, len(each) + 1):
            shared[place, begun.get(each[-k:], [])] = k
    return shared


def _holds(words: Sequence[tuple[str, ...]]) -> Bools:
    """Which phrase stands in each, word for word."""
    holds = np.zeros((len(words), len(words)), dtype=bool)
    whole: dict[tuple[str, ...], list[int]] = {}
    for place, each in enumerate(words):
        whole.setdefault(each, []).append(place)
    for place, each in enumerate(words):
        for start in range(len(each)):
            for end in range(start + 1, len(each) + 1):
                holds[place, whole.get(each[start:end], [])] = True
    return holds


def part_of(table: PhraseTable, places: Sequence[int]) -> PhraseTable:
    """The table of some of its phrases, in the order of the places."""
    at = list(places)
    square = np.ix_(at, at)
    return PhraseTable(
        [table.words[place] for place in at],
        [table.written[place] for place in at],
        table.value[at],
        table.takes[at],
        table.shared[square],
        table.adds[square],
        table.holds[square],
        table.joint,
    )


def text_of(table: PhraseTable, order: Sequence[int], joiner: str) -> str:
    """An order of phrases as it is written, shared words once."""
    text = ""
    for number, place in enumerate(order):
        k = int(table.shared[order[number - 1], place]) if number else 0
        rest = " ".join(table.written[place][k:])
        if not rest:
            continue
        text += (" " if k else joiner if number else "") + rest
    return text
