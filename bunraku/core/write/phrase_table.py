"""Phrases to pack as arrays: what each takes, what it adds behind each other, what it holds."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from bunraku.core.weigh.saying import plain_words
from bunraku.core.write.counting import Unit, length

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]


@dataclass(frozen=True)
class PhraseTable:
    """Phrases to pack: their words and those as they are written, values, what each takes, how many
    words each shares with the end of each other (n, n) and what each adds behind it (n, n), which
    stand in which (n, n), and which stand only where one follows another (n, n, n)."""

    words: list[list[str]]
    written: list[list[str]]
    value: Floats
    takes: Floats
    shared: NDArray[np.int64]
    adds: Floats
    holds: Bools
    between: dict[tuple[int, int], list[int]] = field(default_factory=dict)

    @cached_property
    def met(self) -> Bools:
        """What each phrase holds behind each other, (n, n, n): in it, or where the two meet."""
        n = len(self.words)
        met = np.broadcast_to(self.holds[None], (n, n, n)).copy()
        for (one, other), places in self.between.items():
            met[one, other, places] = True
        return met

    @cached_property
    def met_at(self) -> Bools:
        """The same with what each holds behind nothing in a last row, (n + 1, n, n)."""
        return np.concatenate([self.met, self.holds[None]])

    @cached_property
    def met_back(self) -> Bools:
        """What each holds before each other, (n + 1, n, n): the last row is nothing behind."""
        n = len(self.words)
        return np.concatenate([self.met.transpose(1, 0, 2), np.zeros((1, n, n), dtype=bool)])

    @cached_property
    def adds_at(self) -> Floats:
        """What each adds behind each other, (n + 1, n + 1): behind nothing all of it; nothing adds
        nothing."""
        n = len(self.words)
        adds = np.zeros((n + 1, n + 1))
        adds[:n, :n] = self.adds
        adds[n, :n] = self.takes
        return adds


def table_of(
    phrases: Sequence[str], values: Sequence[float], unit: Unit, joint: str
) -> PhraseTable:
    """The table of phrases of at least a word each; `joint` stands between those that share
    nothing. Cost: phrases squared."""
    n = len(phrases)
    written = [phrase.split() for phrase in phrases]
    # Words as they are compared; a phrase whose own punctuation parts it is taken as it is.
    words = [[" ".join(plain_words(word)) for word in each] for each in written]
    joiner = length(joint, unit)
    blank = length(" ", unit)
    takes_of = [[length(word, unit) for word in each] for each in written]
    takes = np.array([sum(t) + blank * (len(t) - 1) for t in takes_of], dtype=float)
    lines = [f" {' '.join(each)} " for each in words]
    holds = np.array([[lines[q] in lines[p] for q in range(n)] for p in range(n)], dtype=bool)
    shared = np.zeros((n, n), dtype=np.int64)
    adds = np.zeros((n, n))
    between: dict[tuple[int, int], list[int]] = {}
    # As bits of whole numbers: which phrases of several words could stand where two meet.
    long = [place for place in range(n) if len(words[place]) > 1]
    said = [frozenset(each) for each in words]
    begun = [sum(1 << q for q in long if words[q][0] in one) for one in said]
    ended = [sum(1 << q for q in long if words[q][-1] in one) for one in said]
    inside = [sum(1 << q for q in long if holds[one, q]) for one in range(n)]
    for one in range(n):
        for other in range(n):
            meets = words[other][0] in said[one]
            k = _overlap(words[one], words[other]) if meets else 0
            shared[one, other] = k
            rest = takes_of[other][k:]
            adds[one, other] = sum(rest) + blank * max(len(rest) - 1, 0)
            if rest:
                adds[one, other] += blank if k else joiner
            may = begun[one] & ended[other] & ~inside[one] & ~inside[other]
            if may and (joint == " " or k):
                line = f" {' '.join([*words[one], *words[other][k:]])} "
                found = [q for q in long if may >> q & 1 and lines[q] in line]
                if found:
                    between[one, other] = found
    value = np.array(values, dtype=float)
    return PhraseTable(words, written, value, takes, shared, adds, holds, between)


def _overlap(one: Sequence[str], other: Sequence[str]) -> int:
    """How many words the end of one and the beginning of another have in common; not all of the
    other, which would add nothing."""
    for k in range(min(len(one), len(other)), 0, -1):
        if list(one[-k:]) == list(other[:k]):
            return k
    return 0


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
